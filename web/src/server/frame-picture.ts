import type { ClipId } from '@stride-chalk/core';
import { mkdir, readFile, rename, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import pLimit from 'p-limit';
import { v7 } from 'uuid';
import { clipById, presentClip, type ClipRow } from './clips.ts';
import { withFilmLock } from './film-files.ts';
import { ONLY_FILES } from './intake/inspect.ts';
import { rangeOf } from './intake/range.ts';
import { runTool } from './intake/run-tool.ts';
import { withWorkFolder } from './intake/work-folder.ts';
import { benchPath, frameFolder, originalPath } from './media.ts';
import { notFound } from './refusal.ts';

/** Pictures under way: the same one asked for at once is made once. */
const making = new Map<string, Promise<Buffer>>();
/** Pictures are made a few at a time. */
const drawing = pLimit(2);

/** One frame of the original as JPEG, made once and kept. */
export async function framePicture(clipId: ClipId, frame: number): Promise<Buffer> {
  const clip = await clipById(clipId);
  const time = clip.frameTimes?.[frame];
  if (time === undefined || (rangeOf(clip) !== null && clip.state !== 'ready')) throw notFound(`Frame ${frame}`);
  // Frames of a part are counted from its own first one.
  const name = rangeOf(clip) === null ? `${frame}.jpg` : `${clip.id}.${frame}.jpg`;
  const kept = join(frameFolder(clip.sha256), name);
  const under = making.get(kept);
  if (under) return under;
  const made = keptOr(kept, () => drawing(() => makePicture(clip, frame, kept))).finally(() => making.delete(kept));
  making.set(kept, made);
  return made;
}

const keptOr = async (path: string, make: () => Promise<Buffer>): Promise<Buffer> =>
  (await stat(path).catch(() => null)) ? readFile(path) : make();

async function makePicture(clip: ClipRow, frame: number, kept: string): Promise<Buffer> {
  // A part of a film is read from its copy: the whole film may be hours of it.
  const source = rangeOf(clip) === null ? originalPath(clip.sha256) : benchPath(clip.id);
  const picture = await withWorkFolder(source, async (folder, file) => {
    const run = await runTool(
      'ffmpeg',
      [
        '-v',
        'error',
        ...ONLY_FILES,
        '-i',
        file,
        '-map',
        '0:V:0',
        '-vf',
        `select=eq(n\\,${frame})`,
        '-frames:v',
        '1',
        '-fps_mode',
        'passthrough',
        '-q:v',
        '3',
        '-f',
        'image2',
        'frame.jpg',
      ],
      { folder, seconds: 60 },
    );
    if (run.code !== 0) throw new Error(`frame ${frame} of clip ${clip.id} could not be read: ${run.stderr}`);
    return readFile(join(folder, 'frame.jpg'));
  });
  // It is kept only while a clip names the film: removed meanwhile, nothing of it stays.
  await withFilmLock(clip.sha256, async (tx) => {
    if (!(await presentClip(clip.id, tx))) return;
    await mkdir(frameFolder(clip.sha256), { recursive: true, mode: 0o700 });
    const partial = `${kept}.${v7()}.partial`;
    await writeFile(partial, picture, { mode: 0o600 });
    await rename(partial, kept);
  });
  return picture;
}
