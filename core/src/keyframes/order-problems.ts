import { EVENT_IDS, eventName, type EventId } from './events.ts';

/** One marked key frame of one view. */
export interface KeyFrameMark {
  readonly event: EventId;
  readonly frame: number;
  readonly frameTo?: number | null;
}

export interface OrderProblem {
  readonly earlier: EventId;
  readonly later: EventId;
  readonly message: string;
}

/** Neighbours that can come in either order: the order is a finding, not a mistake. */
const EITHER_ORDER: ReadonlyArray<readonly [EventId, EventId]> = [
  // A body that rocked back can be back before the top of the lift or after it.
  ['bodyBack', 'liftTop'],
  ['bodyBack', 'kneeDown'],
  ['bodyBack', 'handsApart'],
  ['kneeDown', 'handsApart'],
  ['footOpens', 'driveStart'],
  ['footOpens', 'firstTouch'],
  ['shouldersTurn', 'firstTouch'],
  ['shouldersTurn', 'contact'],
  ['backFootOff', 'release'],
];

const free = (a: EventId, b: EventId): boolean =>
  EITHER_ORDER.some(([x, y]) => (x === a && y === b) || (x === b && y === a)) ||
  // The catch only has to come after the release: the arm may still be slowing down when the ball arrives.
  ([a, b].some((e) => e === 'gloved') && [a, b].some((e) => e === 'backFootOff' || e === 'slowDown' || e === 'finish'));

/**
 * Pairs of key frames of one view that stand in the wrong order. `earlier` is the event that has to come first. Equal
 * frames are allowed: at a low frame rate two events can share one. An interval is only wrong when it lies wholly
 * on the wrong side.
 *
 * @example orderProblems([{ event: 'contact', frame: 90 }, { event: 'release', frame: 70 }])
 * // [{ earlier: 'contact', later: 'release', message: '...' }]
 */
export function orderProblems(marks: readonly KeyFrameMark[]): OrderProblem[] {
  const sorted = [...marks].sort((a, b) => EVENT_IDS.indexOf(a.event) - EVENT_IDS.indexOf(b.event));
  const problems: OrderProblem[] = [];
  for (let i = 0; i < sorted.length; i++)
    for (let k = i + 1; k < sorted.length; k++) {
      const first = sorted[i]!;
      const second = sorted[k]!;
      if (free(first.event, second.event) || first.frame <= (second.frameTo ?? second.frame)) continue;
      problems.push({
        earlier: first.event,
        later: second.event,
        message: `"${eventName(first.event)}" (frame ${first.frame}) has to come before "${eventName(second.event)}" (frame ${second.frame}).`,
      });
    }
  return problems;
}
