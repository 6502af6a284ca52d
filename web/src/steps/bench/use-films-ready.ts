import { camperFilmsSchema } from '@stride-chalk/core';
import { useEffect } from 'react';
import { askServer } from '../../parts/ask-server.ts';
import type { BenchProps } from './types.ts';

/** How often the bench asks while a film of the camper is being prepared, in milliseconds. */
const ASK_EVERY = 3_000;

const inWork = (clip: { readonly state: string }): boolean => clip.state === 'checking' || clip.state === 'copying';

/** A note or a number is being written: that comes first. */
const isTyping = (): boolean => /^(INPUT|TEXTAREA|SELECT)$/.test(document.activeElement?.tagName ?? '');

/** Loads the page anew when films that were still being prepared are all through: what was entered is kept, and nobody has to think of it. */
export function useFilmsReady({ camper, clips }: Pick<BenchProps, 'camper' | 'clips'>): void {
  const waits = clips.some(inWork);
  useEffect(() => {
    if (!waits) return;
    const timer = setInterval(() => {
      if (document.hidden) return;
      askServer(camperFilmsSchema, `/api/campers/${camper.id}/films`, { method: 'GET' })
        .then((now) => {
          if (!now.clips.some(inWork) && !isTyping()) window.location.reload();
        })
        .catch(() => undefined);
    }, ASK_EVERY);
    return () => clearInterval(timer);
  }, [camper.id, waits]);
}
