import type { PinholeCamera } from './camera/pinhole.ts';
import { tripod, type ViewId } from './camera/tripod.ts';
import { deliveryMotion, type DeliveryMotion } from './motion/delivery-motion.ts';
import type { Pose } from './motion/pose.ts';
import { randomSource } from './random.ts';
import { figureMesh } from './render/figure-mesh.ts';
import { sunDirection } from './render/light.ts';
import { materialsFor } from './render/materials.ts';
import type { Mesh } from './render/mesh.ts';
import { rasterize } from './render/rasterize.ts';
import { scenePicture } from './render/film-frame.ts';

/** A film that was left running: what a small grey picture of it shows at a moment, and what is true of it. */
export interface LongFilm {
  readonly seconds: number;
  /** First move and finish of each delivery, in seconds of the film. */
  readonly deliveries: ReadonlyArray<{ readonly firstMove: number; readonly release: number; readonly finish: number }>;
  /** A byte a pixel, row by row; the array is used again. */
  greyAt(seconds: number): Uint8Array;
}

type Act =
  | {
      readonly kind: 'walk';
      readonly from: number;
      readonly until: number;
      readonly x0: number;
      readonly x1: number;
      readonly z0: number;
      readonly z1: number;
    }
  | { readonly kind: 'stand'; readonly from: number; readonly until: number }
  | {
      readonly kind: 'throw';
      readonly from: number;
      readonly until: number;
      readonly at: number;
      readonly speed: number;
      readonly motion: DeliveryMotion;
    };

/**
 * A camper's minutes before a camera that nobody stops: he walks up, plays some easy warm-up throws without a lift, comes set, throws, fetches the next ball; others cross the picture, somebody bumps the tripod, clouds
 * pass. Seeded.
 */
export function longFilm(order: {
  readonly seed: number;
  readonly view: ViewId;
  readonly width: number;
  readonly height: number;
  readonly deliveries: number;
}): LongFilm {
  const r = randomSource(52_000 + order.seed);
  const between = (a: number, b: number): number => a + (b - a) * r.uniform();
  const hand = r.uniform() < 0.8 ? 'R' : 'L';
  const ageYears = 9 + Math.floor(between(0, 8));
  const tempo = between(0.9, 1.15);
  const motionOf = (delivery: number): DeliveryMotion =>
    deliveryMotion({ ageYears, hand, tempo, seed: 600 + order.seed, delivery, faults: {} });
  const standing = motionOf(0);
  const { height: H } = standing.plan;
  const acts: Act[] = [];
  const truth: Array<{ firstMove: number; release: number; finish: number }> = [];
  let now = 0;
  const walk = (x0: number, x1: number, z0: number, z1: number): void => {
    const seconds = Math.max(1.5, Math.hypot(x1 - x0, z1 - z0) / between(0.9, 1.4));
    acts.push({ kind: 'walk', from: now, until: now + seconds, x0, x1, z0, z1 });
    now += seconds;
  };
  const stand = (seconds: number): void => {
    acts.push({ kind: 'stand', from: now, until: now + seconds });
    now += seconds;
  };
  walk(-3.5, 0, between(-1, 1), 0);
  for (let k = 0; k < 2 + Math.floor(between(0, 2)); k += 1) {
    stand(between(1, 3));
    // An easy throw: only the end of the movement, slower.
    const motion = motionOf(20 + k);
    const [at, speed] = [motion.events.contact - 0.3, between(0.7, 0.9)];
    const seconds = (motion.events.finish - at) / speed;
    acts.push({ kind: 'throw', from: now, until: now + seconds, at, speed, motion });
    now += seconds;
    stand(between(0.5, 1.5));
  }
  for (let k = 0; k < order.deliveries; k += 1) {
    if (k > 0 || r.uniform() < 0.5) {
      const out = between(0.6, 2);
      walk(0.7, 0.7 + out, 0, between(-0.5, 0.5));
      walk(0.7 + out, 0, 0, 0);
    }
    stand(between(1.2, 4));
    const motion = motionOf(k);
    const from = now - motion.events.set;
    truth.push({
      firstMove: from + motion.events.firstMove,
      release: from + motion.events.release,
      finish: from + motion.events.finish,
    });
    const seconds = motion.durationSeconds - motion.events.set;
    acts.push({ kind: 'throw', from: now, until: now + seconds, at: motion.events.set, speed: 1, motion });
    now += seconds;
  }
  walk(0.7, -3.5, 0, 0);
  const total = now;

  const crossings = Array.from({ length: 1 + Math.floor(between(0, 3)) }, () => ({
    from: between(0, total),
    /** How far before or behind the pitcher he passes, in metres. */
    beside: between(1.2, 3) * (r.uniform() < 0.5 ? -1 : 1),
    way: r.uniform() < 0.5 ? 1 : -1,
    speed: between(1.1, 2.2),
  }));
  const bumps = Array.from({ length: r.uniform() < 0.6 ? 1 : 0 }, () => ({ at: between(5, total), by: between(0.01, 0.04) }));
  const clouds = Array.from({ length: Math.floor(between(0, 4)) }, () => ({
    at: between(0, total),
    takes: between(1, 4),
    lasts: between(5, 25),
    dims: between(0.15, 0.4),
  }));

  const camera = tripod(order.view, { hand, heightMetres: H, width: order.width, height: order.height });
  const scene = greyOf(scenePicture(camera, order.view));
  const tones = materialsFor(order.seed % 6).map(({ colour: [red, green, blue] }) => 0.3 * red + 0.59 * green + 0.11 * blue);
  const out = new Uint8Array(order.width * order.height);
  const noise = randomSource(9_000 + order.seed);
  const poseOf = (t: number): { readonly pose: Pose; readonly dx: number; readonly dz: number; readonly dy: number } => {
    const act = acts.find((a) => t < a.until) ?? acts.at(-1)!;
    if (act.kind === 'throw') return { pose: act.motion.poseAt(act.at + (t - act.from) * act.speed), dx: 0, dz: 0, dy: 0 };
    const breath = 0.004 * Math.sin(1.7 * t);
    if (act.kind === 'stand') return { pose: standing.poseAt(standing.events.set), dx: breath, dz: 0, dy: 0 };
    const share = Math.min(1, (t - act.from) / (act.until - act.from));
    return {
      pose: stride(standing, t),
      dx: act.x0 + (act.x1 - act.x0) * share,
      dz: act.z0 + (act.z1 - act.z0) * share,
      dy: 0.02 * Math.abs(Math.sin(5.5 * t)),
    };
  };

  return {
    seconds: total,
    deliveries: truth,
    greyAt(t) {
      let light = 1;
      for (const c of clouds) {
        const since = t - c.at;
        const share =
          since < 0 ? 0 : since < c.takes ? since / c.takes : since < c.lasts ? 1 : Math.max(0, 1 - (since - c.lasts) / c.takes);
        light *= 1 - c.dims * share;
      }
      let shift = 0;
      for (const b of bumps)
        if (t > b.at) shift += b.by * order.width * (0.4 + Math.exp(-3 * (t - b.at)) * Math.cos(22 * (t - b.at)));
      out.set(scene);
      const bodies = [
        ...crossings.flatMap((c) => {
          const along = c.way * (-5 + c.speed * (t - c.from));
          if (Math.abs(along) > 6) return [];
          const [dx, dz] = order.view === 'front' ? [c.beside, along] : [along, c.beside];
          return [{ pose: stride(standing, t + c.from), dx, dz, dy: 0 }];
        }),
        poseOf(t),
      ].sort((a, b) => away(camera, b) - away(camera, a));
      for (const body of bodies) paint(out, moved(figureMesh(body.pose, H, ageYears), body.dx, body.dy, body.dz), camera, tones);
      return seen(out, order.width, order.height, light, Math.round(shift), noise);
    },
  };
}

const away = ({ eye }: PinholeCamera, at: { readonly dx: number; readonly dz: number }): number =>
  Math.hypot(eye.x - at.dx, eye.z - at.dz);

/** A walking body, as far as a small picture shows it: the pose changes between two of the delivery's, twice a second. */
function stride(motion: DeliveryMotion, t: number): Pose {
  const phase = 0.5 + 0.5 * Math.sin(2 * Math.PI * 0.9 * t);
  const { firstMove, liftTop } = motion.events;
  return motion.poseAt(firstMove + 0.35 * phase * (liftTop - firstMove));
}

function moved(mesh: Mesh, dx: number, dy: number, dz: number): Mesh {
  const positions = mesh.positions.map((v, i) => v + (i % 3 === 0 ? dx : i % 3 === 1 ? dy : dz));
  return { ...mesh, positions };
}

function paint(out: Uint8Array, mesh: Mesh, camera: PinholeCamera, tones: readonly number[]): void {
  const s = rasterize(mesh, camera);
  const sun = sunDirection;
  const { per } = s.sampling;
  for (let row = 0; row < s.rows / per; row += 1)
    for (let column = 0; column < s.columns / per; column += 1) {
      let [sum, covered] = [0, 0];
      for (let k = 0; k < per * per; k += 1) {
        const i = (row * per + Math.floor(k / per)) * s.columns + column * per + (k % per);
        const m = s.material[i]!;
        if (m < 0) continue;
        covered += 1;
        const lit = Math.abs(s.normal[3 * i]! * sun.x + s.normal[3 * i + 1]! * sun.y + s.normal[3 * i + 2]! * sun.z);
        sum += Math.min(255, 255 * Math.sqrt(tones[m]! * (0.45 + 0.9 * lit)));
      }
      if (covered === 0) continue;
      const o = (s.top + row) * camera.width + s.left + column;
      const share = covered / (per * per);
      out[o] = Math.round(out[o]! * (1 - share) + (share * sum) / covered);
    }
}

function greyOf(rgb: Uint8Array): Uint8Array {
  return Uint8Array.from({ length: rgb.length / 3 }, (_, i) =>
    Math.round(0.3 * rgb[3 * i]! + 0.59 * rgb[3 * i + 1]! + 0.11 * rgb[3 * i + 2]!),
  );
}

const views = new WeakMap<Uint8Array, Uint8Array>();
/** What the camera makes of it: dimmer under a cloud, shifted after a bump, with the noise of a small sensor. */
function seen(
  picture: Uint8Array,
  width: number,
  height: number,
  light: number,
  shift: number,
  noise: { uniform(): number },
): Uint8Array {
  const view = views.get(picture) ?? new Uint8Array(picture.length);
  views.set(picture, view);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const from = y * width + Math.max(0, Math.min(width - 1, x + shift));
      view[y * width + x] = Math.max(0, Math.min(255, Math.round(picture[from]! * light + 4 * (noise.uniform() - 0.5))));
    }
  return view;
}
