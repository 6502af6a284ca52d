import { and, eq } from 'drizzle-orm';
import { AGE_GROUPS, consentOn, type DayInput, type DaySettings, type CamperId } from '@stride-chalk/core';
import { may } from './access.ts';
import type { Camp } from './camps.ts';
import { listRoster, type Camper } from './campers.ts';
import { gateOf, type AtTheGate } from './check-ins.ts';
import { db } from './db/connect.ts';
import { campers, lateArrivals } from './db/schema.ts';
import { listStaff } from './staff.ts';

/** Somebody who is not to throw that day, with the reason in plain words. */
export interface Resting {
  readonly camper: CamperId;
  readonly why: string;
}

/** What is known of a day at the field: read once for everything that is said of it. */
export interface Field {
  readonly day: string;
  /** Where the camp is: days are written as people there do. */
  readonly at: Pick<Camp, 'timeZone'>;
  /** The whole roster, those too who have withdrawn. */
  readonly roster: readonly Camper[];
  /** Who is expected, with what was said at the gate and what arm care says. */
  readonly gate: readonly AtTheGate[];
  /** Everybody of the staff, those too who have left. */
  readonly staff: Awaited<ReturnType<typeof listStaff>>;
  /** From which minute on those come who come later. */
  readonly late: ReadonlyMap<string, number>;
}

export async function readField(camp: Camp, day: string): Promise<Field> {
  const roster = await listRoster(camp);
  const [gate, staff, late] = await Promise.all([
    gateOf(
      camp,
      roster.filter((c) => c.withdrawnOn === null),
      day,
    ),
    listStaff(camp.id, 'all'),
    db()
      .select({ camperId: lateArrivals.camperId, fromMinute: lateArrivals.fromMinute })
      .from(lateArrivals)
      .innerJoin(campers, eq(campers.id, lateArrivals.camperId))
      .where(and(eq(lateArrivals.day, day), eq(campers.campId, camp.id))),
  ]);
  return { day, at: camp, roster, gate, staff, late: new Map(late.map((l) => [l.camperId, l.fromMinute])) };
}

/** What a day begins with: three mounds and cameras from nine, everybody of the staff. */
export function defaultSettings(field: Field): DaySettings {
  const staff = field.staff.filter((s) => s.active);
  const [from, to] = [9 * 60, 17 * 60];
  const byAge = (young: number, old: number) =>
    Object.fromEntries(AGE_GROUPS.map((g, i) => [g, i < 3 ? young : old])) as DaySettings['minutes'];
  return {
    mounds: [1, 2, 3].map((n) => ({ name: `Mound ${n}`, from, to })),
    cameras: [1, 2, 3].map((n) => ({ name: `Camera ${n}`, from, to })),
    staff: staff.map((s) => ({ id: s.id, from, to, films: s.role !== 'lead', scores: may(s.role, 'break down and score') })),
    breaks: [{ from: 12 * 60, to: 12 * 60 + 45 }],
    minutes: byAge(7, 8),
    deliveries: byAge(3, 5),
    warmUpMinutes: 12,
    warmUpThrows: 15,
    blindShare: 0.2,
  };
}

/** Why somebody is in no plan of the day; null when he may be. */
function whyNot({ camper, checkIn, standing }: AtTheGate, settings: DaySettings, day: string, at: Field['at']): string | null {
  const consent = consentOn(camper.consents, day, at);
  if (!consent.film) return consent.says;
  if (camper.outsideAges) return `${camper.age} years old on the first day: the camp plans 7 to 18`;
  if (camper.sore) return 'a sore arm';
  if (checkIn && !checkIn.present) return 'not here today';
  if (standing.plannable <= settings.warmUpThrows)
    return standing.plannable === 0
      ? standing.says
      : `${standing.plannable} throws left, the warm-up takes ${settings.warmUpThrows}`;
  return null;
}

/** Who of those named for the day is on the staff still, each with what his role lets him do. */
function stillAtWork(named: DaySettings['staff'], staff: Awaited<ReturnType<typeof listStaff>>): DaySettings['staff'] {
  const roles = new Map(staff.map((p) => [p.id, p.role]));
  return named.flatMap((p) => {
    const role = roles.get(p.id);
    return role ? [{ ...p, scores: p.scores && may(role, 'break down and score') }] : [];
  });
}

/** Everything that the planner asks of a day: who may throw and how much, and who is not to throw and why. */
export function dayInput(
  { day, at, gate, staff, late }: Field,
  settings: DaySettings,
): { input: DayInput; resting: readonly Resting[] } {
  const resting = gate.flatMap((g) => {
    const why = whyNot(g, settings, day, at);
    return why === null ? [] : [{ camper: g.camper.id, why }];
  });
  const gateInUse = gate.some((g) => g.checkIn !== null);
  const out = new Set(resting.map((r) => r.camper));
  return {
    resting,
    input: {
      settings: {
        ...settings,
        staff: stillAtWork(
          settings.staff,
          staff.filter((p) => p.active),
        ),
      },
      campers: gate
        .filter((g) => !out.has(g.camper.id))
        .map(({ camper, checkIn, standing }) => ({
          id: camper.id,
          ageGroup: camper.ageGroup,
          together: camper.togetherWith,
          readyFrom: late.get(camper.id) ?? 0,
          noShow: gateInUse && !checkIn?.present && standing.thrownToday === 0,
          throwsLeft: standing.plannable,
        })),
    },
  };
}
