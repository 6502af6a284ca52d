import { useEffect } from 'react';
import { activeOf, frameIn, loopOf } from './bench-selectors.ts';
import type { BenchControl } from './bench-control.ts';

/** The share of true speed. */
const SLOW = 0.25;
/** How long the last frame of a span stands before it plays again, in seconds. */
const REST = 0.5;

/** Plays at a quarter of true speed, in real time, until the end or another key; the span of a checkpoint again and again. */
export function useSlowPlay({ world, state, now, send }: BenchControl): void {
  const inHand = state.playing ? activeOf(world, state) : null;
  const [loopFrom, loopTo] = (inHand && loopOf(world, state, inHand)) ?? [null, null];
  useEffect(() => {
    const active = state.playing ? activeOf(world, now()) : null;
    if (!active) return;
    const loop = loopFrom === null || loopTo === null ? null : ([loopFrom, loopTo] as const);
    const begin = active.time.timeOf(frameIn(world, now(), active));
    const from = loop && (begin < loop[0] || begin >= loop[1]) ? loop[0] : begin;
    let start: number | null = null;
    let first = from;
    let request = 0;
    const tick = (at: number): void => {
      // A drawing's time is that of its begin: it may lie before the key.
      start ??= at;
      const seconds = first + ((at - start) / 1000) * SLOW;
      if (loop && seconds >= loop[1] + REST * SLOW) {
        start = at;
        first = loop[0];
      }
      // The last frame is shown, however few drawings a busy device makes.
      const shown = Math.min(seconds, loop ? loop[1] : active.time.duration);
      send({ type: 'played', clipId: active.film.id, frame: active.time.frameAt(shown) });
      if (!loop && seconds >= active.time.duration) return send({ type: 'play', on: false });
      request = requestAnimationFrame(tick);
    };
    request = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(request);
  }, [state.playing, loopFrom, loopTo, world, now, send]);
}
