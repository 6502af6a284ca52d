import { z } from 'zod';
import { Refusal } from '../refusal.ts';
import { runTool } from './run-tool.ts';

export const LIMITS = { bytes: 200 * 1024 * 1024, seconds: 60 } as const;

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
  readonly codec: 'h264' | 'vp9';
  /** Upright display size of the original. */
  readonly width: number;
  readonly height: number;
  readonly captureScale: number;
}

/** What every run reads: only the file, never a network address or a playlist that names other files. */
export const ONLY_FILES = ['-protocol_whitelist', 'file', '-format_whitelist', 'mov,matroska,webm'] as const;

const unreadable = (): Refusal =>
  new Refusal('not-a-video', 'This file is not a video that can be read. Choose an MP4, MOV or WebM from the phone.');

/** Looks at a file without decoding it. Throws a Refusal with the reason when it cannot be taken. */
export async function inspectClip(folder: string, file: string): Promise<ClipFacts> {
  const run = await runTool(
    'ffprobe',
    ['-v', 'error', ...ONLY_FILES, '-print_format', 'json', '-show_format', '-show_streams', file],
    { folder, seconds: 20 },
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
  const video = probe.streams.find((s) => s.codec_type === 'video');
  if (!video || !probe.format || !video.width || !video.height) throw unreadable();
  if (video.codec_name !== 'h264' && video.codec_name !== 'vp9')
    throw new Refusal(
      'codec',
      `The video is coded as ${video.codec_name ?? 'something unknown'}; for now only H.264 and VP9 are taken. Set the phone's camera to "most compatible".`,
    );
  const seconds = Number(probe.format.duration ?? 0);
  if (seconds > LIMITS.seconds)
    throw new Refusal(
      'too-long',
      `The clip lasts ${Math.round(seconds)} s; at most ${LIMITS.seconds} s are taken. Cut it to one delivery.`,
    );
  const turned = video.side_data_list?.some((s) => Math.abs(s.rotation ?? 0) % 180 === 90) ?? false;
  const [num, den] = (video.sample_aspect_ratio ?? '1:1').split(':').map(Number);
  const wide = Math.round(video.width * (num && den ? num / den : 1));
  return {
    codec: video.codec_name,
    width: turned ? video.height : wide,
    height: turned ? wide : video.height,
    captureScale: captureScaleOf(probe.format.tags ?? {}, video.avg_frame_rate),
  };
}

/** Phones write the capture rate of slow motion into a tag; without one, the file plays as it was filmed. */
function captureScaleOf(tags: Readonly<Record<string, string>>, rate: string | undefined): number {
  const [num, den] = (rate ?? '').split('/').map(Number);
  const fileRate = num && den ? num / den : 0;
  const captured = Number(tags['com.android.capture.fps'] ?? tags['com.apple.quicktime.capture.fps'] ?? 0);
  return captured > 0 && fileRate > 0 && captured / fileRate > 1.5 ? captured / fileRate : 1;
}
