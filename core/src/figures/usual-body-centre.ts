import type { EventId } from '../keyframes/events.ts';
import { guessPoint } from './guess-point.ts';

/**
 * Where the middle of a usual body is in x at an event (front knee, back hip and head averaged), in pixels of the clip, so
 * that a narrow cut of the picture keeps it. `null` for an event without a usual pose.
 *
 * @example usualBodyCentre('contact', { towardsTarget: 1, width: 960, height: 540 })
 */
export function usualBodyCentre(
  event: EventId,
  clip: { readonly towardsTarget: number | null; readonly width: number; readonly height: number },
): number | null {
  const xs = (['frontKnee', 'backHip', 'head'] as const).map(
    (point) =>
      guessPoint(
        { event, point },
        {
          view: clip.towardsTarget === null ? 'front' : 'openSide',
          xDirection: clip.towardsTarget === -1 ? -1 : 1,
          width: clip.width,
          height: clip.height,
          placed: [],
        },
      )?.x,
  );
  return xs.every((x) => x !== undefined) ? xs.reduce((sum, x) => sum + x, 0) / xs.length : null;
}
