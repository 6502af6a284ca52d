import { and, count, eq, inArray, isNull, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import {
  addDays,
  ageGroupOf,
  dayInZone,
  daysBetween,
  type CampId,
  type ChildId,
  type StaffId,
  type CamperId,
  type OrganisationId,
} from '@stride-chalk/core';
import {
  CAMP,
  CAMPERS,
  LAST_YEAR,
  LAST_YEAR_ONLY,
  LAST_YEAR_SEVERITY,
  ORGANISATION,
  PASSWORD,
  PRACTICE_CLIPS,
  SECOND_CAMP,
  SECOND_CAMPERS,
  STAFF,
  type DemoCamper,
} from '@stride-chalk/demo';
import type { Role } from './access.ts';
import { setPassword } from './accounts.ts';
import { reportSore } from './arm-care.ts';
import { camperById } from './campers.ts';
import { campById, todayAt } from './camps.ts';
import { dayPlanOf, solveDay } from './day-plans.ts';
import { planTasks } from './scoring-tasks.ts';
import { recordConsents } from './consents.ts';
import { db } from './db/connect.ts';
import {
  campers,
  campMakers,
  camps,
  campStaff,
  children,
  credentials,
  organisations,
  sessions,
  staff,
  verifications,
} from './db/schema.ts';
import { shippedSheet } from './shipped-sheet.ts';
import { loadLastYear, loadLastYearsLevels, type Week } from './load-demo-last-year.ts';
import { loadDemoPractice } from './load-demo-practice.ts';
import { loadDemoFilms } from './load-demo-films.ts';
import { newId } from './new-id.ts';

const inDemo = (): boolean => process.env.STRIDE_DEMO === '1';

/** The accounts that the sign-in page shows: in demo mode only. */
export const demoAccounts = (): ReadonlyArray<{
  readonly name: string;
  readonly email: string;
  readonly role: Role;
  readonly password: string;
}> => (inDemo() ? STAFF.map((s) => ({ ...s, password: PASSWORD })) : []);

/** The zone of the made-up camps. Tests name another one, in which their day does not end before they do. */
const demoZone = (): string => process.env.STRIDE_DEMO_ZONE ?? CAMP.timeZone;

/**
 * Loads the made-up camps into an empty database: the week whose second day is today, a second camp beside it, and last year's
 * week with some of the same children. Every day moves with today, birthdays too, so that all ages stay what they are.
 */
export async function loadDemo(now = Date.now()): Promise<void> {
  const [{ camps: known } = { camps: 0 }] = await db().select({ camps: count() }).from(camps);
  if (known > 0) return giveDemoPasswords();
  const timeZone = demoZone();
  const shift = daysBetween(CAMP.firstDay, addDays(dayInZone(now, timeZone), -1));
  const moved = (day: string): string => addDays(day, shift);
  const sheetId = await shippedSheet();
  const people = STAFF.map((s) => ({ id: newId<StaffId>(), ...s }));
  await db()
    .insert(staff)
    .values(
      people.map(({ id, name, email }, i) => ({
        id,
        name,
        email,
        address: email,
        demo: true,
        madeBy: i === 0 ? null : people[0]!.id,
      })),
    );
  await giveDemoPasswords();
  const organisationId = newId<OrganisationId>();
  await db().insert(organisations).values({ id: organisationId, name: ORGANISATION });
  await db().insert(campMakers).values({ organisationId, staffId: people[0]!.id });
  const childOf = new Map<number, ChildId>();
  const practised = new Set(PRACTICE_CLIPS.map((c) => c.bib));
  const [lead, coach] = [people[0]!, people[1]!];

  const addCamp = async (
    camp: {
      name: string;
      place: string;
      firstDay: string;
      lastDay: string;
      timeZone: string;
      units: 'metric' | 'imperial';
      retentionDays?: number;
    },
    roster: readonly DemoCamper[],
    at: readonly (typeof people)[number][],
    height: number,
  ): Promise<Week> => {
    const campId = newId<CampId>();
    await db()
      .insert(camps)
      .values({
        id: campId,
        organisationId,
        ...camp,
        sheetId,
        distances: { '7-8': 40, '9-10': 46, '11-12': 50, '13-14': 54, '15-16': 60.5, '17-18': 60.5 },
        enteredBy: lead.id,
      });
    await db()
      .insert(campStaff)
      .values(at.map((p) => ({ campId, staffId: p.id, role: p.role, enteredBy: lead.id })));
    const loaded = roster.map((camper) => ({
      camper,
      id: newId<CamperId>(),
      childId: childOf.get(camper.bib) ?? newId<ChildId>(),
    }));
    const fresh = loaded.filter((l) => !childOf.has(l.camper.bib));
    if (fresh.length > 0)
      await db()
        .insert(children)
        .values(fresh.map((l) => ({ id: l.childId, enteredBy: lead.id })));
    for (const l of loaded) childOf.set(l.camper.bib, l.childId);
    await db()
      .insert(campers)
      .values(
        loaded.map(({ camper: c, id, childId }) => ({
          id,
          childId,
          campId,
          bib: c.bib,
          name: c.name,
          born: moved(c.born),
          hand: c.hand,
          heightCentimetres: c.heightCentimetres - height,
          guardian: c.guardian,
          guardianEmail: `${c.guardian.toLowerCase().replace(/[^a-z]+/g, '.')}@families.example`,
          togetherWith: c.together ?? null,
          enteredBy: lead.id,
        })),
      );
    await recordConsents(
      loaded
        .filter((l) => l.camper.consent)
        .map((l) => ({
          camperId: l.id,
          film: true,
          share: true,
          // Of some of last year's children the staff may learn.
          training: practised.has(l.camper.bib),
          until: null,
          givenBy: l.camper.guardian,
          how: 'signed form' as const,
        })),
      lead.id,
    );
    return { campId, firstDay: camp.firstDay, campers: loaded };
  };

  const week = await addCamp(
    {
      name: CAMP.name,
      place: CAMP.place,
      timeZone,
      units: CAMP.units,
      firstDay: moved(CAMP.firstDay),
      lastDay: moved(CAMP.lastDay),
    },
    CAMPERS,
    people,
    0,
  );
  const camp = await campById(week.campId);
  for (const { camper, id } of week.campers)
    if (camper.sore)
      await reportSore(camp, (await camperById(id)).camper, { id: v7(), place: 'elbow', since: week.firstDay, by: lead.id });
  for (const { camper, id, childId } of week.campers.filter((l) => l.camper.film))
    await loadDemoFilms({ ...camper, id, childId, campId: week.campId, born: moved(camper.born) }, coach.id, week.firstDay);
  // Who scores the films of the first day: the two coaches, one after the other.
  const coaches = people.filter((p) => p.role === 'coach');
  const filmed = week.campers.filter((l) => l.camper.film);
  await planTasks(db(), {
    campId: week.campId,
    day: week.firstDay,
    sessions: filmed.map((l, i) => ({ camper: l.id, scorer: coaches[i % coaches.length]!.id, secondScorer: null })),
    by: lead.id,
  });
  const today = todayAt(camp, now);
  await solveDay(camp, today, {
    settings: (await dayPlanOf(camp, today)).settings,
    revision: 0,
    by: lead.id,
    now: null,
    anew: true,
  });

  const second = [...CAMPERS.filter((c) => (SECOND_CAMP.sharedBibs as readonly number[]).includes(c.bib)), ...SECOND_CAMPERS];
  await addCamp(
    { ...SECOND_CAMP, timeZone, firstDay: moved(CAMP.firstDay), lastDay: moved(CAMP.lastDay) },
    second,
    people.filter((p) => (SECOND_CAMP.staff as readonly string[]).includes(p.name)),
    0,
  );

  const before = (day: string): string => addDays(moved(day), -LAST_YEAR.daysBefore);
  const last = await addCamp(
    {
      name: LAST_YEAR.name,
      place: CAMP.place,
      timeZone,
      units: CAMP.units,
      firstDay: before(CAMP.firstDay),
      lastDay: before(CAMP.lastDay),
      // The films of the practice set are to stay.
      retentionDays: 730,
    },
    [...CAMPERS.filter((c) => (LAST_YEAR.bibs as readonly number[]).includes(c.bib)), ...LAST_YEAR_ONLY],
    people.slice(0, 4),
    6,
  );
  for (const l of last.campers.filter((c) => (LAST_YEAR.evaluated as readonly number[]).includes(c.camper.bib)))
    await loadLastYear(last.campId, l, last.firstDay, moved(l.camper.born), coach.id);
  const byName = new Map(people.map((p) => [p.name as string, p.id]));
  await loadLastYearsLevels(last, byName, moved);
  await loadDemoPractice(
    {
      ...{ campId: last.campId, firstDay: last.firstDay },
      children: new Map(
        last.campers.map(({ camper: c, id, childId }) => [
          c.bib,
          { id, childId, hand: c.hand, ageGroup: ageGroupOf(moved(c.born), last.firstDay) },
        ]),
      ),
    },
    week,
    new Map([...byName].filter(([name]) => name in LAST_YEAR_SEVERITY)),
    lead.id,
  );
}

/** Every made-up account without a password gets the printed one; a password that somebody has chosen since stays. */
async function giveDemoPasswords(): Promise<void> {
  const without = await db()
    .select({ id: staff.id })
    .from(staff)
    .leftJoin(credentials, eq(credentials.userId, staff.id))
    .where(and(eq(staff.demo, true), isNull(credentials.id)));
  for (const { id } of without) await setPassword(id, PASSWORD);
}

/** Ends the made-up accounts, whose password is printed: nobody signs in with them while the demo is off. Answers how many could. */
export async function endDemoAccounts(): Promise<number> {
  const demo = db().select({ id: staff.id }).from(staff).where(eq(staff.demo, true));
  await db().delete(sessions).where(inArray(sessions.userId, demo));
  await db()
    .delete(verifications)
    .where(
      inArray(
        verifications.value,
        db()
          .select({ id: sql<string>`${staff.id}::text` })
          .from(staff)
          .where(eq(staff.demo, true)),
      ),
    );
  return (await db().delete(credentials).where(inArray(credentials.userId, demo)).returning({ id: credentials.id })).length;
}

const LOOPBACK = new Set(['127.0.0.1', '::1', '[::1]', 'localhost']);

/**
 * Says why the demo is not served here; null where it may be. Its passwords stand on its first page.
 *
 * @param network served on the network; `said`: whoever started it has said that the demo is to be
 */
export function demoRefused(
  host: string,
  url: string | undefined,
  network: { readonly served: boolean; readonly said: boolean } = { served: false, said: false },
): string | null {
  const away = !LOOPBACK.has(host) ? host : url !== undefined && !LOOPBACK.has(new URL(url).hostname) ? url : null;
  if (away !== null)
    return `The made-up camp is not served at ${away}: its passwords are printed on its first page. Start with STRIDE_DEMO=0 for a camp of your own.`;
  return network.served && !network.said
    ? 'The made-up camp is not served to phones by itself: its passwords are printed on its first page. ./start --lan is for a camp of your own; ./start --lan --demo serves the made-up one all the same.'
    : null;
}
