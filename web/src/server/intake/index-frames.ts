import { Refusal } from '../refusal.ts';
import { decodeFilm, type FoundSlate } from './decode-film.ts';
import { LIMITS, ONLY_FILES } from './inspect.ts';
import { readPart, type Range } from './range.ts';
import { requireFairRun, runTool } from './run-tool.ts';

/**
 * The time in the file of every frame, in seconds, and the slates that are seen in it. The whole clip is decoded; the first damage refuses it: ffprobe alone
 * passes over some kinds of it, the decoding with `ffmpeg -xerror` ends at every kind. The two run side by side. Of a part only the part.
 */
export async function indexFrames(
  folder: string,
  file: string,
  options: {
    readonly captureScale: number;
    readonly width: number;
    readonly height: number;
    readonly range: Range | null;
    readonly signal?: AbortSignal;
  },
): Promise<{ readonly seconds: number[]; readonly slates: readonly FoundSlate[] | null }> {
  const { signal, range } = options;
  const [times, decoded] = await Promise.all([
    runTool(
      'ffprobe',
      [
        '-v',
        'error',
        ...ONLY_FILES,
        ...readPart(range),
        '-select_streams',
        'V:0',
        '-show_entries',
        'frame=best_effort_timestamp_time',
        '-of',
        'csv=p=0',
        file,
      ],
      { folder, seconds: 240, signal },
    ),
    decodeFilm(folder, file, options, { seconds: 240, range, signal }),
  ]);
  const damaged = new Refusal(
    'damaged',
    'The video is damaged or cut short: not every frame can be read. Send it from the phone once more.',
  );
  requireFairRun(times);
  if (times.code !== 0 || times.stderr.trim() !== '' || !decoded.whole) throw damaged;
  const seconds = times.stdout
    .split('\n')
    .map((line) => line.replace(/,.*$/, '').trim())
    .filter((line) => line !== '')
    .map(Number)
    .filter((t) => range === null || (t >= range.from && t < range.to));
  if (seconds.length === 0 || seconds.some((t, i) => !Number.isFinite(t) || (i > 0 && t <= seconds[i - 1]!))) throw damaged;
  requireShort(seconds, options.captureScale);
  return { seconds, slates: decoded.slates };
}

/** Throws where a clip lasts longer, or has more frames, than a delivery does. */
export function requireShort(seconds: readonly number[], captureScale: number): void {
  const lasts = (seconds[seconds.length - 1]! - seconds[0]!) / captureScale;
  if (lasts > LIMITS.seconds)
    throw new Refusal('too-long', `The clip lasts longer than ${LIMITS.seconds} s of real time. Cut it to one delivery.`);
  if (seconds.length > LIMITS.frames)
    throw new Refusal(
      'too-many-frames',
      `The video has ${seconds.length} frames; at most ${LIMITS.frames} are taken. Cut it to one delivery.`,
    );
}
