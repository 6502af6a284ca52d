import type { Estimate } from '../estimate/estimate.ts';
import type { FrameTimebase } from '../film/frame-timebase.ts';

/** A key frame as the coach marked it: one frame, or the two frames between which the moment lies. */
export interface FrameSpan {
  readonly frame: number;
  /** The later frame of an interval; null when one frame was marked. */
  readonly frameTo: number | null;
  /** One standard deviation in frames that is known beside it: of a find of the computer that a person has confirmed, or of what two people have marked. */
  readonly spread?: number | null | undefined;
}

/** Where a mark comes from. 'placed': by a person; 'confirmed': proposed by the computer, and a person has seen that it is right. */
export const MARK_ORIGINS = ['placed', 'confirmed'] as const;
export type MarkOrigin = (typeof MARK_ORIGINS)[number];

/**
 * When the event happened, in real seconds. The moment is taken as evenly likely over the marked interval, and over half
 * a frame interval on each side of a single frame: sd = width / sqrt(12) (JCGM 100:2008, 4.3.7), and never less than half
 * a frame interval, nor than the spread that is known of it. The interval is the frame's own, the longer of the two beside it: in film of a variable rate it may be many times the usual one.
 *
 * @example markTime({ frame: 3, frameTo: null }, film).sd // half a frame interval
 */
export function markTime(mark: FrameSpan, film: FrameTimebase): Estimate {
  const from = film.timeOf(mark.frame);
  const to = mark.frameTo === null ? from : film.timeOf(mark.frameTo);
  if (to < from) throw new RangeError('markTime: the interval ends before it begins');
  const half =
    (mark.frameTo !== null && mark.frameTo > mark.frame
      ? (to - from) / (mark.frameTo - mark.frame)
      : film.intervalAt(mark.frame)) / 2;
  const spread = (mark.spread ?? 0) * 2 * half;
  return { value: (from + to) / 2, sd: Math.max(half, (to - from) / Math.sqrt(12), spread), unit: 'seconds' };
}
