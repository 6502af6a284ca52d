import type { Slate } from '@stride-chalk/core';
import { ONLY_FILES } from './inspect.ts';
import { requireFairRun, runTool, ToolFailure } from './run-tool.ts';
import { slatesInPicture } from './slate-reader.ts';

/** A slate, and where in the film it was seen first: seconds of the file. */
export interface FoundSlate {
  readonly seconds: number;
  readonly slate: Slate;
}

/** A slate is held up before the first throw: looked for eight times a second at first, twice a second later. */
const DENSE = { until: 4, every: 0.125 } as const;
const THIN = 0.5;
/** Larger pictures are made smaller: a card is no better read in them. */
const LONGEST_SIDE = 1920;

/**
 * Looks for slates in a film. One that stays in the picture is told once, at its first sight; one that comes again after others, or with another time, is told again.
 *
 * @param size upright display size of the film
 */
export async function findSlates(
  folder: string,
  file: string,
  size: { readonly width: number; readonly height: number },
  options: { readonly seconds: number; readonly signal?: AbortSignal },
): Promise<FoundSlate[]> {
  const scale = Math.min(1, LONGEST_SIDE / Math.max(size.width, size.height));
  const [width, height] = [Math.round(size.width * scale), Math.round(size.height * scale)];
  const pick = `isnan(prev_selected_t)+gte(t-prev_selected_t,if(lt(t,${DENSE.until}),${DENSE.every},${THIN})-0.001)`;
  const found: FoundSlate[] = [];
  const moments: number[] = [];
  let looked = 0;
  const pixels = width * height;
  let rest: Buffer[] = [];
  let held = 0;
  const look = async (picture: Buffer): Promise<void> => {
    const slates = await slatesInPicture(picture, width, height);
    const seconds = moments[looked] ?? Number.NaN;
    looked += 1;
    for (const slate of slates) {
      const last = found.at(-1);
      if (last && sameSlate(last.slate, slate)) continue;
      found.push({ seconds, slate });
    }
  };
  const run = await runTool(
    'ffmpeg',
    [
      ...['-v', 'info', '-hide_banner', '-nostats', ...ONLY_FILES, '-i', file, '-map', '0:v:0'],
      ...['-vf', `select='${pick}',scale=${width}:${height},setsar=1,showinfo=checksum=0`],
      ...['-fps_mode', 'passthrough', '-pix_fmt', 'gray', '-f', 'rawvideo', 'pipe:1'],
    ],
    {
      folder,
      seconds: options.seconds,
      signal: options.signal,
      onWords: (line) => {
        const time = /Parsed_showinfo.*pts_time:\s*(-?[\d.]+)/.exec(line);
        if (time) moments.push(Number(time[1]));
      },
      onBytes: async (bytes) => {
        rest.push(bytes);
        held += bytes.length;
        while (held >= pixels) {
          const all = Buffer.concat(rest);
          rest = [all.subarray(pixels)];
          held = all.length - pixels;
          await look(all.subarray(0, pixels));
        }
      },
    },
  );
  requireFairRun(run);
  if (run.code !== 0) throw new ToolFailure('broken', `the film was not looked through: ${run.stderr.slice(-400)}`);
  return found;
}

/** The same card, held in the same way: of a phone also while its clock goes on. */
const sameSlate = (a: Slate, b: Slate): boolean =>
  a.slateId === b.slateId && a.bib === b.bib && a.view === b.view && (a.instant === null) === (b.instant === null);
