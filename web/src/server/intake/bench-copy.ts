import { Refusal } from '../refusal.ts';
import { ONLY_FILES } from './inspect.ts';
import { runTool } from './run-tool.ts';

/**
 * Makes the copy that the bench shows: upright, at most 720 high, H.264 with a key frame every 12 frames and no B-frames, every frame
 * at exactly its own time. Returns its size.
 */
export async function makeBenchCopy(
  folder: string,
  file: string,
  copy: string,
  options: {
    readonly width: number;
    readonly height: number;
    readonly frames: number;
    readonly onProgress: (share: number) => void;
  },
): Promise<{ readonly width: number; readonly height: number }> {
  const scale = Math.min(1, 720 / options.height);
  const even = (n: number): number => Math.max(2, 2 * Math.round((n * scale) / 2));
  const [width, height] = [even(options.width), even(options.height)];
  const run = await runTool(
    'ffmpeg',
    [
      '-v',
      'error',
      '-xerror',
      ...ONLY_FILES,
      '-i',
      file,
      '-map',
      '0:v:0',
      '-an',
      '-sn',
      '-dn',
      '-vf',
      `scale=${width}:${height},setsar=1`,
      '-c:v',
      'libx264',
      '-preset',
      'veryfast',
      '-crf',
      '20',
      '-pix_fmt',
      'yuv420p',
      '-g',
      '12',
      '-keyint_min',
      '12',
      '-sc_threshold',
      '0',
      '-bf',
      '0',
      '-threads',
      '2',
      '-fps_mode',
      'passthrough',
      '-enc_time_base',
      '-1',
      '-copyts',
      '-avoid_negative_ts',
      'disabled',
      '-movflags',
      '+faststart',
      '-progress',
      'pipe:1',
      '-f',
      'mp4',
      copy,
    ],
    {
      folder,
      seconds: 300,
      onLine: (line) => {
        const frame = /^frame=\s*(\d+)/.exec(line);
        if (frame) options.onProgress(Math.min(1, Number(frame[1]) / options.frames));
      },
    },
  );
  if (run.code !== 0)
    throw new Refusal(
      'copy-failed',
      'The copy for the bench could not be made from this video. Send it from the phone once more.',
    );
  const check = await runTool(
    'ffprobe',
    [
      '-v',
      'error',
      '-select_streams',
      'v:0',
      '-count_packets',
      '-show_entries',
      'stream=nb_read_packets',
      '-of',
      'csv=p=0',
      copy,
    ],
    { folder, seconds: 30 },
  );
  if (Number.parseInt(check.stdout, 10) !== options.frames)
    throw new Refusal('damaged', 'The video lost frames while it was read. Send it from the phone once more.');
  return { width, height };
}
