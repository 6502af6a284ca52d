import { EVENT_IDS, type EventId } from '../keyframes/events.ts';
import { POINT_IDS, type PointId } from './point-ids.ts';
import type { Position } from './position.ts';

/** One point at one key frame, for instance `contact.frontKnee`. */
export type PointAt = `${EventId}.${PointId}`;
export type PointsAt = Readonly<Partial<Record<PointAt, Position>>>;

/** @example pointAt('contact', 'frontKnee') // 'contact.frontKnee' */
export const pointAt = (event: EventId, point: PointId): PointAt => `${event}.${point}`;

/**
 * The key frame and the point that a code names.
 *
 * @throws RangeError for a code of no key frame or no point
 * @example partsOf('contact.frontKnee') // ['contact', 'frontKnee']
 */
export function partsOf(code: string): readonly [EventId, PointId] {
  const [event, point, ...more] = code.split('.');
  if (more.length > 0 || !EVENT_IDS.includes(event as EventId) || !POINT_IDS.includes(point as PointId))
    throw new RangeError(`${code} names no point at a key frame`);
  return [event as EventId, point as PointId];
}

/** @example eventOf('contact.frontKnee') // 'contact' */
export const eventOf = (at: PointAt): EventId => partsOf(at)[0];
