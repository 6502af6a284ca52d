import type { PinholeCamera } from '../camera/pinhole.ts';
import type { ViewId } from '../camera/tripod.ts';
import type { DeliveryMotion } from '../motion/delivery-motion.ts';
import { groundHeight } from '../motion/mound.ts';
import { cross, mix } from '../vector.ts';
import { bibNumber } from './bib-digits.ts';
import { figureMesh, sunDirection } from './figure-mesh.ts';
import { MATERIAL_IDS, materialsFor } from './materials.ts';
import { OVERSAMPLING, rasterize, shadowMap } from './rasterize.ts';
import { valueNoise } from './noise.ts';
import { paintScenery } from './scenery.ts';

/** Films one delivery from one tripod, frame by frame, into 8-bit RGB. */
export interface Filmer {
  /** The picture at a moment: width x height x 3 bytes. The array is used again for the next frame. */
  frameAt(seconds: number): Uint8Array;
}

const JERSEY = MATERIAL_IDS.indexOf('jersey');
const TRIM = MATERIAL_IDS.indexOf('trim');

const GAMMA = (() => {
  const table = new Uint8Array(4096);
  for (let i = 0; i < 4096; i++) {
    const x = (i / 4095) * 1.6;
    const mapped = Math.min(1, (x * (1 + x / 2.6)) / (1 + x * 0.82));
    table[i] = Math.round(255 * (mapped <= 0.0031308 ? 12.92 * mapped : 1.055 * mapped ** (1 / 2.4) - 0.055));
  }
  return table;
})();
const toByte = (linear: number): number => GAMMA[Math.max(0, Math.min(4095, Math.round((linear / 1.6) * 4095)))]!;

/** The field without anybody on it: width x height x 3 bytes. */
export function scenePicture(camera: PinholeCamera, view: ViewId): Uint8Array {
  const { colour } = paintScenery(camera, view);
  return Uint8Array.from({ length: camera.width * camera.height * 3 }, (_, i) => toByte(colour[i]!));
}

export function filmer(options: {
  readonly motion: DeliveryMotion;
  readonly camera: PinholeCamera;
  readonly view: ViewId;
  readonly bib: number;
  readonly look: number;
}): Filmer {
  const { motion, camera, view, bib, look } = options;
  const { width, height } = camera;
  const scenery = paintScenery(camera, view);
  const materials = materialsFor(look);
  const digits = bibNumber(bib);
  const base = scenePicture(camera, view);
  const out = new Uint8Array(base.length);

  const frameAt = (seconds: number): Uint8Array => {
    out.set(base);
    const pose = motion.poseAt(seconds);
    const mesh = figureMesh(pose, motion.plan.height, motion.plan.ageYears);
    const centre = mix(pose.joints.frontHip, pose.joints.backHip, 0.5);
    const sun = sunDirection;
    const shade = shadowMap(mesh, sun, centre);
    castShadow(shade, centre.x, centre.z);
    const s = rasterize(mesh, camera);
    const front = cross(pose.shoulderAxis, pose.trunkUp);
    const chestRight = cross(pose.trunkUp, front);
    const mirror =
      chestRight.x * pose.shoulderAxis.x + chestRight.y * pose.shoulderAxis.y + chestRight.z * pose.shoulderAxis.z > 0 ? 1 : -1;
    const facing = motion.plan.hand === 'R' ? 1 : -1;
    const per = OVERSAMPLING;
    for (let row = 0; row < s.rows / per; row++)
      for (let column = 0; column < s.columns / per; column++) {
        let [r, g, b, covered] = [0, 0, 0, 0];
        let [lastMaterial, lastR, lastG, lastB] = [-1, 0, 0, 0];
        for (let sy = 0; sy < per; sy++)
          for (let sx = 0; sx < per; sx++) {
            const i = (row * per + sy) * s.columns + column * per + sx;
            const m = s.material[i]!;
            if (m < 0) continue;
            covered++;
            if (m === lastMaterial && m !== JERSEY) {
              r += lastR;
              g += lastG;
              b += lastB;
              continue;
            }
            lastMaterial = m;
            let [nx, ny, nz] = [s.normal[3 * i]!, s.normal[3 * i + 1]!, s.normal[3 * i + 2]!];
            const l = Math.hypot(nx, ny, nz) || 1;
            nx /= l;
            ny /= l;
            nz /= l;
            const depth = 1 / s.inverseDepth[i]!;
            const u = (s.left + column + (sx + 0.5) / per - width / 2) / camera.focal;
            const v = (height / 2 - s.top - row - (sy + 0.5) / per) / camera.focal;
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
            if (m === JERSEY && s.decal[2 * i]! < 5) {
              const seenFrom = facing * (nx * front.x + ny * front.y + nz * front.z);
              ink = digits(s.decal[2 * i]! * mirror * facing * (seenFrom > 0 ? 1 : -1) * 0.95, s.decal[2 * i + 1]!);
              if (Math.abs(seenFrom) < 0.25) ink = 0;
            }
            if (ink > 0.5) material = materials[TRIM]!;
            const lambert = nx * sun.x + ny * sun.y + nz * sun.z;
            const lit = lambert > 0 ? shade.lightAt(wx + nx * 0.012, wy + ny * 0.012, wz + nz * 0.012, 0.012) * lambert : 0;
            const nearGround = Math.min(1, 0.55 + Math.max(0, wy - groundHeight(wx)) * 0.9);
            const skyLight = (0.34 + 0.2 * ny) * nearGround;
            const bounce = 0.1 * Math.max(0, 0.4 - ny);
            const rim = 0.12 * (1 - Math.min(1, Math.abs(away))) ** 3;
            const grain =
              1 + material.grain * (valueNoise(s.decal[2 * i]! < 5 ? s.decal[2 * i]! * 40 : (wx + wz) * 60, wy * 70) - 0.5);
            const half = unitHalf(sun.x - vx, sun.y - vy, sun.z - vz);
            const spec = lit > 0 ? material.shine * Math.max(0, nx * half[0] + ny * half[1] + nz * half[2]) ** 24 : 0;
            const warm = 1.28 * lit;
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
        out[o] = Math.round(out[o]! * (1 - share) + share * toByte(r / covered));
        out[o + 1] = Math.round(out[o + 1]! * (1 - share) + share * toByte(g / covered));
        out[o + 2] = Math.round(out[o + 2]! * (1 - share) + share * toByte(b / covered));
      }
    return out;
  };

  const castShadow = (shade: ReturnType<typeof shadowMap>, cx: number, cz: number): void => {
    const reach = 1.9 * motion.plan.height;
    for (let i = 0; i < width * height; i++) {
      const x = scenery.ground[2 * i]!;
      const z = scenery.ground[2 * i + 1]!;
      if (!(Math.abs(x - cx) < reach && Math.abs(z - cz) < reach)) continue;
      const light = shade.lightAt(x, groundHeight(x), z, 0.016);
      if (light === 1) continue;
      const k = 0.4 + 0.6 * light;
      for (let c = 0; c < 3; c++) out[3 * i + c] = toByte(scenery.colour[3 * i + c]! * k * (c === 2 && light < 1 ? 1.06 : 1));
    }
  };
  return { frameAt };
}

function unitHalf(x: number, y: number, z: number): readonly [number, number, number] {
  const l = Math.hypot(x, y, z) || 1;
  return [x / l, y / l, z / l];
}
