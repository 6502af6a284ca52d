import { recentThrows } from './arm-care.ts';
import { grouped } from './grouped.ts';
import { dayPlanOf } from './day-plans.ts';
import type { Camp } from './camps.ts';
import { gateList } from './check-ins.ts';

/** What the phone at the gate shows of each camper. */
export async function gatePage(camp: Camp, day: string) {
  const [gate, plan] = await Promise.all([gateList(camp, day), dayPlanOf(camp, day)]);
  const thrown = grouped(await recentThrows(gate.map((g) => g.camper.childId), day), (t) => t.childId);
  const sessions = new Map(plan.sessions.map((s) => [s.camper, s]));
  return gate.map(({ camper, checkIn, standing }) => {
    const session = sessions.get(camper.id);
    return {
      id: camper.id, bib: camper.bib, name: camper.name, age: camper.age, heightCentimetres: camper.heightCentimetres, consent: camper.consentToFilm, sore: camper.sore,
      present: checkIn?.present ?? null, says: standing.says, left: standing.plannable, allowed: standing.allowed !== null, born: camper.born, thrown: (thrown.get(camper.childId) ?? []).map(({ day: on, count, kind, saidToday }) => ({ day: on, count, kind, saidToday })), goals: checkIn?.goals ?? null, drillsDone: checkIn?.drillsDone ?? null, mobility: checkIn?.mobility ?? [],
      session: session ? { mound: session.mound, warmUpFrom: session.warmUpFrom, from: session.from } : null,
    };
  });
}
