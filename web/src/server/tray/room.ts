import { eq, sql } from 'drizzle-orm';
import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { CampId } from '@stride-chalk/core';
import { db } from '../db/connect.ts';
import { clips, films } from '../db/schema.ts';
import { mediaFolders } from '../media.ts';
import { roomForFilms } from '../uploads.ts';

export interface Room {
  readonly free: number;
  readonly used: number;
  /** For how many more clips there is room; null before there is one. */
  readonly clips: number | null;
}

/** How much room films take and how much is left, and for how many more clips like those of a camp: their films with their copies for the bench. */
export async function roomOf(campId: CampId): Promise<Room> {
  const { originals, bench, frames, overviews } = mediaFolders();
  const [free, before, copies, single, small] = await Promise.all([
    roomForFilms(),
    sizeOf(originals),
    sizeOf(bench),
    sizeOf(frames),
    sizeOf(overviews),
  ]);
  const used = before + copies + single + small;
  const [row] = await db()
    .select({
      films: sql<number>`coalesce((select sum(f.bytes) from films f where f.camp_id = ${campId}), 0)::float8`,
      clips: sql<number>`count(*)::int`,
      all: sql<number>`(select count(*) from clips)::int`,
    })
    .from(clips)
    .innerJoin(films, eq(films.id, clips.filmId))
    .where(eq(films.campId, campId));
  const { films: bytes, clips: count, all } = row!;
  if (count === 0) return { free, used, clips: null };
  const each = bytes / count + (all === 0 ? 0 : copies / all);
  return { free, used, clips: Math.max(0, Math.floor(free / Math.max(1, each))) };
}

/** Bytes of the files in a folder and the folders in it. */
async function sizeOf(folder: string): Promise<number> {
  const entries = await readdir(folder, { withFileTypes: true, recursive: true }).catch(() => []);
  let sum = 0;
  for (const entry of entries)
    if (entry.isFile()) sum += (await stat(join(entry.parentPath, entry.name)).catch(() => null))?.size ?? 0;
  return sum;
}
