import { ALL_FORMATS, BufferSource, EncodedPacketSink, Input } from 'mediabunny';
import { roomyLayout } from './roomy-layout.ts';
import { givesWay, groupOf, nextGroup, type Wanted } from './decode-order.ts';

/** To the worker. Frames are named by their place in the index of the clip. */
export type FilmOrder =
  | { readonly kind: 'open'; readonly url: string; readonly frameTimes: readonly number[] }
  /** Show `frame` first, then fill what is around it; `have` is there already, `received` pictures have come in all. The newest order holds. */
  | (Wanted & { readonly kind: 'want'; readonly have: readonly number[]; readonly received: number })
  /** Memory of a picture that is not kept any more, to be used again. */
  | { readonly kind: 'back'; readonly data: ArrayBuffer };

/** A decoded picture as it came out of the decoder: its planes in one piece, for a VideoFrame to be made of. */
export interface Picture {
  readonly data: ArrayBuffer;
  readonly init: VideoFrameBufferInit;
}

/** From the worker. */
export type FilmNews =
  | { readonly kind: 'opened'; readonly frames: number }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'frame'; readonly frame: number; readonly picture: Picture };

const tell = (news: FilmNews, transfer: Transferable[] = []): void => self.postMessage(news, { transfer });
const fail = (error: unknown): void => tell({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });

/** How long a film rests between the frame that was wished and those around it, in milliseconds. */
const REST = 30;

/** How long a decoder that has everything for a frame may keep it before it is asked to give out all it has, in milliseconds. */
const KEEPS = 40;

/** Memory that is used again, so that playing leaves nothing to be collected. */
const spare: ArrayBuffer[] = [];
function memory(bytes: number): ArrayBuffer {
  for (let data = spare.pop(); data; data = spare.pop()) if (data.byteLength === bytes) return data;
  return new ArrayBuffer(bytes);
}

/** One film in memory, its packets by frame, and a decoder that follows what is wanted. */
class Decoding {
  readonly #chunks: readonly EncodedVideoChunk[];
  readonly #starts: readonly number[];
  readonly #config: VideoDecoderConfig;
  /** What the other side has, with what is on its way there. */
  readonly #have = new Set<number>();
  /** The frames that were sent, in order. */
  readonly #sent: number[] = [];
  /** Frames that did not come out of the decoder; they are not tried for ever. */
  readonly #broken = new Set<number>();
  readonly #copying = new Set<number>();
  readonly #held: VideoFrame[] = [];
  #decoder: VideoDecoder;
  #wanted: Wanted | null = null;
  /** Counts the orders: a run that rests goes on only while no newer one has come. */
  #turn = 0;
  /** Called when the wished frame has come out. */
  #onWished: (() => void) | null = null;
  #under: { readonly group: number; readonly servedItsFrame: boolean; readonly forFrame: number } | null = null;

  /** @param chunks one a frame, in order; the timestamp of each is the number of its frame */
  constructor(chunks: readonly EncodedVideoChunk[], config: VideoDecoderConfig) {
    this.#chunks = chunks;
    this.#starts = chunks.flatMap((c, i) => (c.type === 'key' ? [i] : []));
    this.#config = { ...config, optimizeForLatency: true };
    this.#decoder = this.#newDecoder();
  }

  want(order: Extract<FilmOrder, { kind: 'want' }>): void {
    this.#wanted = order;
    this.#turn += 1;
    this.#have.clear();
    for (const frame of [...order.have, ...this.#sent.slice(order.received), ...this.#copying]) this.#have.add(frame);
    const has = (frame: number): boolean => this.#have.has(frame);
    if (this.#under && givesWay(this.#starts, this.#under, order, has)) {
      this.#decoder.close();
      this.#decoder = this.#newDecoder();
      this.#under = null;
    }
    if (!this.#under) void this.#run().catch(fail);
  }

  #newDecoder(): VideoDecoder {
    const decoder: VideoDecoder = new VideoDecoder({
      output: (picture) => this.#came(decoder, picture),
      error: (error) => {
        // A decoder that was put away says so too.
        if (decoder === this.#decoder) fail(error);
      },
    });
    decoder.configure(this.#config);
    return decoder;
  }

  /** Decodes group after group until nothing that is wanted is missing. */
  async #run(): Promise<void> {
    for (;;) {
      const wanted = this.#wanted!;
      const has = (f: number): boolean => this.#have.has(f) || this.#broken.has(f);
      const group = nextGroup(this.#starts, wanted, has);
      if (group === null) {
        this.#under = null;
        return;
      }
      const forThis = groupOf(this.#starts, wanted.frame) === group && !this.#have.has(wanted.frame);
      const under = { group, servedItsFrame: !forThis, forFrame: wanted.frame };
      this.#under = under;
      const decoder = this.#decoder;
      // Of the group of the wished frame only what leads to it: the others of it come after the rest.
      const end = forThis ? wanted.frame + 1 : (this.#starts[group + 1] ?? this.#chunks.length);
      const wishedIsOut = forThis ? this.#wishedIsOut(decoder) : null;
      for (let i = this.#starts[group]!; i < end; i++) decoder.decode(this.#chunks[i]!);
      await (wishedIsOut ?? this.#allOut(decoder));
      if (decoder !== this.#decoder) return;
      await this.#release();
      // Another run has begun meanwhile.
      if (decoder !== this.#decoder) return;
      for (let i = this.#starts[group]!; i < end; i++) if (!this.#have.has(i)) this.#broken.add(i);
      // A newer wish has come meanwhile: it waits for nothing.
      if (!forThis || !has(this.#wanted!.frame)) continue;
      // The wished frame is out: the other view and the drawing come before what is only held ready.
      this.#under = null;
      const turn = this.#turn;
      await new Promise((resolve) => setTimeout(resolve, REST));
      if (turn !== this.#turn) return;
    }
  }

  async #allOut(decoder: VideoDecoder): Promise<void> {
    await decoder.flush().catch((error: unknown) => {
      if (decoder === this.#decoder) throw error;
    });
  }

  /** Resolves when the wished frame is out. A decoder that holds pictures back is flushed. */
  async #wishedIsOut(decoder: VideoDecoder): Promise<void> {
    let late: ReturnType<typeof setTimeout> | undefined;
    const out = await Promise.race([
      new Promise<true>((resolve) => {
        this.#onWished = () => resolve(true);
      }),
      new Promise<false>((resolve) => {
        late = setTimeout(() => resolve(false), KEEPS);
      }),
    ]);
    clearTimeout(late);
    if (!out && decoder === this.#decoder) await this.#allOut(decoder);
  }

  /** A picture came out. Those before the wished frame wait until it is on its way. */
  #came(decoder: VideoDecoder, picture: VideoFrame): void {
    const frame = picture.timestamp;
    if (decoder !== this.#decoder || this.#have.has(frame)) return picture.close();
    this.#have.add(frame);
    this.#copying.add(frame);
    const under = this.#under;
    if (under && !under.servedItsFrame) {
      if (frame !== under.forFrame) return void this.#held.push(picture);
      this.#under = { ...under, servedItsFrame: true };
      this.#onWished?.();
    }
    void this.#deliver(picture).then(this.#release).catch(fail);
  }

  readonly #release = async (): Promise<void> => {
    for (const picture of this.#held.splice(0)) await this.#deliver(picture);
  };

  async #deliver(picture: VideoFrame): Promise<void> {
    try {
      const frame = picture.timestamp;
      const { format, codedWidth, codedHeight, colorSpace } = picture;
      if (!format) throw new Error('The film has a picture that cannot be read.');
      const { width, height } = picture.visibleRect ?? { width: codedWidth, height: codedHeight };
      const wanted = roomyLayout(format, width, height);
      const data = memory(wanted?.bytes ?? picture.allocationSize());
      const layout = await picture.copyTo(data, wanted ? { layout: wanted.layout } : {});
      const init = { format, codedWidth: width, codedHeight: height, layout, timestamp: frame, colorSpace: colorSpace.toJSON() };
      this.#copying.delete(frame);
      this.#sent.push(frame);
      tell({ kind: 'frame', frame, picture: { data, init } }, [data]);
    } finally {
      picture.close();
    }
  }
}

let decoding: Decoding | null = null;

self.onmessage = (message: MessageEvent<FilmOrder>): void => {
  const order = message.data;
  if (order.kind === 'open') void open(order).catch(fail);
  else if (order.kind === 'back') spare.push(order.data);
  else decoding?.want(order);
};

async function open(order: Extract<FilmOrder, { kind: 'open' }>): Promise<void> {
  const response = await fetch(order.url);
  if (!response.ok) {
    const problem = (await response.json().catch(() => null)) as { title?: string } | null;
    throw new Error(problem?.title ?? `The film could not be loaded (${response.status}).`);
  }
  const input = new Input({ formats: ALL_FORMATS, source: new BufferSource(await response.arrayBuffer()) });
  const track = await input.getPrimaryVideoTrack();
  const config = await track?.getDecoderConfig();
  if (!track || !config) throw new Error('The film has no picture.');
  const chunks: EncodedVideoChunk[] = [];
  // The copy has no frames out of order: packets come as frames do.
  for await (const packet of new EncodedPacketSink(track).packets())
    chunks.push(new EncodedVideoChunk({ type: packet.type, timestamp: chunks.length, data: packet.data }));
  if (chunks.length !== order.frameTimes.length)
    throw new Error(`The copy of this film has ${chunks.length} frames, not ${order.frameTimes.length}. Take it in again.`);
  decoding = new Decoding(chunks, config);
  tell({ kind: 'opened', frames: chunks.length });
}
