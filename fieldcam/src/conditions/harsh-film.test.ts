import { describe, expect, test } from 'vitest';
import { cameraShake, moved, shifted } from '../camera/shake.ts';
import { towardsTarget, tripod, type ViewId } from '../camera/tripod.ts';
import type { ClipOrder } from '../film-clip.ts';
import { orderedCamera } from '../film-clip.ts';
import { filmTruth } from '../film-truth.ts';
import { deliveryMotion } from '../motion/delivery-motion.ts';
import { JOINT_IDS } from '../motion/pose.ts';
import { filmer, scenePicture } from '../render/film-frame.ts';
import { lighting } from '../render/light.ts';
import { SEGMENT_SHARE } from '../body/anthropometry.ts';
import { length, sub, vec } from '../vector.ts';
import { harshConditions, KIND, type FilmConditions } from './film-conditions.ts';

const ALIVE = { sway: 1, settle: 1, timing: 1 };
const mean = (of: ArrayLike<number>): number => Array.from(of).reduce((a, b) => a + b, 0) / of.length;

describe('a body that is alive', () => {
  const options = { ageYears: 12, hand: 'R', seed: 4, delivery: 1, leadInSeconds: 2, tailSeconds: 1 } as const;
  const stone = deliveryMotion(options);
  const living = deliveryMotion({ ...options, alive: { sway: 1 } });
  const H = living.plan.height;
  const moments = Array.from({ length: 400 }, (_, i) => (i / 399) * living.durationSeconds);

  test('sways by millimetres where he stands, on feet that stay, with bones that keep their lengths', () => {
    let most = 0;
    for (const t of moments) {
      const [a, b] = [living.poseAt(t).joints, stone.poseAt(t).joints];
      most = Math.max(most, length(sub(a.head, b.head)));
      for (const foot of ['frontAnkle', 'backAnkle', 'frontToe', 'backToe'] as const) expect(a[foot]).toEqual(b[foot]);
      for (const side of ['front', 'back'] as const)
        expect(
          Math.abs(length(sub(a[`${side}Knee`], a[`${side}Hip`])) - length(sub(b[`${side}Knee`], b[`${side}Hip`]))),
        ).toBeLessThan(0.006);
      expect(length(sub(a.throwingElbow, a.throwingShoulder))).toBeCloseTo(SEGMENT_SHARE.upperArm * H, 6);
    }
    expect(most).toBeGreaterThan(0.003);
    expect(most).toBeLessThan(0.03);
  });

  test('and throws as he would without: from the top of the lift to the slowing arm nothing is different', () => {
    for (const t of moments.filter((m) => m > living.events.liftTop && m < living.events.slowDown))
      expect(living.poseAt(t)).toEqual(stone.poseAt(t));
  });

  test('nothing jumps', () => {
    for (let t = 0; t < living.durationSeconds; t += 0.002)
      for (const id of ['head', 'frontKnee', 'backHip'] as const)
        expect(
          length(
            sub(
              sub(living.poseAt(t + 0.002).joints[id], living.poseAt(t).joints[id]),
              sub(stone.poseAt(t + 0.002).joints[id], stone.poseAt(t).joints[id]),
            ),
          ),
        ).toBeLessThan(0.0008);
  });

  test('a shoe that has landed slides and sinks a little, and is still a tenth of a second later', () => {
    const { events, poseAt } = deliveryMotion({ ...options, alive: { settle: 1 } });
    const at = (seconds: number) => poseAt(events.contact + seconds).joints.frontAnkle;
    expect(length(sub(at(0), stone.poseAt(events.contact).joints.frontAnkle))).toBeLessThan(1e-9);
    const slide = sub(at(0.2), at(0));
    expect(slide.y).toBeLessThan(0);
    expect(length(slide)).toBeGreaterThan(0.002);
    expect(length(slide)).toBeLessThan(0.03);
    expect(length(sub(at(0.12), at(0.2)))).toBeLessThan(0.0005);
  });

  test('each has shares of the time of his own, in an order that can be', () => {
    const shares = Array.from({ length: 200 }, (_, seed) => {
      const { events: e } = deliveryMotion({ ageYears: 9 + (seed % 9), hand: 'L', seed, delivery: 0, alive: ALIVE });
      const order = [
        e.set,
        e.firstMove,
        e.liftTop,
        e.handsApart,
        e.driveStart,
        e.contact,
        e.layback,
        e.release,
        e.slowDown,
        e.finish,
      ];
      expect(order).toEqual([...order].sort((a, b) => a - b));
      return (e.handsApart - e.liftTop) / (e.contact - e.liftTop);
    });
    expect(Math.max(...shares) - Math.min(...shares)).toBeGreaterThan(0.1);
  });
});

describe('a camera that is moved', () => {
  test('a tripod that nobody touches stands still', () => {
    expect(cameraShake(KIND, 540)(1.3)).toEqual({ x: 0, y: 0, roll: 0 });
  });

  test('a bumped tripod stands still until then, swings, and stays beside its place', () => {
    const shake = cameraShake({ ...KIND, seed: 3, bumpSeconds: 1 }, 540);
    expect(shake(0.99)).toEqual({ x: 0, y: 0, roll: 0 });
    expect(Math.abs(shake(1.04).x)).toBeGreaterThan(2);
    expect(shake(4).x).toBeCloseTo(shake(4.5).x, 2);
    expect(Math.abs(shake(4).x)).toBeGreaterThan(1);
  });

  test('a hand trembles by some pixels, and never out of the wider picture that is filmed for it', () => {
    for (let seed = 0; seed < 40; seed++) {
      const shake = cameraShake({ ...KIND, seed, handHeld: 1.5, bumpSeconds: 1 }, 540);
      const at = Array.from({ length: 300 }, (_, i) => shake(i / 100));
      expect(Math.max(...at.map((s) => Math.hypot(s.x, s.y)))).toBeGreaterThan(1);
      for (const s of at) {
        const corner = shifted({ x: -s.x, y: -s.y, roll: -s.roll }, 960, 540, { x: 0, y: 0 });
        expect(Math.max(-corner.x, -corner.y)).toBeLessThan(50);
      }
    }
  });

  test('a place of the still picture lands where it is said to land', () => {
    const [width, height, margin] = [120, 90, 20];
    const columns = width + 2 * margin;
    const wide = new Uint8Array(columns * (height + 2 * margin) * 3);
    const dot = { x: 40.5, y: 30.5 };
    for (let c = 0; c < 3; c++) wide[3 * ((30 + margin) * columns + 40 + margin) + c] = 250;
    const shift = { x: 6.3, y: -4.6, roll: 0.07 };
    const out = new Uint8Array(width * height * 3);
    moved(wide, margin, shift, width, height, out);
    let [sum, x, y] = [0, 0, 0];
    for (let i = 0; i < width * height; i++) {
      sum += out[3 * i]!;
      x += out[3 * i]! * ((i % width) + 0.5);
      y += out[3 * i]! * (Math.floor(i / width) + 0.5);
    }
    const expected = shifted(shift, width, height, dot);
    expect(x / sum).toBeCloseTo(expected.x, 1);
    expect(y / sum).toBeCloseTo(expected.y, 1);
  });

  test.each(['openSide', 'closedSide', 'front', 'rear'] as const)(
    '%s: turned by 25 degrees the body stays in the picture',
    (view: ViewId) => {
      for (const turnDegrees of [-25, 0, 25])
        for (const hand of ['R', 'L'] as const) {
          const motion = deliveryMotion({ ageYears: 14, hand, seed: 2, delivery: 0 });
          const camera = tripod(view, { hand, heightMetres: motion.plan.height, turnDegrees });
          for (let t = 0; t < motion.events.release; t += 0.05)
            for (const id of JOINT_IDS) {
              const p = camera.project(motion.poseAt(t).joints[id]);
              expect(p.x > 0 && p.x < 960 && p.y > 0 && p.y < 540, `${id} at ${t}`).toBe(true);
            }
          const way = towardsTarget(view, hand);
          const across = camera.project(vec(1, 0, 0)).x - camera.project(vec(0, 0, 0)).x;
          if (way !== null) expect(Math.sign(across)).toBe(way);
        }
    },
  );
});

describe('a film that does not flatter', () => {
  const order: ClipOrder = {
    pitcher: { ageYears: 10, hand: 'R', seed: 6, delivery: 0 },
    ...{ view: 'openSide', bib: 7, look: 2, framesPerSecond: 60, startSeconds: 0, codec: 'h264', width: 480, height: 270 },
  };
  const motion = deliveryMotion(order.pitcher);
  const SMALL = { width: 240, height: 136 };
  const pictureAt = (seconds: number, conditions: Partial<FilmConditions> = {}, size = SMALL): Uint8Array =>
    filmer({
      motion,
      camera: orderedCamera({ ...order, ...size }),
      view: 'openSide',
      bib: 7,
      look: 2,
      conditions: { ...KIND, ...conditions },
    })
      .frameAt(seconds)
      .slice();

  test('conditions are drawn again alike from a seed, and stay within what they say', () => {
    expect(harshConditions(5, 1 / 120)).toEqual(harshConditions(5, 1 / 120));
    const all = Array.from({ length: 300 }, (_, seed) => harshConditions(seed, 1 / 240));
    for (const c of all) {
      expect(c.shutterSeconds).toBeLessThanOrEqual(1 / 240);
      expect(Math.abs(c.turnDegrees)).toBeLessThanOrEqual(25);
    }
    for (const some of [
      all.filter((c) => c.handHeld > 0),
      all.filter((c) => c.passersBy > 0),
      all.filter((c) => c.bumpSeconds !== null),
      all.filter((c) => c.light === 'dusk'),
    ])
      expect(some.length).toBeGreaterThan(10);
  });

  test('the smear of a flying ball has its middle where the truth says', () => {
    const blurred: ClipOrder = { ...order, conditions: { shutterSeconds: 1 / 125 } };
    const truth = filmTruth(blurred);
    const frame = Math.ceil(truth.frameOf('release')) + 1;
    const at = truth.pointAt(frame, 'ball');
    const picture = pictureAt(frame / 60, { shutterSeconds: 1 / 125 }, { width: 480, height: 270 });
    const empty = scenePicture(orderedCamera(order), 'openSide');
    let [sum, x, y, wide] = [0, 0, 0, 0];
    for (let v = Math.round(at.y) - 9; v < at.y + 9; v++)
      for (let u = Math.round(at.x) - 22; u < at.x + 22; u++) {
        const i = 3 * (v * 480 + u) + 2;
        const more = Math.abs(picture[i]! - empty[i]!);
        if (more < 12) continue;
        sum += 1;
        x += u + 0.5;
        y += v + 0.5;
        wide = Math.max(wide, Math.abs(u + 0.5 - at.x));
      }
    expect(sum).toBeGreaterThan(20);
    expect(Math.abs(x / sum - at.x)).toBeLessThan(1);
    expect(Math.abs(y / sum - at.y)).toBeLessThan(1);
    // 18 m a second for 1/125 s is 14 cm: longer than the ball.
    expect(wide).toBeGreaterThan(10);
  });

  test('key frames are told for the middle of the open shutter', () => {
    const [sharp, blurred] = [filmTruth(order), filmTruth({ ...order, conditions: { shutterSeconds: 1 / 60 } })];
    expect(sharp.frameOf('contact') - blurred.frameOf('contact')).toBeCloseTo(0.5, 9);
    expect(sharp.frameOf('contact')).toBeCloseTo(motion.events.contact * 60, 9);
    expect(sharp.bodyPixels).toBeGreaterThan(0.65 * 270);
    expect(sharp.bodyPixels).toBeLessThan(0.8 * 270);
  });

  test('clouds and dusk are darker than the sun, clouds that pass change the light, noise is no more than was asked for', () => {
    const at = motion.events.set;
    const bright = mean(pictureAt(at));
    expect(mean(pictureAt(at, { light: 'cloud' }))).toBeLessThan(bright - 5);
    expect(mean(pictureAt(at, { light: 'dusk' }))).toBeLessThan(bright - 30);
    const { at: lightAt } = lighting({ ...KIND, light: 'changing', seed: 4 });
    const moments = Array.from({ length: 300 }, (_, i) => i / 100).sort((a, b) => lightAt(a).sun - lightAt(b).sun);
    const [covered, clear] = [moments[0]!, moments.at(-1)!].map((t) => mean(pictureAt(t, { light: 'changing', seed: 4 })));
    expect(clear! - covered!).toBeGreaterThan(5);
    const [clean, noisy] = [pictureAt(at), pictureAt(at, { noise: 3 })];
    const sd = Math.sqrt(mean(Array.from(clean, (v, i) => (v < 20 || v > 235 ? 9 : (v - noisy[i]!) ** 2))));
    expect(sd).toBeGreaterThan(2.7);
    expect(sd).toBeLessThan(3.3);
  });

  test.each([
    ['somebody goes by', { passersBy: 2, seed: 9 }],
    ['cloth has folds', { folds: 1 }],
    ['another build', { build: 'stout' }],
    ['another kit', { kit: 3 }],
    ['a hand that trembles', { handHeld: 1, seed: 2 }],
  ] as const)('%s: it is seen', (_, conditions) => {
    const [plain, other] = [pictureAt(motion.events.liftTop), pictureAt(motion.events.liftTop, conditions)];
    expect(other.filter((v, i) => Math.abs(v - plain[i]!) > 12).length).toBeGreaterThan(80);
  });
});
