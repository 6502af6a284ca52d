import type { PinholeCamera } from '../camera/pinhole.ts';
import { groundHeight } from '../motion/mound.ts';
import type { Hand } from '../motion/pitcher.ts';
import { vec, type Vec3 } from '../vector.ts';

/** Where the cones stand, in metres from the middle of the rubber: x to the plate, z across. A rectangle that a camp lays with a tape. */
const CONES = [
  [0, -0.75],
  [0, 0.75],
  [1.8, -0.75],
  [1.8, 0.75],
] as const;

/** Where a cone stands on the ground: at which end of the rectangle, and on which side of the line for a hand. */
export function conePlace(end: 'rubber' | 'ahead', side: 'throwing' | 'glove', hand: Hand): Vec3 {
  const across = (side === 'glove') === (hand === 'R') ? -1 : 1;
  const [x, z] = CONES.find(([cx, cz]) => cx > 1 === (end === 'ahead') && Math.sign(cz) === across)!;
  return vec(x, groundHeight(x), z);
}

const RADIUS = 0.07;
const TALL = 0.12;
const ORANGE = [0.72, 0.17, 0.03] as const;
const BAND = [0.78, 0.76, 0.7] as const;

/** Paints four small cones into linear colours of the empty field: nobody ever steps behind one, so they are a part of the scenery. */
export function paintCones(colour: Float32Array, camera: PinholeCamera): void {
  const { width, height, focal } = camera;
  for (const [x, z] of CONES) {
    const ground = groundHeight(x);
    const [foot, tip] = [camera.project(vec(x, ground, z)), camera.project(vec(x, ground + TALL, z))];
    if (foot.depth <= 0) continue;
    const half = (focal * RADIUS) / foot.depth;
    // The foot of a cone is a circle that the camera sees from a little above.
    const flat = half * Math.max(0.05, (camera.eye.y - ground) / Math.hypot(camera.eye.x - x, camera.eye.z - z));
    for (let py = Math.floor(tip.y) - 1; py <= foot.y + flat + 1; py++)
      for (let px = Math.floor(foot.x - half) - 1; px <= foot.x + half + 1; px++) {
        if (px < 0 || py < 0 || px >= width || py >= height) continue;
        let covered = 0;
        const sum = [0, 0, 0];
        for (let k = 0; k < 16; k++) {
          const [sx, sy] = [px + ((k % 4) + 0.5) / 4, py + (Math.floor(k / 4) + 0.5) / 4];
          const up = (foot.y - sy) / (foot.y - tip.y);
          const off = (sx - foot.x) / half;
          const inside = up > 1 ? false : up >= 0 ? Math.abs(off) <= 1 - 0.86 * up : off ** 2 + ((sy - foot.y) / flat) ** 2 <= 1;
          if (!inside) continue;
          covered += 1 / 16;
          const shade = 0.8 - 0.45 * Math.min(1, Math.abs(off - 0.25));
          for (let c = 0; c < 3; c++) sum[c] = sum[c]! + ((up > 0.45 && up < 0.65 ? BAND : ORANGE)[c]! * shade) / 16;
        }
        const i = 3 * (py * width + px);
        for (let c = 0; c < 3; c++) colour[i + c] = colour[i + c]! * (1 - covered) + sum[c]!;
      }
  }
}
