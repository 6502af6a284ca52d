import { may } from './access.ts';
import { listRoster } from './campers.ts';
import { clockOn, type Camp } from './camps.ts';
import { dayPlanOf, judgePlan } from './day-plans.ts';
import { listStaff } from './staff.ts';

/** Everything that the page of a day's plan shows. */
export async function dayPlanPage(camp: Camp, day: string, instant = Date.now()) {
  const { now, over } = clockOn(camp, day, instant);
  const [plan, campers, staff] = await Promise.all([dayPlanOf(camp, day), listRoster(camp), listStaff(camp.id, 'all')]);
  const judged = await judgePlan(camp, day, plan, { now, over });
  return {
    ...plan,
    ...judged,
    campId: camp.id,
    day,
    now,
    over,
    campers: campers.map((c) => ({ id: c.id, bib: c.bib, name: c.name, ageGroup: c.ageGroup, together: c.togetherWith })),
    staff: staff.map(({ id, name, role, active }) => ({ id, name, active, mayScore: may(role, 'break down and score') })),
  };
}
