import { and, eq, ne, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { askedOfSet, resolveSheet, type StaffId } from '@stride-chalk/core';
import { benchSet } from './bench.ts';
import type { Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { campers, deliveries, scores, staff } from './db/schema.ts';
import { grouped } from './grouped.ts';
import { Refusal } from './refusal.ts';
import { isSecondScorer } from './scoring-tasks.ts';

/** One checkpoint of one delivery that coaches of the camp have scored with different levels. */
export interface Difference {
  readonly bib: number;
  readonly name: string;
  readonly delivery: number;
  readonly checkpoint: string;
  readonly said: ReadonlyArray<{
    readonly by: string;
    readonly level: string;
    readonly faults: readonly string[];
    readonly note: string | null;
  }>;
}

/** Where coaches of a camp differ: for the lead, who talks it over with both. */
export async function differencesAt(camp: Camp): Promise<Difference[]> {
  const other = alias(scores, 'other');
  const rows = await db()
    .select({
      bib: campers.bib,
      name: campers.name,
      deliveryId: deliveries.id,
      delivery: deliveries.number,
      checkpoint: scores.checkpoint,
      by: staff.name,
      level: scores.level,
      faults: scores.faults,
      note: scores.note,
    })
    .from(scores)
    .innerJoin(deliveries, eq(deliveries.id, scores.deliveryId))
    .innerJoin(campers, eq(campers.id, deliveries.camperId))
    .innerJoin(staff, eq(staff.id, scores.coachId))
    .where(
      and(
        eq(campers.campId, camp.id),
        sql`exists ${db()
          .select({ one: sql`1` })
          .from(other)
          .where(
            and(
              eq(other.deliveryId, scores.deliveryId),
              eq(other.checkpoint, scores.checkpoint),
              ne(other.coachId, scores.coachId),
              ne(other.level, scores.level),
            ),
          )}`,
      ),
    )
    .orderBy(campers.bib, deliveries.number, scores.checkpoint, staff.name);
  return [...grouped(rows, (r) => `${r.deliveryId} ${r.checkpoint}`).values()].map((own) => {
    const { bib, name, delivery, checkpoint } = own[0]!;
    return { bib, name, delivery, checkpoint, said: own.map(({ by, level, faults, note }) => ({ by, level, faults, note })) };
  });
}

/** The least share of a filmed delivery that a second scorer has scored before he sees what others have written. */
const LEAST_OWN = 0.5;

/**
 * Keeps the write-up closed to a blind second scorer of a camper who has not scored him yet: it is made of the first one's levels. The lead is not
 * held up.
 */
export async function requireNotBlind(
  camp: Camp,
  camper: Pick<Camper, 'id' | 'bib' | 'ageGroup'>,
  by: { readonly id: StaffId; readonly role: string },
): Promise<void> {
  if (by.role === 'lead') return;
  if (!(await isSecondScorer(camper.id, by.id))) return;
  const set = await benchSet(camper.id);
  const ofSet = askedOfSet(camp.sheet);
  const own = grouped(
    set.scores.filter((s) => s.coachId === by.id && !ofSet.has(s.checkpoint)),
    (s) => s.deliveryId,
  );
  const filmed = new Set(set.clips.map((c) => c.deliveryId));
  const open = set.deliveries.find((d) => {
    // What is asked once of the set is asked of one delivery only: it does not count.
    const asked = resolveSheet(camp.sheet, camper.ageGroup, d.kind, camp.schools).filter(
      (c) => c.scored && c.of === 'delivery',
    ).length;
    return filmed.has(d.id) && (own.get(d.id)?.length ?? 0) < LEAST_OWN * asked;
  });
  if (open)
    throw new Refusal(
      'blind-scorer',
      `You are the second scorer of bib ${camper.bib}: what the first one has seen is shown when you have scored yourself. Delivery ${open.number} waits at the bench.`,
      403,
    );
}
