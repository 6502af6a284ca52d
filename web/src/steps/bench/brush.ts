import type { Picture } from '../../workers/film.worker.ts';
import { cutPicture, type Rect } from './cut-picture.ts';

/** A part of a picture, to be drawn. */
export interface Painted {
  readonly source: CanvasImageSource;
  /** The part that it holds, in pixels of the picture. */
  readonly rect: Rect;
}

/**
 * Turns parts of decoded pictures into colours, always in the same memory. A VideoFrame that is drawn itself leaves its colours in the browser's cache of pictures, for
 * each frame anew: hundreds of megabytes after a few seconds of film (docs/measured.md).
 */
export class Brush {
  #colours = new Uint8ClampedArray(0);
  readonly #canvas = new OffscreenCanvas(1, 1);
  readonly #context = this.#canvas.getContext('2d')!;

  /** @param part in pixels of the picture */
  async paint(picture: Picture, part: Rect, use: (painted: Painted) => void): Promise<void> {
    const { init, rect } = cutPicture(picture, part);
    const frame = new VideoFrame(picture.data, init);
    try {
      const { width, height } = rect;
      const bytes = 4 * width * height;
      if (this.#colours.length < bytes) this.#colours = new Uint8ClampedArray(bytes);
      const colours = this.#colours.subarray(0, bytes);
      try {
        await frame.copyTo(colours, { format: 'RGBA', layout: [{ offset: 0, stride: 4 * width }] } as VideoFrameCopyToOptions);
      } catch (error) {
        if (!(error instanceof DOMException || error instanceof TypeError)) throw error;
        // A browser that does not turn into colours itself draws the frame as it is.
        use({ source: frame, rect });
        return;
      }
      if (this.#canvas.width !== width || this.#canvas.height !== height) {
        this.#canvas.width = width;
        this.#canvas.height = height;
      }
      this.#context.putImageData(new ImageData(colours, width, height), 0, 0);
      use({ source: this.#canvas, rect });
    } finally {
      frame.close();
    }
  }
}
