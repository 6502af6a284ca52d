import { ALL_FORMATS, BufferSource, Input, VideoSampleSink, type VideoSample } from 'mediabunny';

/** To the worker. Frames are named by their place in the index of the clip. */
export type FilmOrder =
  | { readonly kind: 'open'; readonly url: string; readonly frameTimes: readonly number[] }
  /** Show `frame` first, then fill `around` it; replaces every earlier order of this kind. */
  | {
      readonly kind: 'want';
      readonly frame: number;
      readonly have: readonly number[];
      readonly from: number;
      readonly to: number;
    };

/** From the worker. */
export type FilmNews =
  | { readonly kind: 'opened'; readonly frames: number }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'frame'; readonly frame: number; readonly bitmap: ImageBitmap };

let sink: VideoSampleSink | null = null;
let times: readonly number[] = [];
let turn = 0;

const tell = (news: FilmNews, transfer: Transferable[] = []): void => self.postMessage(news, { transfer });

self.onmessage = (message: MessageEvent<FilmOrder>): void => {
  const order = message.data;
  const work = order.kind === 'open' ? open(order) : want(order);
  work.catch((error: unknown) => tell({ kind: 'failed', message: error instanceof Error ? error.message : String(error) }));
};

async function open(order: Extract<FilmOrder, { kind: 'open' }>): Promise<void> {
  const response = await fetch(order.url);
  if (!response.ok) {
    const problem = (await response.json().catch(() => null)) as { title?: string } | null;
    throw new Error(problem?.title ?? `The film could not be loaded (${response.status}).`);
  }
  const input = new Input({ formats: ALL_FORMATS, source: new BufferSource(await response.arrayBuffer()) });
  const track = await input.getPrimaryVideoTrack();
  if (!track) throw new Error('The film has no picture.');
  sink = new VideoSampleSink(track);
  times = order.frameTimes;
  tell({ kind: 'opened', frames: times.length });
}

/** A moment that lies safely inside a frame: its own start plus half of its length. */
function inside(frame: number): number {
  const start = times[frame]!;
  const end = times[frame + 1] ?? start + (start - (times[frame - 1] ?? start - 0.01));
  return start + (end - start) / 2;
}

/** Which frame a decoded picture is: the one whose time is nearest. */
function frameOf(sample: VideoSample): number {
  let low = 0;
  let high = times.length - 1;
  while (low < high) {
    const mid = (low + high) >> 1;
    if (times[mid]! < sample.timestamp - 1e-5) low = mid + 1;
    else high = mid;
  }
  if (low > 0 && Math.abs(times[low - 1]! - sample.timestamp) < Math.abs(times[low]! - sample.timestamp)) return low - 1;
  return low;
}

async function send(sample: VideoSample): Promise<number> {
  const frame = frameOf(sample);
  const picture = sample.toVideoFrame();
  const bitmap = await createImageBitmap(picture);
  picture.close();
  sample.close();
  tell({ kind: 'frame', frame, bitmap }, [bitmap]);
  return frame;
}

async function want(order: Extract<FilmOrder, { kind: 'want' }>): Promise<void> {
  if (!sink) throw new Error('no film is open');
  const mine = ++turn;
  const have = new Set(order.have);
  if (!have.has(order.frame)) {
    const sample = await sink.getSample(inside(order.frame));
    if (sample) {
      if (mine !== turn) {
        sample.close();
        return;
      }
      have.add(await send(sample));
    }
  }
  await fill(mine, have, order.frame, order.to);
  await fill(mine, have, order.from, order.frame);
}

/** Decodes a run of frames in order and sends those that are missing, until a newer order comes. */
async function fill(mine: number, have: Set<number>, from: number, to: number): Promise<void> {
  let first = from;
  while (first <= to && have.has(first)) first++;
  let last = to;
  while (last >= first && have.has(last)) last--;
  if (first > last || mine !== turn || !sink) return;
  for await (const sample of sink.samples(times[first]!, inside(last))) {
    if (mine !== turn) {
      sample.close();
      return;
    }
    if (have.has(frameOf(sample))) sample.close();
    else have.add(await send(sample));
  }
}
