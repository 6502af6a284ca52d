import { randomSource } from '../random.ts';
import type { FilmConditions } from '../conditions/film-conditions.ts';

/** How far a camera has moved from where it was set up: pixels along the picture's axes, and turned about its middle, clockwise, in radians. */
export interface CameraShift {
  readonly x: number;
  readonly y: number;
  readonly roll: number;
}
const STILL: CameraShift = { x: 0, y: 0, roll: 0 };

/**
 * The movement of a camera that is held in a hand (a slow drift and the tremor of some 2 to 9 Hz) or whose tripod is bumped (it swings, and stays a little beside its place).
 * Sizes are common practice, no source.
 */
export function cameraShake(conditions: FilmConditions, pictureHeight: number): (seconds: number) => CameraShift {
  const { handHeld, bumpSeconds, seed } = conditions;
  if (handHeld === 0 && bumpSeconds === null) return () => STILL;
  const r = randomSource(31_000 + seed);
  const waves = Array.from({ length: 9 }, (_, i) => {
    const hertz = 0.25 * 1.55 ** i * (0.8 + 0.4 * r.uniform());
    const size = (0.0085 / (1 + 1.6 * hertz)) * (0.6 + 0.8 * r.uniform());
    return {
      hertz,
      x: size,
      y: 0.8 * size,
      roll: 0.35 * size,
      px: 6.28 * r.uniform(),
      py: 6.28 * r.uniform(),
      pr: 6.28 * r.uniform(),
    };
  });
  const bump = {
    x: (0.01 + 0.015 * r.uniform()) * (r.uniform() < 0.5 ? -1 : 1),
    y: 0.006 * (2 * r.uniform() - 1),
    hertz: 5 + 4 * r.uniform(),
  };
  return (t) => {
    let [x, y, roll] = [0, 0, 0];
    for (const w of waves) {
      x += handHeld * w.x * Math.sin(2 * Math.PI * w.hertz * t + w.px);
      y += handHeld * w.y * Math.sin(2 * Math.PI * w.hertz * t + w.py);
      roll += handHeld * w.roll * Math.sin(2 * Math.PI * w.hertz * t + w.pr);
    }
    if (bumpSeconds !== null && t > bumpSeconds) {
      const since = t - bumpSeconds;
      const swing = Math.exp(-since / 0.25) * Math.cos(2 * Math.PI * bump.hertz * since);
      const share = Math.min(1, since / 0.03) * (0.4 + 0.6 * swing);
      x += bump.x * share;
      y += bump.y * share;
      roll += 0.3 * bump.x * share;
    }
    return { x: x * pictureHeight, y: y * pictureHeight, roll };
  };
}

/** Where a place of the still picture lies once the camera has moved. */
export function shifted(
  shift: CameraShift,
  width: number,
  height: number,
  at: { readonly x: number; readonly y: number },
): { x: number; y: number } {
  const [cx, cy] = [width / 2, height / 2];
  const [dx, dy, c, s] = [at.x - cx, at.y - cy, Math.cos(shift.roll), Math.sin(shift.roll)];
  return { x: cx + c * dx - s * dy + shift.x, y: cy + s * dx + c * dy + shift.y };
}

/**
 * The picture of the moved camera from one that the still camera took with `margin` more pixels on every side, 8-bit RGB; between pixels it is read bilinearly.
 */
export function moved(
  wide: Uint8Array,
  margin: number,
  shift: CameraShift,
  width: number,
  height: number,
  out: Uint8Array,
): void {
  const columns = width + 2 * margin;
  const rows = height + 2 * margin;
  const [cx, cy, c, s] = [width / 2, height / 2, Math.cos(shift.roll), Math.sin(shift.roll)];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      // Middles of pixels; back from the moved picture to the still one.
      const [dx, dy] = [x + 0.5 - cx - shift.x, y + 0.5 - cy - shift.y];
      const u = Math.max(0, Math.min(columns - 1.001, c * dx + s * dy + cx - 0.5 + margin));
      const v = Math.max(0, Math.min(rows - 1.001, -s * dx + c * dy + cy - 0.5 + margin));
      const [ui, vi] = [Math.floor(u), Math.floor(v)];
      const [fu, fv] = [u - ui, v - vi];
      const i = 3 * (vi * columns + ui);
      const j = i + 3 * columns;
      const [a, b, d, e] = [(1 - fu) * (1 - fv), fu * (1 - fv), (1 - fu) * fv, fu * fv];
      const o = 3 * (y * width + x);
      out[o] = a * wide[i]! + b * wide[i + 3]! + d * wide[j]! + e * wide[j + 3]! + 0.5;
      out[o + 1] = a * wide[i + 1]! + b * wide[i + 4]! + d * wide[j + 1]! + e * wide[j + 4]! + 0.5;
      out[o + 2] = a * wide[i + 2]! + b * wide[i + 5]! + d * wide[j + 2]! + e * wide[j + 5]! + 0.5;
    }
}
