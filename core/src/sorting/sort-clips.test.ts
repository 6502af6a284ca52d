import { expect, test } from 'vitest';
import type { CameraClip, LoggedThrow, SeenSlate, SortedClip } from './shape.ts';
import { sortClips } from './sort-clips.ts';

const SECOND = 1000;
const tap = (bib: number, seconds: number): LoggedThrow => ({
  id: `${bib}@${seconds}`,
  bib,
  at: 1e12 + seconds * SECOND,
  mound: null,
});
/** A clip about a throw, of a camera whose clock is five minutes fast; the throw is told a second and a half later. */
const clip = (seconds: number, more: Partial<CameraClip> = {}): CameraClip => {
  const moment = 1e12 + (seconds - 1.5 + 300) * SECOND;
  return {
    id: `clip ${seconds}`,
    camera: 'A',
    start: moment - 3 * SECOND,
    end: moment + 3 * SECOND,
    release: null,
    shows: null,
    slates: [],
    ...more,
  };
};
const slate = (bib: number, seconds: number, instant = false): SeenSlate => ({
  bib,
  view: null,
  at: 1e12 + (seconds + 300) * SECOND,
  instant: instant ? 1e12 + seconds * SECOND : null,
});
const THROWS = [tap(7, 0), tap(7, 33), tap(7, 61), tap(12, 170), tap(12, 201), tap(12, 240), tap(3, 365), tap(3, 391)];
const of = (clips: readonly SortedClip[], id: string): SortedClip => clips.find((c) => c.id === id)!;

test('clips of a camera whose clock is wrong fall on the taps', () => {
  const { clips, clocks } = sortClips(
    [0, 33, 61, 170, 201, 240, 365, 391].map((s) => clip(s)),
    { throws: THROWS, visits: [] },
  );
  for (const t of THROWS) {
    const sorted = of(clips, `clip ${t.id.split('@')[1]}`);
    expect(sorted.place?.throwId).toBe(t.id);
    expect(sorted.probability).toBeGreaterThan(0.95);
    expect(sorted.why[0]).toMatchObject({ kind: 'tap' });
  }
  expect(of(clips, 'clip 201').place).toMatchObject({ bib: 12, number: 2 });
  expect(clocks[0]!.offsetMs).toBeCloseTo(-300_000, -3);
  expect(clocks[0]!.unknown).toBeNull();
});

test('a clip in a gap where a throw was not told is that throw, and its number counts it', () => {
  const { clips } = sortClips(
    [0, 33, 61, 170, 201, 240, 365, 391].map((s) => clip(s)),
    {
      throws: THROWS.filter((t) => t.id !== '12@201'),
      visits: [{ bib: 12, at: 1e12, throws: 3, mound: null }],
    },
  );
  expect(of(clips, 'clip 201').place).toMatchObject({ bib: 12, throwId: null, number: 2 });
  expect(of(clips, 'clip 201').why[0]).toEqual({ kind: 'order', bib: 12, number: 2 });
  expect(of(clips, 'clip 240').place).toMatchObject({ throwId: '12@240', number: 3 });
});

test('a short clip between throws shows nothing', () => {
  const stray = clip(140, { id: 'stray', start: 1e12 + 440_000, end: 1e12 + 440_900 });
  const { clips } = sortClips([...[0, 33, 61, 170, 201, 240, 365, 391].map((s) => clip(s)), stray], {
    throws: THROWS,
    visits: [
      { bib: 7, at: 1e12, throws: 3, mound: null },
      { bib: 12, at: 1e12, throws: 3, mound: null },
    ],
  });
  expect(of(clips, 'stray').place).toBeNull();
  expect(of(clips, 'stray').why).toEqual([{ kind: 'nothing' }]);
});

test('the pictures of a clip speak against a delivery', () => {
  const around = [0, 33, 61, 170, 240, 365, 391].map((s) => clip(s));
  const log = { throws: THROWS, visits: [] };
  const seen = of(sortClips([...around, clip(201, { shows: 0.99 })], log).clips, 'clip 201');
  const empty = of(sortClips([...around, clip(201, { shows: 0.01 })], log).clips, 'clip 201');
  expect(seen.probability).toBeGreaterThan(0.95);
  expect(empty.place === null || empty.probability < seen.probability).toBe(true);
});

test('a slate with the time sets the clock, and names the camper of whom nothing was told', () => {
  const { clips, clocks } = sortClips(
    [
      clip(170, { slates: [slate(12, 166, true)] }),
      clip(201),
      clip(240),
      clip(365, { slates: [slate(3, 361, true)] }),
      clip(391),
    ],
    {
      throws: [],
      visits: [
        { bib: 3, at: 1e12, throws: 2, mound: null },
        { bib: 12, at: 1e12 + 4e5, throws: 3, mound: null },
      ],
    },
  );
  expect(of(clips, 'clip 170')).toMatchObject({ place: { bib: 12, throwId: null } });
  expect(of(clips, 'clip 170').why[0]).toMatchObject({ kind: 'slate', bib: 12, at: 1e12 + 166_000 });
  expect(of(clips, 'clip 391').place).toMatchObject({ bib: 3 });
  expect(clocks[0]!.offsetMs).toBeCloseTo(-300_000, -2);
  expect(clocks[0]!.unknown).toBeNull();
});

test('a slate of somebody who was neither planned nor tapped is his visit', () => {
  const { clips } = sortClips([...[0, 33, 61].map((s) => clip(s)), clip(900, { slates: [slate(44, 896)] }), clip(931)], {
    throws: THROWS.slice(0, 3),
    visits: [],
  });
  expect(of(clips, 'clip 900').place).toMatchObject({ bib: 44, throwId: null, number: 1 });
  expect(of(clips, 'clip 931').place).toMatchObject({ bib: 44, number: 2 });
});

test('what only the plan says is never sure, and the camera says so', () => {
  const { clips, clocks } = sortClips(
    [0, 33, 61, 170, 201, 240].map((s) => clip(s)),
    {
      throws: [],
      visits: [
        { bib: 7, at: 1e12, throws: 3, mound: null },
        { bib: 12, at: 1e12 + 170_000, throws: 3, mound: null },
      ],
    },
  );
  for (const c of clips) expect(c.probability).toBeLessThanOrEqual(0.85);
  expect(clocks[0]!.unknown).toBe('plan-only');
});

test('with no log at all nothing is placed, and the camera says why', () => {
  const { clips, clocks } = sortClips([clip(0)], { throws: [], visits: [] });
  expect(clips[0]!.place).toBeNull();
  expect(clocks[0]!.unknown).toBe('no-log');
});

test('each camera has a clock of its own; who stands at a mound is known by what was thrown there', () => {
  const there = THROWS.map((t) => ({ ...t, mound: 'near' }));
  const elsewhere = [5, 40, 100, 180, 222, 250, 300].map((s) => ({ ...tap(50, s), mound: 'far' }));
  const log = { throws: [...there, ...elsewhere], visits: [] };
  const other = (s: number): CameraClip => {
    const c = clip(s, { camera: 'B', id: `b ${s}` });
    return { ...c, start: c.start - 400_000, end: c.end - 400_000 };
  };
  const all = [...[0, 33, 61, 170, 201, 240, 365, 391].map((s) => clip(s)), ...[5, 40, 100, 180, 222, 250, 300].map(other)];
  const { clips, clocks } = sortClips(all, log);
  expect(clips.filter((c) => c.camera === 'A').every((c) => c.place?.bib !== 50)).toBe(true);
  expect(clips.filter((c) => c.camera === 'B').every((c) => c.place?.bib === 50)).toBe(true);
  expect(clocks.find((c) => c.camera === 'B')!.offsetMs).toBeCloseTo(100_000, -3);
  const told = sortClips(
    all.filter((c) => c.camera === 'B'),
    log,
    { mounds: { B: 'near' } },
  );
  expect(told.clips.every((c) => c.place?.bib !== 50)).toBe(true);
});

test('what a second camera films at the same moment is likelier a throw', () => {
  const log = {
    throws: THROWS.filter((t) => t.id !== '12@201'),
    visits: [],
  };
  const a = [0, 33, 61, 170, 201, 240, 365, 391].map((s) => clip(s));
  const b = a.map((c) => ({ ...c, id: `b ${c.id}`, camera: 'B', start: c.start + 77_000, end: c.end + 77_000 }));
  const alone = of(sortClips(a, log).clips, 'clip 201');
  const both = of(sortClips([...a, ...b], log).clips, 'clip 201');
  expect(both.probability).toBeGreaterThanOrEqual(alone.probability);
  expect(both.why).toContainEqual({ kind: 'camera' });
});
