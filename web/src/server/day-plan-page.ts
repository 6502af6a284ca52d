import { minuteInZone } from '@stride-chalk/core';
import { may } from './access.ts';
import { listRoster } from './campers.ts';
import { todayAt, type Camp } from './camps.ts';
import { dayPlanOf, judgePlan } from './day-plans.ts';
import { listStaff } from './staff.ts';

const MIDNIGHT = 24 * 60;

/** Everything that the page of a day's plan shows. */
export async function dayPlanPage(camp: Camp, day: string, instant = Date.now()) {
  const today = todayAt(camp, instant);
  // Of a day that is over everything is history; a day to come has no now yet.
  const over = day < today;
  const now = over ? MIDNIGHT : day === today ? minuteInZone(instant, camp.timeZone) : null;
  const [plan, campers, staff] = await Promise.all([dayPlanOf(camp, day), listRoster(camp), listStaff(camp.id, 'all')]);
  const judged = await judgePlan(camp, day, plan, { now, over });
  return {
    ...plan,
    ...judged,
    day,
    now,
    over,
    campers: campers.map((c) => ({ id: c.id, bib: c.bib, name: c.name, ageGroup: c.ageGroup, together: c.togetherWith })),
    staff: staff.map(({ id, name, role, active }) => ({ id, name, active, mayScore: may(role, 'break down and score') })),
  };
}
