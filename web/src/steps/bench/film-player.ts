import { Brush, type Painted } from './brush.ts';
import type { Rect } from './cut-picture.ts';
import type { FilmNews, FilmOrder, Picture } from '../../workers/film.worker.ts';

/** Frames that are held ready at each side of the one shown. */
const AHEAD = 26;
/** Frames kept for one view: a few more than are held ready, so that a hand that turns round finds them. */
const KEPT = 2 * AHEAD + 8;
/** A new run is asked for when the nearest missing frame is this close. */
const EDGE = 12;

/** Who draws: which part of a frame he needs, and what he does with it. */
export interface Drawer {
  /** The frame that he shows, whatever is wanted; without it the wanted one. */
  readonly frame?: number;
  /** The part that is shown, in shares of the picture. */
  readonly part: (frame: number) => Rect;
  /** @param size of the whole picture in pixels */
  readonly draw: (painted: Painted, frame: number, size: { readonly width: number; readonly height: number }) => void;
}
interface AtWork {
  readonly brush: Brush;
  painting: boolean;
  again: boolean;
}

/**
 * One film on a canvas, frame by frame. What is drawn is always the frame that `onDrawn` names: a frame that has not been
 * decoded yet leaves the last one, and its name, standing.
 */
export class FilmPlayer {
  readonly #worker: Worker;
  readonly #pictures = new Map<number, Picture>();
  readonly #frames: number;
  readonly #drawers = new Map<Drawer, AtWork>();
  readonly #onProblem: (message: string) => void;
  #wanted = 0;
  #direction: 1 | -1 = 1;
  #opened = false;
  #centre = Number.NaN;
  #drawn = Number.NaN;
  #received = 0;

  constructor(url: string, frameTimes: readonly number[], onProblem: (message: string) => void) {
    this.#frames = frameTimes.length;
    this.#onProblem = onProblem;
    this.#worker = new Worker(new URL('../../workers/film.worker.ts', import.meta.url), { type: 'module' });
    this.#worker.onmessage = (message: MessageEvent<FilmNews>) => {
      const news = message.data;
      if (news.kind === 'failed') return onProblem(news.message);
      if (news.kind === 'opened') {
        this.#opened = true;
        this.#ask();
        return;
      }
      this.#keep(news.frame, news.picture);
      if (news.frame === this.#wanted) this.redraw();
    };
    this.#order({ kind: 'open', url, frameTimes });
  }

  /** Who draws pictures; he is called with the wanted frame as soon as it is there. Returns how to stop it. */
  onDraw(drawer: Drawer): () => void {
    this.#drawers.set(drawer, { brush: new Brush(), painting: false, again: false });
    this.#paint(drawer);
    return () => this.#drawers.delete(drawer);
  }

  /** Lets one drawer draw; while he is at it, the newest wish waits. */
  #paint(drawer: Drawer): void {
    const at = this.#drawers.get(drawer);
    const frame = drawer.frame ?? this.#wanted;
    const picture = this.#pictures.get(frame);
    if (!at || !picture) return;
    if (at.painting) {
      at.again = true;
      return;
    }
    at.painting = true;
    const { codedWidth: width, codedHeight: height } = picture.init;
    const share = drawer.part(frame);
    const part = { x: share.x * width, y: share.y * height, width: share.width * width, height: share.height * height };
    at.brush
      .paint(picture, part, (painted) => {
        // Put away meanwhile, or another frame is wanted that is there already.
        if (!this.#drawers.has(drawer) || (at.again && this.#pictures.has(this.#wanted) && frame !== this.#wanted)) return;
        drawer.draw(painted, frame, { width, height });
        if (frame === this.#wanted) this.#drawn = frame;
      })
      .catch((error: Error) => this.#onProblem(error.message))
      .finally(() => {
        at.painting = false;
        if (!at.again) return;
        at.again = false;
        this.#paint(drawer);
      });
  }

  /** Shows a frame now if it is kept, else as soon as it is decoded; frames around it are fetched after it. */
  show(frame: number): void {
    if (frame === this.#wanted && frame === this.#drawn) return;
    if (frame !== this.#wanted) this.#direction = frame > this.#wanted ? 1 : -1;
    this.#wanted = frame;
    const there = this.#pictures.has(frame);
    if (!there || Math.abs(frame - this.#centre) >= AHEAD - EDGE || !this.#opened) this.#ask();
    if (there) this.redraw();
  }

  /** Draws the wanted frame again, where the place that it has on the screen has changed. */
  redraw(): void {
    for (const drawer of this.#drawers.keys()) this.#paint(drawer);
  }

  close(): void {
    this.#worker.terminate();
    this.#pictures.clear();
    this.#drawers.clear();
  }

  #ask(): void {
    if (!this.#opened) return;
    const frame = this.#wanted;
    this.#centre = frame;
    this.#order({
      kind: 'want',
      frame,
      direction: this.#direction,
      have: [...this.#pictures.keys()],
      received: this.#received,
      from: Math.max(0, frame - AHEAD),
      to: Math.min(this.#frames - 1, frame + AHEAD),
    });
  }

  #keep(frame: number, picture: Picture): void {
    this.#received += 1;
    this.#pictures.set(frame, picture);
    while (this.#pictures.size > KEPT) {
      const farthest = [...this.#pictures.keys()].reduce((a, b) =>
        Math.abs(b - this.#wanted) > Math.abs(a - this.#wanted) ? b : a,
      );
      const gone = this.#pictures.get(farthest)!;
      this.#pictures.delete(farthest);
      // Its memory is used again, not left to be collected some day.
      this.#order({ kind: 'back', data: gone.data }, [gone.data]);
    }
  }

  #order(order: FilmOrder, transfer: Transferable[] = []): void {
    this.#worker.postMessage(order, transfer);
  }
}
