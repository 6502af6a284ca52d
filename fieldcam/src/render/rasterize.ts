import type { PinholeCamera } from '../camera/pinhole.ts';
import { vec, cross, unit, type Vec3 } from '../vector.ts';
import type { Mesh } from './mesh.ts';

/** What is nearest at each sample of a rectangle of the picture. */
export interface Samples {
  readonly left: number;
  readonly top: number;
  readonly columns: number;
  readonly rows: number;
  readonly sampling: Sampling;
  readonly inverseDepth: Float32Array;
  readonly material: Int16Array;
  readonly normal: Float32Array;
  readonly decal: Float32Array;
}

/** Samples per pixel along each axis, and how far all of them are moved, in pixels. */
export interface Sampling {
  readonly per: number;
  readonly x: number;
  readonly y: number;
}
/** Four samples a pixel: for a picture by itself. */
export const FINE: Sampling = { per: 2, x: 0, y: 0 };
/** One sample a pixel, each time elsewhere in it: for one of `steps` pictures that are added up. */
export const coarse = (step: number): Sampling => ({
  per: 1,
  x: ((step * 0.5 + 0.25) % 1) - 0.5,
  y: ((step * 0.25 + 0.125) % 1) - 0.5,
});

interface ScreenMesh {
  readonly x: Float32Array;
  readonly y: Float32Array;
  readonly inverseDepth: Float32Array;
  /** 1 where the surface at the corner clearly faces away. */
  readonly away: Uint8Array;
}

/** How clearly a surface must face away (cosine) before it is left out: what is open, like a sleeve, shows its inside. */
const AWAY = 0.35;

function toScreen(
  mesh: Mesh,
  { eye, right, up, forward, focal, width, height }: PinholeCamera,
  { per, x: ox, y: oy }: Sampling,
): ScreenMesh {
  const { positions, normals } = mesh;
  const n = positions.length / 3;
  const [x, y, inverseDepth, away] = [new Float32Array(n), new Float32Array(n), new Float32Array(n), new Uint8Array(n)];
  for (let i = 0; i < n; i++) {
    const dx = positions[3 * i]! - eye.x;
    const dy = positions[3 * i + 1]! - eye.y;
    const dz = positions[3 * i + 2]! - eye.z;
    const depth = dx * forward.x + dy * forward.y + dz * forward.z;
    x[i] = (width / 2 - ox + (focal * (dx * right.x + dy * right.y + dz * right.z)) / depth) * per;
    y[i] = (height / 2 - oy - (focal * (dx * up.x + dy * up.y + dz * up.z)) / depth) * per;
    inverseDepth[i] = 1 / depth;
    const facing = dx * normals[3 * i]! + dy * normals[3 * i + 1]! + dz * normals[3 * i + 2]!;
    away[i] = facing > AWAY * Math.sqrt(dx * dx + dy * dy + dz * dz) ? 1 : 0;
  }
  return { x, y, inverseDepth, away };
}

/** Draws the triangles of `mesh` into a depth buffer that just encloses them. */
export function rasterize(mesh: Mesh, camera: PinholeCamera, sampling: Sampling = FINE): Samples {
  const { per } = sampling;
  const s = toScreen(mesh, camera, sampling);
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < s.x.length; i++) {
    x0 = Math.min(x0, s.x[i]!);
    x1 = Math.max(x1, s.x[i]!);
    y0 = Math.min(y0, s.y[i]!);
    y1 = Math.max(y1, s.y[i]!);
  }
  const left = Math.max(0, Math.floor(x0 / per) - 1);
  const top = Math.max(0, Math.floor(y0 / per) - 1);
  const columns = Math.max(0, Math.min(camera.width, Math.ceil(x1 / per) + 1) - left) * per;
  const rows = Math.max(0, Math.min(camera.height, Math.ceil(y1 / per) + 1) - top) * per;
  const size = columns * rows;
  const inverseDepth = new Float32Array(size);
  const material = new Int16Array(size).fill(-1);
  const normal = new Float32Array(size * 3);
  const decal = new Float32Array(size * 2);
  const [ox, oy] = [left * per, top * per];
  const { triangles, materials, normals, decals } = mesh;
  for (let k = 0; k < materials.length; k++) {
    const [a, b, c] = [triangles[3 * k]!, triangles[3 * k + 1]!, triangles[3 * k + 2]!];
    if (s.away[a]! + s.away[b]! + s.away[c]! === 3) continue;
    const [ax, ay, bx, by, cx, cy] = [s.x[a]! - ox, s.y[a]! - oy, s.x[b]! - ox, s.y[b]! - oy, s.x[c]! - ox, s.y[c]! - oy];
    const area = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
    if (Math.abs(area) < 1e-9) continue;
    const fromX = Math.max(0, Math.ceil(Math.min(ax, bx, cx) - 0.5));
    const toX = Math.min(columns - 1, Math.floor(Math.max(ax, bx, cx) - 0.5));
    const fromY = Math.max(0, Math.ceil(Math.min(ay, by, cy) - 0.5));
    const toY = Math.min(rows - 1, Math.floor(Math.max(ay, by, cy) - 0.5));
    const [da, db, dc] = [s.inverseDepth[a]!, s.inverseDepth[b]!, s.inverseDepth[c]!];
    for (let y = fromY; y <= toY; y++)
      for (let x = fromX; x <= toX; x++) {
        const px = x + 0.5 - ax;
        const py = y + 0.5 - ay;
        const wb = (px * (cy - ay) - (cx - ax) * py) / area;
        if (wb < 0) continue;
        const wc = ((bx - ax) * py - px * (by - ay)) / area;
        if (wc < 0) continue;
        const wa = 1 - wb - wc;
        if (wa < 0) continue;
        const q = wa * da + wb * db + wc * dc;
        const i = y * columns + x;
        if (q <= inverseDepth[i]!) continue;
        inverseDepth[i] = q;
        material[i] = materials[k]!;
        for (let m = 0; m < 3; m++)
          normal[3 * i + m] = wa * normals[3 * a + m]! + wb * normals[3 * b + m]! + wc * normals[3 * c + m]!;
        decal[2 * i] = wa * decals[2 * a]! + wb * decals[2 * b]! + wc * decals[2 * c]!;
        decal[2 * i + 1] = wa * decals[2 * a + 1]! + wb * decals[2 * b + 1]! + wc * decals[2 * c + 1]!;
      }
  }
  return { left, top, columns, rows, sampling, inverseDepth, material, normal, decal };
}

/** How far the figure reaches towards the sun, over a plane at right angles to the light. */
export interface ShadowMap {
  /** Share of light, 0 to 1, that reaches a point; `soft` widens the edge, in metres. */
  lightAt(x: number, y: number, z: number, soft: number): number;
}

export function shadowMap(mesh: Mesh, sun: Vec3, centre: Vec3): ShadowMap {
  const right = unit(cross(vec(0, 1, 0), sun));
  const up = cross(sun, right);
  const size = 560;
  const cell = 3.4 / size;
  const nearest = new Float32Array(size * size).fill(-Infinity);
  const along = (x: number, y: number, z: number, axis: Vec3): number =>
    (x - centre.x) * axis.x + (y - centre.y) * axis.y + (z - centre.z) * axis.z;
  const n = mesh.positions.length / 3;
  const [u, v, d] = [new Float32Array(n), new Float32Array(n), new Float32Array(n)];
  for (let i = 0; i < n; i++) {
    const [x, y, z] = [mesh.positions[3 * i]!, mesh.positions[3 * i + 1]!, mesh.positions[3 * i + 2]!];
    u[i] = along(x, y, z, right) / cell + size / 2;
    v[i] = along(x, y, z, up) / cell + size / 2;
    d[i] = along(x, y, z, sun);
  }
  for (let k = 0; k < mesh.materials.length; k++) {
    const [a, b, c] = [mesh.triangles[3 * k]!, mesh.triangles[3 * k + 1]!, mesh.triangles[3 * k + 2]!];
    const area = (u[b]! - u[a]!) * (v[c]! - v[a]!) - (u[c]! - u[a]!) * (v[b]! - v[a]!);
    if (Math.abs(area) < 1e-9) continue;
    const x0 = Math.max(0, Math.ceil(Math.min(u[a]!, u[b]!, u[c]!) - 0.5));
    const x1 = Math.min(size - 1, Math.floor(Math.max(u[a]!, u[b]!, u[c]!) + 0.5));
    const y0 = Math.max(0, Math.ceil(Math.min(v[a]!, v[b]!, v[c]!) - 0.5));
    const y1 = Math.min(size - 1, Math.floor(Math.max(v[a]!, v[b]!, v[c]!) + 0.5));
    for (let y = y0; y <= y1; y++)
      for (let x = x0; x <= x1; x++) {
        const wb = ((x - u[a]!) * (v[c]! - v[a]!) - (u[c]! - u[a]!) * (y - v[a]!)) / area;
        const wc = ((u[b]! - u[a]!) * (y - v[a]!) - (x - u[a]!) * (v[b]! - v[a]!)) / area;
        const wa = 1 - wb - wc;
        if (wa < -0.02 || wb < -0.02 || wc < -0.02) continue;
        const depth = wa * d[a]! + wb * d[b]! + wc * d[c]!;
        if (depth > nearest[y * size + x]!) nearest[y * size + x] = depth;
      }
  }
  return {
    lightAt(x, y, z, soft) {
      const cx = along(x, y, z, right) / cell + size / 2;
      const cy = along(x, y, z, up) / cell + size / 2;
      const depth = along(x, y, z, sun) + 0.02;
      const r = soft / cell;
      let lit = 0;
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const sx = Math.round(cx + dx * r);
          const sy = Math.round(cy + dy * r);
          lit += sx < 0 || sy < 0 || sx >= size || sy >= size || nearest[sy * size + sx]! <= depth ? 1 : 0;
        }
      return lit / 9;
    },
  };
}
