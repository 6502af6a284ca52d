import { FOUR_CONES } from './ground-marks.ts';
import { describe, expect, test } from 'vitest';
import { normals } from '../estimate/testing/normals.ts';
import type { FigureId } from './figure-ids.ts';
import { isStale, measureDelivery, type ClipWork, type EnteredPoint } from './measure-delivery.ts';
import { partsOf, type PointsAt } from './point-at.ts';
import { poseFigure } from './registry.ts';
import { DRAWN } from './testing/drawn-body.ts';
import { drawnCones } from './testing/drawn-cones.ts';
import { MARKED } from './testing/marked-clip.ts';

const leg: readonly EnteredPoint[] = [
  { event: 'contact', point: 'frontHip', x: 100, y: 100, sd: 2, origin: 'placed' },
  { event: 'contact', point: 'frontKnee', x: 100, y: 200, sd: 2, origin: 'placed' },
  { event: 'contact', point: 'frontAnkle', x: 200, y: 200, sd: 2, origin: 'placed' },
];
const read = (id: FigureId, ...clips: ClipWork[]) => measureDelivery(clips).figures.find((f) => f.figure === id);

describe('one film', () => {
  test('times come from the marks, angles from the points', () => {
    const { measured } = measureDelivery([{ ...MARKED, points: leg }]);
    expect(measured.get('frontKneeContact')?.value).toBeCloseTo(90, 10);
    expect(measured.get('liftToContact')?.value).toBeCloseTo(80.5 / 120, 10);
    expect(measured.has('stride')).toBe(false);
  });

  test('points on a key frame that was moved are not measured until they are placed again, and the figure says so', () => {
    const knee = (frame: number | undefined) =>
      read('frontKneeContact', { ...MARKED, points: leg.map((p) => ({ ...p, ...(frame === undefined ? {} : { frame }) })) });
    expect(knee(140)!.estimate!.value).toBeCloseTo(90, 10);
    expect(knee(139)).toMatchObject({ estimate: null, why: 'its key frame was moved: place its points again', guessed: false });
    // Points from before their frame was kept count as they are.
    expect(knee(undefined)!.estimate).not.toBeNull();
  });

  test('points that coincide say which they are, and no figure disappears', () => {
    const collapsed = leg.map((p) => ({ ...p, x: 1, y: 1 }));
    expect(
      measureDelivery([{ ...MARKED, film: null, marks: [], points: collapsed }]).figures.map((f) => [f.figure, f.why]),
    ).toEqual([
      ['frontKneeContact', 'cannot be read here: front hip and front knee lie too close together at “foot bears weight”'],
      ['frontShinContact', 'cannot be read here: front ankle and front knee lie too close together at “foot bears weight”'],
    ]);
  });

  test('what rests on a point that nobody has seen to be right is shown as a guess and not measured', () => {
    const by = (origin: EnteredPoint['origin']) =>
      measureDelivery([{ ...MARKED, points: leg.map((p, i) => (i === 1 ? { ...p, origin } : p)) }]);
    for (const origin of ['guessed', 'proposed'] as const) {
      expect(by(origin).measured.has('frontKneeContact'), origin).toBe(false);
      expect(by(origin).figures.find((f) => f.figure === 'frontKneeContact')).toMatchObject({ guessed: true, why: null });
    }
    for (const origin of ['placed', 'confirmed'] as const) expect(by(origin).measured.has('frontKneeContact'), origin).toBe(true);
  });
});

test('cones stand still whatever becomes of the key frame; a foot does not', () => {
  const marks = [{ event: 'set' as const, frame: 12, frameTo: null }];
  expect(isStale({ event: 'set', point: 'coneAheadGlove', frame: 10 }, marks)).toBe(false);
  expect(isStale({ event: 'set', point: 'backToe', frame: 10 }, marks)).toBe(true);
});

describe('a camera from the side that does not stand square to the line', () => {
  const stride = [
    ...[
      ['set', 'backAnkle', 180, 500],
      ['contact', 'frontAnkle', 580, 484],
      ['contact', 'head', 400, 100],
      ['contact', 'frontHip', 410, 301],
      ['contact', 'backHip', 390, 301],
      ['contact', 'frontKnee', 500, 384],
    ].map(([event, point, x, y]) => ({ event, point, x, y, sd: 2, origin: 'placed' }) as EnteredPoint),
  ];
  const readFrom = (cones: readonly EnteredPoint[]) => {
    const { figures, measured } = measureDelivery([{ ...MARKED, points: [...stride, ...cones] }]);
    return { ...figures.find((f) => f.figure === 'stride')!, turn: measured.get('cameraTurn') };
  };
  test('is told by its cones, and widens what is read', () => {
    const [unknown, square, turned] = [readFrom([]), readFrom(drawnCones(0)), readFrom(drawnCones(12))];
    expect(
      [unknown.turn?.value, square.turn!.value, turned.turn!.value].map((v) => (v === undefined ? null : Math.round(v))),
    ).toEqual([null, 0, 12]);
    expect(turned.estimate!.value).toBe(unknown.estimate!.value);
    expect(turned.estimate!.sd).toBeGreaterThan(1.5 * square.estimate!.sd);
    expect(square.estimate!.sd).toBeGreaterThanOrEqual(unknown.estimate!.sd);
  });
  test('from too far round nothing is measured, and it says from where to film', () => {
    const far = readFrom(drawnCones(-24));
    expect(far).toMatchObject({
      estimate: null,
      why: 'film from further round: this camera stands 24 degrees off square to the line',
    });
    expect(far.turn!.value).toBeCloseTo(-24, 6);
  });
  test('is told by how the marks of a camp lie, not by cones where there are others', () => {
    const lines = { atRubber: 0.61, ahead: 0.9, length: 2.5 };
    const points = drawnCones(12, lines);
    const turnBy = (known?: Parameters<typeof measureDelivery>[1]) =>
      measureDelivery([{ ...MARKED, points }], known).measured.get('cameraTurn')!;
    expect(turnBy({ groundMarks: lines }).value).toBeCloseTo(12, 6);
    expect(turnBy().value).not.toBeCloseTo(12, 0);
    // Marks that lie further apart than a mound is level say less.
    expect(turnBy({ groundMarks: { ...lines, length: 16 } }).sd).toBeGreaterThan(turnBy({ groundMarks: lines }).sd + 1);
  });

  test('cones that nobody has seen to be right tell nothing', () => {
    const guessed = drawnCones(-24).map((p, i) => (i === 0 ? { ...p, origin: 'guessed' as const } : p));
    expect(readFrom(guessed).estimate).not.toBeNull();
  });
});

describe('all views of a delivery at once', () => {
  const front: ClipWork = { ...MARKED, id: 'front', view: 'front', towardsTarget: null, points: leg };
  test('angles in the plane of the line are read from the side only, times from whichever view has both key frames', () => {
    expect([...measureDelivery([front]).measured.keys()]).toEqual(['liftToContact', 'contactToRelease']);
    expect(read('frontKneeContact', front, { ...MARKED, points: leg })?.clip).toBe('side');
  });

  test('what lies across the line is read where the glove side is known, + to it', () => {
    const at = (point: 'frontHip' | 'frontKnee' | 'frontAnkle', x: number, y: number) => ({
      ...{ event: 'release' as const, point, x, y, sd: 1 },
      origin: 'placed' as const,
    });
    const bowed = [at('frontHip', 500, 300), at('frontKnee', 510, 380), at('frontAnkle', 500, 460)];
    const kneeBow = (gloveSide: 1 | -1 | null) => read('kneeBow', { ...front, points: bowed, gloveSide })?.estimate?.value;
    expect(kneeBow(1)).toBeGreaterThan(10);
    expect(kneeBow(-1)).toBe(-kneeBow(1)!);
    expect(kneeBow(null)).toBeUndefined();
  });

  test('each figure stands there once, from the view with the smaller error', () => {
    const closed: ClipWork = { ...MARKED, id: 'closed', view: 'closedSide', points: leg.map((p) => ({ ...p, sd: 1 })) };
    const open = { ...MARKED, points: leg };
    expect(read('frontKneeContact', open, closed)?.clip).toBe('closed');
    expect(read('frontKneeContact', { ...open, points: closed.points }, closed)?.clip).toBe('side');
    expect(measureDelivery([open, closed]).figures.filter((f) => f.figure === 'frontKneeContact')).toHaveLength(1);
    const slow = { ...front, marks: front.marks.map((m) => ({ ...m, frameTo: m.frame + 9 })) };
    expect(read('liftToContact', slow, MARKED)?.clip).toBe('side');
    expect(read('liftToContact', slow, { ...MARKED, marks: MARKED.marks.slice(1) })?.clip).toBe('front');
  });

  test('a view that was seen counts before one that was guessed, one that is read before one that is not', () => {
    const guessed = leg.map((p) => ({ ...p, sd: 0.5, origin: 'proposed' as const }));
    const closed: ClipWork = { ...MARKED, id: 'closed', view: 'closedSide', points: leg };
    expect(read('frontKneeContact', { ...MARKED, points: guessed }, closed)?.clip).toBe('closed');
    const collapsed = leg.map((p) => ({ ...p, x: 1, y: 1 }));
    expect(read('frontKneeContact', { ...MARKED, points: collapsed }, closed)?.clip).toBe('closed');
    expect(read('frontKneeContact', { ...MARKED, points: collapsed }, { ...closed, points: guessed })?.clip).toBe('closed');
  });
});

describe('figures that share points err together', () => {
  const all: EnteredPoint[] = Object.entries(DRAWN).map(([at, p]) => {
    const [event, point] = partsOf(at);
    return { ...p, event, point, sd: 2, origin: 'placed' };
  });
  const delivery = (points: readonly EnteredPoint[]) => measureDelivery([{ ...MARKED, points }]);

  test('two times with the key frame between them: what one gains the other loses', () => {
    // JCGM 100:2008, 5.2.2: cov(b - a, c - b) = -var(b), and all three marks have the same error here.
    expect(measureDelivery([MARKED]).correlation('liftToContact', 'contactToRelease')).toBeCloseTo(-0.5, 10);
  });

  test('figures without a common point do not, and every figure goes with itself', () => {
    const { correlation } = delivery(all);
    expect(correlation('backShinDrive', 'forearmContact')).toBe(0);
    expect(correlation('backShinDrive', 'headRise')).toBe(0);
    expect(correlation('stride', 'stride')).toBeCloseTo(1, 12);
    // The same point in two films is placed twice: its errors are two.
    const side = measureDelivery([
      { ...MARKED, points: all.filter((p) => p.point === 'throwingElbow' || p.point === 'throwingWrist') },
      { ...MARKED, id: 'closed', view: 'closedSide', points: all.filter((p) => p.point === 'throwingShoulder') },
    ]);
    expect(side.correlation('forearmContact', 'trunkContact')).toBe(0);
  });

  test('as it comes out of drawing the errors', () => {
    const noise = normals(20261127);
    const pairs = [
      ['frontKneeContact', 'frontShinContact'],
      ['frontKneeContact', 'frontKneeChange'],
      ['stride', 'headDrop'],
      ['trunkContact', 'gloveHeightContact'],
    ] as const satisfies ReadonlyArray<readonly [FigureId, FigureId]>;
    const draws = Array.from(
      { length: 3000 },
      (): PointsAt =>
        Object.fromEntries(Object.entries(DRAWN).map(([at, p]) => [at, { x: p.x + 2 * noise(), y: p.y + 2 * noise() }])),
    );
    const { correlation } = delivery(all);
    for (const [a, b] of pairs) {
      const values = draws.map(
        (d) => [poseFigure(a)!.value(d, 1, 0, FOUR_CONES), poseFigure(b)!.value(d, 1, 0, FOUR_CONES)] as const,
      );
      const mean = [0, 1].map((i) => values.reduce((sum, v) => sum + v[i]!, 0) / values.length);
      const moment = (i: number, j: number): number =>
        values.reduce((sum, v) => sum + (v[i]! - mean[i]!) * (v[j]! - mean[j]!), 0);
      // 3,000 draws leave an error of about 0.02.
      expect(Math.abs(correlation(a, b) - moment(0, 1) / Math.sqrt(moment(0, 0) * moment(1, 1))), `${a} ${b}`).toBeLessThan(0.06);
    }
  });
});
