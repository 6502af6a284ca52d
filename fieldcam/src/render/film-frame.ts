import type { PinholeCamera } from '../camera/pinhole.ts';
import { cameraShake, moved } from '../camera/shake.ts';
import type { ViewId } from '../camera/tripod.ts';
import { KIND, type FilmConditions } from '../conditions/film-conditions.ts';
import type { DeliveryMotion } from '../motion/delivery-motion.ts';
import { JOINT_IDS, type JointId, type Pose } from '../motion/pose.ts';
import { groundHeight } from '../motion/mound.ts';
import { walkerPose, type Walker } from '../motion/walker.ts';
import { randomSource } from '../random.ts';
import { addScaled, dot, mix, sub, vec } from '../vector.ts';
import { bibNumber } from './bib-digits.ts';
import { paintCones } from './cones.ts';
import { figureMesh } from './figure-mesh.ts';
import { lighting, type Light } from './light.ts';
import { materialsFor } from './materials.ts';
import type { Mesh } from './mesh.ts';
import { coarse, FINE, shadowMap, type Sampling, type ShadowMap } from './rasterize.ts';
import { paintScenery } from './scenery.ts';
import { shadeFigure } from './shade-figure.ts';
import { LIGHT_OF_BYTE, byteOfLight, toByte } from './tone.ts';

/** Films one delivery, frame by frame, into 8-bit RGB. */
export interface Filmer {
  /** The picture whose shutter opens at a moment: width x height x 3 bytes. The array is used again for the next frame. */
  frameAt(seconds: number): Uint8Array;
}

/** The field without anybody on it: width x height x 3 bytes. */
export function scenePicture(camera: PinholeCamera, view: ViewId): Uint8Array {
  const { colour } = paintScenery(camera, view);
  return Uint8Array.from({ length: camera.width * camera.height * 3 }, (_, i) => toByte(colour[i]!));
}

/** Pixels that a joint may move between two of the pictures that a shutter adds up: the faster it goes, the less an edge of it is seen, and a ball is wider than its steps. */
const STEP = { ball: 8, hand: 4, body: 2.5 };
const stepOf = (joint: JointId): number =>
  joint === 'ball' ? STEP.ball : /Wrist|Elbow|glove/.test(joint) ? STEP.hand : STEP.body;
const STEPS = JOINT_IDS.map((id) => [id, stepOf(id)] as const);
const MOST_STEPS = 16;

export function filmer(options: {
  readonly motion: DeliveryMotion;
  /** Where it stands before anybody shakes it. */
  readonly camera: PinholeCamera;
  readonly view: ViewId;
  readonly bib: number;
  readonly look: number;
  readonly conditions?: FilmConditions;
}): Filmer {
  const { motion, camera, view, bib, look, conditions = KIND } = options;
  const shake = cameraShake(conditions, camera.height);
  const shaken = conditions.handHeld > 0 || conditions.bumpSeconds !== null;
  const margin = shaken ? Math.ceil(0.045 * camera.height) * 2 : 0;
  const wide: PinholeCamera = widened(camera, margin);
  const { width, height } = wide;
  const scenery = paintScenery(wide, view);
  if (conditions.cones) paintCones(scenery.colour, wide);
  const figure = { build: conditions.build, folds: conditions.folds, seed: conditions.seed };
  const materials = materialsFor(look, conditions.kit);
  const digits = bibNumber(bib);
  const sunlight = lighting(conditions);
  const { height: tall, ageYears, hand } = motion.plan;
  const walkers = passersBy(conditions, camera, tall);
  const base = new Uint8Array(width * height * 3);
  const still = new Uint8Array(base.length);
  const out = new Uint8Array(base.length);
  const open = new Float32Array(conditions.shutterSeconds > 0 ? base.length : 0);
  const picture = shaken ? new Uint8Array(camera.width * camera.height * 3) : out;
  const grain = randomSource(61_000 + conditions.seed);
  const noise = Float32Array.from({ length: conditions.noise > 0 ? 1 << 20 : 0 }, () => conditions.noise * grain.normal());
  let painted: Light | null = null;

  const paint = (light: Light): void => {
    if (painted && Math.abs(painted.gain[1] - light.gain[1]) < 1e-3 && Math.abs(painted.gain[2] - light.gain[2]) < 1e-3) return;
    const [r, g, b] = light.gain;
    const { colour } = scenery;
    for (let i = 0; i < base.length; i += 3) {
      base[i] = toByte(colour[i]! * r);
      base[i + 1] = toByte(colour[i + 1]! * g);
      base[i + 2] = toByte(colour[i + 2]! * b);
    }
    painted = light;
  };

  const castShadow = (shade: ShadowMap, cx: number, cz: number, light: Light): void => {
    const reach = 1.9 * tall;
    for (let i = 0; i < width * height; i++) {
      const x = scenery.ground[2 * i]!;
      const z = scenery.ground[2 * i + 1]!;
      if (!(Math.abs(x - cx) < reach && Math.abs(z - cz) < reach)) continue;
      const reaches = shade.lightAt(x, groundHeight(x), z, 0.016);
      if (reaches === 1) continue;
      const k = 1 - 0.6 * light.sun * (1 - reaches) - 0.12 * (1 - light.sun) * (1 - reaches);
      for (let c = 0; c < 3; c++)
        still[3 * i + c] = toByte(scenery.colour[3 * i + c]! * light.gain[c]! * k * (c === 2 && reaches < 1 ? 1.06 : 1));
    }
  };

  const meshOf = (pose: Pose): Mesh => figureMesh(pose, tall, ageYears, figure);

  const draw = (seconds: number, pose: Pose, mesh: Mesh, light: Light, shade: ShadowMap, sampling: Sampling): void => {
    const own = {
      pose,
      mesh,
      ...{ materials, digits, facing: hand === 'R' ? (1 as const) : (-1 as const), seams: conditions.folds > 0 },
    };
    const lit = { ...light, direction: sunlight.direction, shade };
    const distance = dot(sub(pose.joints.frontHip, camera.eye), camera.forward);
    const others = walkers.map(({ walker, dressed }) => {
      const walking = walkerPose(walker, seconds);
      return {
        depth: dot(sub(walking.joints.frontHip, camera.eye), camera.forward),
        pose: walking,
        mesh: figureMesh(walking, walker.height, 14),
        ...{ materials: dressed, digits: null, facing: 1 as const, seams: false },
      };
    });
    for (const o of others) if (o.depth > distance) shadeFigure(out, wide, o, lit, sampling);
    shadeFigure(out, wide, own, lit, sampling);
    for (const o of others) if (o.depth <= distance) shadeFigure(out, wide, o, lit, sampling);
  };

  /** How many pictures are added up while the shutter is open. */
  const stepsAt = (seconds: number): number => {
    if (conditions.shutterSeconds === 0) return 1;
    const [a, b] = [motion.poseAt(seconds).joints, motion.poseAt(seconds + conditions.shutterSeconds).joints];
    const needed = STEPS.map(([id, step]) => {
      const [p, q] = [camera.project(a[id]), camera.project(b[id])];
      return Math.hypot(p.x - q.x, p.y - q.y) / step;
    });
    return Math.max(1, Math.min(MOST_STEPS, Math.ceil(Math.max(...needed))));
  };

  /** The part of the picture in which anybody is while the shutter is open. */
  const bounds = (seconds: number) => {
    const moments = [0, 0.5, 1].map((k) => seconds + k * conditions.shutterSeconds);
    const bodies = moments.flatMap((t) => [motion.poseAt(t), ...walkers.map((w) => walkerPose(w.walker, t))]);
    const at = bodies.flatMap((b) => JOINT_IDS.map((id) => wide.project(b.joints[id])));
    // The flesh around a joint, and what hands and feet reach beyond theirs.
    const rim = (0.2 * tall * camera.focal) / Math.min(...at.map((p) => p.depth));
    const within = (value: number, most: number): number => Math.max(0, Math.min(most, Math.round(value)));
    return {
      left: within(Math.min(...at.map((p) => p.x)) - rim, width),
      right: within(Math.max(...at.map((p) => p.x)) + rim, width),
      top: within(Math.min(...at.map((p) => p.y)) - rim, height),
      bottom: within(Math.max(...at.map((p) => p.y)) + rim, height),
    };
  };

  const frameAt = (seconds: number): Uint8Array => {
    const light = sunlight.at(seconds);
    paint(light);
    const steps = stepsAt(seconds);
    const moment = (k: number): number => seconds + (conditions.shutterSeconds * (k + 0.5)) / steps;
    const middle = motion.poseAt(seconds + conditions.shutterSeconds / 2);
    const centre = mix(middle.joints.frontHip, middle.joints.backHip, 0.5);
    const mesh = meshOf(middle);
    const shade = shadowMap(mesh, sunlight.direction, centre);
    still.set(base);
    castShadow(shade, centre.x, centre.z, light);
    if (steps === 1) {
      out.set(still);
      draw(moment(0), middle, mesh, light, shade, FINE);
    } else {
      const around = bounds(seconds);
      const rows = Array.from({ length: Math.max(0, around.bottom - around.top) }, (_, row) => {
        const first = (around.top + row) * width;
        return [3 * (first + around.left), 3 * (first + around.right)] as const;
      });
      out.set(still);
      for (const [from, to] of rows) open.fill(0, from, to);
      for (let k = 0; k < steps; k++) {
        if (k > 0) for (const [from, to] of rows) out.set(still.subarray(from, to), from);
        const pose = motion.poseAt(moment(k));
        draw(moment(k), pose, meshOf(pose), light, shade, steps < 4 ? FINE : coarse(k));
        for (const [from, to] of rows) for (let i = from; i < to; i++) open[i]! += LIGHT_OF_BYTE[out[i]!]!;
      }
      for (const [from, to] of rows) for (let i = from; i < to; i++) out[i] = byteOfLight(open[i]! / steps);
    }
    if (shaken) moved(out, margin, shake(seconds + conditions.shutterSeconds / 2), camera.width, camera.height, picture);
    if (conditions.noise > 0) {
      let from = Math.floor(grain.uniform() * noise.length);
      for (let i = 0; i < picture.length; i++) {
        picture[i] = Math.max(0, Math.min(255, picture[i]! + noise[from]! + 0.5));
        from = from + 1 === noise.length ? 0 : from + 1;
      }
    }
    return picture;
  };
  return { frameAt };
}

function widened(camera: PinholeCamera, margin: number): PinholeCamera {
  const [width, height] = [camera.width + 2 * margin, camera.height + 2 * margin];
  return {
    ...camera,
    width,
    height,
    project: (point) => {
      const at = camera.project(point);
      return { ...at, x: at.x + margin, y: at.y + margin };
    },
  };
}

/** Who goes by: behind the pitcher as often as not far away, seldom before him. */
function passersBy(
  conditions: FilmConditions,
  camera: PinholeCamera,
  tall: number,
): Array<{ walker: Walker; dressed: ReturnType<typeof materialsFor> }> {
  const r = randomSource(73_000 + conditions.seed);
  return Array.from({ length: conditions.passersBy }, (_, i) => {
    const stands = r.uniform() < 0.3;
    const behind = 1.6 + 5 * r.uniform();
    const way = r.uniform() < 0.5 ? 1 : -1;
    const across = vec(camera.right.x * way, 0, camera.right.z * way);
    const speed = stands ? 0.02 : 0.8 + 0.9 * r.uniform();
    const middle = vec(0.5, 0, 0);
    const level = vec(camera.forward.x, 0, camera.forward.z);
    const at = addScaled(
      addScaled(middle, level, behind),
      across,
      stands ? (1.1 + r.uniform()) * way : -(0.3 + 1.8 * r.uniform()),
    );
    return {
      walker: {
        height: tall * (0.9 + 0.35 * r.uniform()),
        from: vec(at.x, groundHeight(at.x), at.z),
        way: across,
        speed,
        phase: 6.28 * r.uniform(),
      },
      dressed: materialsFor(conditions.seed + i + 2, conditions.kit + i),
    };
  });
}
