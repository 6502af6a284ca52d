import type { Slate } from '@stride-chalk/core';
import { log } from '../log.ts';
import { ONLY_FILES } from './inspect.ts';
import { onlyPart, seekTo, type Range } from './range.ts';
import { requireFairRun, runTool } from './run-tool.ts';
import { lookForSlates } from './slate-looker.ts';

/** A slate, and where in the film it was seen first: seconds of the file. */
export interface FoundSlate {
  readonly seconds: number;
  readonly slate: Slate;
}

/** A slate is held up before the first throw: looked for five times a second at first, twice a second later. */
const DENSE = { until: 4, every: 0.2 } as const;
const THIN = 0.5;
const PICK = `isnan(prev_selected_t)+gte(t-prev_selected_t,if(lt(t-start_t,${DENSE.until}),${DENSE.every},${THIN})-0.001)`;
/** Larger pictures are made smaller: a card is no better read in them. */
const LONGEST_SIDE = 1920;

/**
 * Decodes a film from end to end, and looks for slates on the way. A slate that stays in the picture is told once, at its first sight; one that comes again after another one is told again.
 *
 * @param size upright display size of the film
 * @returns whole: false where any of it could not be decoded, or anything else could not be made; frames: the times asked for with `besides`, seconds of the file; begins: its first picture, in seconds of the file; slates: null where they could not be looked for
 */
export async function decodeFilm(
  folder: string,
  file: string,
  size: { readonly width: number; readonly height: number },
  options: {
    readonly seconds: number;
    readonly range: Range | null;
    readonly signal?: AbortSignal | undefined;
    /** Small grey pictures of it besides, at a rate of the file, one after the other in a file of the folder. Damage does not end it then. */
    readonly motion?: { readonly width: number; readonly height: number; readonly rate: number; readonly file: string };
    /** What else is made of it in the same run, as ffmpeg is told. Where `showinfo@frames` stands in it, the time of every frame is told back. */
    readonly besides?: readonly string[];
    /** Told of how far it has come, in seconds of the file. */
    readonly onSeconds?: ((seconds: number) => void) | undefined;
  },
): Promise<{
  readonly whole: boolean;
  readonly begins: number;
  readonly slates: readonly FoundSlate[] | null;
  readonly frames: readonly number[];
}> {
  const { motion } = options;
  const frames: number[] = [];
  let tick = Number.NaN;
  const scale = Math.min(1, LONGEST_SIDE / Math.max(size.width, size.height));
  const [width, height] = [Math.round(size.width * scale), Math.round(size.height * scale)];
  let found: Array<{ readonly picture: number; readonly slate: Slate }> | null = [];
  const moments: number[] = [];
  let looked = 0;
  let damage = false;
  const look = async (picture: Buffer): Promise<void> => {
    if (!found) return;
    // Every second one twice: glare stays longer than that.
    const darker = looked % 2 === 0;
    const own = looked;
    looked += 1;
    const seen = await lookForSlates({ grey: picture, width, height, darker }).catch((error: unknown) => {
      // A film can be worked on without its slates.
      log.error({ err: error }, 'slates are not looked for');
      return null;
    });
    if (!seen) {
      found = null;
      return;
    }
    for (const slate of seen) {
      const last = found.at(-1);
      if (!last || !sameSlate(last.slate, slate)) found.push({ picture: own, slate });
    }
  };
  const pictures = cutInto(width * height, look);
  const run = await runTool(
    'ffmpeg',
    [
      ...['-v', 'level+info', '-hide_banner', '-nostats', ...(motion ? [] : ['-xerror'])],
      ...[...ONLY_FILES, ...seekTo(options.range), '-i', file, '-map', '0:V:0'],
      ...['-vf', `${onlyPart(options.range)}select='${PICK}',scale=${width}:${height},setsar=1,showinfo@slates=checksum=0`],
      ...['-fps_mode', 'passthrough', '-pix_fmt', 'gray', '-f', 'rawvideo', 'pipe:1'],
      ...(motion
        ? [
            ...['-map', '0:V:0', '-vf', `fps=${motion.rate},scale=${motion.width}:${motion.height}:flags=area`],
            ...['-pix_fmt', 'gray', '-f', 'rawvideo', motion.file],
          ]
        : []),
      ...(options.besides ?? []),
    ],
    {
      folder,
      seconds: options.seconds,
      signal: options.signal,
      onWords: (line) => {
        const of = /^\[showinfo@frames .*? pts:\s*(-?\d+)/.exec(line);
        if (of) {
          // As ffprobe rounds it.
          frames.push(Number((Number(of[1]) * tick).toFixed(6)));
          options.onSeconds?.(frames.at(-1)!);
        }
        const base = /^\[showinfo@frames .*config in time_base: (\d+)\/(\d+)/.exec(line);
        if (base) tick = Number(base[1]) / Number(base[2]);
        const time = /^\[showinfo@slates .*pts_time:\s*(-?[\d.]+)/.exec(line);
        if (time) {
          moments.push(Number(time[1]));
          if (frames.length === 0) options.onSeconds?.(Number(time[1]));
        }
        if (/\[(error|fatal|panic)\]/.test(line)) damage = true;
      },
      onBytes: pictures,
    },
  );
  requireFairRun(run);
  // The times come beside the pictures, and may come after them.
  const slates = found?.map(({ picture, slate }) => {
    const seconds = moments[picture];
    if (seconds === undefined) throw new Error(`picture ${picture} came without its time`);
    return { seconds, slate };
  });
  return { whole: run.code === 0 && !damage, begins: moments[0] ?? 0, slates: slates ?? null, frames };
}

/** Cuts what comes in pieces of any size into pieces of one size. */
function cutInto(size: number, take: (piece: Buffer) => Promise<void>): (bytes: Buffer) => Promise<void> {
  let held: Buffer[] = [];
  let length = 0;
  return async (bytes) => {
    held.push(bytes);
    length += bytes.length;
    while (length >= size) {
      const all = Buffer.concat(held);
      held = [all.subarray(size)];
      length = all.length - size;
      await take(all.subarray(0, size));
    }
  };
}

/** The same card, held in the same way: of a phone also while its clock goes on. */
const sameSlate = (a: Slate, b: Slate): boolean =>
  a.slateId === b.slateId && a.bib === b.bib && a.view === b.view && (a.instant === null) === (b.instant === null);
