import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { asc, eq } from 'drizzle-orm';
import pLimit from 'p-limit';
import { chalkLineSvg, chalkSvg, evenPixels, type ClipId, type EventId, type Stroke } from '@stride-chalk/core';
import { presentClip, type ClipRow } from './clips.ts';
import { db } from './db/connect.ts';
import { marks } from './db/schema.ts';
import { framePicture } from './frame-picture.ts';
import { ONLY_FILES } from './intake/inspect.ts';
import { requireFairRun, runTool } from './intake/run-tool.ts';
import { inWorkFolder, lend, withWorkFolder } from './intake/work-folder.ts';
import { benchPath } from './media.ts';
import { notFound } from './refusal.ts';
import { strokesOf } from './strokes.ts';

/** How long the film stands still where something is drawn, in seconds: time to read it. */
const STANDS = 1.5;

async function filmed(clipId: ClipId): Promise<ClipRow & { frameTimes: number[] }> {
  const clip = await presentClip(clipId, db());
  if (!clip?.frameTimes) throw notFound('The film, with its frames counted,');
  return { ...clip, frameTimes: clip.frameTimes };
}

/** A frame of a film, and its drawings as SVG with or without a picture in it. */
async function drawn(clipId: ClipId, frame: number) {
  const { width, height } = await filmed(clipId);
  const [picture, strokes] = await Promise.all([framePicture(clipId, frame), strokesOf([clipId])]);
  const svg = (inside: string | null): string => chalkSvg({ clipId, frame, width, height }, onFrame(strokes, frame), inside);
  return { width, height, picture, svg };
}

/** A frame with what is drawn on it, as SVG in pixels of the film, the picture in it. */
export async function chalkDrawing(clipId: ClipId, frame: number): Promise<string> {
  const { picture, svg } = await drawn(clipId, frame);
  return svg(`data:image/jpeg;base64,${picture.toString('base64')}`);
}

/** The same as a picture of the film's own size. */
export async function chalkPicture(clipId: ClipId, frame: number): Promise<Buffer> {
  const { width, height, picture, svg } = await drawn(clipId, frame);
  return inWorkFolder(async (folder) => {
    await lend(folder, 'frame.jpg', picture);
    await lend(folder, 'drawn.svg', svg(null));
    const laid = `[0:v]scale=${width}:${height},setsar=1,format=rgba[frame];[frame][1:v]overlay=0:0:format=rgb[out]`;
    const inputs = [...asPicture('frame.jpg'), ...asPicture('drawn.svg')];
    await tool(folder, [...inputs, '-filter_complex', laid, '-map', '[out]', '-frames:v', '1', '-f', 'image2', 'frame.png'], 60);
    return readFile(join(folder, 'frame.png'));
  });
}

/** One film at a time: two tools run at once, and what is taken in keeps one of them. */
const burning = pLimit(1);

/**
 * A film with its chalk line burnt in beneath it: key frames by name, where the film is, and on each frame on which something is drawn the drawing, while the film stands
 * still. Frame for frame and second for second as the film was taken, but for that.
 */
export const chalkFilm = (clipId: ClipId): Promise<Buffer> => burning(() => burn(clipId));

async function burn(clipId: ClipId): Promise<Buffer> {
  const clip = await filmed(clipId);
  if (clip.state !== 'ready') throw notFound('The film, ready to be shown,');
  const [own, strokes] = await Promise.all([
    db().select().from(marks).where(eq(marks.clipId, clipId)).orderBy(asc(marks.frame)),
    strokesOf([clipId]),
  ]);
  const height = evenPixels(clip.benchHeight ?? clip.height);
  const width = evenPixels((clip.width * height) / clip.height);
  // From the first frame on, in seconds of the file: ffmpeg knows for sure when a frame is shown, not which one it is.
  const times = clip.frameTimes.map((t) => t - clip.frameTimes[0]!);
  const seconds = Math.max(times.at(-1)!, 1e-3);
  const line = chalkLineSvg(
    own.map((m) => ({ event: m.event as EventId, frame: m.frame })),
    { width, height, times },
  );
  const frames = [...new Set(strokes.map((s) => s.frame))].sort((a, b) => a - b);
  const head = evenPixels((height * 14) / 540);
  return withWorkFolder(benchPath(clipId), async (folder, film) => {
    await lend(folder, 'line.svg', line.svg);
    await lend(folder, 'head.svg', playhead(head, line.height));
    for (const frame of frames) {
      const of = { clipId, frame, width: clip.width, height: clip.height };
      await lend(folder, `drawn-${frame}.svg`, chalkSvg(of, onFrame(strokes, frame), null));
    }
    const x = `${line.from - head / 2}+t*${(line.to - line.from) / seconds}`;
    const steps = [
      `[0:v]setpts=PTS-STARTPTS,scale=${width}:${height},setsar=1,pad=${width}:${height + line.height}:0:0[film]`,
      `[film][1:v]overlay=0:${height}[lined]`,
      `[lined][2:v]overlay=x='${x}':y=${height}:eval=frame[p0]`,
      ...frames.flatMap((frame, i) => [
        `[${i + 3}:v]scale=${width}:${height}[d${i}]`,
        // Beside the picture on every other frame: whether an overlay is enabled is asked of the frame that comes next.
        `[p${i}][d${i}]overlay=x='if(${during(times, frame)},0,W)':y=0:eval=frame[p${i + 1}]`,
      ]),
      ...standingStill(frames, times.length, `p${frames.length}`),
    ];
    const pictures = ['line.svg', 'head.svg', ...frames.map((frame) => `drawn-${frame}.svg`)].flatMap(asPicture);
    await tool(
      folder,
      [
        ...[
          ...ONLY_FILES,
          '-i',
          film,
          ...pictures,
          '-filter_complex',
          steps.join(';'),
          '-map',
          '[out]',
          '-an',
          '-fps_mode',
          'passthrough',
        ],
        ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '20', '-threads', '1', '-map_metadata', '-1'],
        ...['-movflags', '+faststart', '-f', 'mp4', 'chalk.mp4'],
      ],
      180,
    );
    return readFile(join(folder, 'chalk.mp4'));
  });
}

const onFrame = (strokes: readonly Stroke[], frame: number): Stroke[] => strokes.filter((s) => s.frame === frame);

/** A picture of ours as an input: of its own kind and no other, from the disk and from nowhere else. */
const asPicture = (name: string): string[] => [
  ...['-protocol_whitelist', 'file', '-f', name.endsWith('.svg') ? 'svg_pipe' : 'jpeg_pipe', '-i', name],
];

/** While a frame is shown, as ffmpeg says it: from halfway after the one before to halfway before the next one. */
function during(times: readonly number[], frame: number): string {
  const [before, at, after] = [times[frame - 1], times[frame]!, times[frame + 1]];
  return `between(t,${before === undefined ? -1 : (before + at) / 2},${after === undefined ? at + 1 : (at + after) / 2})`;
}

/** Cut after each frame that is drawn on, which stays on the screen for a while, and put together again. */
function standingStill(drawn: readonly number[], frames: number, from: string): string[] {
  const starts = [0, ...drawn.map((f) => f + 1)].filter((f) => f < frames);
  const parts = starts.map((start, i) => {
    const end = starts[i + 1] ?? frames;
    const still = drawn.includes(end - 1) ? `,tpad=stop_mode=clone:stop_duration=${STANDS}` : '';
    return `[s${i}]trim=start_frame=${start}:end_frame=${end},setpts=PTS-STARTPTS${still}[t${i}]`;
  });
  const names = (letter: string): string => starts.map((_, i) => `[${letter}${i}]`).join('');
  return [
    `[${from}]split=${starts.length}${names('s')}`,
    ...parts,
    `${names('t')}concat=n=${starts.length}:v=1,format=yuv420p[out]`,
  ];
}

const playhead = (width: number, height: number): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><path d="M${width / 2} ${height * 0.66}V${height * 0.95}" stroke="#e0763f" stroke-width="${0.6 * width}"/></svg>`;

async function tool(folder: string, args: readonly string[], seconds: number): Promise<void> {
  const run = await runTool('ffmpeg', ['-v', 'error', ...args], { folder, seconds });
  requireFairRun(run);
  if (run.code !== 0) throw new Error(`ffmpeg ended with ${run.code}: ${run.stderr}`);
}
