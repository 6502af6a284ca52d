import { describe, expect, test } from 'vitest';
import { moveSession } from './move-session.ts';
import { planProblems } from './plan-problems.ts';
import { camperOf, dayOf, sessionOf, SMALL } from './testing/small-day.ts';
import { coach, kid } from './testing/ids.ts';

const input = dayOf(['a', 'b', 'c'].map((id) => camperOf(id)));
const plan = [sessionOf('a', 540), sessionOf('b', 540, { mound: 'M2', camera: 'K2', filmer: coach('q') }), sessionOf('c', 550)];
const of = (sessions: ReturnType<typeof moveSession>, camper: string) => sessions.find((s) => s.camper === camper)!;

describe('one camper by hand', () => {
  test('he moves and nobody else; who films and the camera stay where they are free', () => {
    const after = moveSession(input, plan, kid('c'), { mound: 'M1', from: 570 });
    expect(of(after, 'c')).toEqual(sessionOf('c', 570));
    for (const id of ['a', 'b']) expect(of(after, id)).toEqual(plan.find((s) => s.camper === id));
    expect(planProblems(input, after)).toEqual([]);
  });

  test('another camera and filmer are taken where his own are in use', () => {
    const after = moveSession(input, plan.slice(1), kid('c'), { mound: 'M1', from: 540 });
    expect(of(after, 'c')).toMatchObject({ mound: 'M1', camera: 'K1', filmer: coach('p') });
    const both = moveSession(input, [plan[0]!, plan[2]!], kid('c'), { mound: 'M2', from: 540 });
    expect(of(both, 'c')).toMatchObject({ mound: 'M2', camera: 'K2', filmer: coach('q') });
  });

  test('where none is free he stands there all the same, and what is broken is named', () => {
    const one = { ...input, settings: { ...SMALL, cameras: SMALL.cameras.slice(0, 1), staff: SMALL.staff.slice(0, 1) } };
    const after = moveSession(one, [sessionOf('a', 540), sessionOf('c', 550)], kid('c'), { mound: 'M2', from: 545 });
    expect(planProblems(one, after).map((p) => p.code)).toEqual(['cameraTwice', 'filmerTwice']);
  });

  test('somebody without a place gets one; a stranger or an unknown mound is refused', () => {
    expect(of(moveSession(input, plan.slice(0, 2), kid('c'), { mound: 'M2', from: 560 }), 'c')).toMatchObject({
      from: 560,
      to: 570,
    });
    expect(() => moveSession(input, plan, kid('nobody'), { mound: 'M1', from: 560 })).toThrow(RangeError);
    expect(() => moveSession(input, plan, kid('a'), { mound: 'M9', from: 560 })).toThrow(RangeError);
  });

  test.each([
    ['no now: the whole warm-up lies before', undefined, 600, 590],
    ['there is time for it', 580, 600, 590],
    ['it begins now, and is too short', 595, 600, 595],
    ['to a time that is past: none', 620, 600, 600],
  ])('the warm-up, %s', (_, now, from, warmUpFrom) => {
    const waiting = [sessionOf('a', 660)];
    expect(of(moveSession(input, waiting, kid('a'), { mound: 'M1', from }, now), 'a').warmUpFrom).toBe(warmUpFrom);
  });

  test('only who films and is there the whole time is asked; who films elsewhere later is free', () => {
    const staff = [
      { ...SMALL.staff[0]!, id: coach('scorer'), films: false },
      { ...SMALL.staff[0]!, id: coach('late'), from: 575 },
      { ...SMALL.staff[0]!, id: coach('early'), to: 575 },
      { ...SMALL.staff[0]!, id: coach('whole'), from: 570, to: 580 },
    ];
    const day = { ...input, settings: { ...SMALL, staff } };
    const busyLater = sessionOf('b', 580, { filmer: coach('whole'), camera: 'K1' });
    const after = moveSession(day, [busyLater, sessionOf('a', 540, { filmer: coach('early') })], kid('a'), {
      mound: 'M1',
      from: 570,
    });
    expect(of(after, 'a')).toMatchObject({ filmer: coach('whole'), camera: 'K1' });
  });

  test('two meanwhile: neither camera nor filmer of either is taken', () => {
    const three = {
      ...SMALL,
      staff: [...SMALL.staff, { ...SMALL.staff[0]!, id: coach('r') }],
      cameras: [...SMALL.cameras, { ...SMALL.cameras[0]!, name: 'K3' }],
    };
    const both = [sessionOf('a', 540), sessionOf('b', 540, { mound: 'M2', camera: 'K2', filmer: coach('q') })];
    const after = moveSession({ ...input, settings: three }, both, kid('c'), { mound: 'M1', from: 545 });
    expect(of(after, 'c')).toMatchObject({ camera: 'K3', filmer: coach('r') });
  });

  test('his own camera and filmer stay his where they are free, though others come before them', () => {
    const mine = [sessionOf('a', 540, { camera: 'K2', filmer: coach('q') })];
    expect(of(moveSession(input, mine, kid('a'), { mound: 'M1', from: 600 }), 'a')).toMatchObject({
      camera: 'K2',
      filmer: coach('q'),
    });
  });

  test('somebody without a place, where all are busy: a camera and a filmer all the same, and the clash is named', () => {
    const one = {
      ...input,
      settings: { ...SMALL, staff: [{ ...SMALL.staff[0]!, id: coach('scorer'), films: false }, SMALL.staff[0]!] },
    };
    const busy = [sessionOf('a', 540), sessionOf('b', 540, { camera: 'K2' })];
    expect(of(moveSession(one, busy, kid('c'), { mound: 'M2', from: 540 }), 'c')).toMatchObject({
      camera: 'K1',
      filmer: coach('p'),
    });
  });

  test('the plan comes back by time, and by mound at one time', () => {
    const unsorted = [sessionOf('c', 560), sessionOf('b', 540, { mound: 'M2' })];
    expect(moveSession(input, unsorted, kid('a'), { mound: 'M1', from: 540 }).map((s) => s.camper)).toEqual(['a', 'b', 'c']);
    expect(moveSession(input, [sessionOf('b', 540)], kid('a'), { mound: 'M2', from: 540 }).map((s) => s.camper)).toEqual([
      'b',
      'a',
    ]);
    expect(moveSession(input, [sessionOf('b', 540)], kid('a'), { mound: 'M1', from: 550 }).map((s) => s.camper)).toEqual([
      'b',
      'a',
    ]);
  });

  test('who begins to warm up this very minute goes on with it', () => {
    const waiting = [sessionOf('a', 610)];
    expect(of(moveSession(input, waiting, kid('a'), { mound: 'M1', from: 620 }, 600), 'a').warmUpFrom).toBe(610);
    expect(of(moveSession(input, waiting, kid('a'), { mound: 'M1', from: 609 }, 600), 'a').warmUpFrom).toBe(600);
  });
});
