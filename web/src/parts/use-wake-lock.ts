import { useEffect } from 'react';

/** Keeps the screen of a phone awake while the page is looked at, where the browser can. */
export function useWakeLock(): void {
  useEffect(() => {
    let held: WakeLockSentinel | null = null;
    const hold = (): void => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock?.request('screen').then(
        (lock) => {
          held = lock;
        },
        // A phone that is nearly empty refuses: the page works all the same.
        () => undefined,
      );
    };
    hold();
    // The browser lets go when another page comes to the front.
    document.addEventListener('visibilitychange', hold);
    return () => {
      document.removeEventListener('visibilitychange', hold);
      void held?.release().catch(() => undefined);
    };
  }, []);
}
