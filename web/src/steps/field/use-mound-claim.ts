import { useEffect, useState } from 'react';
import { z } from 'zod';
import { atMoundSchema, clockOf, minuteInZone, type ViewId } from '@stride-chalk/core';
import { askServer } from '../../parts/ask-server.ts';
import { VIEW_NAMES } from '../../parts/view-names.ts';

export type AtMound = z.output<typeof atMoundSchema>;

/** How often a phone says where it stands, in milliseconds. */
const EVERY = 30_000;

/** Says at which mound this phone stands while it can, and knows which others say the same. Without a network nobody is known. */
export function useMoundClaim(mound: string, view: ViewId | null, device: string | null): readonly AtMound[] {
  const [others, setOthers] = useState<readonly AtMound[]>([]);
  useEffect(() => {
    if (device === null) return;
    let left = false;
    const say = (): void =>
      void askServer(z.array(atMoundSchema), `/api/mounds/${device}`, { method: 'PUT', body: { mound, view } }).then(
        (known) => !left && setOthers(known),
        () => !left && setOthers([]),
      );
    say();
    const timer = setInterval(say, EVERY);
    return () => {
      left = true;
      clearInterval(timer);
    };
  }, [mound, view, device]);
  return others;
}

/** Another phone at the same mound, in words. */
export const atMoundInWords = ({ by, view, since }: AtMound, timeZone: string): string =>
  `Another phone is at this mound: ${by} ${view ? `films it, ${VIEW_NAMES[view].toLowerCase()}` : 'counts here'}, since ${clockOf(minuteInZone(Date.parse(since), timeZone))}.`;
