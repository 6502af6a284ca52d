import { z } from 'zod';
import { Refusal } from '../refusal.ts';
import { runTool } from './run-tool.ts';

/**
 * What one delivery needs at most. Seconds are real time; frames are those of a minute at 240 per second and some more; a picture is neither a strip
 * nor a stamp.
 */
export const LIMITS = {
  bytes: 200 * 1024 * 1024,
  /** Of a file that came in a folder. */
  fileBytes: 8 * 1024 ** 3,
  seconds: 60,
  /** Of a film that runs on and came in a folder. */
  longSeconds: 3 * 3600,
  frames: 20_000,
  shortSide: 120,
  longSide: 8192,
  aspect: 4,
} as const;

const probeSchema = z.object({
  streams: z
    .array(
      z.object({
        codec_type: z.string().optional(),
        codec_name: z.string().optional(),
        width: z.number().optional(),
        height: z.number().optional(),
        sample_aspect_ratio: z.string().optional(),
        avg_frame_rate: z.string().optional(),
        disposition: z.object({ attached_pic: z.number().optional() }).loose().optional(),
        side_data_list: z.array(z.object({ rotation: z.number().optional() }).loose()).optional(),
      }),
    )
    .default([]),
  format: z
    .object({
      format_name: z.string(),
      duration: z.string().optional(),
      tags: z.record(z.string(), z.string()).optional(),
    })
    .optional(),
});

export interface ClipFacts {
  readonly codec: Codec;
  /** Upright display size of the original. */
  readonly width: number;
  readonly height: number;
  readonly captureScale: number;
  /** 'tag': the file says its capture rate. 'sure': it plays faster than a phone's slow motion does. 'open': it may be slow motion, somebody has to say. */
  readonly captureKnown: 'tag' | 'sure' | 'open';
  /** Which device and setting it comes from, as far as the file tells; null where it tells nothing. */
  readonly device: string | null;
  /** Its make and model, whatever its setting; null where the file tells neither. */
  readonly camera: string | null;
  /** When it begins, by the camera's own clock, where the file says so. */
  readonly recordedAt: Date | null;
  /** How long it plays, in seconds of the file. */
  readonly seconds: number;
  /** Much work for the machine: it waits in a lane of its own. */
  readonly long: boolean;
}

/** What every run reads: only the file, never a network address or a playlist that names other files. */
export const ONLY_FILES = ['-protocol_whitelist', 'file', '-format_whitelist', 'mov,matroska,webm,avi,mpegts'] as const;

/** How film of phones and cameras is coded, as ffmpeg calls it. */
const CODECS = ['h264', 'hevc', 'vp8', 'vp9', 'av1', 'mjpeg'] as const;
type Codec = (typeof CODECS)[number];
const isTaken = (codec: string | undefined): codec is Codec => (CODECS as readonly (string | undefined)[]).includes(codec);

const unreadable = (): Refusal =>
  new Refusal(
    'not-a-video',
    'This file is not a video that can be read. Choose an MP4, MOV, MKV, WebM, AVI or MTS from the phone or the camera.',
  );

/** Looks at a file without decoding it. Throws a Refusal with the reason when it cannot be taken. */
export const inspectClip = (folder: string, file: string): Promise<ClipFacts> => inspect(folder, file, 'clip');

/** The same of a file that may run on: deliveries are looked for in it then. */
export const inspectFilm = (folder: string, file: string): Promise<ClipFacts> => inspect(folder, file, 'film');

async function inspect(folder: string, file: string, as: 'clip' | 'film'): Promise<ClipFacts> {
  const run = await runTool(
    'ffprobe',
    ['-v', 'error', ...ONLY_FILES, '-print_format', 'json', '-show_format', '-show_streams', file],
    { folder, seconds: 20 },
  );
  if (run.timedOut)
    throw new Refusal(
      'too-busy',
      'The machine was too busy to look at this film. Nothing is wrong with it: it is still on your device, send it again.',
      503,
    );
  if (run.code !== 0) {
    if (/moov atom not found|Truncating packet|end of file/i.test(run.stderr))
      throw new Refusal(
        'damaged',
        'The video is damaged or cut short: it has no complete index. Send it from the phone once more.',
      );
    throw unreadable();
  }
  const probe = probeSchema.parse(JSON.parse(run.stdout));
  // A picture on the cover is none of the film.
  const video = probe.streams.find((s) => s.codec_type === 'video' && s.disposition?.attached_pic !== 1);
  if (!video || !probe.format || !video.width || !video.height) throw unreadable();
  const codec = video.codec_name;
  if (!isTaken(codec))
    throw new Refusal(
      'codec',
      `The video is coded as ${codec ?? 'something unknown'}; H.264, HEVC, VP8, VP9, AV1 and Motion JPEG are taken. Set the camera to one of them.`,
    );
  const tags = probe.format.tags ?? {};
  const rate = rateOf(video.avg_frame_rate);
  const capture = captureOf(tags, rate);
  const fileSeconds = Number(probe.format.duration ?? 0);
  // Film that may be slow motion is given the benefit: the answer about its rate comes later.
  const seconds = fileSeconds / (capture.captureKnown === 'open' ? SLOWEST : capture.captureScale);
  const runsOn = as === 'film' && seconds > LIMITS.seconds;
  if (seconds > LIMITS.longSeconds)
    throw new Refusal(
      'too-long',
      `The film lasts ${Math.round(seconds / 60)} minutes; at most ${LIMITS.longSeconds / 3600} hours are taken.`,
    );
  if (seconds > LIMITS.seconds && !runsOn)
    throw new Refusal(
      'too-long',
      `The clip lasts ${Math.round(seconds)} s of real time; at most ${LIMITS.seconds} s are taken. Cut it to one delivery.`,
    );
  const turned = video.side_data_list?.some((s) => Math.abs(s.rotation ?? 0) % 180 === 90) ?? false;
  const [num, den] = (video.sample_aspect_ratio ?? '1:1').split(':').map(Number);
  const wide = Math.round(video.width * (num && den ? num / den : 1));
  const [width, height] = turned ? [video.height, wide] : [wide, video.height];
  const [short, side] = [Math.min(width, height), Math.max(width, height)];
  if (short < LIMITS.shortSide || side > LIMITS.longSide || side / short > LIMITS.aspect)
    throw new Refusal('no-film-size', `A picture of ${width} x ${height} is no film of a delivery.`);
  const frames = fileSeconds * rate;
  if (frames > LIMITS.frames && !runsOn)
    throw new Refusal(
      'too-many-frames',
      `The video has about ${Math.round(frames)} frames; at most ${LIMITS.frames} are taken. Cut it to one delivery.`,
    );
  return {
    codec,
    width,
    height,
    ...capture,
    device: deviceOf(tags, rate, width, height),
    camera: cameraOf(tags),
    recordedAt: recordedAtOf(tags),
    seconds: fileSeconds,
    long: runsOn || frames * width * height > LONG_PIXELS,
  };
}

/** The most that phones slow down: 240 per second played at 30. */
const SLOWEST = 8;
/** About six hundred frames of full HD: up to that a copy is made in some seconds. */
const LONG_PIXELS = 600 * 1920 * 1080;

function rateOf(text: string | undefined): number {
  const [num, den] = (text ?? '').split('/').map(Number);
  return num && den ? num / den : 0;
}

/**
 * Phones write the capture rate of slow motion into a tag. Without one a file of up to 30 frames a second may be slow motion all the same; a faster
 * one plays as it was filmed.
 */
function captureOf(tags: Readonly<Record<string, string>>, rate: number): Pick<ClipFacts, 'captureScale' | 'captureKnown'> {
  const captured = Number(tags['com.android.capture.fps'] ?? tags['com.apple.quicktime.capture.fps'] ?? 0);
  if (captured > 0 && rate > 0) return { captureScale: captured / rate > 1.5 ? captured / rate : 1, captureKnown: 'tag' };
  return { captureScale: 1, captureKnown: rate <= 30.5 ? 'open' : 'sure' };
}

function cameraOf(tags: Readonly<Record<string, string>>): string | null {
  const [make, model] = (['make', 'model'] as const).map(
    (what) =>
      tags[`com.apple.quicktime.${what}`] ??
      tags[what === 'make' ? 'com.android.manufacturer' : 'com.android.model'] ??
      tags[what],
  );
  return [make, model].filter(Boolean).join(' ').slice(0, 80) || null;
}

/** Cameras whose clock was never set say the beginning of their count: nothing is known then. */
const CLOCK_SET = Date.UTC(2010, 0, 1);
/** The time of recording: with its zone where there is one, else as if it were UTC, as most cameras write their local time. */
function recordedAtOf(tags: Readonly<Record<string, string>>): Date | null {
  for (const said of [tags['com.apple.quicktime.creationdate'], tags.creation_time]) {
    const at = said === undefined ? Number.NaN : Date.parse(said);
    if (at >= CLOCK_SET) return new Date(at);
  }
  return null;
}

/** The same device with the same setting writes the same words into its files. */
function deviceOf(tags: Readonly<Record<string, string>>, rate: number, width: number, height: number): string | null {
  const named = [
    'com.apple.quicktime.make',
    'com.apple.quicktime.model',
    'com.android.manufacturer',
    'com.android.model',
    'com.android.version',
    'make',
    'model',
    'encoder',
  ].flatMap((key) => tags[key] ?? []);
  return named.length === 0
    ? null
    : [...named, `${Math.round(rate)}/s`, `${Math.max(width, height)}x${Math.min(width, height)}`].join(' ').slice(0, 200);
}
