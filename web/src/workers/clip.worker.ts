import { ALL_FORMATS, BlobSource, EncodedPacketSink, Input } from 'mediabunny';
import { clipHealth, type GreyPicture, type HealthProblem } from '@stride-chalk/core';

/** To the worker: what a camera has recorded. With small grey pictures of it its health is asked, without them its rate only. */
export interface ClipQuestion {
  readonly ask: number;
  readonly film: Blob;
  readonly pictures: readonly GreyPicture[] | null;
}
/** From the worker. */
export interface ClipAnswer {
  readonly ask: number;
  /** From the first frame to the end of the last, as they lie in the film. */
  readonly seconds: number;
  readonly framesPerSecond: number;
  readonly problems: readonly HealthProblem[];
  /** Why the film could not be read; null where it could. */
  readonly failed: string | null;
}

/** How long a film is and how many frames a second it has: counted, not what it says of itself. */
async function framesOf(film: Blob): Promise<Pick<ClipAnswer, 'seconds' | 'framesPerSecond'>> {
  const input = new Input({ source: new BlobSource(film), formats: ALL_FORMATS });
  try {
    const track = await input.getPrimaryVideoTrack();
    if (!track) throw new Error('no picture in it');
    const times: number[] = [];
    for await (const packet of new EncodedPacketSink(track).packets(undefined, undefined, { metadataOnly: true }))
      times.push(packet.timestamp);
    if (times.length < 2) throw new Error('fewer than two frames');
    const [first, last] = [Math.min(...times), Math.max(...times)];
    const framesPerSecond = (times.length - 1) / (last - first);
    return { seconds: last - first + 1 / framesPerSecond, framesPerSecond };
  } finally {
    input.dispose();
  }
}

self.addEventListener('message', ({ data: { ask, film, pictures } }: MessageEvent<ClipQuestion>) => {
  const look = async (): Promise<ClipAnswer> => {
    try {
      const frames = await framesOf(film);
      return { ask, ...frames, problems: pictures === null ? [] : clipHealth({ ...frames, pictures }), failed: null };
    } catch (error) {
      const failed = error instanceof Error ? error.message : String(error);
      return { ask, seconds: 0, framesPerSecond: 0, problems: [], failed };
    }
  };
  void look().then((answer) => self.postMessage(answer));
});
