import { Worker } from 'node:worker_threads';
import type { Slate } from '@stride-chalk/core';
import { slatesInPicture } from './slate-reader.ts';
import type { Asked } from './slate-thread.ts';

/** Looks for slates in pictures, one after the other. */
export interface SlateLooker {
  readonly look: (grey: Uint8Array, width: number, height: number) => Promise<Slate[]>;
  readonly close: () => Promise<void>;
}

/** In a thread of its own, so that others are answered meanwhile; without the built thread (in unit tests) where it is called. */
export function slateLooker(): SlateLooker {
  const path = process.env.STRIDE_SLATE_THREAD;
  if (!path) return { look: slatesInPicture, close: async () => undefined };
  const worker = new Worker(path);
  return {
    look: (grey, width, height) =>
      new Promise((resolve, reject) => {
        const answered = (slates: Slate[]): void => {
          worker.off('error', reject);
          resolve(slates);
        };
        worker.once('message', answered);
        worker.once('error', reject);
        const asked: Asked = { grey: Uint8Array.from(grey), width, height };
        worker.postMessage(asked, [asked.grey.buffer as ArrayBuffer]);
      }),
    close: async () => void (await worker.terminate()),
  };
}
