import { ONLY_FILES } from './inspect.ts';
import { onlyPart, seekTo, type Range } from './range.ts';
import { requireFairRun, runTool, ToolFailure } from './run-tool.ts';

const SHORTER_SIDE = 720;
/** A very wide film is not made larger than what a screen shows. */
const LONGER_SIDE = 1920;

/**
 * Makes the copy that the bench shows: upright, its shorter side at most 720 (a film held upright keeps its width), H.264 with a key frame every 3 frames and no B-frames, every frame
 * at exactly its own time. It is made to be jumped about in: quick to decode, in slices that several cores share. Returns its size.
 */
export async function makeBenchCopy(
  folder: string,
  file: string,
  copy: string,
  options: {
    readonly width: number;
    readonly height: number;
    readonly frames: number;
    readonly range: Range | null;
    readonly onProgress: (share: number) => void;
    readonly signal?: AbortSignal;
  },
): Promise<{ readonly width: number; readonly height: number }> {
  const { size, args } = copyOutput(options, copy, onlyPart(options.range));
  const run = await runTool(
    'ffmpeg',
    ['-v', 'error', '-xerror', ...ONLY_FILES, ...seekTo(options.range), '-i', file, ...args, '-progress', 'pipe:1'],
    {
      folder,
      seconds: 600,
      signal: options.signal,
      onLine: (line) => {
        const frame = /^frame=\s*(\d+)/.exec(line);
        if (frame) options.onProgress(Math.min(1, Number(frame[1]) / options.frames));
      },
    },
  );
  requireFairRun(run);
  if (run.code !== 0) throw new ToolFailure('broken', `the copy was not made: ${run.stderr.slice(-400)}`);
  await requireFrames(folder, copy, options);
  return size;
}

/** What ffmpeg is told to make the copy beside whatever else it makes; its size. */
export function copyOutput(
  options: { readonly width: number; readonly height: number },
  copy: string,
  filters: string,
): { readonly size: { readonly width: number; readonly height: number }; readonly args: readonly string[] } {
  const scale = Math.min(
    1,
    SHORTER_SIDE / Math.min(options.width, options.height),
    LONGER_SIDE / Math.max(options.width, options.height),
  );
  const even = (n: number): number => Math.max(2, 2 * Math.round((n * scale) / 2));
  const [width, height] = [even(options.width), even(options.height)];
  const args = [
    ...['-map', '0:V:0', '-an', '-sn', '-dn', '-vf', `${filters}scale=${width}:${height},setsar=1`],
    ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '20', '-pix_fmt', 'yuv420p', '-tune', 'fastdecode'],
    ...['-x264-params', 'slices=4', '-g', '3', '-keyint_min', '3', '-sc_threshold', '0', '-bf', '0', '-threads', '2'],
    ...['-fps_mode', 'passthrough', '-enc_time_base', '-1', '-avoid_negative_ts', 'disabled'],
    // The beginning of a film that does not begin at 0 is kept to a fraction of a frame, not to a thousandth of a second.
    ...['-movie_timescale', '90000', '-movflags', '+faststart', '-f', 'mp4', copy],
  ];
  return { size: { width, height }, args };
}

/** Throws where a copy has not as many frames as its film. */
export async function requireFrames(
  folder: string,
  copy: string,
  { frames, signal }: { readonly frames: number; readonly signal?: AbortSignal | undefined },
): Promise<void> {
  const check = await runTool(
    'ffprobe',
    [
      '-v',
      'error',
      '-select_streams',
      'V:0',
      '-count_packets',
      '-show_entries',
      'stream=nb_read_packets',
      '-of',
      'csv=p=0',
      copy,
    ],
    { folder, seconds: 60, signal },
  );
  requireFairRun(check);
  if (Number.parseInt(check.stdout, 10) !== frames) throw new ToolFailure('broken', 'the copy has lost frames');
}
