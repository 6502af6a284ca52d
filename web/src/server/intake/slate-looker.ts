import { Worker } from 'node:worker_threads';
import type { Slate } from '@stride-chalk/core';
import { slatesInPicture } from './slate-reader.ts';
import type { Asked } from './slate-thread.ts';

/** Looks for slates in pictures, one after the other. */
export interface SlateLooker {
  /** @throws the error that the thread ended with */
  readonly look: (grey: Uint8Array, width: number, height: number, darker: boolean) => Promise<Slate[]>;
  readonly close: () => Promise<void>;
}

/** In a thread of its own, so that others are answered meanwhile; without the built thread (in unit tests) where it is called. */
export function slateLooker(): SlateLooker {
  const path = process.env.STRIDE_SLATE_THREAD;
  if (!path) return { look: slatesInPicture, close: async () => undefined };
  const worker = new Worker(path);
  // A thread that cannot run fails what is asked of it, at whatever moment it ends, and nothing else.
  const failed = new Promise<never>((_, reject) => {
    worker.once('error', reject);
  });
  failed.catch(() => undefined);
  return {
    look: (grey, width, height, darker) => {
      const answer = new Promise<Slate[]>((resolve) => {
        worker.once('message', resolve);
      });
      const asked: Asked = { grey: Uint8Array.from(grey), width, height, darker };
      worker.postMessage(asked, [asked.grey.buffer as ArrayBuffer]);
      return Promise.race([answer, failed]);
    },
    close: async () => void (await worker.terminate()),
  };
}
