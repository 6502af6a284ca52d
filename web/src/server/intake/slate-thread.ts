import { parentPort } from 'node:worker_threads';
import { slatesInPicture } from './slate-reader.ts';

/** A picture to be looked at, and the answer. */
export interface Asked {
  readonly grey: Uint8Array;
  readonly width: number;
  readonly height: number;
  readonly darker: boolean;
}

parentPort!.on('message', ({ grey, width, height, darker }: Asked) => {
  void slatesInPicture(grey, width, height, darker).then((slates) => parentPort!.postMessage(slates));
});
