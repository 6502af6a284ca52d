import { propagate } from '../estimate/propagate.ts';
import { formatEstimate, type Estimate } from '../estimate/estimate.ts';
import { jointAngle } from '../figures/joint-angle.ts';
import type { Position } from '../figures/position.ts';
import type { Stroke } from './stroke.ts';

/** What a drawing is made of, in pixels of its film: whoever shows it draws these and nothing else. */
export type StrokePart =
  | { readonly is: 'line'; readonly points: readonly Position[] }
  /** Through all points, without a corner. */
  | { readonly is: 'curve'; readonly points: readonly Position[] }
  | { readonly is: 'circle'; readonly at: Position; readonly radius: number }
  /** Part of a circle from one point on it to another, the shorter way; `sweep` as SVG has it: 1 clockwise on the screen. */
  | { readonly is: 'arc'; readonly from: Position; readonly to: Position; readonly radius: number; readonly sweep: 0 | 1 }
  /** Words that begin beside a place, halfway up. */
  | { readonly is: 'words'; readonly at: Position; readonly words: string };

/** Height of a film in whose pixels the sizes of what is drawn are given. */
export const USUAL_HEIGHT = 540;
const BARB = { length: 20, degrees: 27 };
const ARC = 34;
const BESIDE = 9;
/** One standard deviation per axis of a point drawn without a magnifier, in pixels of a film of 540: half as much again as under one (2). Our choice, no source. */
const HAND_SD = 3;

/**
 * The angle that is drawn, in the plane of the picture, with the error of a hand's placing. It is no figure: nobody has said which joint it is, and a body that is turned
 * out of the plane of the picture has another one.
 *
 * @param points one end, the corner, the other end; pixels
 * @param height of the film, pixels
 * @throws RangeError where an end lies on the corner
 * @example drawnAngle([{ x: 0, y: 0 }, { x: 0, y: 200 }, { x: 200, y: 200 }], 540) // { value: 90, sd: 1.2…, unit: 'degrees' }
 */
export function drawnAngle(points: readonly Position[], height: number): Estimate {
  const at = points.flatMap((p) => [p.x, p.y]);
  const angleOf = ([ax, ay, bx, by, cx, cy]: readonly number[]): number =>
    jointAngle({ x: ax!, y: ay! }, { x: bx!, y: by! }, { x: cx!, y: cy! });
  const sd = (HAND_SD * height) / USUAL_HEIGHT;
  const { value, sd: spread } = propagate(
    angleOf,
    at,
    at.map(() => sd),
  );
  return { value, sd: spread, unit: 'degrees' };
}

/**
 * The parts of a drawing.
 *
 * @param height of its film, pixels: barbs, arcs and words keep their size in the picture, whatever its resolution
 * @example strokeParts({ shape: 'ring', points: [{ x: 0, y: 0 }, { x: 3, y: 4 }], text: null }, 540) // [{ is: 'circle', at: { x: 0, y: 0 }, radius: 5 }]
 */
export function strokeParts(
  { shape, points, text }: Pick<Stroke, 'shape' | 'points' | 'text'>,
  height: number,
): readonly StrokePart[] {
  const scale = height / USUAL_HEIGHT;
  const [a, b, c] = points as readonly [Position, Position, Position];
  switch (shape) {
    case 'line':
      return [{ is: 'line', points }];
    case 'arrow':
      return [{ is: 'line', points }, barbs(a, b, BARB.length * scale)];
    case 'ring':
      return [{ is: 'circle', at: a, radius: Math.hypot(b.x - a.x, b.y - a.y) }];
    case 'angle':
      return [{ is: 'line', points }, arcIn(a, b, c, ARC * scale), angleWords(a, b, c, height)];
    case 'label':
      return [{ is: 'words', at: { x: a.x + BESIDE * scale, y: a.y }, words: text ?? '' }];
    case 'freehand':
      return [{ is: 'curve', points }];
  }
}

/** The two barbs of an arrow, as one line through its tip; never longer than half of it. */
function barbs(from: Position, tip: Position, most: number): StrokePart {
  const length = Math.hypot(tip.x - from.x, tip.y - from.y);
  const size = Math.min(most, length / 2);
  const back = Math.atan2(from.y - tip.y, from.x - tip.x);
  const at = (turn: number): Position => ({
    x: tip.x + size * Math.cos(back + turn),
    y: tip.y + size * Math.sin(back + turn),
  });
  const turn = (BARB.degrees * Math.PI) / 180;
  return { is: 'line', points: [at(turn), tip, at(-turn)] };
}

/** A place on the way from a corner to an end. */
const towards = (corner: Position, end: Position, by: number): Position => {
  const length = Math.hypot(end.x - corner.x, end.y - corner.y);
  return { x: corner.x + ((end.x - corner.x) / length) * by, y: corner.y + ((end.y - corner.y) / length) * by };
};

/** The arc inside an angle, within the shorter of its sides. */
function arcIn(a: Position, corner: Position, c: Position, most: number): StrokePart {
  const radius = Math.min(
    most,
    0.7 * Math.hypot(a.x - corner.x, a.y - corner.y),
    0.7 * Math.hypot(c.x - corner.x, c.y - corner.y),
  );
  const cross = (a.x - corner.x) * (c.y - corner.y) - (a.y - corner.y) * (c.x - corner.x);
  return { is: 'arc', from: towards(corner, a, radius), to: towards(corner, c, radius), radius, sweep: cross > 0 ? 1 : 0 };
}

/** The value of an angle, in the middle of it, outside of its arc; of a straight one above its corner. */
function angleWords(a: Position, corner: Position, c: Position, height: number): StrokePart {
  const scale = height / USUAL_HEIGHT;
  const [u, w] = [towards(corner, a, 1), towards(corner, c, 1)];
  const middle = { x: (u.x + w.x) / 2 - corner.x, y: (u.y + w.y) / 2 - corner.y };
  const away = Math.hypot(middle.x, middle.y);
  const place =
    away < 0.02
      ? { x: corner.x, y: corner.y - 1.4 * ARC * scale }
      : {
          x: corner.x + (middle.x / away) * 1.4 * ARC * scale,
          y: corner.y + (middle.y / away) * 1.4 * ARC * scale,
        };
  return { is: 'words', at: place, words: formatEstimate(drawnAngle([a, corner, c], height)) };
}
