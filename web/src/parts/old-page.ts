import { useSyncExternalStore } from 'react';
import { BUILD_HEADER } from '@stride-chalk/core';

let isOld = false;
const listeners = new Set<() => void>();

/** Of which build this page is; null where it does not say. */
const ofPage = (): string | null =>
  typeof document === 'undefined' ? null : (document.querySelector<HTMLMetaElement>('meta[name=build]')?.content ?? null);

/** Looks whether an answer comes of another build than this page: the product was upgraded while it was open. */
export function noteBuild(answer: { readonly headers: { get(name: string): string | null } }): void {
  const now = answer.headers.get(BUILD_HEADER);
  const own = ofPage();
  if (now === null || own === null || now === own || isOld) return;
  isOld = true;
  for (const tell of listeners) tell();
}

/** Whether the server has been upgraded since this page was loaded. */
export const useOldPage = (): boolean =>
  useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => void listeners.delete(tell);
    },
    () => isOld,
    () => false,
  );
