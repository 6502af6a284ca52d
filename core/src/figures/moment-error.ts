import type { EventId } from '../keyframes/events.ts';
import lateFrames from './data/late-frames.json' with { type: 'json' };
import type { FigureId } from './figure-ids.ts';
import { usualChangeUpTo } from './usual-change.ts';

/** By how much a figure changes where a key frame comes so much too late, in seconds. */
const LATE = [1 / 240, 1 / 120, 1 / 60, 1 / 30];
const CHANGES = lateFrames as Partial<Record<FigureId, Partial<Record<EventId, readonly number[]>>>>;
/** A frame comes anywhere within an interval, and half of the interval is what is known of its moment: it is late by up to twice that. */
const LATEST_FOR_SD = 2;

/**
 * What a figure is off by because its key frames lie beside the true moments: how much it changes within the error of each moment, added in squares
 * (JCGM 100:2008, 5.1.2). How much is usual comes from simulated pitchers (`npm run late-frames -w accuracy`), straight between the times tried; a value never rests on it. At 30 frames a second it is often
 * the largest part of the error, at 240 a small one.
 *
 * @param sdOf one standard deviation of the moment of a key frame, in seconds: half a frame interval where a frame was marked; null where nobody knows the film's times
 * @returns one standard deviation, in the unit of the figure
 * @example momentError('forearmContact', () => 1 / 240) // 2.2 degrees at 120 frames a second
 */
export function momentError(figure: FigureId, sdOf: (event: EventId) => number | null): number {
  const own = Object.entries(CHANGES[figure] ?? {}) as [EventId, readonly number[]][];
  return Math.hypot(
    ...own.map(([event, changes]) => {
      const latest = LATEST_FOR_SD * (sdOf(event) ?? 0);
      return latest > 0 ? usualChangeUpTo(latest, LATE, changes) : 0;
    }),
  );
}
