import { Worker } from 'node:worker_threads';
import type { Slate } from '@stride-chalk/core';
import { slatesInPicture } from './slate-reader.ts';
import type { Answered, Asked } from './slate-thread.ts';

interface Waiting {
  readonly resolve: (slates: readonly Slate[]) => void;
  readonly reject: (error: Error) => void;
}

/** The one thread that looks, with what it was asked and has not answered yet; it is begun when it is needed, and again when it has ended. */
let thread: { readonly worker: Worker; readonly waiting: Map<number, Waiting> } | null = null;
let asked = 0;

function threadAt(path: string): NonNullable<typeof thread> {
  if (thread) return thread;
  const worker = new Worker(path);
  const waiting = new Map<number, Waiting>();
  const made = { worker, waiting };
  // It keeps no server from ending.
  worker.unref();
  worker.on('message', ({ id, slates, problem }: Answered) => {
    const one = waiting.get(id);
    waiting.delete(id);
    if (problem === null) one?.resolve(slates);
    else one?.reject(new Error(problem));
  });
  const ended = (error: Error): void => {
    if (thread === made) thread = null;
    for (const one of waiting.values()) one.reject(error);
    waiting.clear();
  };
  worker.on('error', ended);
  worker.on('exit', (code) => ended(new Error(`the thread that looks for slates ended with ${code}`)));
  thread = made;
  return made;
}

/**
 * The slates in a grey picture, looked for in a thread of its own, so that others are answered meanwhile; without the built thread (in unit tests) where it is called.
 *
 * @throws when the thread cannot run: what was asked of it fails, and nothing else
 */
export function lookForSlates(picture: Omit<Asked, 'id'>): Promise<readonly Slate[]> {
  const path = process.env.STRIDE_SLATE_THREAD;
  const { grey, width, height, darker } = picture;
  if (!path) return slatesInPicture(grey, width, height, darker);
  return new Promise((resolve, reject) => {
    const { worker, waiting } = threadAt(path);
    asked += 1;
    waiting.set(asked, { resolve, reject });
    const own: Asked = { id: asked, grey: Uint8Array.from(grey), width, height, darker };
    worker.postMessage(own, [own.grey.buffer as ArrayBuffer]);
  });
}
