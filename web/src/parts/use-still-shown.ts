import { shownSchema } from '@stride-chalk/core';
import { useEffect } from 'react';
import { askServer } from './ask-server.ts';

/** How often an open page asks whether its child may still be shown, in milliseconds. */
const ASK_EVERY = 10_000;

/**
 * Closes an open page when a family withdraws its consent meanwhile: asked every ten seconds, and whenever somebody looks at the page again. The page is loaded
 * anew and says itself that it is closed; what was entered waits in the browser and is sent.
 *
 * @param shown false where the page is closed already
 */
export function useStillShown(camperId: string, shown: boolean): void {
  useEffect(() => {
    if (!shown) return;
    const ask = (): void => {
      if (document.hidden) return;
      askServer(shownSchema, `/api/campers/${camperId}/shown`, { method: 'GET' })
        .then((now) => {
          if (!now.film) window.location.reload();
        })
        // Without the server nothing new is known; what is on the screen stays, as what was entered does.
        .catch(() => undefined);
    };
    const timer = setInterval(ask, ASK_EVERY);
    document.addEventListener('visibilitychange', ask);
    window.addEventListener('focus', ask);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', ask);
      window.removeEventListener('focus', ask);
    };
  }, [camperId, shown]);
}
