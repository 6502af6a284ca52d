const UUID7 = /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/i;

/**
 * The instant at which a UUIDv7 was made, by the clock of the device that made it, in milliseconds since 1970.
 *
 * @param id a UUIDv7; its first 48 bits are that instant (RFC 9562, section 5.7)
 * @throws RangeError when it is no UUIDv7
 * @example madeOnDevice('017f22e2-79b0-7cc3-98c4-dc0c0c07398f') // 1645557742000, 22 February 2022 19:22:22 UTC
 */
export function madeOnDevice(id: string): number {
  if (!UUID7.test(id)) throw new RangeError(`a UUIDv7 was expected, not ${id}`);
  return Number.parseInt(id.slice(0, 8) + id.slice(9, 13), 16);
}

/**
 * When something was entered, by the server's clock: as long before it arrived as it was made before it was sent, both by the clock of the device.
 * So a device whose clock is hours off outdoes nobody, and what waited without a network keeps its place.
 *
 * @param id the UUIDv7 of what was entered
 * @param sentAt the clock of the device when it was sent, milliseconds since 1970; null where that is not known
 * @param now the clock of the server when it arrived
 * @returns milliseconds since 1970, never later than `now`
 * @throws RangeError when `id` is no UUIDv7
 * @example enteredInstant({ id, sentAt: madeOnDevice(id) + 60_000, now }) // now - 60_000: it waited for a minute
 */
export function enteredInstant({
  id,
  sentAt,
  now,
}: {
  readonly id: string;
  readonly sentAt: number | null;
  readonly now: number;
}): number {
  const made = madeOnDevice(id);
  return sentAt === null ? Math.min(made, now) : now - Math.max(0, sentAt - made);
}

/** How far a device's clock may be off before its owner is told, in milliseconds: two minutes, more than any network takes. Our choice, no source. */
export const CLOCK_TOLERANCE = 120_000;
