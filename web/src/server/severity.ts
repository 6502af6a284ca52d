import { Worker } from 'node:worker_threads';
import { and, eq, ne, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { fairShift, fitOrNone, type CampId, type FacetFit, type FacetRecord, type Seen } from '@stride-chalk/core';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { campers, deliveries, scores } from './db/schema.ts';
import { log } from './log.ts';
import { levelsAt } from './given-levels.ts';

/** The last fit of each camp, with what it was made of. */
const kept = new Map<CampId, { readonly of: string; readonly fit: Promise<FacetFit | null> }>();

/**
 * How strict the coaches of a camp are, from every level that was given; null where nobody shares a judgement with anybody, or the scores fall into parts that
 * cannot be compared. Reckoned anew when a level has changed, in a thread of its own: others are answered meanwhile.
 */
export async function severityAt(camp: Pick<Camp, 'id'>): Promise<FacetFit | null> {
  const other = alias(scores, 'other');
  const [now] = await db()
    .select({
      n: sql<number>`count(*)::int`,
      at: sql<string | null>`max(${scores.enteredAt})::text`,
      shared: sql<boolean>`coalesce(bool_or(exists (select 1 from ${scores} ${other} where ${and(
        eq(other.deliveryId, scores.deliveryId),
        eq(other.checkpoint, scores.checkpoint),
        ne(other.coachId, scores.coachId),
      )})), false)`,
    })
    .from(scores)
    .innerJoin(deliveries, eq(deliveries.id, scores.deliveryId))
    .innerJoin(campers, eq(campers.id, deliveries.camperId))
    .where(eq(campers.campId, camp.id));
  if (!now?.shared) return null;
  const of = `${now.n} ${now.at}`;
  const known = kept.get(camp.id);
  if (known?.of === of) return known.fit;
  const fit = reckon(camp).catch((error: Error) => {
    log.error({ err: error }, 'how strict the coaches are could not be reckoned');
    return null;
  });
  kept.set(camp.id, { of, fit });
  return fit;
}

async function reckon(camp: Pick<Camp, 'id'>): Promise<FacetFit | null> {
  const records = (await levelsAt(camp)).flatMap(({ camper, coach, checkpoint, level }) =>
    level === null ? [] : [{ camper, coach, checkpoint, level }],
  );
  const thread = process.env.STRIDE_SEVERITY_THREAD;
  return thread ? inThread(thread, records) : fitOrNone(records, { estimator: 'marginal' });
}

const inThread = (path: string, records: readonly FacetRecord[]): Promise<FacetFit | null> =>
  new Promise((resolve, reject) => {
    const worker = new Worker(path, { workerData: records });
    worker.once('message', (fit: FacetFit | null) => {
      resolve(fit);
      void worker.terminate();
    });
    worker.once('error', reject);
    worker.once('exit', (code) => code !== 0 && reject(new Error(`the thread ended with ${code}`)));
  });

/** What a level is worth at the mean severity of the staff, 0 to 3; null where that cannot be said. */
export function fairLevelOf(
  fit: FacetFit | null,
  given: { readonly camper: string; readonly coach: string; readonly checkpoint: string; readonly level: Seen },
): number | null {
  if (!fit || given.level === 'NV') return null;
  const shift = fairShift(fit, given);
  return shift === null ? null : Math.max(0, Math.min(3, given.level + shift));
}
