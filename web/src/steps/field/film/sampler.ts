import type { GreyPicture } from '@stride-chalk/core';

/** So many small pictures a second, and so wide: what clip health asks for. */
const EVERY = 90;
const WIDTH = 480;
/** So long they are kept, in milliseconds: the longest film, and what was recorded before its tap. */
const KEPT = 20_000;

interface Sample {
  readonly at: number;
  readonly picture: GreyPicture;
}

/** Takes small grey pictures of what a camera shows, all the time: when a film ends, what its health is judged by is there already. */
export class Sampler {
  readonly #video: HTMLVideoElement;
  readonly #pen: OffscreenCanvasRenderingContext2D;
  readonly #timer: ReturnType<typeof setInterval>;
  #samples: Sample[] = [];
  #spare: Uint8Array[] = [];

  constructor(video: HTMLVideoElement) {
    this.#video = video;
    this.#pen = new OffscreenCanvas(WIDTH, WIDTH).getContext('2d', { willReadFrequently: true })!;
    this.#timer = setInterval(() => this.#sample(), EVERY);
  }

  #sample(): void {
    const { videoWidth, videoHeight } = this.#video;
    if (videoWidth === 0 || this.#video.paused) return;
    const height = Math.round((WIDTH * videoHeight) / videoWidth);
    const { canvas } = this.#pen;
    if (canvas.width !== WIDTH || canvas.height !== height) Object.assign(canvas, { width: WIDTH, height });
    this.#pen.drawImage(this.#video, 0, 0, WIDTH, height);
    const colours = this.#pen.getImageData(0, 0, WIDTH, height).data;
    const at = performance.now();
    const pixels = this.#memory(WIDTH * height);
    // Luma as video codes it (ITU-R BT.709).
    for (let i = 0, c = 0; i < pixels.length; i++, c += 4)
      pixels[i] = 0.2126 * colours[c]! + 0.7152 * colours[c + 1]! + 0.0722 * colours[c + 2]!;
    this.#samples.push({ at, picture: { ...{ width: WIDTH, height, pixels }, seconds: at / 1000 } });
    while (at - this.#samples[0]!.at > KEPT) this.#spare.push(this.#samples.shift()!.picture.pixels as Uint8Array);
  }

  /** Memory of pictures that are old is used again: an hour at the mound needs no more than a minute. */
  #memory(bytes: number): Uint8Array {
    for (let free = this.#spare.pop(); free; free = this.#spare.pop()) if (free.length === bytes) return free;
    return new Uint8Array(bytes);
  }

  /** The pictures of a span, by `performance.now()`. */
  between(from: number, to: number): GreyPicture[] {
    return this.#samples.filter((s) => s.at >= from && s.at <= to).map((s) => s.picture);
  }

  close(): void {
    clearInterval(this.#timer);
    this.#samples = [];
    this.#spare = [];
  }
}
