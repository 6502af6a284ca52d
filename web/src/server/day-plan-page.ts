import { minuteInZone } from '@stride-chalk/core';
import { listCampers } from './campers.ts';
import { todayAt, type Camp } from './camps.ts';
import { dayPlanOf, judgePlan } from './day-plans.ts';
import { listStaff } from './staff.ts';

/** Everything that the page of a day's plan shows. */
export async function dayPlanPage(camp: Camp, day: string, instant = Date.now()) {
  const today = todayAt(camp, instant);
  // A day that is over has no now: nothing of it is planned any more.
  const now = day === today ? minuteInZone(instant, camp.timeZone) : null;
  const [plan, campers, staff] = await Promise.all([dayPlanOf(camp, day), listCampers(camp), listStaff(camp.id)]);
  const judged = await judgePlan(camp, day, plan, now);
  return {
    ...plan, ...judged, day, now,
    campers: campers.map((c) => ({ id: c.id, bib: c.bib, name: c.name, ageGroup: c.ageGroup, together: c.togetherWith })),
    staff: staff.map(({ id, name, role }) => ({ id, name, role })),
  };
}
