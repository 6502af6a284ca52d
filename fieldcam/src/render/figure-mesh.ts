import { headHalfShare } from '../body/anthropometry.ts';
import type { FilmConditions } from '../conditions/film-conditions.ts';
import type { Pose } from '../motion/pose.ts';
import { addScaled, cross, dot, mix, perpendicularTo, sub, unit, vec, type Vec3 } from '../vector.ts';
import { materialId } from './materials.ts';
import { addBlob, addLimb, addTube, basisFrom, emptyMesh, within, type Mesh, type Relief, type Ring } from './mesh.ts';
import { valueNoise } from './noise.ts';

const M = {
  skin: materialId('skin'),
  jersey: materialId('jersey'),
  trim: materialId('trim'),
  trousers: materialId('trousers'),
  belt: materialId('belt'),
  sock: materialId('sock'),
  shoe: materialId('shoe'),
  sole: materialId('sole'),
  cap: materialId('cap'),
  brim: materialId('brim'),
  hair: materialId('hair'),
  glove: materialId('glove'),
  ball: materialId('ball'),
  eyeWhite: materialId('eyeWhite'),
  eye: materialId('eye'),
  lip: materialId('lip'),
};

/** [share of the trunk, half breadth, half depth] from the crotch upwards, in shares of body height. */
const TORSO: ReadonlyArray<readonly [number, number, number]> = [
  [-0.17, 0.03, 0.03],
  [-0.12, 0.075, 0.058],
  [-0.04, 0.094, 0.072],
  [0.06, 0.097, 0.073],
  [0.2, 0.09, 0.066],
  [0.34, 0.085, 0.061],
  [0.52, 0.091, 0.066],
  [0.7, 0.104, 0.07],
  [0.84, 0.12, 0.07],
  [0.95, 0.123, 0.062],
  [1.01, 0.095, 0.048],
  [1.07, 0.036, 0.036],
];

/** How a body is built, and how its clothes fall. */
export interface Figure {
  readonly build: FilmConditions['build'];
  /** Folds of the cloth, 0 to about 1. */
  readonly folds: number;
  readonly seed: number;
}
const SMOOTH: Figure = { build: 'usual', folds: 0, seed: 0 };
/** Girth of trunk and limbs, as shares of the usual one. */
const BUILDS = { slim: { trunk: 0.88, limbs: 0.88 }, usual: { trunk: 1, limbs: 1 }, stout: { trunk: 1.2, limbs: 1.14 } } as const;

/** The surface of the pitcher for one pose. `girth` is 1 for a grown youth, less for a slim child. */
export function figureMesh(pose: Pose, heightMetres: number, ageYears: number, figure: Figure = SMOOTH): Mesh {
  const H = heightMetres;
  const usual = H * (0.93 + 0.07 * Math.min(1, (ageYears - 8) / 9));
  const girth = usual * BUILDS[figure.build].limbs;
  const broad = usual * BUILDS[figure.build].trunk;
  const j = pose.joints;
  const mesh = emptyMesh();
  const up = pose.trunkUp;
  const pelvis = mix(j.frontHip, j.backHip, 0.5);
  const shoulders = mix(j.throwingShoulder, j.gloveShoulder, 0.5);
  const trunk = sub(shoulders, pelvis);

  const rings: Ring[] = [];
  const steps = 34;
  for (let i = 0; i <= steps; i++) {
    const share = -0.17 + (1.24 * i) / steps;
    let k = 0;
    while (k < TORSO.length - 2 && share > TORSO[k + 1]![0]) k++;
    const [a, b] = [TORSO[k]!, TORSO[k + 1]!];
    const q = Math.max(0, Math.min(1, (share - a[0]) / (b[0] - a[0])));
    const s = q * q * (3 - 2 * q);
    const turn = Math.max(0, Math.min(1, (share - 0.1) / 0.72));
    const across = perpendicularTo(mix(pose.hipAxis, pose.shoulderAxis, turn * turn * (3 - 2 * turn)), up);
    rings.push({
      centre: addScaled(pelvis, trunk, share),
      across,
      deep: cross(across, up),
      // The shoulders stay where the joints are.
      radiusAcross: (a[1] + (b[1] - a[1]) * s) * (share > 0.8 ? usual : broad),
      radiusDeep: (a[2] + (b[2] - a[2]) * s) * broad,
    });
  }
  const waist = rings.findIndex((_, i) => -0.17 + (1.24 * i) / steps > 0.12);
  const chestAxis = pose.shoulderAxis;
  const decal = (p: Vec3): readonly [number, number] => {
    const d = sub(p, pelvis);
    return [dot(d, chestAxis) / (0.112 * H), (dot(d, up) / (0.288 * H) - 0.44) / 0.36];
  };
  const twist = dot(pose.hipAxis, pose.shoulderAxis);
  addTube(mesh, rings.slice(0, waist + 1), M.trousers, 32, undefined, cloth(figure, 1, 0.5, H));
  addTube(mesh, rings.slice(waist), M.jersey, 36, decal, cloth(figure, 2, 0.7 + 0.9 * (1 - twist), H));
  addTube(
    mesh,
    rings
      .slice(waist - 1, waist + 1)
      .map((r) => ({ ...r, radiusAcross: r.radiusAcross * 1.03, radiusDeep: r.radiusDeep * 1.03 })),
    M.belt,
    32,
  );
  addTube(
    mesh,
    rings.slice(-5, -2).map((r) => ({ ...r, radiusAcross: r.radiusAcross * 1.012, radiusDeep: r.radiusDeep * 1.02 })),
    M.jersey,
    24,
  );

  addHead(mesh, pose, H, ageYears, shoulders);
  for (const side of ['front', 'back'] as const)
    addLeg(
      mesh,
      j[`${side}Hip`],
      j[`${side}Knee`],
      j[`${side}Ankle`],
      side === 'front' ? pose.frontFoot : pose.backFoot,
      girth,
      H,
      figure,
    );
  addArm(mesh, j.throwingShoulder, j.throwingElbow, j.throwingWrist, girth);
  addArm(mesh, j.gloveShoulder, j.gloveElbow, j.gloveWrist, girth);
  addHand(mesh, j.throwingElbow, j.throwingWrist, H);
  addMitt(mesh, j.gloveElbow, j.gloveWrist, up, H);
  addBlob(mesh, j.ball, [0.0368, 0.0368, 0.0368], basisFrom(vec(1, 0, 0), vec(0, 1, 0)), M.ball, { rows: 10, columns: 14 });
  return mesh;
}

function addHead(mesh: Mesh, pose: Pose, H: number, ageYears: number, shoulders: Vec3): void {
  const k = headHalfShare(ageYears) * H;
  const b = basisFrom(pose.gaze, pose.headUp);
  const at = (x: number, y: number, z: number): Vec3 => within(pose.joints.head, b, x * k, y * k, z * k);
  const radii = (x: number, y: number, z: number): [number, number, number] => [x * k, y * k, z * k];
  addLimb(
    mesh,
    [addScaled(shoulders, pose.trunkUp, -0.02 * H), at(0, -0.45, -0.1)],
    [
      [0, 0.034 * H],
      [0.5, 0.029 * H],
      [1, 0.028 * H],
    ],
    M.skin,
    { steps: 6 },
  );
  addBlob(mesh, at(0, 0.04, -0.02), radii(0.66, 0.92, 0.8), b, M.skin, { rows: 18, columns: 24 });
  addBlob(mesh, at(0, -0.5, 0.2), radii(0.5, 0.48, 0.56), b, M.skin);
  addBlob(mesh, at(0, 0.1, -0.14), radii(0.69, 0.84, 0.76), b, M.hair, { rows: 14 });
  addBlob(mesh, at(0, -0.06, 0.76), radii(0.1, 0.17, 0.16), b, M.skin, { rows: 8, columns: 10 });
  for (const s of [-1, 1]) {
    addBlob(mesh, at(0.27 * s, 0.06, 0.68), radii(0.13, 0.075, 0.08), b, M.eyeWhite, { rows: 6, columns: 10 });
    addBlob(mesh, at(0.27 * s, 0.06, 0.735), radii(0.065, 0.07, 0.05), b, M.eye, { rows: 6, columns: 8 });
    addBlob(mesh, at(0.28 * s, 0.22, 0.7), radii(0.17, 0.035, 0.08), b, M.hair, { rows: 5, columns: 8 });
    addBlob(mesh, at(0.67 * s, -0.02, -0.06), radii(0.09, 0.22, 0.15), b, M.skin, { rows: 8, columns: 10 });
  }
  addBlob(mesh, at(0, -0.5, 0.72), radii(0.19, 0.045, 0.08), b, M.lip, { rows: 5, columns: 10 });
  addBlob(mesh, at(0, 0.3, -0.03), radii(0.74, 0.82, 0.88), b, M.cap, { to: 0.52, rows: 12, columns: 26 });
  addBlob(mesh, at(0, 1.1, -0.03), radii(0.07, 0.04, 0.07), b, M.brim, { rows: 4, columns: 8 });
  addBlob(mesh, at(0, 0.3, 0.92), radii(0.58, 0.06, 0.62), b, M.brim, { rows: 6, columns: 22 });
}

/**
 * Folds of cloth: bulges and creases of some millimetres that shift with the bend of the limb, deeper where it bends. null where cloth lies smooth.
 */
function cloth(figure: Figure, piece: number, bend: number, H: number, knee = -1): Relief | null {
  if (figure.folds === 0) return null;
  const [dx, dy] = [figure.seed * 7.3 + piece * 31.7, piece * 17.9 + 0.9 * bend];
  return (around, along) => {
    // Noise that meets itself once round.
    const turn = (cells: number): number => {
      const a = 2 * Math.PI * around;
      return valueNoise(dx + cells * Math.cos(a) + 0.25 * Math.sin(a), dy + cells * Math.sin(a) + (along / H) * 34);
    };
    const near = knee < 0 ? 0 : Math.exp(-(((along - knee) / (0.06 * H)) ** 2));
    return figure.folds * H * (0.0085 * (turn(0.8) - 0.4) * (1 + 0.8 * bend + 1.6 * bend * near) + 0.0032 * (turn(2.1) - 0.5));
  };
}

function addLeg(mesh: Mesh, hip: Vec3, knee: Vec3, ankle: Vec3, foot: Vec3, g: number, H: number, figure: Figure): void {
  const kneeBend = 1 - Math.max(-1, Math.min(1, dot(unit(sub(knee, hip)), unit(sub(ankle, knee)))));
  const root = addScaled(hip, unit(sub(knee, hip)), -0.028 * H);
  addLimb(
    mesh,
    [root, knee, mix(ankle, knee, 0.3)],
    [
      [0, 0.05 * g],
      [0.12, 0.06 * g],
      [0.36, 0.05 * g],
      [0.54, 0.04 * g],
      [0.66, 0.042 * g],
      [0.9, 0.036 * g],
      [1, 0.037 * g],
    ],
    M.trousers,
    figure.folds === 0
      ? { segments: 22, steps: 38 }
      : { segments: 26, steps: 72, round: 0.04, relief: cloth(figure, hip.x > ankle.x ? 3 : 4, kneeBend, H, 0.273 * H) },
  );
  // The knee shows through the cloth, at the front of the bend.
  if (figure.folds > 0) {
    const ahead = kneeBend > 0.12 ? unit(sub(knee, mix(hip, ankle, 0.5))) : foot;
    const down = unit(sub(ankle, hip));
    const k = basisFrom(Math.abs(dot(ahead, down)) > 0.97 ? vec(0, 0, 1) : ahead, down);
    addBlob(mesh, within(knee, k, 0, 0, 0.021 * g), [0.021 * g, 0.031 * g, 0.022 * g], k, M.trousers, { rows: 10, columns: 14 });
  }
  addLimb(
    mesh,
    [mix(ankle, knee, 0.46), addScaled(ankle, unit(sub(ankle, knee)), 0.012 * H)],
    [
      // Below where the cloth's folds reach.
      [0, (figure.folds === 0 ? 0.034 : 0.029) * g],
      [0.55, (figure.folds === 0 ? 0.029 : 0.027) * g],
      [1, 0.025 * g],
    ],
    M.sock,
    { steps: 10 },
  );
  const shin = unit(sub(knee, ankle));
  const b = basisFrom(foot, Math.abs(dot(shin, foot)) > 0.98 ? vec(0, 0, 1) : shin);
  const at = (y: number, z: number): Vec3 => within(ankle, b, 0, y * H, z * H);
  addBlob(mesh, at(-0.008, 0), [0.028 * H, 0.028 * H, 0.036 * H], b, M.shoe);
  addBlob(mesh, at(-0.012, 0.05), [0.029 * H, 0.021 * H, 0.07 * H], b, M.shoe);
  addBlob(mesh, at(-0.027, 0.036), [0.031 * H, 0.008 * H, 0.083 * H], b, M.sole);
}

function addArm(mesh: Mesh, shoulder: Vec3, elbow: Vec3, wrist: Vec3, g: number): void {
  addLimb(
    mesh,
    [shoulder, elbow, wrist],
    [
      [0, 0.034 * g],
      [0.2, 0.03 * g],
      [0.45, 0.025 * g],
      [0.56, 0.024 * g],
      [0.68, 0.026 * g],
      [0.88, 0.018 * g],
      [1, 0.016 * g],
    ],
    M.skin,
    { round: 0.035 },
  );
  const start = addScaled(shoulder, unit(sub(elbow, shoulder)), -0.022 * g);
  addLimb(
    mesh,
    [start, mix(shoulder, elbow, 0.66)],
    [
      [0, 0.03 * g],
      [0.25, 0.039 * g],
      [0.7, 0.035 * g],
      [1, 0.037 * g],
    ],
    M.jersey,
    { steps: 12, segments: 20 },
  );
  const along = unit(sub(elbow, shoulder));
  addBlob(
    mesh,
    shoulder,
    [0.041 * g, 0.041 * g, 0.041 * g],
    basisFrom(along, Math.abs(along.y) > 0.9 ? vec(0, 0, 1) : vec(0, 1, 0)),
    M.jersey,
    { rows: 12, columns: 20 },
  );
  addLimb(
    mesh,
    [mix(shoulder, elbow, 0.63), mix(shoulder, elbow, 0.68)],
    [
      [0, 0.0378 * g],
      [1, 0.0382 * g],
    ],
    M.trim,
    { steps: 2, segments: 20 },
  );
}

function addHand(mesh: Mesh, elbow: Vec3, wrist: Vec3, H: number): void {
  const along = unit(sub(wrist, elbow));
  const b = basisFrom(along, Math.abs(along.y) > 0.9 ? vec(0, 0, 1) : vec(0, 1, 0));
  addBlob(mesh, within(wrist, b, 0, 0, 0.03 * H), [0.014 * H, 0.02 * H, 0.034 * H], b, M.skin, { rows: 8, columns: 12 });
  addBlob(mesh, within(wrist, b, 0.006 * H, 0.004 * H, 0.07 * H), [0.01 * H, 0.017 * H, 0.024 * H], b, M.skin, {
    rows: 8,
    columns: 12,
  });
}

function addMitt(mesh: Mesh, elbow: Vec3, wrist: Vec3, trunkUp: Vec3, H: number): void {
  const along = unit(sub(wrist, elbow));
  const side = Math.abs(dot(trunkUp, along)) > 0.95 ? vec(0, 0, 1) : trunkUp;
  const b = basisFrom(along, side);
  const at = (x: number, y: number, z: number): Vec3 => within(wrist, b, x * H, y * H, z * H);
  addBlob(mesh, at(0, 0, 0.006), [0.027 * H, 0.029 * H, 0.024 * H], b, M.glove);
  addBlob(mesh, at(0, 0, 0.06), [0.03 * H, 0.058 * H, 0.058 * H], b, M.glove, { rows: 14, columns: 20 });
  for (let i = 0; i < 4; i++)
    addBlob(mesh, at(0.006, -0.04 + 0.023 * i, 0.1), [0.018 * H, 0.0125 * H, 0.038 * H], b, M.glove, { rows: 8, columns: 10 });
  addBlob(mesh, at(0.012, 0.055, 0.055), [0.016 * H, 0.017 * H, 0.042 * H], b, M.glove, { rows: 8, columns: 10 });
  addBlob(mesh, at(0.022, 0, 0.065), scale3([0.013, 0.036, 0.036], H), b, M.belt, { rows: 8, columns: 12 });
}

const scale3 = (r: readonly [number, number, number], k: number): [number, number, number] => [r[0] * k, r[1] * k, r[2] * k];
