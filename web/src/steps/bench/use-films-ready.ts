import { useEffect } from 'react';
import { camperFilmsSchema, type CamperId } from '@stride-chalk/core';
import { useLive } from '../../parts/use-live.ts';

const inWork = (clip: { readonly state: string }): boolean => clip.state === 'checking' || clip.state === 'copying';

/** A note or a number is being written: that comes first. */
const isTyping = (): boolean => /^(INPUT|TEXTAREA|SELECT)$/.test(document.activeElement?.tagName ?? '');

/** Of the films only whether they are in work. */
const statesSchema = camperFilmsSchema.pick({ clips: true }).transform(({ clips }) => ({ waits: clips.some(inWork) }));

/** Loads the page anew when films that were still being prepared are all through: what was entered is kept, and nobody has to think of it. */
export function useFilmsReady({
  camper,
  clips,
}: {
  readonly camper: { readonly id: CamperId };
  readonly clips: ReadonlyArray<{ readonly state: string }>;
}): void {
  const waits = clips.some(inWork);
  const path = `/api/campers/${camper.id}/films`;
  const { data } = useLive({
    schema: statesSchema,
    path,
    first: { waits },
    about: 'films',
    camper: camper.id,
    follows: waits,
  });
  useEffect(() => {
    if (!waits || data.waits) return;
    const go = (): void => {
      if (!isTyping()) window.location.reload();
    };
    go();
    // Whoever was writing is through with it when he leaves the field.
    document.addEventListener('focusout', go);
    return () => document.removeEventListener('focusout', go);
  }, [waits, data.waits]);
}
