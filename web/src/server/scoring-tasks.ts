import { and, eq, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import {
  askedOfSet,
  countAsked,
  resolveSheet,
  type ResolvedCheckpoint,
  type AgeGroup,
  type DeliveryKind,
  type CampId,
  type CamperId,
  type StaffId,
  type ScorerChoice,
} from '@stride-chalk/core';
import { campersOf } from './campers.ts';
import type { Camp } from './camps.ts';
import { db, type Executor } from './db/connect.ts';
import { scoringTasks } from './db/schema.ts';
import { grouped } from './grouped.ts';

/** Whether a coach has entered a level about what a camper has thrown on the day of a task. */
const begun = sql`exists (
  select 1 from scores s join deliveries d on d.id = s.delivery_id
  where d.camper_id = scoring_tasks.camper_id and d.thrown_on = scoring_tasks.day and s.coach_id = scoring_tasks.coach_id)`;

/**
 * Gives out the work of a day's plan. What a coach has begun stays as it is, whatever the new plan says; what nobody has begun and nobody is planned for
 * any more is dropped.
 */
export async function planTasks(
  tx: Executor,
  plan: {
    readonly campId: CampId;
    readonly day: string;
    readonly sessions: readonly ScorerChoice[];
    readonly by: StaffId;
  },
): Promise<void> {
  const { campId, day, sessions, by } = plan;
  const wanted = sessions.flatMap((s) => [
    { camperId: s.camper, coachId: s.scorer, kind: 'first' as const },
    ...(s.secondScorer ? [{ camperId: s.camper, coachId: s.secondScorer, kind: 'second' as const }] : []),
  ]);
  await tx.execute(sql`
    update scoring_tasks set state = 'dropped', entered_by = ${by}, entered_at = now()
    where day = ${day} and kind <> 'practice' and state = 'open'
      and camper_id in (select id from campers where camp_id = ${campId})
      and not exists (
        select 1 from unnest(${sql.param(wanted.map((w) => w.camperId))}::uuid[], ${sql.param(wanted.map((w) => w.coachId))}::uuid[]) as w(camper_id, coach_id)
        where w.camper_id = scoring_tasks.camper_id and w.coach_id = scoring_tasks.coach_id)
      and not ${begun}`);
  if (wanted.length === 0) return;
  await tx
    .insert(scoringTasks)
    .values(wanted.map((w) => ({ id: v7(), ...w, day, enteredBy: by })))
    .onConflictDoUpdate({
      target: [scoringTasks.camperId, scoringTasks.day, scoringTasks.coachId],
      // Who has begun blind stays blind.
      set: { kind: sql`excluded.kind`, state: 'open', enteredBy: by, enteredAt: new Date() },
      setWhere: sql`not ${begun}`,
    });
}

/** Whether somebody is to score a camper blind, beside the first scorer. */
export async function isSecondScorer(camperId: CamperId, coachId: StaffId): Promise<boolean> {
  const found = await db()
    .select({ id: scoringTasks.id })
    .from(scoringTasks)
    .where(
      and(
        eq(scoringTasks.camperId, camperId),
        eq(scoringTasks.coachId, coachId),
        eq(scoringTasks.kind, 'second'),
        eq(scoringTasks.state, 'open'),
      ),
    )
    .limit(1);
  return found.length > 0;
}

/** What a coach is to score of one camper, over all his days at the camp. */
export interface ScoringTask {
  readonly camperId: CamperId;
  readonly bib: number;
  readonly kind: 'first' | 'second' | 'practice';
  /** 'waits': no film is ready yet. */
  readonly state: 'waits' | 'open' | 'begun' | 'done';
  /** His own levels of the filmed deliveries. */
  readonly levels: { readonly done: number; readonly of: number };
}

interface Counted extends Record<string, unknown> {
  readonly camper_id: CamperId;
  readonly kind: ScoringTask['kind'];
  readonly delivery_kind: DeliveryKind | null;
  readonly deliveries: number;
  readonly scored: number;
}

/** The work of one coach in the order of the bibs: campers who may be shown and have not left. */
export async function tasksOf(camp: Camp, coachId: StaffId): Promise<ScoringTask[]> {
  const { rows } = await db().execute<Counted>(sql`
    with who as (
      select c.id from campers c where c.camp_id = ${camp.id} and c.withdrawn_on is null
        and exists (select 1 from scoring_tasks t where t.camper_id = c.id and t.coach_id = ${coachId} and t.state = 'open') order by c.bib),
    t as (
      select t.camper_id, t.day, t.kind from scoring_tasks t join who on who.id = t.camper_id
      where t.coach_id = ${coachId} and t.state = 'open'),
    d as (
      select t.camper_id, t.kind, d.id, d.kind as delivery_kind from t join deliveries d on d.camper_id = t.camper_id and d.thrown_on = t.day
      where exists (select 1 from clips k where k.delivery_id = d.id and k.removed_at is null and k.hidden_at is null and k.state = 'ready')),
    l as (
      select d.camper_id, d.id as delivery_id, s.checkpoint, s.checkpoint = any(${sql.param([...askedOfSet(camp.sheet)])}::text[]) as of_set
      from scores s join d on d.id = s.delivery_id where s.coach_id = ${coachId}),
    s as (select delivery_id, (count(*) filter (where not of_set))::int as n from l group by delivery_id),
    o as (select camper_id, count(distinct checkpoint)::int as n from l where of_set group by camper_id)
    select t.camper_id, min(kind) as kind, null as delivery_kind, 0 as deliveries, coalesce(max(o.n), 0) as scored
    from t left join o on o.camper_id = t.camper_id group by t.camper_id
    union all
    select d.camper_id, min(d.kind), d.delivery_kind, count(*)::int, coalesce(sum(s.n), 0)::int
    from d left join s on s.delivery_id = d.id group by d.camper_id, d.delivery_kind`);
  const asked = new Map<string, ResolvedCheckpoint[]>();
  const askedOf = (ageGroup: AgeGroup, kind: DeliveryKind): readonly ResolvedCheckpoint[] => {
    const key = `${ageGroup} ${kind}`;
    const known = asked.get(key) ?? resolveSheet(camp.sheet, ageGroup, kind, camp.schools);
    asked.set(key, known);
    return known;
  };
  const of = grouped(rows, (r) => r.camper_id);
  return (await campersOf(camp, [...of.keys()])).flatMap((camper): ScoringTask[] => {
    if (!camper.consent.film) return [];
    const own = of.get(camper.id)!;
    const kinds = own.flatMap((r) =>
      r.delivery_kind ? [{ of: askedOf(camper.ageGroup, r.delivery_kind), n: r.deliveries }] : [],
    );
    const ofSet = kinds[0] ? countAsked(kinds[0].of, 1) - perDelivery(kinds[0].of) : 0;
    const all = kinds.reduce((sum, k) => sum + k.n * perDelivery(k.of), ofSet);
    const done = Math.min(
      all,
      own.reduce((sum, r) => sum + r.scored, 0),
    );
    const state = all === 0 ? 'waits' : done === 0 ? 'open' : done < all ? 'begun' : 'done';
    return [{ camperId: camper.id, bib: camper.bib, kind: own[0]!.kind, state, levels: { done, of: all } }];
  });
}

const perDelivery = (of: readonly ResolvedCheckpoint[]): number => countAsked(of, 2) - countAsked(of, 1);
