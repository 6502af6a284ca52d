import type { CampId, StaffId, ClipId } from '@stride-chalk/core';
import { and, eq, sql } from 'drizzle-orm';
import { anyClip } from './clips.ts';
import { db } from './db/connect.ts';
import { captureAnswers, clips, marks } from './db/schema.ts';
import { notFound, Refusal } from './refusal.ts';

/** What was answered before for films of a device; null when nobody has. */
export async function answerFor(campId: CampId, device: string): Promise<number | null> {
  const [row] = await db()
    .select({ captureScale: captureAnswers.captureScale })
    .from(captureAnswers)
    .where(and(eq(captureAnswers.campId, campId), eq(captureAnswers.device, device)));
  return row?.captureScale ?? null;
}

/**
 * Says how much slower a film plays than it was filmed; the answer serves the next films of its device, and those of it that still wait for one.
 * Where key frames are marked, times and speeds change with it: that has to be said twice.
 */
export async function setCaptureScale(
  id: ClipId,
  input: { readonly captureScale: number; readonly confirmed: boolean; readonly by: StaffId },
): Promise<void> {
  const { captureScale, by } = input;
  await db().transaction(async (tx) => {
    await tx.select({ id: clips.id }).from(clips).where(eq(clips.id, id)).for('update');
    const clip = await anyClip(id, tx);
    if (!clip) throw notFound('The clip');
    const marked = await tx.select({ event: marks.event }).from(marks).where(eq(marks.clipId, id));
    if (marked.length > 0 && clip.captureScale !== captureScale && !input.confirmed)
      throw new Refusal(
        'has-marks',
        `${marked.length} key frames are marked on this film. They stay on their frames; every time between them becomes ${factor(clip.captureScale / captureScale)} what it is now.`,
        409,
      );
    const set = { captureScale, captureKnown: 'answered' as const, scaledBy: by, scaledAt: new Date() };
    await tx.update(clips).set(set).where(eq(clips.id, id));
    if (!clip.device) return;
    await tx
      .insert(captureAnswers)
      .values({ campId: clip.campId, device: clip.device, captureScale, enteredBy: by })
      .onConflictDoUpdate({
        target: [captureAnswers.campId, captureAnswers.device],
        set: { captureScale, enteredBy: by, enteredAt: new Date() },
      });
    await tx.execute(sql`
      update clips set capture_scale = ${captureScale}, capture_known = 'answered', scaled_by = ${by}, scaled_at = now()
      where capture_known = 'open' and film_id in (select id from films where device = ${clip.device} and camp_id = ${clip.campId})`);
  });
}

const factor = (k: number): string => (k >= 1 ? `${Number(k.toPrecision(3))} times` : `1/${Number((1 / k).toPrecision(3))} of`);
