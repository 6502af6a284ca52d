import { and, eq, inArray, notExists } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { FilmId } from '@stride-chalk/core';
import { db, type Executor } from './db/connect.ts';
import { camps, clips, films, filmSlates } from './db/schema.ts';
import type { FoundSlate } from './intake/decode-film.ts';
import { newId } from './new-id.ts';

export type NewFilm = Omit<typeof films.$inferInsert, 'id' | 'slatesReadAt'>;

/** The film of a camp with these bytes; made where it is new. */
export async function filmWith(tx: Executor, film: NewFilm): Promise<FilmId> {
  const [row] = await tx
    .insert(films)
    .values({ ...film, id: newId<FilmId>() })
    .onConflictDoUpdate({
      target: [films.campId, films.sha256],
      // Nothing of it changes: the row is asked for.
      set: { sha256: film.sha256 },
    })
    .returning({ id: films.id });
  return row!.id;
}

/** Forgets the films of some bytes of which nothing is left: no clip was made of them. */
export async function dropFilmsWithoutClips(tx: Executor, { sha256 }: { readonly sha256: string }): Promise<void> {
  const made = tx.select({ id: clips.id }).from(clips).where(eq(clips.filmId, films.id));
  await tx.delete(films).where(and(eq(films.sha256, sha256), notExists(made)));
}

/** Keeps the camp's own slates that were read in a film; read again, it is what was read last. A slate of another camp says nothing here. */
export async function keepSlates(filmId: FilmId, slates: readonly FoundSlate[]): Promise<void> {
  await db().transaction(async (tx) => {
    await tx.update(films).set({ slatesReadAt: new Date() }).where(eq(films.id, filmId));
    await tx.delete(filmSlates).where(eq(filmSlates.filmId, filmId));
    const [camp] = await tx
      .select({ slateId: camps.slateId })
      .from(films)
      .innerJoin(camps, eq(camps.id, films.campId))
      .where(eq(films.id, filmId));
    const own = slates.filter((s) => s.slate.slateId === camp?.slateId);
    if (own.length > 0)
      await tx.insert(filmSlates).values(
        own.map(({ seconds, slate: { bib, view, instant } }) => ({
          ...{ id: v7(), filmId, seconds, bib, view },
          shownAt: instant === null ? null : new Date(instant),
        })),
      );
  });
}

/** The bibs on the slates that were read in some films. */
export async function slateBibsOf(filmIds: readonly FilmId[]): Promise<Map<FilmId, number[]>> {
  const bibs = new Map<FilmId, number[]>();
  if (filmIds.length === 0) return bibs;
  const rows = await db()
    .select({ filmId: filmSlates.filmId, bib: filmSlates.bib })
    .from(filmSlates)
    .where(inArray(filmSlates.filmId, [...filmIds]));
  for (const { filmId, bib } of rows) if (bib !== null) bibs.set(filmId, [...(bibs.get(filmId) ?? []), bib]);
  return bibs;
}
