import { parentPort } from 'node:worker_threads';
import type { Slate } from '@stride-chalk/core';
import { slatesInPicture } from './slate-reader.ts';

/** A picture to be looked at. */
export interface Asked {
  readonly id: number;
  readonly grey: Uint8Array;
  readonly width: number;
  readonly height: number;
  readonly darker: boolean;
}
/** What was seen in it, or why it could not be looked at. */
export interface Answered {
  readonly id: number;
  readonly slates: readonly Slate[];
  readonly problem: string | null;
}

parentPort!.on('message', ({ id, grey, width, height, darker }: Asked) => {
  const answer = (slates: readonly Slate[], problem: string | null): void =>
    parentPort!.postMessage({ id, slates, problem } satisfies Answered);
  slatesInPicture(grey, width, height, darker).then(
    (slates) => answer(slates, null),
    (error: unknown) => answer([], String(error)),
  );
});
