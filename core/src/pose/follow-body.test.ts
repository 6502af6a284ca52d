import { describe, expect, test } from 'vitest';
import { bestPath } from './best-path.ts';
import { bodyPixelsOf } from './body-pixels.ts';
import { BODY_POINTS, FOLLOWED, pointsOfJoint, type FollowedJoint } from './body-points.ts';
import type { Finding } from './finding.ts';
import { followBody } from './follow-body.ts';
import { knownSides } from './known-side.ts';
import { smoothTrack } from './smooth-track.ts';

/** Numbers that look like chance and are the same each time (a linear congruence, the constants of Numerical Recipes). */
function chance(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

describe('bestPath', () => {
  test('is the cheapest of all paths, tried one by one', () => {
    const random = chance(4);
    for (let round = 0; round < 60; round++) {
      const layers = Array.from({ length: 5 }, () => Array.from({ length: 1 + Math.floor(3 * random()) }, () => random()));
      const own = (s: number): number => s;
      const step = (a: number, b: number): number => Math.abs(a - b) ** 0.5;
      const cost = (path: readonly number[]): number =>
        path.reduce(
          (sum, i, k) => sum + own(layers[k]![i]!) + (k > 0 ? step(layers[k - 1]![path[k - 1]!]!, layers[k]![i]!) : 0),
          0,
        );
      let all: number[][] = [[]];
      for (const layer of layers) all = all.flatMap((p) => layer.map((_, i) => [...p, i]));
      expect(cost(bestPath(layers, own, step))).toBeCloseTo(Math.min(...all.map(cost)), 12);
    }
  });
  test('the example of its docstring, one layer, and none', () => {
    const none = (): number => 0;
    expect(
      bestPath(
        [
          [0, 5],
          [4, 6],
        ],
        none,
        (a, b) => Math.abs(a - b),
      ),
    ).toEqual([1, 0]);
    expect(bestPath([[3, 1, 2]], (s) => s, none)).toEqual([1]);
    expect(bestPath([], none, none)).toEqual([]);
  });
});

describe('smoothTrack', () => {
  const times = Array.from({ length: 60 }, (_, i) => i / 120);
  const way = (t: number) => ({ x: 100 + 40 * t - 90 * t * t, y: 50 - 200 * t + 400 * t * t });
  const samples = times.map((seconds) => ({ seconds, ...way(seconds), score: 0.8 }));
  const options = { halfWindowSeconds: 0.04, floor: 1 };

  // Local regression of the second degree leaves a parabola as it is (Cleveland 1979).
  test('leaves a parabola as it is, also between samples and over a gap', () => {
    const kept = samples.filter((_, i) => i % 4 === 0 && (i < 16 || i > 36));
    for (const [i, p] of smoothTrack(kept, times, options)!.entries()) {
      expect(p.x).toBeCloseTo(way(times[i]!).x, 2);
      expect(p.y).toBeCloseTo(way(times[i]!).y, 2);
      expect(p.scatter).toBeLessThan(0.01);
      expect(p.score).toBeCloseTo(0.8, 6);
    }
  });
  test('does not go to samples that are far off', () => {
    const wrong = samples.map((s, i) => (i % 7 === 3 ? { ...s, x: s.x + 150 } : s));
    for (const [i, p] of smoothTrack(wrong, times, options)!.entries()) expect(Math.abs(p.x - way(times[i]!).x)).toBeLessThan(1);
  });
  test('makes noise smaller, and says how large it was', () => {
    const random = chance(9);
    const noisy = samples.map((s) => ({ ...s, x: s.x + 6 * (random() - 0.5), y: s.y + 6 * (random() - 0.5) }));
    const errors = smoothTrack(noisy, times, options)!.map((p, i) => Math.hypot(p.x - way(times[i]!).x, p.y - way(times[i]!).y));
    const before = noisy.map((p, i) => Math.hypot(p.x - way(times[i]!).x, p.y - way(times[i]!).y));
    const median = (v: number[]): number => v.sort((a, b) => a - b)[v.length >> 1]!;
    expect(median(errors)).toBeLessThan(0.75 * median(before));
    const scatter = median(smoothTrack(noisy, times, options)!.map((p) => p.scatter));
    expect(scatter).toBeGreaterThan(0.5 * median(before));
    expect(scatter).toBeLessThan(1.2 * median(before));
  });
  // Looked at thirty times a second, a hand that throws goes half round in four samples.
  describe('a hand that stands, goes half round within a seventh of a second, and stands', () => {
    const seconds = Array.from({ length: 40 }, (_, i) => i / 30);
    const hand = (t: number) => {
      const turned = Math.PI * Math.min(1, Math.max(0, (t - 0.6) / 0.14));
      return { x: 100 - 70 * Math.cos(turned), y: 100 - 70 * Math.sin(turned) };
    };
    const seen = seconds.map((t) => ({ seconds: t, ...hand(t), score: 0.8 }));
    const worst = (of: typeof seen, fast: boolean): number =>
      Math.max(
        ...smoothTrack(of, seconds, { halfWindowSeconds: 0.025, floor: 1, fast })!.map((p, i) =>
          Math.hypot(p.x - hand(seconds[i]!).x, p.y - hand(seconds[i]!).y),
        ),
      );
    test('is followed, not doubted for bending more than a parabola', () => {
      expect(worst(seen, false)).toBeGreaterThan(60);
      expect(worst(seen, true)).toBeLessThan(25);
    });
    test('and what jumps there and back beside it is left out still', () =>
      expect(
        worst(
          seen.map((s, i) => (i === 30 ? { ...s, x: s.x + 90 } : s)),
          true,
        ),
      ).toBeLessThan(25));
  });
  // A knee at the top of its lift, looked at thirty times a second: up in a fifth of a second, down in a fifth, and found where it is.
  describe('a knee that comes up and goes down sharply', () => {
    const seconds = Array.from({ length: 30 }, (_, i) => i / 30);
    const knee = (t: number): number => 100 - 80 * Math.max(0, 1 - Math.abs(t - 0.5) / 0.2) ** 1.5;
    const seen = seconds.map((t) => ({ seconds: t, x: 50, y: knee(t), score: 0.8 }));
    const missAt = (of: typeof seen, at: number, turns: boolean): number =>
      Math.abs(smoothTrack(of, seconds, { halfWindowSeconds: 0.042, floor: 1, turns })![at]!.y - knee(seconds[at]!));
    test('is followed to its top, not left out for turning', () => {
      expect(missAt(seen, 15, false)).toBeGreaterThan(60);
      expect(missAt(seen, 13, false)).toBeGreaterThan(30);
      expect(missAt(seen, 15, true)).toBeLessThan(20);
      expect(missAt(seen, 13, true)).toBeLessThan(2);
    });
    // Beside the turn (17) and just before it (9 and 10) the first parabola alone would go along with them.
    test.each([[[24]], [[22, 24]], [[9, 10]], [[17]]])('and looks that lie on somebody else are left out still: %j', (wrong) => {
      const some = seen.map((s, i) => (wrong.includes(i) ? { ...s, y: s.y - 60 } : s));
      for (const at of seconds.keys()) if (at !== 15) expect(missAt(some, at, true)).toBeLessThan(5);
    });
  });
  test('what lies beside a fast way by a small share of it is not doubted', () => {
    const seconds = Array.from({ length: 40 }, (_, i) => i / 120);
    const seen = seconds.map((t, i) => ({ seconds: t, x: 2400 * t + (i === 20 ? 7 : 0), y: 0, score: 0.8 }));
    const place = smoothTrack(seen, seconds, { halfWindowSeconds: 0.025, floor: 1 })![20]!;
    // Doubted it would lie on the way; it counts by its share of the window, as nobody doubts it.
    expect(place.x - 400).toBeGreaterThan(1);
  });
  test('two samples are no way', () => expect(smoothTrack(samples.slice(0, 2), times, options)).toBeNull());
});

/** A made-up body of 200 pixels: he stands, strides to the right, and throws. Hips, knees and ankles of both legs cross no one. */
const H = 200;
const TIMES = Array.from({ length: 180 }, (_, i) => i / 120);
const stride = (t: number): number => Math.min(1, Math.max(0, (t - 0.5) / 0.5));
/** The chest comes round: the throwing arm passes the glove's. */
const turn = (t: number): number => Math.min(1, Math.max(0, (t - 1.1) / 0.1));
const TRUE: Readonly<Record<FollowedJoint, (t: number) => readonly [number, number]>> = {
  head: (t) => [100 + 60 * stride(t), 20],
  nose: (t) => [106 + 60 * stride(t), 22],
  throwingShoulder: (t) => [92 + 55 * stride(t) + 50 * turn(t), 45],
  throwingElbow: (t) => [86 + 45 * stride(t) + 95 * turn(t), 60 - 20 * stride(t)],
  throwingWrist: (t) => [100 - 15 * stride(t) + 95 * turn(t), 62 - 35 * stride(t)],
  gloveShoulder: (t) => [108 + 75 * stride(t) - 50 * turn(t), 45],
  gloveElbow: (t) => [112 + 90 * stride(t) - 70 * turn(t), 58],
  gloveWrist: (t) => [110 + 110 * stride(t) - 50 * turn(t), 64],
  backHip: (t) => [94 + 45 * stride(t), 100],
  backKnee: (t) => [93 + 20 * stride(t), 150],
  backAnkle: () => [92, 192],
  frontHip: (t) => [106 + 60 * stride(t), 100],
  frontKnee: (t) => [110 + 95 * stride(t), 150],
  frontAnkle: (t) => [108 + 110 * stride(t), 192],
};
const KNOWN = { hand: 'R', towardsTarget: 1 } as const;
function findings(
  times: readonly number[],
  spoil: (frame: number) => { swapLegs?: boolean; swapArms?: boolean; lost?: FollowedJoint } = () => ({}),
): Finding[] {
  return times.map((seconds) => {
    const frame = Math.round(120 * seconds);
    const { swapLegs, swapArms, lost } = spoil(frame);
    const body = BODY_POINTS.map(() => ({ x: 100, y: 22, score: 0.5 }));
    for (const joint of FOLLOWED)
      for (const point of pointsOfJoint(joint, 'R')) {
        const leg = /Hip|Knee|Ankle/.test(joint);
        const arm = /Shoulder|Elbow|Wrist/.test(joint);
        const swapped = (leg && swapLegs) || (arm && swapArms);
        const from = swapped
          ? joint.replace(
              /^(front|back|throwing|glove)/,
              (s) => ({ front: 'back', back: 'front', throwing: 'glove', glove: 'throwing' })[s]!,
            )
          : joint;
        const [x, y] = TRUE[from as FollowedJoint](seconds);
        body[point] = lost === joint ? { x: x + 70, y: y - 30, score: 0.2 } : { x, y, score: 0.8 };
      }
    return { frame, seconds, square: { x: 150, y: 100, side: 300 }, body, peaks: body.map((p) => [p]) };
  });
}
const worst = (spoil?: Parameters<typeof findings>[1], every = 1): number => {
  const followed = followBody(
    findings(
      TIMES.filter((_, i) => i % every === 0),
      spoil,
    ),
    KNOWN,
    TIMES,
  )!;
  return Math.max(
    ...FOLLOWED.flatMap((joint) =>
      // Where he changes his speed at once a parabola rounds the corner.
      TIMES.map((t, i) =>
        [0.5, 1, 1.1, 1.2].some((corner) => Math.abs(t - corner) < (every > 1 ? 0.14 : 0.07))
          ? 0
          : Math.hypot(followed.joints[joint][i]!.x - TRUE[joint](t)[0], followed.joints[joint][i]!.y - TRUE[joint](t)[1]),
      ),
    ),
  );
};

describe('followBody', () => {
  test('body height in pixels is read where he stands tallest', () => {
    // From the head at 20 to the ankles at 192, over 0.89.
    expect(bodyPixelsOf(findings(TIMES))).toBeCloseTo(172 / 0.89, 6);
    expect(bodyPixelsOf([])).toBeNull();
  });
  test('what was found everywhere is followed as it is', () => expect(worst()).toBeLessThan(0.5));
  test('one frame in four is enough where nothing happens at once', () => expect(worst(undefined, 4)).toBeLessThan(2.5));
  test('legs that the model has confused for a third of the clip are put right', () => {
    expect(worst((f) => ({ swapLegs: f > 70 && f < 130 }))).toBeLessThan(0.5);
  });
  test('also from the first frame on: the front leg is the one nearer the target', () => {
    const right = knownSides(
      findings(TIMES, (f) => ({ swapLegs: f < 110 })),
      KNOWN,
      H,
    );
    const point = pointsOfJoint('frontAnkle', 'R')[0]!;
    for (const f of right.slice(90)) expect(f.body[point]!.x).toBeCloseTo(TRUE.frontAnkle(f.seconds)[0], 6);
  });
  test('without the way to the target nothing tells that all of them are wrong', () => {
    const all = findings(TIMES, () => ({ swapLegs: true }));
    const point = pointsOfJoint('frontAnkle', 'R')[0]!;
    const unknown = knownSides(all, { hand: 'R', towardsTarget: null }, H);
    expect(unknown[150]!.body[point]!.x).toBeCloseTo(TRUE.backAnkle(1.25)[0], 6);
    const known = knownSides(all, KNOWN, H);
    expect(known[150]!.body[point]!.x).toBeCloseTo(TRUE.frontAnkle(1.25)[0], 6);
  });
  describe('from front and rear', () => {
    const LINE = { hand: 'R', towardsTarget: null } as const;
    const [front, back] = (['frontAnkle', 'backAnkle'] as const).map((joint) => pointsOfJoint(joint, 'R')[0]!) as [
      number,
      number,
    ];
    /** He lifts the front leg before the stride, bends as he throws, and kicks the back leg up after it. */
    const lifting = (swapLegs: (frame: number) => boolean): Finding[] =>
      findings(TIMES, (f) => ({ swapLegs: swapLegs(f) })).map((f) => {
        const [lift, kick] = [f.seconds > 0.1 && f.seconds < 0.5 ? 50 : 0, f.seconds > 1.3 ? 50 : 0];
        const [up, other] = swapLegs(f.frame) ? [back, front] : [front, back];
        const bent = f.seconds > 1.1 ? 30 : 0;
        const body = f.body.map((p, i) => ({ ...p, y: p.y - (i === up ? lift : i === other ? kick : 0) + (i < 5 ? bent : 0) }));
        return { ...f, body, peaks: body.map((p) => [p]) };
      });
    const ankles = (found: readonly Finding[]) => found.map((f) => [f.body[front]!.y, f.body[back]!.y]);
    test('the leg that is up before the throw is the front one, whatever the model calls it', () => {
      const right = ankles(lifting(() => false));
      expect(
        ankles(
          knownSides(
            lifting((f) => f < 110),
            LINE,
            H,
          ),
        ).slice(0, 100),
      ).toEqual(right.slice(0, 100));
      expect(
        ankles(
          knownSides(
            lifting(() => true),
            LINE,
            H,
          ),
        ),
      ).toEqual(right);
    });
    test('legs that the model exchanges as they cross in the drive: the back foot stays where it stood while the other was up', () => {
      // The front leg comes down beside the back one and past it, which stands at 92.
      const crossing = (swapLegs: (frame: number) => boolean): Finding[] =>
        lifting(swapLegs).map((f) => {
          const x = 108 - 32 * Math.min(1, Math.max(0, (f.seconds - 0.5) / 0.4));
          const [moves, stays] = swapLegs(f.frame) ? [back, front] : [front, back];
          const body = f.body.map((p, i) => (i === moves ? { ...p, x } : i === stays ? { ...p, x: 92 } : p));
          return { ...f, body, peaks: body.map((p) => [p]) };
        });
      const xs = (found: readonly Finding[]) => found.filter((f) => f.seconds < 0.85).map((f) => f.body[back]!.x);
      const right = xs(crossing(() => false));
      expect(new Set(right)).toEqual(new Set([92]));
      // From where they meet on the model has them the other way round, to the end.
      expect(
        xs(
          knownSides(
            crossing((f) => f > 84),
            LINE,
            H,
          ),
        ),
      ).toEqual(right);
      // Where it stood before the lift, nobody has said: he may have stepped there.
      const legs = /Hip|Knee/;
      const stepped = crossing(() => false).map((f) => ({
        ...f,
        body: f.body.map((p, i) => {
          if (i === back) return { ...p, x: f.seconds < 0.09 ? 70 : 92 };
          if (i === front) return { ...p, x: f.seconds < 0.09 ? 92 : p.x };
          // One leg before the other: nothing else tells them apart.
          return legs.test(BODY_POINTS[i]!) ? { ...p, x: 100 } : p;
        }),
      }));
      expect(knownSides(stepped, LINE, H)[0]!.body[back]!.x).toBe(70);
      // Without a lift nobody knows where it stood.
      const flat = crossing((f) => f > 84).map((f) => ({ ...f, body: f.body.map((p) => ({ ...p, y: p.y > 110 ? 192 : p.y })) }));
      expect(xs(knownSides(flat, LINE, H))).not.toEqual(right);
    });
    test('until the front knee is nearly at its top the throwing hand is in the glove, wherever the model finds the hidden one', () => {
      const [wrist, knee] = [pointsOfJoint('throwingWrist', 'R')[0]!, pointsOfJoint('frontKnee', 'R')[0]!];
      const elsewhere = { x: 94, y: 98, score: 0.6 };
      const found = (until: number) =>
        findings(TIMES).map((f) => {
          const lift = Math.max(0, 70 - 400 * Math.abs(f.seconds - 0.4));
          const body = f.body.map((p, i) => (i === knee ? { ...p, y: p.y - lift } : p));
          const hidden = f.seconds < until;
          const peaks = body.map((p, i) => (i === wrist && hidden ? [elsewhere, { ...p, score: 0.3 }] : [p]));
          return { ...f, body: body.map((p, i) => (i === wrist && hidden ? elsewhere : p)), peaks };
        });
      const off = (until: number, seconds: number, known: typeof LINE | typeof KNOWN): number => {
        const { throwingWrist } = followBody(found(until), known, TIMES)!.joints;
        const at = throwingWrist[Math.round(120 * seconds)]!;
        return Math.hypot(at.x - TRUE.throwingWrist(seconds)[0], at.y - TRUE.throwingWrist(seconds)[1]);
      };
      for (const seconds of [0.05, 0.15, 0.25]) expect(off(0.3, seconds, LINE), String(seconds)).toBeLessThan(2);
      // Nothing is said of it after that, nor from the side, where both hands are seen.
      expect(off(0.6, 0.45, LINE)).toBeGreaterThan(30);
      expect(off(0.3, 0.15, KNOWN)).toBeGreaterThan(30);
    });
    test('a hand no forearm away from an elbow is somebody else’s, in line with the target', () => {
      const wrist = pointsOfJoint('throwingWrist', 'R')[0]!;
      // Within an arm of the shoulder, and on neither forearm.
      const other = { x: 100, y: 112, score: 0.9 };
      const beside = findings(TIMES).map((f) =>
        f.seconds < 0.45
          ? { ...f, peaks: f.peaks.map((p, i) => (i === wrist ? [other, ...p.map((own) => ({ ...own, score: 0.2 }))] : p)) }
          : f,
      );
      const y = (known: typeof LINE | typeof KNOWN): number => followBody(beside, known, TIMES)!.joints.throwingWrist[24]!.y;
      expect(y(LINE)).toBeCloseTo(TRUE.throwingWrist(0.2)[1], 0);
      expect(y(KNOWN)).toBeCloseTo(other.y, 0);
    });
    test('the one that is up after it may be the back one', () => {
      const right = lifting(() => false);
      expect(ankles(knownSides(right, LINE, H))).toEqual(ankles(right));
    });
  });
  test('arms too, apart from the legs', () => {
    expect(worst((f) => ({ swapArms: f > 90 && f < 120 }))).toBeLessThan(0.5);
  });
  test('arms that are confused from the throw on, or from the first frame to the stride, are told by the chest', () => {
    expect(worst((f) => ({ swapArms: f > 138 }))).toBeLessThan(0.5);
    expect(worst((f) => ({ swapArms: f < 50 }))).toBeLessThan(0.5);
  });
  test('a joint that is lost for some frames goes on its way', () => {
    expect(worst((f) => (f > 20 && f < 30 ? { lost: 'frontKnee' } : {}))).toBeLessThan(1);
  });
  test('an arm that is hidden while somebody passes beside him does not go to that one', () => {
    const wrist = pointsOfJoint('throwingWrist', 'R')[0]!;
    const beside = findings(TIMES).map((f) =>
      f.frame > 20 && f.frame < 40
        ? { ...f, peaks: f.peaks.map((p, i) => (i === wrist ? [{ x: 100 + 110, y: 62, score: 0.9 }] : p)) }
        : f,
    );
    const { throwingWrist } = followBody(beside, KNOWN, TIMES)!.joints;
    for (const i of [24, 30, 36]) expect(Math.abs(throwingWrist[i]!.x - TRUE.throwingWrist(TIMES[i]!)[0])).toBeLessThan(15);
  });
  test('a front knee that the model sees at the standing leg, below the foot that hangs from it, is where it sees it less', () => {
    const [knee, ankle] = (['frontKnee', 'frontAnkle'] as const).map((joint) => pointsOfJoint(joint, 'R')[0]!);
    const lifted = findings(TIMES).map((f) => {
      // Up in a sixth of a second, held, and down again.
      const up = Math.max(0, Math.min(1, (f.frame - 5) / 20, (65 - f.frame) / 20));
      const at = { x: 110 + 20 * up, y: 150 - 45 * up, score: 0.8 };
      const foot = { x: 108 + 20 * up, y: 192 - 55 * up, score: 0.8 };
      const isLost = f.frame > 30 && f.frame < 42;
      const seen = isLost
        ? [
            { x: 95, y: 152, score: 0.8 },
            { ...at, score: 0.12 },
          ]
        : [at];
      const put = <T>(of: readonly T[], k: T, a: T): T[] => of.map((v, i) => (i === knee ? k : i === ankle ? a : v));
      return { ...f, body: put(f.body, seen[0]!, foot), peaks: put(f.peaks, seen, [foot]) };
    });
    const { frontKnee } = followBody(lifted, KNOWN, TIMES)!.joints;
    for (const i of [32, 36, 40]) expect(Math.hypot(frontKnee[i]!.x - 130, frontKnee[i]!.y - 105)).toBeLessThan(8);
  });
  test.each([
    ['a hip', ['backHip'], -45],
    ['a shoulder', ['gloveShoulder'], 85],
    ['both shoulders', ['gloveShoulder', 'throwingShoulder'], 85],
    ['the head', ['head', 'nose'], 85],
    ['all above the hips and one of these', FOLLOWED.filter((j) => !/Knee|Ankle|frontHip/.test(j)), 85],
  ] as const)('somebody who is seen better as he passes close by lends him nothing: %s', (_, joints, away) => {
    const points = joints.flatMap((j) => pointsOfJoint(j, 'R'));
    const beside = findings(TIMES).map((f) => {
      if (f.frame <= 20 || f.frame >= 60) return f;
      // The other one is bright, and he himself behind him is not.
      const other = (i: number) => ({ ...f.body[i]!, x: f.body[i]!.x + away, score: 0.9 });
      return {
        ...f,
        body: f.body.map((p, i) => (points.includes(i) ? other(i) : p)),
        peaks: f.peaks.map((p, i) => (points.includes(i) ? [other(i), ...p.map((own) => ({ ...own, score: 0.25 }))] : p)),
      };
    });
    const followed = followBody(beside, KNOWN, TIMES)!.joints;
    for (const joint of joints)
      for (const i of [26, 40, 54]) expect(Math.abs(followed[joint][i]!.x - TRUE[joint](TIMES[i]!)[0]), joint).toBeLessThan(10);
  });
  test('no body, nothing followed', () => expect(followBody([], KNOWN, TIMES)).toBeNull());
});
