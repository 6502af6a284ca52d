import { joinViews, type EventSeconds } from '../film/join-views.ts';
import { EVENT_IDS, type EventId } from './events.ts';

/** Seconds after the first move at which events fall in a usual delivery from the stretch. Common practice, no source. */
const USUAL_TEMPO: Readonly<Record<EventId, number>> = {
  set: -0.02,
  firstMove: 0,
  bodyBack: 0.5,
  liftTop: 0.56,
  kneeDown: 0.62,
  handsApart: 0.69,
  driveStart: 0.94,
  footOpens: 1.13,
  firstTouch: 1.18,
  contact: 1.2,
  shouldersTurn: 1.22,
  layback: 1.3,
  release: 1.345,
  backFootOff: 1.375,
  slowDown: 1.42,
  finish: 1.84,
  gloved: 1.8,
};

/**
 * Where an event probably is in a view, so that the coach starts near it: from the other view of the same delivery where
 * both share a key frame, else from the times between the key frames of another delivery of the camper, else from the
 * usual tempo. Always between 0 and `duration`.
 *
 * @returns real seconds of this view
 * @example guessKeyFrame('contact', { marked: { liftTop: 0.9 }, duration: 3 }) // 1.54
 */
export function guessKeyFrame(
  event: EventId,
  known: {
    readonly marked: EventSeconds;
    readonly otherView?: EventSeconds;
    readonly otherDelivery?: EventSeconds;
    readonly duration: number;
  },
): number {
  const inside = (t: number): number => Math.min(known.duration, Math.max(0, t));
  const fromOther = known.otherView?.[event];
  const join = known.otherView ? joinViews(known.otherView, known.marked) : null;
  if (fromOther !== undefined && join) return inside(join(fromOther));
  const tempo = known.otherDelivery?.[event] === undefined ? USUAL_TEMPO : { ...USUAL_TEMPO, ...known.otherDelivery };
  const order = EVENT_IDS.indexOf(event);
  const usable =
    known.otherDelivery?.[event] === undefined
      ? Object.keys(known.marked)
      : Object.keys(known.marked).filter((e) => known.otherDelivery?.[e] !== undefined);
  const nearest = usable
    .map((id) => id as EventId)
    .sort((a, b) => Math.abs(EVENT_IDS.indexOf(a) - order) - Math.abs(EVENT_IDS.indexOf(b) - order))[0];
  if (nearest !== undefined) return inside(known.marked[nearest]! + tempo[event] - tempo[nearest]);
  if (fromOther !== undefined) return inside(fromOther);
  if (known.otherDelivery?.[event] !== undefined) return inside(known.otherDelivery[event]!);
  return inside(0.24 + USUAL_TEMPO[event]);
}
