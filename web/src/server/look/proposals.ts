import { asc, eq, inArray, sql } from 'drizzle-orm';
import type { CamperId, Proposals } from '@stride-chalk/core';
import { isPresent } from '../clips.ts';
import { db } from '../db/connect.ts';
import { clipLooks, clips, deliveries, proposedJoints, proposedMarks } from '../db/schema.ts';
import { grouped } from '../grouped.ts';

/** Whether this server looks at films at all. */
export const looksHere = (): boolean => process.env.STRIDE_LOOKS === '1';

/** What is proposed without the joints: they are most of its weight, and follow when the page is there. */
export const proposedMarksOf = (camperId: CamperId): Promise<Proposals> => proposalsOf(camperId, false);

/** What the computer proposes for the films of a camper. What was found while something else was known of a clip is left out: it is looked at again. */
export async function proposalsOf(camperId: CamperId, withJoints = true): Promise<Proposals> {
  const own = await db()
    .select({ look: clipLooks, fresh: isFresh })
    .from(clipLooks)
    .innerJoin(clips, eq(clips.id, clipLooks.clipId))
    .innerJoin(deliveries, eq(deliveries.id, clips.deliveryId))
    .innerJoin(sql`campers c`, sql`c.id = ${deliveries.camperId}`)
    .where(sql`${deliveries.camperId} = ${camperId} and ${isPresent}`);
  const ids = own.flatMap(({ look, fresh }) => (look.state === 'found' && fresh ? [look.clipId] : []));
  const [marks, joints] =
    ids.length === 0
      ? [[], []]
      : await Promise.all([
          db().select().from(proposedMarks).where(inArray(proposedMarks.clipId, ids)).orderBy(asc(proposedMarks.frame)),
          withJoints ? db().select().from(proposedJoints).where(inArray(proposedJoints.clipId, ids)) : [],
        ]);
  const [marksOf, jointsOf] = [grouped(marks, (m) => m.clipId), grouped(joints, (j) => j.clipId)];
  return {
    looksHere: looksHere(),
    looks: own.map(({ look: { clipId, state, bodyPixels }, fresh }) => ({
      clipId,
      state: fresh || state === 'looking' ? state : 'waiting',
      bodyPixels: fresh ? bodyPixels : null,
      marks: (marksOf.get(clipId) ?? []).map((m) => ({
        ...{ event: m.event, frame: m.frame, from: m.fromFrame, to: m.toFrame, sure: Math.min(1, m.sure) },
      })),
      joints: (jointsOf.get(clipId) ?? []).map(({ joint, x, y, sd }) => ({ joint, x, y, sd })),
    })),
  };
}

/** Whether a look was made with what is known of its clip now; for a query over `clip_looks`, `clips` and the camper `c`. */
export const isFresh = sql<boolean>`(clip_looks.state in ('waiting', 'looking') or (clip_looks.hand = c.hand
  and clip_looks.towards_target is not distinct from clips.towards_target and clip_looks.capture_scale = clips.capture_scale))`;

/** Puts the films of a camper that were not looked at yet before all others: somebody has opened his bench. */
export async function wantLooks(camperId: CamperId): Promise<void> {
  if (!looksHere()) return;
  await db().execute(sql`
    insert into clip_looks (clip_id, state, wanted_at)
    select k.id, 'waiting', now() from clips k join deliveries d on d.id = k.delivery_id
      where d.camper_id = ${camperId} and k.state = 'ready' and k.removed_at is null and k.hidden_at is null
      order by k.id
    on conflict (clip_id) do update set wanted_at = now() where clip_looks.state = 'waiting'`);
}
