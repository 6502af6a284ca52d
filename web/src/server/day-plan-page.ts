import type { DayPlanPage } from '@stride-chalk/core';
import { may } from './access.ts';
import { clockOn, type Camp } from './camps.ts';
import { readField } from './day-input.ts';
import { judgePlan, planAt } from './day-plans.ts';
import { refilmsOf } from './refilms.ts';
import { scoredTwice } from './qualification.ts';

/** Everything that the page of a day's plan shows. */
export async function dayPlanPage(camp: Camp, day: string, instant = Date.now()): Promise<DayPlanPage> {
  const { now, over } = clockOn(camp, day, instant);
  const field = await readField(camp, day);
  const plan = await planAt(camp, field);
  const judged = judgePlan(field, plan, { now, over });
  const twice = await scoredTwice(camp);
  return {
    ...plan,
    ...judged,
    campId: camp.id,
    day,
    now,
    over,
    again: await refilmsOf(camp.id),
    here: field.gate.flatMap((g) => (g.checkIn?.present ? [g.camper.id] : [])),
    campers: field.roster.map((c) => ({ id: c.id, bib: c.bib, name: c.name, ageGroup: c.ageGroup, together: c.togetherWith })),
    staff: field.staff.map(({ id, name, role, active }) => ({
      ...{ id, name, active, mayScore: may(role, 'break down and score'), twice: twice.includes(id) },
    })),
  };
}
