import { describe, expect, test } from 'vitest';
import { placeBlocks } from './place-sessions.ts';
import { camperOf, SMALL, sessionOf } from './testing/small-day.ts';
import { coach } from './testing/ids.ts';

const place = (
  blocks: Parameters<typeof placeBlocks>[1],
  {
    settings = {},
    standing = [],
    from = 540,
  }: { settings?: object; standing?: ReturnType<typeof sessionOf>[]; from?: number } = {},
) => placeBlocks({ ...SMALL, ...settings }, blocks, standing, from);
const alone = (...ids: string[]) => ids.map((id) => [camperOf(id)]);
const when = (placed: ReturnType<typeof placeBlocks>) =>
  Object.fromEntries(placed.sessions.map((s) => [s.camper, `${s.mound} ${s.from}`]));

describe('one after the other at the earliest time', () => {
  test('two mounds side by side; camera and filmer stay where they stand', () => {
    const placed = place(alone('a', 'b', 'c', 'd'));
    expect(when(placed)).toEqual({ a: 'M1 540', b: 'M2 540', c: 'M1 550', d: 'M2 550' });
    const at = (mound: string) => new Set(placed.sessions.filter((s) => s.mound === mound).map((s) => `${s.camera} ${s.filmer}`));
    expect([at('M1').size, at('M2').size]).toEqual([1, 1]);
  });

  test('one camera, or one who films, makes two mounds one', () => {
    for (const settings of [{ cameras: SMALL.cameras.slice(0, 1) }, { staff: SMALL.staff.slice(0, 1) }])
      expect(place(alone('a', 'b', 'c'), { settings }).sessions.map((s) => s.from)).toEqual([540, 550, 560]);
  });

  test('a session does not run into a break, and the next warms up at its end', () => {
    const settings = { breaks: [{ from: 555, to: 570 }] };
    const placed = place(alone('a', 'b', 'c'), { settings });
    expect(when(placed)).toEqual({ a: 'M1 540', b: 'M2 540', c: 'M1 580' });
    expect(placed.sessions.find((s) => s.camper === 'c')!.warmUpFrom).toBe(570);
  });

  test('a group stands on one mound, one after the other, and no break comes between', () => {
    const group = [['x', 'y'].map((id) => camperOf(id, { together: 'kin' }))];
    expect(when(place(group))).toEqual({ x: 'M1 540', y: 'M1 550' });
    expect(when(place(group, { settings: { breaks: [{ from: 550, to: 580 }] } }))).toEqual({ x: 'M1 590', y: 'M1 600' });
  });

  test('of a group four do not wait for the one who comes late; one who comes as they throw is waited for', () => {
    const group = (late: number) => [
      [
        camperOf('late', { together: 'kin', readyFrom: late }),
        ...['a', 'b', 'c', 'd'].map((id) => camperOf(id, { together: 'kin' })),
      ],
    ];
    expect(when(place(group(660)))).toEqual({ a: 'M1 540', b: 'M1 550', c: 'M1 560', d: 'M1 570', late: 'M1 670' });
    // Warmed up at 570, in his place behind the four.
    expect(when(place(group(560)))).toEqual({ a: 'M1 540', b: 'M1 550', c: 'M1 560', d: 'M1 570', late: 'M1 580' });
    // Warmed up at 570 behind one alone, who would be through by then: two of them, the first need not wait.
    const two = [[camperOf('late', { together: 'kin', readyFrom: 541 }), camperOf('a', { together: 'kin' })]];
    expect(when(place(two))).toEqual({ a: 'M1 540', late: 'M1 551' });
  });

  test('whoever comes later warms up first, and others take the time before him', () => {
    const placed = place([[camperOf('late', { readyFrom: 565 })], ...alone('a')]);
    expect(when(placed)).toEqual({ late: 'M1 575', a: 'M1 540' });
    expect(placed.sessions.find((s) => s.camper === 'late')!.warmUpFrom).toBe(565);
  });

  test('what stands is not touched, and nothing begins before now', () => {
    const standing = [sessionOf('s', 560)];
    expect(when(place(alone('a', 'b', 'c'), { standing, from: 555 }))).toEqual({
      s: 'M1 560',
      a: 'M2 555',
      b: 'M2 565',
      c: 'M1 570',
    });
  });

  test('who finds no room is named; arm care cuts the deliveries', () => {
    const settings = { mounds: [{ name: 'M1', from: 540, to: 555 }] };
    const placed = place([[camperOf('a', { throwsLeft: 17 })], ...alone('b')], { settings });
    expect(placed.unplaced).toEqual(['b']);
    expect(placed.sessions).toMatchObject([{ camper: 'a', deliveries: 2 }]);
  });

  test('a mound, a camera or somebody who films who begins later is waited for, and used to the last minute', () => {
    const later = (list: keyof typeof SMALL, from: number, to = 720) => ({
      [list]: (SMALL[list] as ReadonlyArray<object>).slice(0, 1).map((w) => ({ ...w, from, to })),
    });
    for (const list of ['mounds', 'cameras', 'staff'] as const) {
      expect(
        place(alone('a'), { settings: later(list, 557) }).sessions.map((s) => s.from),
        list,
      ).toEqual([557]);
      expect(place(alone('a', 'b'), { settings: later(list, 540, 559) }).unplaced, list).toEqual(['b']);
      expect(place(alone('a', 'b'), { settings: later(list, 540, 560) }).unplaced, list).toEqual([]);
    }
  });

  test('somebody who does not film films nobody', () => {
    const staff = SMALL.staff.map((p) => ({ ...p, films: p.id === 'q' }));
    const placed = place(alone('a', 'b'), { settings: { staff } });
    expect(placed.sessions.map((s) => [s.filmer, s.from])).toEqual([
      ['q', 540],
      ['q', 550],
    ]);
  });

  test('whoever films stays at his mound until another has filmed two sessions less', () => {
    // One mound, three who film: p films ten minutes and stays, being ahead by fewer than fifteen minutes; at twenty the next one comes. All at twenty, the last one stays.
    const one = { mounds: SMALL.mounds.slice(0, 1), staff: [...SMALL.staff, { ...SMALL.staff[0]!, id: 'r' }] };
    const placed = place(alone('a', 'b', 'c', 'd', 'e', 'f', 'g'), { settings: one });
    expect(placed.sessions.map((s) => s.filmer).join('')).toBe('ppqqrrr');
    // What stands counts: q, who has filmed two sessions here last, goes on; after three p, with one, takes over.
    const stood = (n: number) => [
      sessionOf('s', 540),
      ...Array.from({ length: n }, (_, i) => sessionOf(`t${i}`, 550 + 10 * i, { filmer: coach('q') })),
    ];
    const next = (n: number) =>
      place(alone('a'), { settings: { ...one, staff: SMALL.staff }, standing: stood(n), from: 600 }).sessions.at(-1)!.filmer;
    expect([next(2), next(3)]).toEqual(['q', 'p']);
  });

  test('a camera stays at its mound; one that stands at another mound is taken last', () => {
    const cameras = ['K1', 'K2', 'K3'].map((name) => ({ name, from: 540, to: name === 'K2' ? 560 : 720 }));
    const standing = [sessionOf('s', 540), sessionOf('t', 540, { mound: 'M2', camera: 'K2', filmer: coach('q') })];
    const placed = place(alone('a', 'b', 'c', 'd'), { settings: { cameras }, standing, from: 550 });
    // M2 has K2 until 560, then K3, which stands nowhere, and not K1.
    expect(placed.sessions.slice(2).map((s) => `${s.mound} ${s.from} ${s.camera}`)).toEqual([
      'M1 550 K1',
      'M2 550 K2',
      'M1 560 K1',
      'M2 560 K3',
    ]);
    // Where no other is left, the one of the other mound comes.
    const moved = place(alone('a'), {
      settings: { cameras: cameras.slice(0, 2), mounds: SMALL.mounds.slice(1) },
      standing,
      from: 560,
    });
    expect(moved.sessions.at(-1)).toMatchObject({ mound: 'M2', camera: 'K1' });
  });

  test('a group whose second comes later begins at once where he is warmed up before the first is through', () => {
    // y is warmed up at 575 and x is through at 580; with twenty minutes, at 560 and 560.
    const settings = { minutes: { ...SMALL.minutes, '11-12': 40 } };
    const kin = [[camperOf('x', { together: 'kin' }), camperOf('y', { together: 'kin', readyFrom: 565 })]];
    expect(when(place(kin, { settings }))).toEqual({ x: 'M1 540', y: 'M1 580' });
    const short = { minutes: { ...SMALL.minutes, '11-12': 20 } };
    const near = [[camperOf('x', { together: 'kin', readyFrom: 0 }), camperOf('y', { together: 'kin', readyFrom: 550 })]];
    expect(when(place(near, { settings: short }))).toEqual({ x: 'M1 540', y: 'M1 560' });
  });

  test('breaks in whatever order they are written: the gap between two that fits is used', () => {
    const breaks = [
      { from: 600, to: 610 },
      { from: 545, to: 560 },
    ];
    expect(when(place(alone('a', 'b', 'c'), { settings: { breaks, mounds: SMALL.mounds.slice(0, 1) } }))).toEqual({
      a: 'M1 570',
      b: 'M1 580',
      c: 'M1 590',
    });
  });
});
