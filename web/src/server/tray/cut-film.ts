import { copyFile, rename } from 'node:fs/promises';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import type { ClipRow } from '../clips.ts';
import { presentClip } from '../clips.ts';
import { db } from '../db/connect.ts';
import { clips } from '../db/schema.ts';
import { forgetFilms, withFilmLock } from '../film-files.ts';
import { keepSlates } from '../films.ts';
import { lookThrough, OVERVIEW } from '../intake/look-through.ts';
import { rangeOf } from '../intake/range.ts';
import { withWorkFolder } from '../intake/work-folder.ts';
import { enqueueClip } from '../jobs.ts';
import { log } from '../log.ts';
import { originalPath, overviewPath } from '../media.ts';
import { instead, isLongFilm } from './cut-clips.ts';

/** Whether a clip is a whole film that runs on: deliveries are looked for in it before anything else is done. */
export const runsOn = (clip: ClipRow): boolean =>
  clip.deliveryId === null && rangeOf(clip) === null && clip.frameTimes === null && isLongFilm(clip);

/** Nothing of a film is lost where none is found: it stays as it came. */
const NONE = 'No delivery was found in this film. It is kept as it came.';

/** Keeps the small copy of a film while the film is there. Without one it is sorted all the same. */
const keepOverview = (clip: ClipRow, made: string): Promise<void> =>
  withFilmLock(clip.sha256, async (tx) => {
    if (!(await presentClip(clip.id, tx))) return;
    const partial = `${overviewPath(clip.sha256)}.partial`;
    await copyFile(made, partial);
    await rename(partial, overviewPath(clip.sha256));
  }).catch((error: unknown) => log.warn({ err: error }, 'no overview of a film'));

/** Looks for the deliveries in a film that runs on, and puts a clip of each in its place; ended in the middle it is begun anew. */
export async function cutFilm(clip: ClipRow, signal: AbortSignal): Promise<void> {
  const all = clip.filmSeconds ?? 1;
  let told = 0;
  const { deliveries, slates } = await withWorkFolder(originalPath(clip.sha256), async (folder, file) => {
    const seen = await lookThrough(folder, file, clip, {
      ...{ captureScale: clip.captureScale, signal },
      onSeconds(seconds) {
        if (seconds / all - told < 0.05) return;
        told = seconds / all;
        db()
          .update(clips)
          .set({ progress: Math.min(1, told) })
          .where(eq(clips.id, clip.id))
          .catch((error: unknown) => log.warn({ error }, 'progress not written'));
      },
    });
    await keepOverview(clip, join(folder, OVERVIEW.file));
    return seen;
  });
  if (slates) await keepSlates(clip.filmId, slates);
  if (deliveries.length === 0) {
    await db()
      .update(clips)
      .set({ state: 'failed', problem: NONE, uselessWhy: 'no delivery was found in it' })
      .where(eq(clips.id, clip.id));
    return;
  }
  const made = await db().transaction(async (tx) => {
    await tx.select({ id: clips.id }).from(clips).where(eq(clips.id, clip.id)).for('update');
    // Removed or said to be something else meanwhile: nothing is made of it.
    const still = await presentClip(clip.id, tx);
    if (!still || !runsOn(still)) return [];
    const ranges = deliveries.map((d) => ({ from: d.start, to: d.end }));
    return instead([still], ranges, tx, still.enteredBy);
  });
  if (made.length === 0) return;
  await forgetFilms([clip]);
  for (const id of made) await enqueueClip(id, clip.long);
}
