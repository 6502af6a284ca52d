import { recentThrows } from './arm-care.ts';
import { grouped } from './grouped.ts';
import { minuteInZone, type GateList, type PlanProblem } from '@stride-chalk/core';
import { readField } from './day-input.ts';
import { judgePlan, planAt } from './day-plans.ts';
import { refilmsOf } from './refilms.ts';
import { todayAt, type Camp } from './camps.ts';

/** The day at the field in a few figures for the start page; null when today is no day of the camp. */
export async function todayAtTheField(camp: Camp, now = Date.now()) {
  const today = todayAt(camp, now);
  if (today < camp.firstDay || today > camp.lastDay) return null;
  const field = await readField(camp, today);
  const { gate } = field;
  const plan = await planAt(camp, field);
  const minute = minuteInZone(now, camp.timeZone);
  /** Whoever has not come has not thrown, whatever the plan says. */
  const here = new Set(gate.filter((g) => g.checkIn?.present).map((g) => g.camper.id));
  /** Why somebody is not to throw stands with those who rest. */
  const says = (p: PlanProblem): string => {
    const why = p.code === 'notToThrow' && plan.resting.find((r) => r.camper === p.campers[0])?.why;
    return why ? `${why[0]!.toUpperCase()}${why.slice(1).replace(/\.$/, '')}, and still on the plan` : p.says;
  };
  const over = plan.sessions.filter((s) => s.to <= minute);
  const next = plan.sessions.find((s) => s.from >= minute);
  const bibs = new Map(gate.map((g) => [g.camper.id, g.camper.bib]));
  const bib = (next && bibs.get(next.camper)) ?? null;
  return {
    expected: gate.length,
    atTheGate: gate.filter((g) => g.checkIn !== null).length,
    here: here.size,
    planned: plan.sessions.length,
    done: over.filter((s) => here.has(s.camper)).length,
    missed: over.filter((s) => !here.has(s.camper)).length,
    resting: plan.resting.length,
    next: next && bib !== null ? { bib, mound: next.mound, from: next.from } : null,
    // Whoever has missed his turn is no mistake of the plan: the gate tells who is not here.
    broken: judgePlan(field, plan, { now: minute, over: false })
      .problems.filter((p) => p.code !== 'missed')
      .map((p) => ({ bibs: p.campers.flatMap((id) => bibs.get(id) ?? []), says: says(p) })),
  };
}

/** What the phone at the gate shows of each camper, and when that was. */
export async function gatePage(camp: Camp, day: string, now = Date.now()): Promise<GateList> {
  const field = await readField(camp, day);
  const { gate } = field;
  const children = gate.map((g) => g.camper.childId);
  const [plan, recent, asked] = await Promise.all([planAt(camp, field), recentThrows(children, day), refilmsOf(camp.id)]);
  const again = grouped(asked, (a) => a.camper);
  const thrown = grouped(recent, (t) => t.childId);
  const sessions = new Map(plan.sessions.map((s) => [s.camper, s]));
  const lines = gate.map(({ camper, checkIn, standing }) => {
    const session = sessions.get(camper.id);
    return {
      id: camper.id,
      bib: camper.bib,
      name: camper.name,
      age: camper.age,
      heightCentimetres: camper.heightCentimetres,
      hand: camper.hand,
      consent: camper.consent.film,
      sore: camper.sore,
      present: checkIn?.present ?? null,
      says: standing.says,
      left: standing.plannable,
      allowed: standing.allowance !== null,
      born: camper.born,
      thrown: (thrown.get(camper.childId) ?? []).map(({ day: on, count, kind, saidToday }) => ({
        day: on,
        count,
        kind,
        saidToday,
      })),
      goals: checkIn?.goals ?? null,
      drillsDone: checkIn?.drillsDone ?? null,
      mobility: checkIn?.mobility ?? [],
      /** null: nobody has asked today. */
      throwsReported: checkIn?.throwsReported ?? null,
      session: session ? { mound: session.mound, warmUpFrom: session.warmUpFrom, from: session.from } : null,
      again: (again.get(camper.id) ?? []).map(({ view, why }) => ({ view, why })),
    };
  });
  return { day, asOf: new Date(now).toISOString(), lines };
}
