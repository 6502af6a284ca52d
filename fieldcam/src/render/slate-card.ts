import { randomSource } from '../random.ts';

/** Dark modules of a code, row by row. */
export type Modules = ReadonlyArray<readonly boolean[]>;

/** How a slate is held into the picture. */
export interface CardLook {
  /** Height of the card as a share of the picture's. */
  readonly height: number;
  /** Degrees by which it leans away from the camera, about an axis that itself is turned by `axis`. */
  readonly tilt: number;
  readonly axis: number;
  /** Degrees by which it is turned in the picture. */
  readonly roll: number;
  /** Where its middle is, as shares of the picture's width and height. */
  readonly x: number;
  readonly y: number;
  /** How far the hand shakes, as a share of the picture's height, how often a second, and in which direction. */
  readonly shake: number;
  readonly shakesPerSecond: number;
  readonly shakeAlong: number;
  /** Share of the time between two frames in which the shutter is open. */
  readonly shutter: number;
  /** A bright spot on it: where, how wide, how far it wanders while the hand rocks the card (shares of the card), how bright; null without. */
  readonly glare: {
    readonly u: number;
    readonly v: number;
    readonly size: number;
    readonly wanders: number;
    readonly bright: number;
  } | null;
  /** Fingers over its edges: where along an edge (0 left, 1 bottom, 2 right), and how far they reach in, as shares of the card. */
  readonly fingers: ReadonlyArray<{ readonly edge: 0 | 1 | 2; readonly along: number; readonly reach: number }>;
  /** A phone that shows the slate, or a printed card. */
  readonly phone: boolean;
}

/** A card in a hand: tilted up to 35 degrees, 15 to 40 % of the picture's height, now and then with glare, with one to three fingers on it. The same for the same seed. */
export function cardLook(seed: number): CardLook {
  const r = randomSource(91_000 + seed);
  const between = (a: number, b: number): number => a + (b - a) * r.uniform();
  const height = between(0.15, 0.4);
  return {
    height,
    tilt: between(0, 35),
    axis: between(0, 360),
    roll: between(-20, 20),
    x: between(0.3, 0.7),
    y: between(0.32, 0.68),
    shake: between(0.002, 0.012),
    shakesPerSecond: between(1, 3),
    shakeAlong: between(0, 180),
    shutter: between(0.1, 0.5),
    glare:
      r.uniform() < 0.4
        ? {
            u: between(0.1, 0.9),
            v: between(0.1, 0.9),
            size: between(0.08, 0.22),
            wanders: between(0.1, 0.35),
            bright: between(0.5, 1.3),
          }
        : null,
    fingers: Array.from({ length: 1 + Math.floor(between(0, 3)) }, () => ({
      edge: Math.floor(between(0, 3)) as 0 | 1 | 2,
      along: between(0.15, 0.85),
      reach: between(0.06, 0.17),
    })),
    phone: r.uniform() < 0.5,
  };
}

/** The code takes this share of the card's width and begins this far from its top; the card is a quarter higher than wide. */
const CODE = 0.92;
const WIDE = 0.8;
const SKIN = [186, 132, 104] as const;

/**
 * Paints a slate that is held before the camera over a picture (8-bit RGB, width x height x 3), as the shutter sees it at a moment: in perspective, smeared by the hand's shaking, with glare and fingers on it.
 */
export function paintCard(
  picture: Uint8Array,
  { width, height }: { readonly width: number; readonly height: number },
  modules: Modules,
  look: CardLook,
  moment: { readonly seconds: number; readonly frameSeconds: number },
): void {
  const open = look.shutter * moment.frameSeconds;
  const exposures = 5;
  const places = Array.from({ length: exposures }, (_, e) => {
    const t = moment.seconds + (open * (e + 0.5)) / exposures;
    const away = look.shake * height * Math.sin(2 * Math.PI * look.shakesPerSecond * t);
    const along = (look.shakeAlong * Math.PI) / 180;
    return { x: look.x * width + away * Math.cos(along), y: look.y * height + away * Math.sin(along) };
  });
  // Half of its diagonal, and the fingers beside it.
  const reach = 0.78 * look.height * height;
  const [left, right] = [Math.max(0, Math.floor(look.x * width - reach)), Math.min(width, Math.ceil(look.x * width + reach))];
  const [top, bottom] = [Math.max(0, Math.floor(look.y * height - reach)), Math.min(height, Math.ceil(look.y * height + reach))];
  const cards = places.map((place) => onCard(look, place, height));
  const [colour, on] = [
    [0, 0, 0],
    [0, 0],
  ];
  // A card a metre away that rocks by two degrees throws the sun's picture seven centimetres further.
  const sway = look.glare ? look.glare.wanders * Math.sin(2 * Math.PI * look.shakesPerSecond * moment.seconds + 1) : 0;
  const lit: CardLook = look.glare ? { ...look, glare: { ...look.glare, u: look.glare.u + sway } } : look;
  for (let row = top; row < bottom; row += 1)
    for (let column = left; column < right; column += 1) {
      let [r, g, b, covered, samples] = [0, 0, 0, 0, 0];
      for (const at of cards)
        for (const d of [0.25, 0.75]) {
          samples += 1;
          at(column + d, row + d, on);
          if (!seenAt(on[0]!, on[1]!, modules, lit, colour)) continue;
          covered += 1;
          r += colour[0]!;
          g += colour[1]!;
          b += colour[2]!;
        }
      if (covered === 0) continue;
      const o = 3 * (row * width + column);
      const under = (samples - covered) / samples;
      picture[o] = Math.min(255, Math.round(picture[o]! * under + r / samples));
      picture[o + 1] = Math.min(255, Math.round(picture[o + 1]! * under + g / samples));
      picture[o + 2] = Math.min(255, Math.round(picture[o + 2]! * under + b / samples));
    }
}

/** Where on the card a point of the picture lies, put into `on`: u and v from 0 to 1 across its width and height. */
function onCard(look: CardLook, centre: { readonly x: number; readonly y: number }, height: number) {
  const focal = 1.4 * height;
  const radians = Math.PI / 180;
  const [tilt, axis, roll] = [look.tilt * radians, look.axis * radians, look.roll * radians];
  // Rodrigues' rotation about an axis in the picture's plane, after the roll.
  const rotate = (x: number, y: number): readonly [number, number, number] => {
    const [rx, ry] = [x * Math.cos(roll) - y * Math.sin(roll), x * Math.sin(roll) + y * Math.cos(roll)];
    const [ax, ay] = [Math.cos(axis), Math.sin(axis)];
    const along = (rx * ax + ry * ay) * (1 - Math.cos(tilt));
    return [rx * Math.cos(tilt) + ax * along, ry * Math.cos(tilt) + ay * along, (ax * ry - ay * rx) * Math.sin(tilt)];
  };
  const [ux, uy, uz] = rotate(1, 0);
  const [vx, vy, vz] = rotate(0, 1);
  const [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
  // A card of height 1 at the depth at which it fills its share.
  const depth = focal / (look.height * height);
  return (px: number, py: number, on: number[]): void => {
    const dx = (px - centre.x) / focal;
    const dy = (py - centre.y) / focal;
    // The card's middle lies on the axis through its place, so that the perspective is that of its tilt alone.
    const t = (nz * depth) / (nx * dx + ny * dy + nz);
    const qx = dx * t;
    const qy = dy * t;
    const qz = t - depth;
    on[0] = (qx * ux + qy * uy + qz * uz) / WIDE + 0.5;
    on[1] = qx * vx + qy * vy + qz * vz + 0.5;
  };
}

/** The colour of a point of the card, in bytes; false beside it. */
function seenAt(u: number, v: number, modules: Modules, look: CardLook, colour: number[]): boolean {
  if (u < -0.2 || u > 1.2 || v < -0.2 || v > 1.2) return false;
  for (const finger of look.fingers) {
    const along = finger.edge === 1 ? u : v;
    const into = finger.edge === 1 ? 1 - v : finger.edge === 0 ? u : 1 - u;
    const across = (along - finger.along) / 0.055;
    if (Math.abs(across) < 1 && into > -0.12 && into < finger.reach - 0.03 * across * across) {
      const shade = 0.75 + 0.25 * Math.sqrt(1 - across * across);
      for (let c = 0; c < 3; c += 1) colour[c] = SKIN[c]! * shade;
      return true;
    }
  }
  if (u < 0 || u > 1 || v < 0 || v > 1) return false;
  const paper = look.phone ? 235 : 220 + 10 * u * v;
  let light = look.phone && (u < 0.03 || u > 0.97 || v < 0.03 || v > 0.97) ? 24 : paper;
  const size = modules.length + 8;
  const x = Math.floor(((u - (1 - CODE) / 2) / CODE) * size) - 4;
  const y = Math.floor(((v - 0.04) / (CODE * WIDE)) * size) - 4;
  if (modules[y]?.[x]) light = look.phone ? 18 : 34;
  if (look.glare) {
    const far = Math.hypot(u - look.glare.u, (v - look.glare.v) / WIDE) / look.glare.size;
    light += 255 * look.glare.bright * Math.exp(-far * far);
  }
  light = Math.min(255, light);
  colour[0] = light;
  colour[1] = light;
  colour[2] = Math.min(255, light * (look.phone ? 1.02 : 0.96));
  return true;
}
