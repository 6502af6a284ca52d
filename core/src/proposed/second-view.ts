import type { EventId } from '../keyframes/events.ts';
import { SURE } from './clip-proposal.ts';

/** When something happened in a view, in its real seconds, and how sure that is. */
export interface TimedEvent {
  readonly seconds: number;
  /** 0 to 1; 1 for what a person has marked. */
  readonly sure: number;
}
export type TimedEvents = Readonly<Partial<Record<EventId, TimedEvent>>>;

/** By how much the clock of one view is ahead of the other's. */
export interface ViewOffset {
  readonly seconds: number;
  /** Median distance of the events from it: how well they agree. */
  readonly spread: number;
  /** How many events both views have. */
  readonly events: number;
}

/** Two cameras that say the same moment within this agree. */
const AGREES = 0.025;
/** What a single event that both have is worth as a witness. */
const ALONE = 0.8;

/**
 * How far two views lie apart in time: what people have marked in both first, then what the paths of the joints say, else the median over the events that both have, each counted by how sure it is. Both cameras run at
 * true speed, so that one number serves the whole clip. null where nothing is common to both.
 *
 * @param byPaths what `pathOffset` says of the two
 * @example viewOffset({ contact: { seconds: 2, sure: 1 } }, { contact: { seconds: 1.4, sure: 1 } })?.seconds // 0.6: add it to the second view's times
 */
export function viewOffset(own: TimedEvents, other: TimedEvents, byPaths: ViewOffset | null = null): ViewOffset | null {
  const pairs = Object.keys(own).flatMap((id) => {
    const [a, b] = [own[id as EventId]!, other[id as EventId]];
    return b ? [{ off: a.seconds - b.seconds, weight: Math.min(a.sure, b.sure) }] : [];
  });
  // What both coaches' marks say is believed before anything found.
  const seen = pairs.filter((p) => p.weight >= 1);
  if (seen.length === 0 && byPaths) return byPaths;
  const used = seen.length > 0 ? seen : pairs.filter((p) => p.weight > 0);
  if (used.length === 0) return null;
  const seconds = weightedMedian(used.map((p) => [p.off, p.weight]));
  return { seconds, spread: weightedMedian(used.map((p) => [Math.abs(p.off - seconds), p.weight])), events: used.length };
}

function weightedMedian(values: ReadonlyArray<readonly [number, number]>): number {
  const sorted = [...values].sort((a, b) => a[0] - b[0]);
  const half = sorted.reduce((sum, [, w]) => sum + w, 0) / 2;
  let below = 0;
  for (const [i, [value, weight]] of sorted.entries()) {
    below += weight;
    if (below > half) return value;
    // Exactly half lies below: between the two, as a median of an even number is.
    if (below === half) return (value + (sorted[i + 1]?.[0] ?? value)) / 2;
  }
  return sorted.at(-1)![0];
}

/**
 * The events of a view that its own pictures do not show, from the other view by the offset of the two cameras. Nothing that it has itself is replaced.
 *
 * @example fromOtherView({ contact: { seconds: 2, sure: 1 } }, { contact: { seconds: 1.4, sure: 1 }, release: { seconds: 1.55, sure: 0.9 } }).release // { seconds: 2.15, sure: 0.72 }
 */
export function fromOtherView(own: TimedEvents, other: TimedEvents, byPaths: ViewOffset | null = null): TimedEvents {
  const offset = viewOffset(own, other, byPaths);
  if (!offset) return {};
  const trust = (offset.events === 1 ? ALONE : 1) * (offset.spread <= AGREES ? 1 : AGREES / offset.spread);
  return Object.fromEntries(
    Object.entries(other)
      .filter(([id]) => !own[id as EventId])
      .map(([id, event]) => [id, { seconds: event.seconds + offset.seconds, sure: event.sure * trust }]),
  );
}

/** Seconds: what two views tell of one moment does not lie so far apart. */
const FAR = 0.1;

/**
 * Whether what the other view tells of an event is proposed rather than what a view has found itself: not where it is sure of its own; where the other is surer; and of two that are as sure and lie far apart what the view from the
 * side shows, for along the line of sight neither a foot nor a knee shows when it comes. Where neither is more of a side than the other, each keeps its own.
 *
 * @param bySide the other view is one from the side, and its own is not
 * @example otherTellsBetter({ seconds: 1, sure: 0.5 }, { seconds: 1.5, sure: 0.5 }, true) // true
 */
export function otherTellsBetter(own: TimedEvent | null, told: TimedEvent | null, bySide: boolean): boolean {
  if (!told || !own) return told !== null;
  if (own.sure >= SURE) return false;
  return told.sure > own.sure || (bySide && told.sure === own.sure && isFar(own, told));
}

/**
 * Whether two views tell of one moment so differently that one of them is wrong about it.
 *
 * @example isFar({ seconds: 1, sure: 0.5 }, { seconds: 1.5, sure: 0.9 }) // true
 */
export const isFar = (a: TimedEvent, b: TimedEvent): boolean => Math.abs(a.seconds - b.seconds) > FAR;

/** From which other event a view finds an event: where it is wrong about the one, it is about both. */
export const RESTS_ON: Readonly<Partial<Record<EventId, EventId>>> = {
  firstMove: 'set',
  kneeDown: 'liftTop',
  firstTouch: 'contact',
  layback: 'release',
  slowDown: 'release',
};
