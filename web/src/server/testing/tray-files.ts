import { randomUUID } from 'node:crypto';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { ClipId, DroppedFileId } from '@stride-chalk/core';
import { db } from '../db/connect.ts';
import { clips, droppedFiles, throws } from '../db/schema.ts';
import { uploadFolder } from '../media.ts';
import { dropFile } from '../tray/drop-file.ts';
import { takeDroppedFile } from '../tray/take-file.ts';
import { makeVideo, testPicture, type World } from './world.ts';

export const MORNING = Date.parse('2026-07-13T15:00:00Z');
export const H264 = ['-pix_fmt', 'yuv420p', '-c:v', 'libx264'];

/** Films that come in folders, and throws that were tapped, for a test. */
export function trayFiles(world: () => World) {
  /** Bytes as they lie after the last part has come. */
  async function arrived(bytes: Uint8Array, length = bytes.length): Promise<DroppedFileId> {
    const id = v7() as DroppedFileId;
    await mkdir(uploadFolder(world().campId), { recursive: true });
    await writeFile(join(uploadFolder(world().campId), id), bytes);
    const told = { id, size: length, offset: 0, metadata: { id }, creation_date: new Date().toISOString() };
    await writeFile(join(uploadFolder(world().campId), `${id}.json`), JSON.stringify(told));
    return id;
  }

  /** A film of its own, told to have been changed last at some seconds of the morning. */
  async function dropped(
    seconds: number,
    more: { folder?: string; fileName?: string; bytes?: Uint8Array; lasts?: number } = {},
  ): Promise<DroppedFileId> {
    const { folder = 'card 1', lasts = 1 } = more;
    const bytes =
      more.bytes ??
      (await readFile(
        makeVideo(world(), `${v7()}.mp4`, [...testPicture(lasts), ...H264, '-metadata', `comment=${randomUUID()}`]),
      ));
    const id = await arrived(bytes);
    const modifiedAt = new Date(MORNING + 1000 * (seconds + lasts)).toISOString();
    await dropFile(
      world().campId,
      id,
      { fileName: more.fileName ?? `${id}.mp4`, folder, bytes: bytes.length, modifiedAt },
      world().coach,
    );
    return id;
  }
  const taken = async (...args: Parameters<typeof dropped>): Promise<ClipId> => {
    const id = await dropped(...args);
    await takeDroppedFile(id);
    const [row] = await db()
      .select({ id: clips.id })
      .from(clips)
      .innerJoin(droppedFiles, eq(droppedFiles.filmId, clips.filmId))
      .where(eq(droppedFiles.id, id));
    return row!.id;
  };

  /** A throw that somebody has tapped at a mound. */
  async function tapped(seconds: number, childId = world().child): Promise<string> {
    const id = v7();
    await db()
      .insert(throws)
      .values({
        ...{ id, childId, campId: world().campId, day: '2026-07-13', kind: 'filming', count: 1, mound: 'Mound 1' },
        thrownAt: new Date(MORNING + 1000 * seconds),
      });
    return id;
  }

  return { arrived, dropped, taken, tapped };
}
