import { joinViews, type EventSeconds } from '../film/join-views.ts';

/**
 * The moment of another delivery that stands beside a moment of this one. 'stretched': its key frames fall together, the time between two of them is
 * stretched. 'true': one key frame falls together, and from there on either runs at its own true speed.
 *
 * @param seconds a moment of this delivery, real seconds
 * @param at the key frame that both are held at, for true time
 * @returns seconds of the other one; null where the key frame is not in both, or none is
 * @example inStep(1.5, { liftTop: 1, contact: 2 }, { liftTop: 3, contact: 5 }, 'stretched', 'liftTop') // 4
 * @example inStep(1.5, { liftTop: 1, contact: 2 }, { liftTop: 3, contact: 5 }, 'true', 'liftTop') // 3.5
 */
export function inStep(
  seconds: number,
  own: EventSeconds,
  other: EventSeconds,
  time: 'stretched' | 'true',
  at: string,
): number | null {
  if (time === 'stretched') return joinViews(own, other)?.(seconds) ?? null;
  const [from, to] = [own[at], other[at]];
  return from === undefined || to === undefined ? null : to + seconds - from;
}
