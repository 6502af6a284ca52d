import type { GreyPicture } from '@stride-chalk/core';
import type { ClipAnswer, ClipQuestion } from '../../../workers/clip.worker.ts';

/** Asks the worker about what a camera has recorded. */
export class ClipLooker {
  readonly #worker = new Worker(new URL('../../../workers/clip.worker.ts', import.meta.url), { type: 'module' });
  readonly #asked = new Map<number, (answer: ClipAnswer) => void>();
  #number = 0;

  constructor() {
    this.#worker.onmessage = ({ data }: MessageEvent<ClipAnswer>) => {
      this.#asked.get(data.ask)?.(data);
      this.#asked.delete(data.ask);
    };
    // An upgrade has taken its file away, or the device has no memory left: nothing is said of the film, and it stays.
    this.#worker.onerror = () => this.#giveUp();
  }

  #giveUp(): void {
    for (const [ask, answer] of this.#asked)
      answer({ ask, seconds: 0, framesPerSecond: 0, problems: [], failed: 'it could not be looked at' });
    this.#asked.clear();
  }

  look(film: Blob, pictures: readonly GreyPicture[] | null): Promise<ClipAnswer> {
    this.#number += 1;
    const question: ClipQuestion = { ask: this.#number, film, pictures };
    return new Promise((resolve) => {
      this.#asked.set(question.ask, resolve);
      this.#worker.postMessage(question);
    });
  }

  close(): void {
    this.#worker.terminate();
    this.#giveUp();
  }
}
