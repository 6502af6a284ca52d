import { curveCatmullRom, line } from 'd3-shape';
import type { Position } from '../figures/position.ts';
import { strokeParts, USUAL_HEIGHT, type StrokePart } from './stroke-parts.ts';
import type { Stroke } from './stroke.ts';

/** Through all points, centripetal: it makes no loops (Yuksel, Schaefer, Keyser, "Parameterization and applications of Catmull-Rom curves", 2011). */
const curve = line<Position>()
  .x((p) => p.x)
  .y((p) => p.y)
  .curve(curveCatmullRom.alpha(0.5));

function pathOf(part: Exclude<StrokePart, { is: 'words' }>): string {
  switch (part.is) {
    case 'line':
      return `M${part.points.map((p) => `${p.x} ${p.y}`).join('L')}`;
    case 'curve':
      return curve([...part.points]) ?? '';
    case 'circle': {
      const { at, radius: r } = part;
      return `M${at.x - r} ${at.y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
    }
    case 'arc':
      return `M${part.from.x} ${part.from.y}A${part.radius} ${part.radius} 0 0 ${part.sweep} ${part.to.x} ${part.to.y}`;
  }
}

/** White with a dark edge: seen on sky and on dirt. */
export const CHALK = { line: '#fff', edge: '#1d130c', edgeOpacity: 0.8 } as const;

/** What of a drawing is lines, as the path data of SVG 2 (W3C, chapter 9), and what is words, with the size of their letters and of the lines; pixels of the film. */
export interface StrokePath {
  readonly d: string;
  readonly words: ReadonlyArray<{ readonly at: Position; readonly words: string }>;
  readonly line: number;
  readonly edge: number;
  readonly letters: number;
  /** Of the letters, round them. */
  readonly letterEdge: number;
}

/**
 * A drawing as SVG draws it: the same on the screen, on paper and in files.
 *
 * @param height of the film, pixels
 * @example strokePath({ shape: 'line', points: [{ x: 1, y: 2 }, { x: 3, y: 4 }], text: null }, 540).d // 'M1 2L3 4'
 */
export function strokePath(stroke: Pick<Stroke, 'shape' | 'points' | 'text'>, height: number): StrokePath {
  const parts = strokeParts(stroke, height);
  const k = height / USUAL_HEIGHT;
  return {
    d: parts.map((part) => (part.is === 'words' ? '' : pathOf(part))).join(''),
    // Letters stand on their line: a third of their height lower they are halfway up.
    words: parts.flatMap((part) =>
      part.is === 'words' ? [{ at: { x: part.at.x, y: part.at.y + 8 * k }, words: part.words }] : [],
    ),
    ...{ line: 3.2 * k, edge: 7 * k, letters: 24 * k, letterEdge: 6 * k },
  };
}
