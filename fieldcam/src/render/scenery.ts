import type { PinholeCamera } from '../camera/pinhole.ts';
import type { ViewId } from '../camera/tripod.ts';
import { MOUND, groundHeight } from '../motion/mound.ts';
import { sunDirection } from './light.ts';
import { fractalNoise, valueNoise } from './noise.ts';

/** The empty field as one camera sees it: linear colours, and where the ground is for the shadow of the pitcher. */
export interface Scenery {
  /** Three linear channels per pixel. */
  readonly colour: Float32Array;
  /** x and z of the ground per pixel in metres; NaN where there is no ground. */
  readonly ground: Float32Array;
}

type Rgb = [number, number, number];
const mixRgb = (a: Rgb, b: Rgb, t: number): Rgb => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, a[2] + (b[2] - a[2]) * t];
const times = (a: Rgb, k: number): Rgb => [a[0] * k, a[1] * k, a[2] * k];
const smooth = (low: number, high: number, x: number): number => {
  const t = Math.max(0, Math.min(1, (x - low) / (high - low)));
  return t * t * (3 - 2 * t);
};

const CLAY: Rgb = [0.36, 0.155, 0.07];
const GRASS: Rgb = [0.085, 0.19, 0.035];
const SUN = sunDirection.y;

function groundColour(x: number, z: number): Rgb {
  const fine = fractalNoise(x * 38, z * 38, 3);
  const broad = fractalNoise(x * 1.3, z * 1.3, 3);
  const mow = Math.sin(z * 1.35 + x * 0.28) > 0 ? 1.09 : 0.93;
  let colour = times(GRASS, mow * (0.72 + 0.36 * fine + 0.22 * broad) * (0.35 + SUN));
  const mound = Math.hypot(x - 0.42, z) + 0.16 * (broad - 0.5) + 0.05 * (fine - 0.5);
  const skinned = Math.hypot(x + 19.4, z) - 12;
  const plate = Math.hypot(x - 18.44, z) - 3.9;
  const edge = Math.min(mound - 2.75, -skinned > 0 ? 9 : Math.abs(skinned) < 2.2 && x > -34 ? -0.5 : 9, plate);
  const clay = times(CLAY, (0.74 + 0.34 * fine + 0.28 * broad) * (0.35 + SUN));
  colour = mixRgb(clay, colour, smooth(-0.06, 0.06, edge));
  const scuffed = smooth(0.42, 0.1, Math.hypot((x - 0.3) * 0.8, z)) + smooth(0.4, 0.1, Math.hypot((x - 1.45) * 0.9, z));
  colour = mixRgb(colour, times(CLAY, 0.62 * (0.8 + 0.3 * fine) * (0.35 + SUN)), 0.55 * Math.min(1, scuffed));
  if (Math.abs(x) < MOUND.rubberFrontX && Math.abs(z) < 0.305) return times([0.86, 0.83, 0.76], 0.9 * (0.9 + 0.12 * fine));
  return colour;
}

/** What a tree of a row is like: the `n`-th of its properties, 0 to 1. */
const ofTree = (cell: number, row: number, n: number): number => valueNoise(cell * 13.7 + n * 5.3, row * 31.1 + n);

/** Fence, trees and sky behind the field; `across` and `above` in quarters of the picture's height over the horizon. */
function distance(across: number, above: number): Rgb {
  const haze: Rgb = [0.46, 0.55, 0.6];
  const fenceTop = 0.62;
  if (above < fenceTop) {
    const seam = Math.abs(((((across * 0.55) % 1) + 1) % 1) - 0.5) > 0.493 ? 0.72 : 1;
    const weather = 0.88 + 0.2 * fractalNoise(across * 3, above * 5, 3);
    const rail = above > fenceTop - 0.05 ? 2.3 : 0.85 + 0.35 * (above / fenceTop);
    return times([0.03, 0.082, 0.06], seam * weather * rail);
  }
  let shade: Rgb | null = null;
  const edge = 0.2 * (fractalNoise(across * 9, above * 9, 4) - 0.5);
  for (let row = 0; row < 3 && shade === null; row++) {
    const spacing = 0.62 + 0.17 * row;
    const cell = Math.floor(across / spacing + row * 0.37);
    for (let k = -1; k <= 1; k++) {
      const cx = (cell + k + 0.5 - row * 0.37) * spacing + (ofTree(cell + k, row, 1) - 0.5) * 0.3;
      const cy = fenceTop + 0.05 + 0.3 * row + 0.3 * ofTree(cell + k, row, 2);
      const r = 0.42 + 0.22 * ofTree(cell + k, row, 3);
      const d = Math.hypot((across - cx) / (r * 1.06), (above - cy) / r) + edge;
      if (d > 1) continue;
      const leaf = fractalNoise(across * 34, above * 34, 4);
      const round = smooth(1.15, 0, Math.hypot(across - cx + 0.24 * r, above - cy - 0.42 * r) / r);
      const light = (0.3 + 0.95 * round) * (0.55 + 0.9 * leaf);
      shade = mixRgb(times([0.062, 0.125 - 0.014 * row, 0.03], 1.5 * light), haze, 0.06 + 0.09 * row);
    }
  }
  if (shade !== null) return shade;
  const cloud = smooth(0.5, 0.8, fractalNoise(across * 0.7 + 3, above * 2 + 2, 5));
  const blue = mixRgb([0.5, 0.66, 0.82], [0.24, 0.44, 0.72], smooth(0.6, 2.6, above));
  return mixRgb(blue, [0.92, 0.92, 0.92], cloud * 0.8);
}

/** Paints the field once for a camera that does not move. */
export function paintScenery(camera: PinholeCamera, view: ViewId): Scenery {
  const { width, height, focal, eye } = camera;
  const colour = new Float32Array(width * height * 3);
  const ground = new Float32Array(width * height * 2).fill(Number.NaN);
  const SUB = 2;
  for (let py = 0; py < height; py++)
    for (let px = 0; px < width; px++) {
      const sum: Rgb = [0, 0, 0];
      for (let sy = 0; sy < SUB; sy++)
        for (let sx = 0; sx < SUB; sx++) {
          const u = (px + (sx + 0.5) / SUB - width / 2) / focal;
          const v = (height / 2 - py - (sy + 0.5) / SUB) / focal;
          const dx = camera.forward.x + u * camera.right.x + v * camera.up.x;
          const dy = camera.forward.y + u * camera.right.y + v * camera.up.y;
          const dz = camera.forward.z + u * camera.right.z + v * camera.up.z;
          let c: Rgb | null = null;
          if (dy < -1e-4) {
            let t = -eye.y / dy;
            for (let k = 0; k < 4; k++) t = (groundHeight(eye.x + t * dx) - eye.y) / dy;
            const x = eye.x + t * dx;
            const z = eye.z + t * dz;
            const far = view === 'front' ? x < -46 : view === 'rear' ? x > 27 : Math.abs(z) > 19;
            if (!far) {
              c = mixRgb(groundColour(x, z), [0.42, 0.5, 0.5], smooth(10, 90, t) * 0.5);
              if (sx === 0 && sy === 0) {
                ground[(py * width + px) * 2] = x;
                ground[(py * width + px) * 2 + 1] = z;
              }
            }
          }
          if (c === null) {
            const unitsPerTangent = (4 * focal) / height;
            const level = Math.hypot(dx, dz);
            const side =
              view === 'front' ? Math.atan2(dz, -dx) : view === 'rear' ? Math.atan2(dz, dx) : Math.atan2(dx, Math.abs(dz));
            const start = view === 'front' ? 40 : view === 'rear' ? 63 : eye.z > 0 ? 0 : 17;
            c = distance(side * unitsPerTangent + start, (dy / level) * unitsPerTangent + 0.18);
          }
          sum[0] += c[0];
          sum[1] += c[1];
          sum[2] += c[2];
        }
      const o = (py * width + px) * 3;
      colour[o] = sum[0] / (SUB * SUB);
      colour[o + 1] = sum[1] / (SUB * SUB);
      colour[o + 2] = sum[2] / (SUB * SUB);
    }
  return { colour: softenFar(colour, ground, width, height), ground };
}

/** A long lens leaves what is far away a little out of focus. */
function softenFar(colour: Float32Array, ground: Float32Array, width: number, height: number): Float32Array {
  const out = Float32Array.from(colour);
  const radius = 2;
  for (let y = radius; y < height - radius; y++)
    for (let x = radius; x < width - radius; x++) {
      const i = y * width + x;
      if (!Number.isNaN(ground[2 * i]!)) continue;
      for (let c = 0; c < 3; c++) {
        let sum = 0;
        let weight = 0;
        for (let dy = -radius; dy <= radius; dy++)
          for (let dx = -radius; dx <= radius; dx++) {
            const w = 1 / (1 + dx * dx + dy * dy);
            sum += w * colour[(i + dy * width + dx) * 3 + c]!;
            weight += w;
          }
        out[i * 3 + c] = sum / weight;
      }
    }
  return out;
}
