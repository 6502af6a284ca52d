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

// A server that is gone, however it went, leaves nobody who looks at films: the programs of this one are of its group.
process.on('disconnect', () => process.kill(-process.pid, 'SIGKILL'));
process.on('message', ({ weights, film, times, known }: FilmAsked) => {
  const answer = (said: FilmAnswered): void => void process.send!(said);
  modelsIn(weights)
    .then((loaded) => followClip(film, times, known, loaded))
    .then(
      (followed) => answer({ proposal: followed && clipProposal(followed) }),
      (error: unknown) => answer({ problem: error instanceof Error ? error.message : String(error) }),
    );
});
