import type { FilmNews, FilmOrder } from '../../workers/film.worker.ts';

/** Frames kept for one view; more of two views would not fit a laptop's memory. */
const KEPT = 80;
const AHEAD = 34;
/** A new run is asked for when the nearest missing frame is this close. */
const EDGE = 12;

type Draw = (picture: ImageBitmap, frame: number) => void;

/**
 * One film on a canvas, frame by frame. What is drawn is always the frame that `onDrawn` names: a frame that has not been
 * decoded yet leaves the last one, and its name, standing.
 */
export class FilmPlayer {
  readonly #worker: Worker;
  readonly #pictures = new Map<number, ImageBitmap>();
  readonly #frames: number;
  readonly #drawers = new Set<Draw>();
  #wanted = 0;
  #opened = false;
  #centre = Number.NaN;

  constructor(url: string, frameTimes: readonly number[], onProblem: (message: string) => void) {
    this.#frames = frameTimes.length;
    this.#worker = new Worker(new URL('../../workers/film.worker.ts', import.meta.url), { type: 'module' });
    this.#worker.onmessage = (message: MessageEvent<FilmNews>) => {
      const news = message.data;
      if (news.kind === 'failed') return onProblem(news.message);
      if (news.kind === 'opened') {
        this.#opened = true;
        this.show(this.#wanted);
        return;
      }
      this.#keep(news.frame, news.bitmap);
      if (news.frame === this.#wanted) this.#tell(news.bitmap, news.frame);
    };
    this.#order({ kind: 'open', url, frameTimes });
  }

  /** Where pictures go; called at once with the wanted frame when it is there. Returns how to stop it. */
  onDraw(draw: Draw): () => void {
    this.#drawers.add(draw);
    const picture = this.#pictures.get(this.#wanted);
    if (picture) draw(picture, this.#wanted);
    return () => this.#drawers.delete(draw);
  }

  /** The decoded picture of a frame, while it is kept. */
  picture(frame: number): ImageBitmap | null {
    return this.#pictures.get(frame) ?? null;
  }

  /** Shows a frame now if it is kept, else as soon as it is decoded; frames around it are fetched after it. */
  show(frame: number): void {
    this.#wanted = frame;
    const picture = this.#pictures.get(frame);
    if (picture) this.#tell(picture, frame);
    if (!this.#opened || (picture && Math.abs(frame - this.#centre) < AHEAD - EDGE)) return;
    this.#centre = frame;
    this.#order({
      kind: 'want',
      frame,
      have: [...this.#pictures.keys()],
      from: Math.max(0, frame - AHEAD),
      to: Math.min(this.#frames - 1, frame + AHEAD),
    });
  }

  close(): void {
    this.#worker.terminate();
    for (const picture of this.#pictures.values()) picture.close();
    this.#pictures.clear();
    this.#drawers.clear();
  }

  #tell(picture: ImageBitmap, frame: number): void {
    for (const draw of this.#drawers) draw(picture, frame);
  }

  #keep(frame: number, picture: ImageBitmap): void {
    this.#pictures.get(frame)?.close();
    this.#pictures.set(frame, picture);
    while (this.#pictures.size > KEPT) {
      const farthest = [...this.#pictures.keys()].reduce((a, b) =>
        Math.abs(b - this.#wanted) > Math.abs(a - this.#wanted) ? b : a,
      );
      this.#pictures.get(farthest)?.close();
      this.#pictures.delete(farthest);
    }
  }

  #order(order: FilmOrder): void {
    this.#worker.postMessage(order);
  }
}
