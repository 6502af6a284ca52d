import { mkdir, readFile, rename, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import pLimit from 'p-limit';
import { v7 } from 'uuid';
import type { ClipId } from '@stride-chalk/core';
import { clipById, presentClip, type ClipRow } from '../clips.ts';
import { db } from '../db/connect.ts';
import { marks } from '../db/schema.ts';
import { withFilmLock } from '../film-files.ts';
import { ONLY_FILES } from '../intake/inspect.ts';
import { requireFairRun, runTool } from '../intake/run-tool.ts';
import { withWorkFolder } from '../intake/work-folder.ts';
import { benchPath, stripFolder } from '../media.ts';
import { notFound } from '../refusal.ts';

/** The moments that tell most of whom and what a clip shows. */
const TELLING = ['set', 'top', 'contact', 'release'] as const;
/** Height of a picture, in pixels. */
const HEIGHT = 180;
const drawing = pLimit(2);

/** Four frames of a clip of some frames: its own key frames where all four are marked, else evenly. */
export function fourFrames(frames: number, marked: ReadonlyMap<string, number>): number[] {
  const own = TELLING.map((event) => marked.get(event));
  if (own.every((f) => f !== undefined)) return own;
  return [1, 3, 5, 7].map((eighth) => Math.min(frames - 1, Math.floor((frames * eighth) / 8)));
}

/** Four small pictures of a clip in a row, as JPEG, made of its copy for the bench once and kept. */
export async function stripOf(id: ClipId): Promise<{ readonly name: string; readonly picture: () => Promise<Buffer> }> {
  const clip = await clipById(id);
  if (clip.state !== 'ready' || !clip.frameTimes) throw notFound('The pictures');
  const marked = await db().select({ event: marks.event, frame: marks.frame }).from(marks).where(eq(marks.clipId, id));
  const frames = fourFrames(clip.frameTimes.length, new Map(marked.map((m) => [m.event, m.frame])));
  const name = frames.join('-');
  return { name, picture: () => keptStrip(clip, frames, join(stripFolder(id), `${name}.jpg`)) };
}

async function keptStrip({ id, sha256 }: ClipRow, frames: readonly number[], kept: string): Promise<Buffer> {
  if (await stat(kept).catch(() => null)) return readFile(kept);
  return drawing(async () => {
    const strip = await draw(id, frames);
    // Kept only while the clip is there.
    await withFilmLock(sha256, async (tx) => {
      if (!(await presentClip(id, tx))) return;
      await mkdir(stripFolder(id), { recursive: true, mode: 0o700 });
      const partial = `${kept}.${v7()}.partial`;
      await writeFile(partial, strip, { mode: 0o600 });
      await rename(partial, kept);
    });
    return strip;
  });
}

const draw = (id: ClipId, frames: readonly number[]): Promise<Buffer> =>
  withWorkFolder(benchPath(id), async (folder, file) => {
    // A short clip shows one frame twice.
    const chosen = [...new Set(frames)].map((f) => `eq(n\\,${f})`).join('+');
    const run = await runTool(
      'ffmpeg',
      [
        ...['-v', 'error', ...ONLY_FILES, '-i', file, '-map', '0:V:0'],
        ...['-vf', `select=${chosen},scale=-2:${HEIGHT},tile=${frames.length}x1`],
        ...['-frames:v', '1', '-q:v', '4', '-f', 'image2', 'strip.jpg'],
      ],
      { folder, seconds: 60 },
    );
    requireFairRun(run);
    if (run.code !== 0) throw new Error(`the pictures of clip ${id} could not be made: ${run.stderr}`);
    return readFile(join(folder, 'strip.jpg'));
  });
