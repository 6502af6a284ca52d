import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import {
  APART_TO_SETTLE,
  differencesOf,
  hangingFocus,
  type CamperId,
  type DeliveryId,
  type LevelDifference,
  type SettledLevel,
  type StaffDifference,
  type Seen,
  type StaffId,
} from '@stride-chalk/core';
import type { Role } from './access.ts';
import { benchSet } from './bench.ts';
import { unfinishedSeconds } from './blind-scorer.ts';
import { camperById } from './campers.ts';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { agreedLevels, staff } from './db/schema.ts';
import { evaluationInput } from './evaluations.ts';
import { grouped } from './grouped.ts';
import { levelsAt, type GivenLevel } from './given-levels.ts';
import { fairLevelOf, severityAt } from './severity.ts';
import { seenOf, unitOf } from './used-scores.ts';

type Given = Omit<GivenLevel, 'level'> & { readonly level: Seen };

/**
 * Where coaches of a camp differ, as somebody may see it: the lead all of it, a coach that of which he has said something himself, when everybody who scores
 * the camper blind has finished. Nobody sees those of a camper whom he is to score blind himself.
 */
export async function differencesAt(
  camp: Camp,
  viewer: { readonly id: StaffId; readonly role: Role },
): Promise<StaffDifference[]> {
  const [levels, blind] = await Promise.all([levelsAt(camp), unfinishedSeconds(camp)]);
  const shown = levels.filter((g) => (viewer.role === 'lead' ? !blind.get(g.camper)?.includes(viewer.id) : !blind.has(g.camper)));
  const all = await differencesIn(camp, shown);
  return viewer.role === 'lead' ? all : all.filter((d) => d.said.some((s) => s.coachId === viewer.id));
}

/** Where coaches differ about one camper, for an evaluation by somebody, whoever asks. */
export const differencesAbout = async (camp: Camp, camperId: CamperId, author: StaffId | null): Promise<StaffDifference[]> =>
  differencesIn(camp, await levelsAt(camp, camperId), author);

async function differencesIn(
  camp: Camp,
  levels: readonly GivenLevel[],
  author: StaffId | null = null,
): Promise<StaffDifference[]> {
  const found = differencesOf(levels.map((g): Given => ({ ...g, level: g.level === null ? 'NV' : (g.level as Seen) })));
  const [settled, severity] = await Promise.all([
    settledIn(found.map((d) => d.delivery as DeliveryId)),
    found.length === 0 ? null : severityAt(camp),
  ]);
  const hanging = new Map<CamperId, readonly string[]>();
  for (const camperId of new Set(found.map((d) => d.said[0]!.camper))) {
    const own = found.filter((d) => d.said[0]!.camper === camperId);
    hanging.set(camperId, await hangingOf(camp, { camperId, author }, own));
  }
  return found.map(({ delivery, checkpoint, said, apart }): StaffDifference => {
    const { camper, bib, name, number } = said[0]!;
    const rows = settled.get(unitOf({ deliveryId: delivery, checkpoint })) ?? [];
    const at = rows.map((r) => r.holds).lastIndexOf(true);
    const hangs = hanging.get(camper)!.includes(checkpoint);
    return {
      ...{ camperId: camper, deliveryId: delivery as DeliveryId, bib, name, delivery: number, checkpoint, apart, hangs },
      said: said.map(({ coach, coachName, level, faults, note }) => ({
        ...{ coachId: coach, by: coachName, level, faults, note },
        fair: fairLevelOf(severity, { camper, coach, checkpoint, level }),
      })),
      settled: rows[at] ?? null,
      proposed: rows[at]?.decided ? [] : rows.slice(at + 1),
      waits: at < 0 && ((apart ?? 0) >= APART_TO_SETTLE || hangs),
    };
  });
}

/** The checkpoints of a camper on whose difference the focus of his evaluation hangs. */
async function hangingOf(
  camp: Camp,
  { camperId, author }: { readonly camperId: CamperId; readonly author: StaffId | null },
  differences: ReadonlyArray<LevelDifference<Given>>,
): Promise<readonly string[]> {
  const { camper } = await camperById(camperId);
  const input = await evaluationInput(camp, camper, await benchSet(camperId), author);
  const byCoach = grouped(
    differences.flatMap((d) => d.said),
    (s) => s.coach,
  );
  return hangingFocus(
    input,
    [...byCoach.values()].map((own) =>
      own.map(({ delivery, checkpoint, level, faults }) => ({ delivery, checkpoint, level, faults })),
    ),
  );
}

/** What was proposed and what holds, by delivery and checkpoint, the oldest first. */
async function settledIn(deliveryIds: readonly DeliveryId[]): Promise<ReadonlyMap<string, readonly SettledLevel[]>> {
  if (deliveryIds.length === 0) return new Map();
  const rows = await db()
    .select({ row: agreedLevels, name: staff.name })
    .from(agreedLevels)
    .innerJoin(staff, eq(staff.id, agreedLevels.enteredBy))
    .where(and(inArray(agreedLevels.deliveryId, [...new Set(deliveryIds)])))
    .orderBy(asc(agreedLevels.enteredAt));
  const others = [...new Set(rows.flatMap((r) => r.row.agreedBy ?? []))];
  const names = new Map(
    others.length === 0
      ? []
      : (await db().select({ id: staff.id, name: staff.name }).from(staff).where(inArray(staff.id, others))).map((s) => [
          s.id,
          s.name,
        ]),
  );
  const at = (r: (typeof rows)[number]): number => (r.row.agreedAt ?? r.row.enteredAt).getTime();
  return new Map(
    [...grouped(rows, (r) => unitOf(r.row))].map(([unit, own]) => [
      unit,
      [...own]
        .sort((a, b) => at(a) - at(b))
        .map(
          ({ row, name }): SettledLevel => ({
            ...{ id: row.id, level: seenOf(row.level), faults: row.faults, reason: row.reason, decided: row.decided },
            by: { id: row.enteredBy, name },
            with: row.agreedBy === null ? null : (names.get(row.agreedBy) ?? ''),
            holds: row.decided || row.agreedBy !== null,
          }),
        ),
    ]),
  );
}

/** How many differences of two levels or more wait, as the home page of somebody tells it: a count in the database, without looking at what hangs on them. */
export async function waitingDifferences(
  camp: Camp,
  viewer: { readonly id: StaffId; readonly role: Role; readonly stillToScore: readonly CamperId[] },
): Promise<number> {
  const { rows } = await db().execute<{ n: number }>(sql`
    select count(*)::int as n from (
      select s.delivery_id, s.checkpoint from scores s join deliveries d on d.id = s.delivery_id join campers c on c.id = d.camper_id
      where c.camp_id = ${camp.id} and s.level <> 'NV' and c.id <> all(${sql.param([...viewer.stillToScore])}::uuid[])
      group by s.delivery_id, s.checkpoint
      having max(s.level::int) - min(s.level::int) >= ${APART_TO_SETTLE} and (${viewer.role === 'lead'} or bool_or(s.coach_id = ${viewer.id}))) u
    where not exists (
      select 1 from agreed_levels a where a.delivery_id = u.delivery_id and a.checkpoint = u.checkpoint and (a.decided or a.agreed_by is not null))`);
  return rows[0]!.n;
}
