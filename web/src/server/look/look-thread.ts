import { setPriority } from 'node:os';
import { parentPort } from 'node:worker_threads';
import { clipProposal, type ClipProposal, type KnownOfClip } from '@stride-chalk/core';
import { followClip, loadBodyModel, type FilmToRead, type Models } from '@stride-chalk/finder';

/** A film to be looked at. */
export interface FilmAsked {
  /** Where the weights lie. */
  readonly weights: string;
  readonly film: FilmToRead;
  /** Capture seconds of each frame from the first one. */
  readonly times: readonly number[];
  readonly known: KnownOfClip;
}
/** What was found: null where nobody could be followed; or why it could not be looked at. */
export type FilmAnswered = { readonly proposal: ClipProposal | null } | { readonly problem: string };

/** The lowest priority that a system has: a page, an intake and a backup all come first. On Linux it is this thread's own, and that of the programs it starts. */
const LAST = 19;
let models: Promise<Models> | null = null;
const modelsIn = (folder: string): Promise<Models> => {
  models ??= Promise.all([loadBodyModel(folder, 'lightning'), loadBodyModel(folder, 'thunder')]).then(
    ([lightning, thunder]) => ({ lightning, thunder }),
    (error: unknown) => {
      // The next film tries again.
      models = null;
      throw error;
    },
  );
  return models;
};

if (process.platform === 'linux') setPriority(0, LAST);
parentPort!.on('message', ({ weights, film, times, known }: FilmAsked) => {
  const answer = (said: FilmAnswered): void => parentPort!.postMessage(said);
  modelsIn(weights)
    .then((loaded) => followClip(film, times, known, loaded))
    .then(
      (followed) => answer({ proposal: followed && clipProposal(followed) }),
      (error: unknown) => answer({ problem: error instanceof Error ? error.message : String(error) }),
    );
});
