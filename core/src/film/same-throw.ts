/** A throw that is known already: when it was thrown, and the how-manieth of its camper it was to the device that told it first. */
export interface KnownThrow {
  readonly id: string;
  /** Milliseconds since 1970, by the clock of the server. */
  readonly at: number;
  readonly number: number;
}

/**
 * How far two devices may be apart that mean one throw, in milliseconds. A thumb is up to two seconds late, a phone that films tells the moment when its film was stopped, and the next throw
 * of the same camper comes after ten seconds at the earliest. Our choice, no source.
 */
export const SAME_THROW_WITHIN = 8_000;
/** What it weighs that two devices count differently: as much as so many milliseconds. */
const NUMBER_WEIGHS = 3_000;

/**
 * Which throw of a camper another device means: the nearest in time; of two that are nearly as near the one with the same number.
 *
 * @param known throws of this camper that the device has not told yet
 * @param told what the device tells: when, and the how-manieth of this camper it is to this device
 * @returns the id of the throw; null where it is one that nobody has told yet
 * @example sameThrow([{ id: 'a', at: 0, number: 1 }], { at: 1_500, number: 1 }) // 'a'
 */
export function sameThrow(known: readonly KnownThrow[], told: { readonly at: number; readonly number: number }): string | null {
  const cost = (k: KnownThrow): number => Math.abs(k.at - told.at) + (k.number === told.number ? 0 : NUMBER_WEIGHS);
  const near = known.filter((k) => Math.abs(k.at - told.at) <= SAME_THROW_WITHIN);
  return near.reduce<KnownThrow | null>((best, k) => (best === null || cost(k) < cost(best) ? k : best), null)?.id ?? null;
}
