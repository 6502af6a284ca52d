import { useEffect } from 'react';
import { activeOf, frameIn } from './bench-selectors.ts';
import type { BenchControl } from './bench-control.ts';

/** The share of true speed. */
const SLOW = 0.25;

/** Plays at a quarter of true speed, in real time, until the end or another key. */
export function useSlowPlay({ world, state, now, send }: BenchControl): void {
  useEffect(() => {
    const active = state.playing ? activeOf(world, now()) : null;
    if (!active) return;
    const from = active.time.timeOf(frameIn(world, now(), active));
    let start: number | null = null;
    let request = 0;
    const tick = (at: number): void => {
      // A drawing's time is that of its begin: it may lie before the key.
      start ??= at;
      const seconds = from + ((at - start) / 1000) * SLOW;
      if (seconds >= active.time.duration) return send({ type: 'play', on: false });
      send({ type: 'played', clipId: active.film.id, frame: active.time.frameAt(seconds) });
      request = requestAnimationFrame(tick);
    };
    request = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(request);
  }, [state.playing, world, now, send]);
}
