import { add, addScaled, cross, dot, length, mix, perpendicularTo, scale, sub, unit, vec, type Vec3 } from '../vector.ts';
import type { MaterialId } from './materials.ts';

/** Triangles with a position, a normal and two decal coordinates per corner, and one material per triangle. */
export interface Mesh {
  readonly positions: number[];
  readonly normals: number[];
  readonly decals: number[];
  readonly triangles: number[];
  readonly materials: number[];
}

export const emptyMesh = (): Mesh => ({ positions: [], normals: [], decals: [], triangles: [], materials: [] });

/** One elliptic cross section of a tube. */
export interface Ring {
  readonly centre: Vec3;
  readonly across: Vec3;
  readonly deep: Vec3;
  readonly radiusAcross: number;
  readonly radiusDeep: number;
}

type Decal = (p: Vec3) => readonly [number, number];
const noDecal: Decal = () => [9, 9];

/** How far cloth stands off the body: share of the way round (0 to 1), metres along the limb -> metres. */
export type Relief = (around: number, along: number) => number;

/** Adds the surface through a row of rings; normals follow the surface, so the tube looks smooth. Cloth of a limb has the decal [10 + share round, metres along]. */
export function addTube(
  mesh: Mesh,
  rings: readonly Ring[],
  material: MaterialId,
  segments = 20,
  decal: Decal = noDecal,
  relief: Relief | null = null,
): void {
  const first = mesh.positions.length / 3;
  const w = segments + 1;
  const grid: Vec3[] = [];
  let metres = 0;
  const places: number[] = [];
  rings.forEach((ring, i) => {
    if (i > 0) metres += length(sub(ring.centre, rings[i - 1]!.centre));
    places.push(metres);
    for (let j = 0; j <= segments; j++) {
      const a = (j / segments) * 2 * Math.PI;
      const off = relief === null ? 0 : relief((j % segments) / segments, metres);
      grid.push(
        addScaled(
          addScaled(ring.centre, ring.across, Math.cos(a) * (ring.radiusAcross + off)),
          ring.deep,
          Math.sin(a) * (ring.radiusDeep + off),
        ),
      );
    }
  });
  for (let i = 0; i < rings.length; i++)
    for (let j = 0; j <= segments; j++) {
      const p = grid[i * w + j]!;
      const along = sub(grid[Math.min(i + 1, rings.length - 1) * w + j]!, grid[Math.max(i - 1, 0) * w + j]!);
      const around = sub(grid[i * w + ((j + 1) % segments)]!, grid[i * w + ((j + segments - 1) % segments)]!);
      let n = cross(along, around);
      const outward = sub(p, rings[i]!.centre);
      if (length(n) < 1e-12) n = outward;
      if (dot(n, outward) < 0) n = scale(n, -1);
      n = length(n) < 1e-12 ? vec(0, 1, 0) : unit(n);
      mesh.positions.push(p.x, p.y, p.z);
      mesh.normals.push(n.x, n.y, n.z);
      if (relief !== null && decal === noDecal) mesh.decals.push(10 + j / segments, places[i]!);
      else mesh.decals.push(...decal(p));
    }
  for (let i = 0; i < rings.length - 1; i++)
    for (let j = 0; j < segments; j++) {
      const a = first + i * w + j;
      mesh.triangles.push(a, a + 1, a + w, a + 1, a + w + 1, a + w);
      mesh.materials.push(material, material);
    }
}

/** A limb along a bent line: `profile` gives [share of the length, radius in metres]. */
export function addLimb(
  mesh: Mesh,
  joints: readonly Vec3[],
  profile: ReadonlyArray<readonly [number, number]>,
  material: MaterialId,
  options: {
    readonly segments?: number;
    readonly steps?: number;
    readonly round?: number;
    readonly flat?: number;
    readonly relief?: Relief | null;
  } = {},
): void {
  const { segments = 18, steps = 30, round = 0.055, flat = 1, relief = null } = options;
  const points: Vec3[] = [joints[0]!];
  for (let i = 1; i < joints.length - 1; i++) {
    const [a, b, c] = [joints[i - 1]!, joints[i]!, joints[i + 1]!];
    const before = mix(b, a, Math.min(0.45, round / length(sub(b, a))));
    const after = mix(b, c, Math.min(0.45, round / length(sub(c, b))));
    for (let k = 0; k <= 6; k++) {
      const t = k / 6;
      points.push(mix(mix(before, b, t), mix(b, after, t), t));
    }
  }
  points.push(joints[joints.length - 1]!);
  const lengths = [0];
  for (let i = 1; i < points.length; i++) lengths.push(lengths[i - 1]! + length(sub(points[i]!, points[i - 1]!)));
  const total = lengths[lengths.length - 1]!;
  const at = (share: number): Vec3 => {
    const s = share * total;
    let i = 0;
    while (i < points.length - 2 && s > lengths[i + 1]!) i++;
    return mix(points[i]!, points[i + 1]!, (s - lengths[i]!) / (lengths[i + 1]! - lengths[i]! || 1));
  };
  const radiusAt = (share: number): number => {
    let k = 0;
    while (k < profile.length - 2 && share > profile[k + 1]![0]) k++;
    const q = Math.max(0, Math.min(1, (share - profile[k]![0]) / (profile[k + 1]![0] - profile[k]![0])));
    return profile[k]![1] + (profile[k + 1]![1] - profile[k]![1]) * q * q * (3 - 2 * q);
  };
  const rings: Ring[] = [];
  let across: Vec3 | null = null;
  for (let i = 0; i <= steps; i++) {
    const share = i / steps;
    const along = unit(sub(at(Math.min(1, share + 0.01)), at(Math.max(0, share - 0.01))));
    const seed: Vec3 = across ?? (Math.abs(along.z) < 0.9 ? vec(0, 0, 1) : vec(1, 0, 0));
    across = perpendicularTo(seed, along);
    const r = radiusAt(share);
    rings.push({ centre: at(share), across, deep: cross(along, across), radiusAcross: r, radiusDeep: r * flat });
  }
  addTube(mesh, rings, material, segments, undefined, relief);
}

/** Three axes at right angles: `z` ahead, `y` up, `x` the remaining one. */
export interface Basis {
  readonly x: Vec3;
  readonly y: Vec3;
  readonly z: Vec3;
}

export function basisFrom(ahead: Vec3, up: Vec3): Basis {
  const z = unit(ahead);
  const y = perpendicularTo(up, z);
  return { x: cross(y, z), y, z };
}

/** A point given in the axes of `basis`, from `origin`. */
export const within = (origin: Vec3, b: Basis, x: number, y: number, z: number): Vec3 =>
  addScaled(addScaled(addScaled(origin, b.x, x), b.y, y), b.z, z);

/** An ellipsoid, or its upper part: `from` and `to` are shares of the way from the top pole to the bottom pole. */
export function addBlob(
  mesh: Mesh,
  centre: Vec3,
  radii: readonly [number, number, number],
  b: Basis,
  material: MaterialId,
  options: { readonly from?: number; readonly to?: number; readonly rows?: number; readonly columns?: number } = {},
): void {
  const { from = 0, to = 1, rows = 12, columns = 18 } = options;
  const first = mesh.positions.length / 3;
  for (let i = 0; i <= rows; i++) {
    const phi = Math.PI * (from + ((to - from) * i) / rows);
    for (let j = 0; j <= columns; j++) {
      const a = (j / columns) * 2 * Math.PI;
      const [sx, sy, sz] = [Math.sin(phi) * Math.cos(a), Math.cos(phi), Math.sin(phi) * Math.sin(a)];
      const p = within(centre, b, sx * radii[0], sy * radii[1], sz * radii[2]);
      const n = unit(add(add(scale(b.x, sx / radii[0]), scale(b.y, sy / radii[1])), scale(b.z, sz / radii[2])));
      mesh.positions.push(p.x, p.y, p.z);
      mesh.normals.push(n.x, n.y, n.z);
      mesh.decals.push(9, 9);
    }
  }
  const w = columns + 1;
  for (let i = 0; i < rows; i++)
    for (let j = 0; j < columns; j++) {
      const a = first + i * w + j;
      mesh.triangles.push(a, a + 1, a + w, a + 1, a + w + 1, a + w);
      mesh.materials.push(material, material);
    }
}
