import { describe, expect, test } from 'vitest';
import type { DayPlanData } from './day-plan-data.ts';
import { newerPlan, whoMoved } from './newer-plan.ts';

const settings = { warmUpMinutes: 12 } as DayPlanData['settings'];
const page = (revision: number, now: number): DayPlanData =>
  ({ revision, now, settings: { ...settings }, sessions: [] }) as unknown as DayPlanData;
const shown = page(4, 540);

describe('a page that stays open', () => {
  test('with nothing in hand it follows whatever is newer or as new, and drops an answer that came late', () => {
    const clean = { data: shown, settings: shown.settings };
    for (const next of [page(4, 570), page(5, 570)])
      expect(newerPlan(clean, next)).toEqual({ data: next, settings: next.settings });
    expect(newerPlan(clean, page(3, 570))).toBe(clean);
  });

  test('settings in hand stay, and the clock goes on', () => {
    const hand = { data: shown, settings: { ...settings, warmUpMinutes: 20 } };
    const after = newerPlan(hand, page(4, 570));
    expect(after).toMatchObject({ data: { now: 570, revision: 4 }, settings: { warmUpMinutes: 20 } });
    // Still known as changed: the next answer takes nothing away either.
    expect(newerPlan(after, page(4, 600))).toMatchObject({ data: { now: 600 }, settings: { warmUpMinutes: 20 } });
  });

  test('when somebody else has planned, settings in hand are not sent onto his plan unseen', () => {
    const hand = { data: shown, settings: { ...settings, warmUpMinutes: 20 } };
    expect(newerPlan(hand, page(5, 570))).toMatchObject({ data: { now: 570, revision: 4 }, settings: { warmUpMinutes: 20 } });
  });
});

test('after a change those are named who stand elsewhere or at another time, with where they stood', () => {
  const at = (...all: ReadonlyArray<readonly [string, string, number]>) =>
    ({ sessions: all.map(([camper, mound, from]) => ({ camper, mound, from })) }) as unknown as DayPlanData;
  const moved = whoMoved(
    at(['stays', 'A', 540], ['later', 'A', 550], ['over', 'B', 540], ['both', 'B', 560], ['gone', 'B', 580]),
    at(['stays', 'A', 540], ['later', 'A', 575], ['over', 'C', 540], ['both', 'A', 600], ['new', 'B', 540]),
  );
  expect(Object.fromEntries(moved)).toEqual({
    later: { mound: 'A', from: 550 },
    over: { mound: 'B', from: 540 },
    both: { mound: 'B', from: 560 },
  });
});
