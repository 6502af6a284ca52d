import { sql } from 'drizzle-orm';
import {
  AGE_GROUPS,
  ALWAYS_ASKED,
  countAsked,
  dayWithin,
  resolveSheet,
  type CamperId,
  type ResolvedCheckpoint,
} from '@stride-chalk/core';
import { listCampers, type Camper } from './campers.ts';
import { todayAt, type Camp } from './camps.ts';
import { db } from './db/connect.ts';

export type Waiting = 'consent' | 'rest' | 'film' | 'copies' | 'keyFrames' | 'scores' | 'writeUp' | 'release' | 'released';

/** Where one camper stands in the order of the work. */
export interface CamperAtAGlance {
  readonly id: CamperId;
  readonly bib: number;
  readonly name: string;
  readonly age: number;
  readonly hand: 'R' | 'L';
  readonly waiting: Waiting;
  readonly deliveries: number;
  readonly films: number;
  readonly filmsReady: number;
  readonly keyFrames: { readonly done: number; readonly of: number };
  readonly levels: { readonly done: number; readonly of: number };
  readonly version: number | null;
}

/** The checkpoints that are scored at each age of the camp's sheet. */
const askedByAge = (camp: Camp): Record<string, ResolvedCheckpoint[]> =>
  Object.fromEntries(
    AGE_GROUPS.map((ageGroup) => [ageGroup, resolveSheet(camp.sheet, ageGroup, 'stretch', camp.schools).filter((c) => c.scored)]),
  );

interface Counted extends Record<string, unknown> {
  readonly id: CamperId;
  readonly deliveries: number;
  readonly films: number;
  readonly ready: number;
  readonly marked: number;
  readonly scored: number;
  readonly version: number | null;
  readonly released: boolean | null;
}

/** What there is of each camper, counted where it lies: whatever the size of the camp one question, and one row a camper. */
async function counted(campers: readonly Camper[], asked: Record<string, ResolvedCheckpoint[]>): Promise<Map<string, Counted>> {
  const ids = sql.param(campers.map((c) => c.id));
  const pairs = Object.entries(asked).flatMap(([ageGroup, checkpoints]) =>
    checkpoints.map((c) => [ageGroup, c.id, c.of === 'set'] as const),
  );
  // Sets that are joined once, not a look for each camper: as fast on tables of which the planner knows nothing yet.
  const { rows } = await db().execute<Counted>(sql`
    with own as (select id, camper_id from deliveries where camper_id = any(${ids}::uuid[])),
    films as (select k.id, o.camper_id, k.state from own o join clips k on k.delivery_id = o.id where k.removed_at is null and k.hidden_at is null),
    c as (select * from unnest(${ids}::uuid[], ${sql.param(campers.map((c) => c.ageGroup))}::text[]) as c(id, age_group)),
    asked as (select * from unnest(${sql.param(pairs.map(([g]) => g))}::text[], ${sql.param(pairs.map(([, k]) => k))}::text[],
      ${sql.param(pairs.map(([, , s]) => s))}::boolean[]) as a(age_group, checkpoint, of_set)),
    d as (select camper_id, count(*)::int as deliveries from own group by camper_id),
    f as (select camper_id, count(*)::int as films, (count(*) filter (where state = 'ready'))::int as ready from films group by camper_id),
    m as (
      select i.camper_id, count(*)::int as marked from films i join marks k on k.clip_id = i.id
      where k.event = any(${sql.param([...ALWAYS_ASKED])}::text[]) group by i.camper_id),
    s as (
      select camper_id, count(*)::int as scored
      from (
        select distinct o.camper_id, l.checkpoint, case when a.of_set then null else l.delivery_id end as delivery_id
        from own o join scores l on l.delivery_id = o.id join c on c.id = o.camper_id
          join asked a on a.age_group = c.age_group and a.checkpoint = l.checkpoint) g
      group by camper_id),
    e as (
      select distinct on (camper_id) camper_id, version, released_at is not null as released
      from evaluations where camper_id = any(${ids}::uuid[]) order by camper_id, version desc)
    select c.id, coalesce(d.deliveries, 0) as deliveries, coalesce(f.films, 0) as films, coalesce(f.ready, 0) as ready,
      coalesce(m.marked, 0) as marked, coalesce(s.scored, 0) as scored, e.version, e.released
    from c left join d on d.camper_id = c.id left join f on f.camper_id = c.id left join m on m.camper_id = c.id
      left join s on s.camper_id = c.id left join e on e.camper_id = c.id`);
  return new Map(rows.map((r) => [r.id, r]));
}

/** The camp at a glance: every camper with what he waits for. Two questions whatever the size of the camp. */
export const campAtAGlance = async (camp: Camp): Promise<CamperAtAGlance[]> => glancesOf(camp, await listCampers(camp));

/** Where these campers of a camp stand. */
export async function glancesOf(camp: Camp, all: readonly Camper[]): Promise<CamperAtAGlance[]> {
  const asked = askedByAge(camp);
  const of = await counted(all, asked);
  return all.map((camper) => {
    const own = of.get(camper.id)!;
    const keyFrames = { done: own.marked, of: own.films * ALWAYS_ASKED.length };
    const levels = { done: own.scored, of: countAsked(asked[camper.ageGroup]!, own.deliveries) };
    return {
      id: camper.id,
      bib: camper.bib,
      name: camper.name,
      age: camper.age,
      hand: camper.hand,
      deliveries: own.deliveries,
      films: own.films,
      filmsReady: own.ready,
      keyFrames,
      levels,
      version: own.version,
      waiting: waitingFor(camper, own, keyFrames, levels),
    };
  });
}

function waitingFor(
  camper: Camper,
  own: Counted,
  keyFrames: { done: number; of: number },
  levels: { done: number; of: number },
): Waiting {
  if (!camper.consent.film) return 'consent';
  if (own.released) return 'released';
  if (own.version !== null) return 'release';
  if (own.films === 0) return camper.sore ? 'rest' : 'film';
  if (own.ready < own.films) return 'copies';
  if (keyFrames.done < keyFrames.of) return 'keyFrames';
  if (levels.done < levels.of) return 'scores';
  return 'writeUp';
}

/** How far a camp is made ready: who works there, whether its days are over, and whether the day that is on or the first to come has a plan. */
export async function readiness(
  camp: Camp,
  now = Date.now(),
): Promise<{ readonly staff: number; readonly over: boolean; readonly planned: boolean }> {
  const today = todayAt(camp, now);
  const { rows } = await db().execute<{ staff: number; planned: boolean }>(sql`
    select (select count(*)::int from camp_staff s where s.camp_id = ${camp.id} and s.deactivated_at is null) as staff,
      exists (select 1 from day_plans p join plan_sessions s on s.plan_id = p.id
        where p.camp_id = ${camp.id} and p.day >= ${dayWithin(camp, today)}) as planned`);
  return { ...rows[0]!, over: today > camp.lastDay };
}
