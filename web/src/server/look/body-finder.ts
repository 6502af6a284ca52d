import { Worker } from 'node:worker_threads';
import type { ClipProposal } from '@stride-chalk/core';
import type { FilmAnswered, FilmAsked } from './look-thread.ts';

/** What a thread may hold beside the weights and what the runtime takes, in MB. */
const MOST_MEMORY = 300;

/** A thread that looks at one film at a time. It is begun when it is needed and ends when it has rested, so that the weights do not stay in memory for nothing. */
export interface BodyFinder {
  /** What is proposed of a film; null where nobody could be followed. Throws where it could not be looked at. */
  find(asked: Omit<FilmAsked, 'weights'>, signal?: AbortSignal): Promise<ClipProposal | null>;
  stop(): Promise<void>;
}

/** @param path the built thread */
export function bodyFinder(path: string, weights: string): BodyFinder {
  let worker: Worker | null = null;
  const end = async (): Promise<void> => {
    const old = worker;
    worker = null;
    await old?.terminate();
  };
  return {
    stop: end,
    find: (asked, signal) =>
      new Promise((resolve, reject) => {
        if (signal?.aborted) return reject(signal.reason as Error);
        worker ??= new Worker(path, { resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY } });
        const mine = worker;
        mine.ref();
        const over = (): void => {
          mine.removeAllListeners('message');
          mine.removeAllListeners('error');
          mine.removeAllListeners('exit');
          signal?.removeEventListener('abort', left);
          // Between two films it keeps no server from ending.
          mine.unref();
        };
        /** What it was doing goes with the thread. */
        const left = (): void => {
          over();
          void end();
          reject(signal!.reason as Error);
        };
        signal?.addEventListener('abort', left, { once: true });
        mine.once('message', (said: FilmAnswered) => {
          over();
          if ('problem' in said) reject(new Error(said.problem));
          else resolve(said.proposal);
        });
        const broken = (error: Error): void => {
          over();
          if (worker === mine) worker = null;
          reject(error);
        };
        mine.once('error', broken);
        mine.once('exit', (code) => broken(new Error(`the thread that looks at films ended with ${code}`)));
        mine.postMessage({ weights, ...asked } satisfies FilmAsked);
      }),
  };
}
