import { describe, expect, test } from 'vitest';
import type { DayPlanData } from './day-plan-data.ts';
import { newerPlan } from './newer-plan.ts';

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
