import type { FrameTimebase } from '../film/frame-timebase.ts';
import type { FrameSpan } from '../keyframes/mark-time.ts';
import type { PointId } from './point-ids.ts';

/** How far along its way from `ball` to `ballLater` the ball left the hand, as a share of that way, with its error. */
export interface BallLead {
  readonly value: number;
  readonly sd: number;
}

/**
 * The frame on which a point of a key frame is placed: the marked one, of an interval its beginning. The ball at release is placed on the first frame
 * without it in the hand, the end of an interval, and once more one frame later.
 *
 * @example pointFrame({ frame: 157, frameTo: 158 }, 'ballLater') // 159
 */
export function pointFrame(mark: FrameSpan, point: PointId): number {
  const out = mark.frameTo ?? mark.frame;
  if (point === 'ball') return out;
  return point === 'ballLater' ? out + 1 : mark.frame;
}

/**
 * Where between two frames the ball was let go. The ball left since the last frame with it in the hand, and flies on in a straight line at even
 * speed: its way to the next frame, led back by half of that interval. The moment is evenly likely over the interval: sd = width / sqrt(12)
 * (JCGM 100:2008, 4.3.7). At 30 per second that is a wide error, and it is meant to be: the ball moves a metre in a frame.
 *
 * @returns null when a frame that it needs is not in the film
 * @example ballLead({ frame: 158, frameTo: null }, film) // { value: -0.5, sd: 0.289 } at a constant rate
 */
export function ballLead(release: FrameSpan, film: FrameTimebase): BallLead | null {
  const out = pointFrame(release, 'ball');
  const inHand = release.frameTo !== null && release.frameTo > release.frame ? release.frame : out - 1;
  if (inHand < 0 || out + 1 >= film.frameCount) return null;
  const since = (film.timeOf(out) - film.timeOf(inHand)) / (film.timeOf(out + 1) - film.timeOf(out));
  return { value: -since / 2, sd: since / Math.sqrt(12) };
}
