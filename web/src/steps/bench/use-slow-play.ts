import { useEffect } from 'react';
import type { BenchControl } from './use-bench.ts';

/** The share of true speed. */
const SLOW = 0.25;

/** Plays at a quarter of true speed, in real time, until the end or another key. */
export function useSlowPlay(bench: BenchControl): void {
  const { playing, active } = bench;
  useEffect(() => {
    if (!playing || !active) return;
    const start = performance.now();
    const from = active.time.timeOf(bench.frameIn(active));
    let request = 0;
    const tick = (now: number): void => {
      const seconds = from + ((now - start) / 1000) * SLOW;
      if (seconds >= active.time.duration) return bench.setPlaying(false);
      bench.moveTo(active, active.time.frameAt(seconds));
      request = requestAnimationFrame(tick);
    };
    request = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(request);
  }, [playing, active]);
}
