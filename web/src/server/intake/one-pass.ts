import { copyOutput, requireFrames } from './bench-copy.ts';
import { decodeFilm, type FoundSlate } from './decode-film.ts';
import { requireShort } from './index-frames.ts';
import { onlyPart, type Range } from './range.ts';

/** A film that was read and copied in one run. */
export interface ReadAndCopied {
  readonly seconds: readonly number[];
  readonly slates: readonly FoundSlate[] | null;
  readonly size: { readonly width: number; readonly height: number };
}

/**
 * Reads every frame of a film, looks for slates and makes the copy for the bench while it is decoded once: decoding it again for each of these takes as long as the copy itself. Null where anything goes wrong: then it is done
 * step by step, so that it is known whether the film is to blame.
 *
 * @param options.plays how long it plays, in seconds of the file
 * @throws Refusal of a film that is too long
 */
export async function readAndCopy(
  folder: string,
  file: string,
  copy: string,
  options: {
    readonly captureScale: number;
    readonly width: number;
    readonly height: number;
    readonly range: Range | null;
    readonly plays: number;
    readonly signal?: AbortSignal | undefined;
    readonly onProgress: (share: number) => void;
  },
): Promise<ReadAndCopied | null> {
  const { range, signal, plays } = options;
  const { size, args } = copyOutput(options, copy, `${onlyPart(range)}showinfo@frames=checksum=0,`);
  let first: number | null = null;
  const { whole, slates, frames } = await decodeFilm(folder, file, options, {
    ...{ seconds: 600, range, signal, besides: args },
    onSeconds(seconds) {
      first ??= seconds;
      options.onProgress(Math.min(1, (seconds - first) / Math.max(0.1, plays)));
    },
  });
  if (!whole || frames.length === 0 || frames.some((t, i) => !Number.isFinite(t) || (i > 0 && t <= frames[i - 1]!))) return null;
  requireShort(frames, options.captureScale);
  await requireFrames(folder, copy, { frames: frames.length, signal });
  return { seconds: frames, slates, size };
}
