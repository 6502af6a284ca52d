import type { EventId } from '../keyframes/events.ts';
import speeds from './data/figure-speeds.json' with { type: 'json' };
import type { FigureId } from './figure-ids.ts';

const SPEEDS = speeds as Partial<Record<FigureId, Partial<Record<EventId, number>>>>;

/**
 * What a figure is off by because its key frames lie beside the true moments: how fast it goes by there, times the error of each moment, added in squares
 * (JCGM 100:2008, 5.1.2). How fast is usual comes from simulated pitchers (`npm run figure-speeds -w accuracy`); a value never rests on it. At 30 frames a second it is often
 * the largest part of the error, at 240 a small one.
 *
 * @param sdOf one standard deviation of the moment of a key frame, in seconds; null where nobody knows the film's times
 * @returns one standard deviation, in the unit of the figure
 * @example momentError('forearmContact', () => 1 / 240) // 1.9 degrees at 120 frames a second
 */
export function momentError(figure: FigureId, sdOf: (event: EventId) => number | null): number {
  const own = Object.entries(SPEEDS[figure] ?? {}) as [EventId, number][];
  return Math.hypot(...own.map(([event, speed]) => speed * (sdOf(event) ?? 0)));
}
