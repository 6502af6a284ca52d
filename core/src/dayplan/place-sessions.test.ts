import { describe, expect, test } from 'vitest';
import { placeBlocks } from './place-sessions.ts';
import { camperOf, SMALL, sessionOf } from './testing/small-day.ts';

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
});
