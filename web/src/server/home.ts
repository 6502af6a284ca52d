import { sql } from 'drizzle-orm';
import { AGE_GROUPS, ALWAYS_ASKED, resolveSheet } from '@stride-chalk/core';
import { listCampers, type Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';

export type Waiting = 'consent' | 'rest' | 'film' | 'copies' | 'keyFrames' | 'scores' | 'writeUp' | 'release' | 'released';

/** Where one camper stands in the order of the work. */
export interface CamperAtAGlance {
  readonly id: string;
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
const askedByAge = (camp: Camp): Record<string, string[]> =>
  Object.fromEntries(
    AGE_GROUPS.map((ageGroup) => [
      ageGroup,
      resolveSheet(camp.sheet, ageGroup, 'stretch', camp.schools)
        .filter((c) => c.scored)
        .map((c) => c.id),
    ]),
  );

interface Counted extends Record<string, unknown> {
  readonly id: string;
  readonly deliveries: number;
  readonly films: number;
  readonly ready: number;
  readonly marked: number;
  readonly scored: number;
  readonly version: number | null;
  readonly released: boolean | null;
}

/** What there is of each camper, counted where it lies: whatever the size of the camp one question, and one row a camper. */
async function counted(campers: readonly Camper[], asked: Record<string, string[]>): Promise<Map<string, Counted>> {
  const { rows } = await db().execute<Counted>(sql`
    select c.id, d.deliveries, coalesce(f.films, 0) as films, coalesce(f.ready, 0) as ready, coalesce(f.marked, 0) as marked, s.scored, e.version, e.released
    from unnest(${sql.param(campers.map((c) => c.id))}::uuid[], ${sql.param(campers.map((c) => c.ageGroup))}::text[]) as c(id, age_group)
    cross join lateral (select count(*)::int as deliveries from deliveries where camper_id = c.id) d
    cross join lateral (
      select count(*)::int as films, (count(*) filter (where k.state = 'ready'))::int as ready,
        sum((select count(*) from marks m where m.clip_id = k.id and m.event = any(${sql.param([...ALWAYS_ASKED])}::text[])))::int as marked
      from deliveries t join clips k on k.delivery_id = t.id
      where t.camper_id = c.id and k.removed_at is null and k.hidden_at is null) f
    cross join lateral (
      select count(distinct (l.delivery_id, l.checkpoint))::int as scored
      from deliveries t join scores l on l.delivery_id = t.id
      where t.camper_id = c.id and ${JSON.stringify(asked)}::jsonb -> c.age_group ? l.checkpoint) s
    left join lateral (
      select v.version, v.released_at is not null as released from evaluations v where v.camper_id = c.id order by v.version desc limit 1) e on true`);
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
    const levels = { done: own.scored, of: own.deliveries * asked[camper.ageGroup]!.length };
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
