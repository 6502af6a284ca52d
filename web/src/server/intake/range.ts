/** A part of a film, in seconds of the file, from the first to just before the second. */
export interface Range {
  readonly from: number;
  readonly to: number;
}

/** Where reading begins before a part, in seconds: decoding needs what came before, and some files are found their way in only roughly. */
const LEAD = 5;
/** Frames lie in the file in the order in which they are decoded: some of a part come after others that are later. */
const LAG = 1;

/** What a tool is told before the name of the file, so that it begins shortly before a part and keeps the times of the film. */
export const seekTo = (range: Range | null): string[] =>
  range === null || range.from < LEAD ? ['-copyts'] : ['-copyts', '-seek_timestamp', '1', '-ss', String(range.from - LEAD)];

/** Filters that let only the part through, with a comma behind. */
export const onlyPart = (range: Range | null): string => (range === null ? '' : `trim=start=${range.from}:end=${range.to},`);

/** What ffprobe is told so that it reads a part and what decodes it. */
export const readPart = (range: Range | null): string[] =>
  range === null ? [] : ['-read_intervals', `${Math.max(0, range.from - LEAD)}%${range.to + LAG}`];

/** The part that holds some frames and no other one, its ends between two frames: tools round the times of frames each in its own way. */
export function around(times: readonly number[]): Range {
  let least = 0.02;
  for (let i = 1; i < times.length; i++) least = Math.min(least, times[i]! - times[i - 1]!);
  return { from: times[0]! - least / 2, to: times.at(-1)! + least / 2 };
}

/** The part that a clip is; null for the whole film. */
export const rangeOf = (clip: { readonly fromSeconds: number | null; readonly toSeconds: number | null }): Range | null =>
  clip.fromSeconds === null || clip.toSeconds === null ? null : { from: clip.fromSeconds, to: clip.toSeconds };
