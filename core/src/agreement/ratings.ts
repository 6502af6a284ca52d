/** Levels of several raters: `ratings[unit][rater]`; null where it was not visible or not scored. */
export type Ratings = ReadonlyArray<ReadonlyArray<number | null>>;

/** A measure of agreement that cannot be reckoned, and why in plain words. */
export interface Undefined {
  readonly value: null;
  readonly reason: string;
}
export const undefinedFor = (reason: string): Undefined => ({ value: null, reason });

/** Nobody else has scored the same thing. */
export const NOTHING_SHARED = 'nothing was scored by two';
/** All raters gave one and the same category everywhere: chance alone explains it. */
export const NO_VARIANCE = 'everything has one level: there is nothing to agree about';

/** Of a unit what was scored. */
export const scoredOf = (unit: ReadonlyArray<number | null>): number[] => unit.filter((r): r is number => r !== null);

/**
 * The place of each category in their order.
 *
 * @throws RangeError for fewer than two categories, or one that is named twice
 */
export function placesOf(categories: readonly number[]): ReadonlyMap<number, number> {
  const places = new Map(categories.map((c, i) => [c, i]));
  if (categories.length < 2 || places.size !== categories.length)
    throw new RangeError('categories: two or more, each named once, in their order');
  return places;
}

/** @throws RangeError for a level that is none of the categories */
export function placeIn(places: ReadonlyMap<number, number>, level: number): number {
  const place = places.get(level);
  if (place === undefined) throw new RangeError(`${level} is none of the categories`);
  return place;
}
