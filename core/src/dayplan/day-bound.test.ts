import { describe, expect, test } from 'vitest';
import { dayBound } from './day-bound.ts';
import { planDay } from './plan-day.ts';
import { planProblems } from './plan-problems.ts';
import { camperOf, SMALL, sessionOf } from './testing/small-day.ts';
import { seeded } from './testing/random-camp.ts';

// Every figure here is reckoned by hand from the minutes named beside it: two mounds from 9:00 (540), ten minutes a camper, ten to warm up.
const campers = (n: number) => Array.from({ length: n }, (_, i) => camperOf(`c${i}`));

describe('no plan ends earlier', () => {
  test('mounds: five campers of ten minutes on two mounds need 25', () => {
    expect(dayBound(SMALL, campers(5))).toEqual({ finish: 565, by: 'mounds', moundMinutes: 50 });
  });

  test('one camera, or one who films, makes two mounds one', () => {
    expect(dayBound({ ...SMALL, cameras: SMALL.cameras.slice(0, 1) }, campers(5))).toMatchObject({ finish: 590, by: 'cameras' });
    expect(dayBound({ ...SMALL, staff: SMALL.staff.map((p, i) => ({ ...p, films: i === 0 })) }, campers(5))).toMatchObject({
      finish: 590,
      by: 'staff',
    });
  });

  test('a mound that is lost, or a coach who leaves, counts from then on', () => {
    // To 550 both mounds: 20 of the 50 minutes; the other 30 on one.
    const lost = SMALL.mounds.map((m, i) => (i === 1 ? { ...m, to: 550 } : m));
    expect(dayBound({ ...SMALL, mounds: lost }, campers(5))).toMatchObject({ finish: 580, by: 'mounds' });
    const left = SMALL.staff.map((p, i) => (i === 1 ? { ...p, to: 550 } : p));
    expect(dayBound({ ...SMALL, staff: left }, campers(5))).toMatchObject({ finish: 580, by: 'staff' });
  });

  test('who comes late: his warm-up and his minutes, however few the others are; many who come late share the mounds', () => {
    expect(dayBound(SMALL, [...campers(2), camperOf('late', { readyFrom: 600 })])).toMatchObject({ finish: 620, by: 'arrival' });
    const late = Array.from({ length: 5 }, (_, i) => camperOf(`l${i}`, { readyFrom: 600 }));
    expect(dayBound(SMALL, [...campers(2), ...late])).toMatchObject({ finish: 635, by: 'mounds' });
  });

  test('a break is closed, and the warm-up after it', () => {
    // 540 to 550 two campers; the break to 570, warm-up to 580; 30 minutes on two mounds.
    expect(dayBound({ ...SMALL, breaks: [{ from: 550, to: 570 }] }, campers(5))).toMatchObject({ finish: 595 });
    // Ready within the break: the warm-up begins at its end.
    const within = camperOf('w', { readyFrom: 555 });
    expect(dayBound({ ...SMALL, breaks: [{ from: 550, to: 570 }] }, [within])).toMatchObject({ finish: 590, by: 'arrival' });
  });

  test('a day without room ends at midnight; nobody to throw ends at the opening', () => {
    expect(dayBound(SMALL, campers(300)).finish).toBe(1440);
    expect(dayBound(SMALL, []).finish).toBe(540);
  });
});

describe('a break, a group and a warm-up', () => {
  const settings = { ...SMALL, breaks: [{ from: 550, to: 570 }] };
  const kin = ['x', 'y'].map((id) => camperOf(id, { together: 'kin' }));
  const codes = (...args: Parameters<typeof planProblems>) => planProblems(...args).map((p) => p.code);

  test('a group that a break cuts is named, and so is a warm-up in a break', () => {
    const cut = [sessionOf('x', 540), sessionOf('y', 580)];
    expect(codes({ settings, campers: kin }, cut)).toEqual(['apart']);
    expect(codes({ settings, campers: kin.slice(0, 1) }, [sessionOf('x', 575)])).toEqual(['inBreak']);
    expect(codes({ settings, campers: kin }, [sessionOf('x', 580), sessionOf('y', 590)])).toEqual([]);
  });

  test('who could not be there before the others were through lies apart; who could does not', () => {
    const sessions = [sessionOf('x', 580), sessionOf('y', 660)];
    const late = (readyFrom: number) => [kin[0]!, camperOf('y', { together: 'kin', readyFrom })];
    expect(codes({ settings, campers: late(581) }, sessions)).toEqual([]);
    expect(codes({ settings, campers: late(580) }, sessions)).toEqual(['apart']);
  });

  test('when one of a group turns out to be late, the others keep their time', () => {
    const input = { settings: SMALL, campers: kin };
    const options = { random: seeded(1), keepGoing: () => false };
    const before = planDay(input, options).sessions;
    const after = planDay(
      { ...input, campers: [kin[0]!, camperOf('y', { together: 'kin', readyFrom: 700 })] },
      { ...options, before },
    );
    expect(after.moved).toEqual(['y']);
    expect(after.sessions.find((s) => s.camper === 'y')!.from).toBe(710);
  });
});
