import { describe, expect, test } from 'vitest';
import typical from './data/typical-pose.json' with { type: 'json' };
import { guessPoint, type PlacedPoint } from './guess-point.ts';

const clip = { view: 'openSide', xDirection: 1, width: 960, height: 540, placed: [] as PlacedPoint[] } as const;

describe('guessPoint', () => {
  test('with nothing placed the body fills the picture and the head is above the foot', () => {
    const head = guessPoint({ event: 'set', point: 'head' }, clip)!;
    const foot = guessPoint({ event: 'set', point: 'backAnkle' }, clip)!;
    expect(foot.y - head.y).toBeGreaterThan(0.5 * 540);
    expect(foot.y).toBeLessThan(540);
  });

  test('a placed point carries the others with it', () => {
    const before = guessPoint({ event: 'contact', point: 'frontKnee' }, clip)!;
    const hip = guessPoint({ event: 'contact', point: 'frontHip' }, clip)!;
    const placed: PlacedPoint[] = [{ event: 'contact', point: 'frontHip', x: hip.x + 40, y: hip.y - 25 }];
    const after = guessPoint({ event: 'contact', point: 'frontKnee' }, { ...clip, placed })!;
    expect(after.x - before.x).toBeCloseTo(40, 6);
    expect(after.y - before.y).toBeCloseTo(-25, 6);
  });

  test('two placed points set the size: a body half as high has its head half as far up', () => {
    const at = (point: 'head' | 'backAnkle') => guessPoint({ event: 'set', point }, clip)!;
    const [head, foot] = [at('head'), at('backAnkle')];
    const placed: PlacedPoint[] = [
      { event: 'set', point: 'backAnkle', x: foot.x, y: foot.y },
      { event: 'set', point: 'head', x: (head.x + foot.x) / 2, y: (head.y + foot.y) / 2 },
    ];
    const knee = guessPoint({ event: 'set', point: 'backKnee' }, { ...clip, placed })!;
    const whole = guessPoint({ event: 'set', point: 'backKnee' }, clip)!;
    expect((foot.y - knee.y) / (foot.y - whole.y)).toBeGreaterThan(0.45);
    expect((foot.y - knee.y) / (foot.y - whole.y)).toBeLessThan(0.65);
  });

  test('a left-hander is the mirror image, an unknown pose gives nothing', () => {
    const right = guessPoint({ event: 'contact', point: 'glove' }, clip)!;
    const left = guessPoint({ event: 'contact', point: 'glove' }, { ...clip, xDirection: -1 })!;
    expect(left.x).toBeCloseTo(960 - right.x, 6);
    expect(guessPoint({ event: 'gloved', point: 'head' }, clip)).toBeNull();
  });

  /** 72 % of the picture's height: how high a body is taken to be. */
  const USUAL = 0.72 * 540;
  type Wanted = Parameters<typeof guessPoint>[0];
  const pose = (view: 'openSide' | 'front', { event, point }: Wanted, xDirection = 1) => {
    const [x, y] = (typical as unknown as Record<string, Record<string, Record<string, [number, number]>>>)[view]![event]![
      point
    ]!;
    return { x: xDirection * x, y };
  };
  const SET: Wanted[] = (['head', 'backAnkle', 'frontKnee'] as const).map((point) => ({ event: 'set', point }));
  const CONTACT: Wanted[] = (['frontHip', 'glove'] as const).map((point) => ({ event: 'contact', point }));

  test.each([
    ['openSide', 1],
    ['openSide', -1],
    ['front', 1],
  ] as const)('a body of the usual size anywhere in the picture: every point of it is found, %s, %i', (view, xDirection) => {
    const at = (w: Wanted) => {
      const p = pose(view, w, xDirection);
      return { x: 500 + USUAL * p.x, y: 460 + USUAL * p.y };
    };
    const placed = [...SET, ...CONTACT].map((w): PlacedPoint => ({ ...w, ...at(w) }));
    for (const wanted of [
      { event: 'set', point: 'backKnee' },
      { event: 'contact', point: 'frontAnkle' },
      { event: 'release', point: 'head' },
    ] as const) {
      const guess = guessPoint(wanted, { ...clip, view, xDirection, placed })!;
      expect(guess.x).toBeCloseTo(at(wanted).x, 6);
      expect(guess.y).toBeCloseTo(at(wanted).y, 6);
    }
  });

  test('with nothing placed it stands in the middle, a side view shifted by half a stride', () => {
    const wanted = { event: 'contact', point: 'head' } as const;
    for (const [view, xDirection, centre] of [
      ['openSide', 1, 0.46],
      ['openSide', -1, -0.46],
      ['front', 1, 0],
    ] as const) {
      const p = pose(view, wanted, xDirection);
      expect(guessPoint(wanted, { ...clip, view, xDirection })).toEqual({
        x: expect.closeTo(480 + (p.x - centre) * USUAL, 9),
        y: expect.closeTo(0.87 * 540 + p.y * USUAL, 9),
      });
    }
  });

  test('the size is weighted least squares of what is placed, with the usual one as a prior of 0.05; the same key frame counts six', () => {
    // A smaller body, so that the prior shows: scale = (0.05 U + sum w dp dq) / (0.05 + sum w dp dp), by hand over the five points.
    const small = 0.7 * USUAL;
    const placed = [...SET, ...CONTACT].map((w): PlacedPoint => {
      const p = pose('openSide', w);
      return { ...w, x: 300 + small * p.x, y: 400 + small * p.y };
    });
    const fitted = (event: string) => {
      const all = placed.map((q) => ({ q, p: pose('openSide', q), w: q.event === event ? 6 : 1 }));
      const sum = (f: (a: (typeof all)[number]) => number): number => all.reduce((s, a) => s + a.w * f(a), 0);
      const total = sum(() => 1);
      const m = {
        px: sum((a) => a.p.x) / total,
        py: sum((a) => a.p.y) / total,
        qx: sum((a) => a.q.x) / total,
        qy: sum((a) => a.q.y) / total,
      };
      const spread = sum((a) => (a.p.x - m.px) ** 2 + (a.p.y - m.py) ** 2);
      return { scale: (0.05 * USUAL + small * spread) / (0.05 + spread), ...m };
    };
    // Of another key frame than all that is placed: nothing near pulls it.
    const far = { event: 'release', point: 'glove' } as const;
    const f = fitted('release');
    const target = pose('openSide', far);
    const guess = guessPoint(far, { ...clip, placed })!;
    expect(guess.x).toBeCloseTo(f.qx + f.scale * (target.x - f.px), 6);
    expect(guess.y).toBeCloseTo(f.qy + f.scale * (target.y - f.py), 6);
    // Of the same key frame: the nearest placed point corrects it, less with its distance (a factor e in 0.35 of the height).
    const near = { event: 'contact', point: 'frontKnee' } as const;
    const n = fitted('contact');
    const knee = pose('openSide', near);
    const reach = CONTACT.map((w) => {
      const p = pose('openSide', w);
      return {
        q: placed.find((x) => x.event === w.event && x.point === w.point)!,
        p,
        far: Math.hypot(p.x - knee.x, p.y - knee.y),
      };
    }).sort((a, b) => a.far - b.far)[0]!;
    const pull = Math.exp(-reach.far / 0.35);
    const off = { x: reach.q.x - (n.qx + n.scale * (reach.p.x - n.px)), y: reach.q.y - (n.qy + n.scale * (reach.p.y - n.py)) };
    const pulled = guessPoint(near, { ...clip, placed })!;
    expect(pulled.x).toBeCloseTo(n.qx + n.scale * (knee.x - n.px) + pull * off.x, 6);
    expect(pulled.y).toBeCloseTo(n.qy + n.scale * (knee.y - n.py) + pull * off.y, 6);
    expect(Math.hypot(off.x, off.y)).toBeGreaterThan(0.01);
  });

  test('a body is taken for no smaller than 0.4 and no larger than 1.5 of the usual size, and lies within the picture', () => {
    const size = (share: number) => {
      const placed = SET.map((w): PlacedPoint => {
        const p = pose('openSide', w);
        return { ...w, x: 480 + share * USUAL * p.x, y: 300 + share * USUAL * p.y };
      });
      const at = (point: 'head' | 'frontAnkle') =>
        guessPoint({ event: 'release', point }, { ...clip, height: 540, width: 4000, placed })!;
      const dx =
        pose('openSide', { event: 'release', point: 'frontAnkle' }).x - pose('openSide', { event: 'release', point: 'head' }).x;
      return (at('frontAnkle').x - at('head').x) / (dx * USUAL);
    };
    expect(size(0.01)).toBeCloseTo(0.4, 6);
    expect(size(9)).toBeCloseTo(1.5, 6);
    const beyond = (x: number, y: number) =>
      guessPoint({ event: 'set', point: 'backKnee' }, { ...clip, placed: [{ event: 'set', point: 'head', x, y }] });
    expect(beyond(5000, 5000)).toEqual({ x: 959, y: 539 });
    expect(beyond(-5000, -5000)).toEqual({ x: 0, y: 0 });
  });

  test('the ball a frame later: a quarter of the picture’s height on from where it was placed, of its own key frame, within the picture', () => {
    const ball = (event: 'release' | 'contact', x: number): PlacedPoint => ({ event, point: 'ball', x, y: 200 });
    const later = (placed: PlacedPoint[], xDirection: 1 | -1 = 1) =>
      guessPoint({ event: 'release', point: 'ballLater' }, { ...clip, xDirection, placed });
    expect(later([])).toBeNull();
    expect(later([ball('contact', 100), { event: 'release', point: 'head', x: 1, y: 1 }])).toBeNull();
    expect(later([ball('contact', 100), ball('release', 400)])).toEqual({ x: 535, y: 200 });
    expect(later([ball('release', 400)], -1)).toEqual({ x: 265, y: 200 });
    expect([later([ball('release', 900)])!.x, later([ball('release', 100)], -1)!.x]).toEqual([959, 0]);
  });

  test('cones lie to both sides at the foot of the picture, the glove side by its direction', () => {
    const cone = (point: 'coneRubberGlove' | 'coneRubberThrowing', xDirection: 1 | -1) =>
      guessPoint({ event: 'set', point }, { view: 'front', xDirection, width: 960, height: 540, placed: [] })!;
    expect(cone('coneRubberGlove', 1).x).toBeGreaterThan(600);
    expect(cone('coneRubberGlove', -1)).toEqual(cone('coneRubberThrowing', 1));
    expect(cone('coneRubberGlove', 1).y).toBeGreaterThan(400);
    // From the side those ahead lie towards the target.
    const ahead = { event: 'set', point: 'coneAheadGlove' } as const;
    const side = { view: 'openSide', width: 960, height: 540, placed: [] } as const;
    expect(guessPoint(ahead, { ...side, xDirection: -1 })!.x).toBeLessThan(480);
  });
});
