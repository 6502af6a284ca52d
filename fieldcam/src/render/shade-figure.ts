import type { PinholeCamera } from '../camera/pinhole.ts';
import type { Pose } from '../motion/pose.ts';
import { groundHeight } from '../motion/mound.ts';
import { cross, dot, type Vec3 } from '../vector.ts';
import type { Light } from './light.ts';
import { MATERIAL_IDS, type Material } from './materials.ts';
import type { Mesh } from './mesh.ts';
import { valueNoise } from './noise.ts';
import { rasterize, type Sampling, type ShadowMap } from './rasterize.ts';
import { toByte } from './tone.ts';

const JERSEY = MATERIAL_IDS.indexOf('jersey');
const TRIM = MATERIAL_IDS.indexOf('trim');
const TROUSERS = MATERIAL_IDS.indexOf('trousers');

/** A body and its clothes, as they are drawn. */
export interface Dressed {
  readonly pose: Pose;
  readonly mesh: Mesh;
  readonly materials: readonly Material[];
  /** How much of a place of the shirt is number; null for somebody who has none. */
  readonly digits: ((u: number, v: number) => number) | null;
  readonly facing: 1 | -1;
  readonly seams: boolean;
}

/** Draws a body over the picture, in the light of the moment. */
export function shadeFigure(
  out: Uint8Array,
  camera: PinholeCamera,
  { pose, mesh, materials, digits, facing, seams }: Dressed,
  light: Light & { readonly direction: Vec3; readonly shade: ShadowMap },
  sampling: Sampling,
): void {
  const { width, height } = camera;
  const { shade, direction: sun, gain } = light;
  const s = rasterize(mesh, camera, sampling);
  const front = cross(pose.shoulderAxis, pose.trunkUp);
  const chestRight = cross(pose.trunkUp, front);
  const mirror = dot(chestRight, pose.shoulderAxis) > 0 ? 1 : -1;
  const { per } = sampling;
  for (let row = 0; row < s.rows / per; row++)
    for (let column = 0; column < s.columns / per; column++) {
      let r = 0;
      let g = 0;
      let b = 0;
      let covered = 0;
      let lastMaterial = -1;
      let lastR = 0;
      let lastG = 0;
      let lastB = 0;
      for (let sy = 0; sy < per; sy++)
        for (let sx = 0; sx < per; sx++) {
          const i = (row * per + sy) * s.columns + column * per + sx;
          const m = s.material[i]!;
          if (m < 0) continue;
          covered++;
          if (m === lastMaterial && m !== JERSEY && !(seams && m === TROUSERS)) {
            r += lastR;
            g += lastG;
            b += lastB;
            continue;
          }
          lastMaterial = m;
          let nx = s.normal[3 * i]!;
          let ny = s.normal[3 * i + 1]!;
          let nz = s.normal[3 * i + 2]!;
          const l = Math.sqrt(nx * nx + ny * ny + nz * nz) || 1;
          nx /= l;
          ny /= l;
          nz /= l;
          const depth = 1 / s.inverseDepth[i]!;
          const u = (s.left + column + (sx + 0.5) / per + sampling.x - width / 2) / camera.focal;
          const v = (height / 2 - s.top - row - (sy + 0.5) / per - sampling.y) / camera.focal;
          const vx = camera.forward.x + u * camera.right.x + v * camera.up.x;
          const vy = camera.forward.y + u * camera.right.y + v * camera.up.y;
          const vz = camera.forward.z + u * camera.right.z + v * camera.up.z;
          const wx = camera.eye.x + depth * vx;
          const wy = camera.eye.y + depth * vy;
          const wz = camera.eye.z + depth * vz;
          const away = nx * vx + ny * vy + nz * vz;
          if (away > 0) {
            nx = -nx;
            ny = -ny;
            nz = -nz;
          }
          let material = materials[m]!;
          let ink = 0;
          if (m === JERSEY && digits !== null && s.decal[2 * i]! < 5) {
            const seenFrom = facing * (nx * front.x + ny * front.y + nz * front.z);
            ink = digits(s.decal[2 * i]! * mirror * facing * (seenFrom > 0 ? 1 : -1) * 0.95, s.decal[2 * i + 1]!);
            if (Math.abs(seenFrom) < 0.25) ink = 0;
          }
          // A dark line of thread down the outside and the inside of a limb, and its hem's grain that goes with the cloth.
          const onCloth = s.decal[2 * i]! >= 9.99;
          const round = s.decal[2 * i]! - 10;
          const seam = seams && onCloth && (Math.abs(round - 0.25) < 0.012 || Math.abs(round - 0.75) < 0.012) ? 0.72 : 1;
          if (ink > 0.5) material = materials[TRIM]!;
          const lambert = nx * sun.x + ny * sun.y + nz * sun.z;
          const lit = lambert > 0 ? shade.lightAt(wx + nx * 0.012, wy + ny * 0.012, wz + nz * 0.012, 0.012) * lambert : 0;
          const nearGround = Math.min(1, 0.55 + Math.max(0, wy - groundHeight(wx)) * 0.9);
          const skyLight = (0.34 + 0.2 * ny + 0.26 * (1 - light.sun)) * nearGround;
          const bounce = 0.1 * Math.max(0, 0.4 - ny);
          const rim = 0.12 * (1 - Math.min(1, Math.abs(away))) ** 3;
          const grain =
            seam *
            (1 +
              material.grain *
                ((onCloth
                  ? valueNoise(round * 60, s.decal[2 * i + 1]! * 90)
                  : valueNoise(s.decal[2 * i]! < 5 ? s.decal[2 * i]! * 40 : (wx + wz) * 60, wy * 70)) -
                  0.5));
          const spec = lit > 0 ? light.sun * material.shine * glance(nx, ny, nz, sun.x - vx, sun.y - vy, sun.z - vz) : 0;
          const warm = 1.28 * lit * light.sun;
          lastR = material.colour[0] * grain * (warm * 1.04 + skyLight * 0.92 + bounce * 1.5 + rim) + spec;
          lastG = material.colour[1] * grain * (warm * 0.99 + skyLight * 0.98 + bounce * 0.9 + rim) + spec;
          lastB = material.colour[2] * grain * (warm * 0.9 + skyLight * 1.16 + bounce * 0.6 + rim) + spec;
          r += lastR;
          g += lastG;
          b += lastB;
        }
      if (covered === 0) continue;
      const o = ((s.top + row) * width + s.left + column) * 3;
      const share = covered / (per * per);
      out[o] = Math.round(out[o]! * (1 - share) + share * toByte((gain[0] * r) / covered));
      out[o + 1] = Math.round(out[o + 1]! * (1 - share) + share * toByte((gain[1] * g) / covered));
      out[o + 2] = Math.round(out[o + 2]! * (1 - share) + share * toByte((gain[2] * b) / covered));
    }
}

/** How much of the sun a surface throws towards the camera: the cosine between its normal and the way half between both, to the 24th (Blinn 1977). */
function glance(nx: number, ny: number, nz: number, hx: number, hy: number, hz: number): number {
  const c = (nx * hx + ny * hy + nz * hz) / (Math.sqrt(hx * hx + hy * hy + hz * hz) || 1);
  if (c <= 0) return 0;
  const c2 = c * c;
  const c4 = c2 * c2;
  const c8 = c4 * c4;
  return c8 * c8 * c8;
}
