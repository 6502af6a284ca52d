import { useEffect } from 'react';
import { shownSchema, type CamperId } from '@stride-chalk/core';
import { useLive } from './use-live.ts';

/**
 * Closes an open page when a family withdraws its consent meanwhile, and when somebody comes back to it after the consent has run out. The page is loaded
 * anew and says itself that it is closed; what was entered waits in the browser and is sent. Without the server nothing new is known: what is on the screen stays.
 *
 * @param shown false where the page is closed already
 */
export function useStillShown(camperId: CamperId, shown: boolean): void {
  const path = `/api/campers/${camperId}/shown`;
  const { data } = useLive({
    schema: shownSchema,
    path,
    first: { film: shown },
    about: 'shown',
    camper: camperId,
    follows: shown,
  });
  useEffect(() => {
    if (shown && !data.film) window.location.reload();
  }, [shown, data.film]);
}
