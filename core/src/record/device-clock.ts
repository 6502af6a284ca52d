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

/** How far a device's clock may be off before its owner is told, in milliseconds: two minutes, more than any network takes. Our choice, no source. */
export const CLOCK_TOLERANCE = 120_000;

/** What one question and its answer tell of two clocks. */
export interface ClockExchange {
  /** How far the clock of the server is ahead of the device's, in milliseconds; off by half of `took` at most. */
  readonly ahead: number;
  /** From the question to its answer, by the clock of the device, in milliseconds. */
  readonly took: number;
}

/**
 * The exchange that tells more of two clocks: the quicker one, or the newer one where both cannot be true, for the clock of the device was set in between.
 *
 * Source: Cristian, F. (1989). Probabilistic clock synchronization. Distributed Computing 3, 146-158: the server's clock lies at the middle of question and answer, and is off by half of what they took.
 *
 * @param known the best one so far; null for none
 * @param exchange when the question left and when the answer came by the clock of the device, and the server's clock between them, milliseconds since 1970
 * @returns the better one; `known` where the device's clock ran backwards in between
 * @example betterExchange(null, { sent: 1_000, came: 1_200, server: 5_100 }) // { ahead: 4_000, took: 200 }
 */
export function betterExchange(
  known: ClockExchange | null,
  { sent, came, server }: { readonly sent: number; readonly came: number; readonly server: number },
): ClockExchange | null {
  if (!(came >= sent) || !Number.isFinite(server)) return known;
  const fresh = { ahead: server - (sent + came) / 2, took: came - sent };
  if (known === null || fresh.took <= known.took) return fresh;
  return Math.abs(fresh.ahead - known.ahead) > (fresh.took + known.took) / 2 + DRIFT ? fresh : known;
}
/** So far two clocks may drift apart in a day at the field without one of them having been set, in milliseconds. Our choice, no source. */
const DRIFT = 1_000;

/**
 * When something was entered, by the server's clock: as long before it arrived as it was made before it was sent, both by the clock of the device, and as it was on its way.
 * So a device whose clock is hours off outdoes nobody, what waited without a network keeps its place, and a network in which an entry takes ten seconds moves it by nothing.
 *
 * @param id the UUIDv7 of what was entered
 * @param sentAt the clock of the device when it was sent, milliseconds since 1970; null where that is not known
 * @param ahead how far the server's clock is ahead of the device's, in milliseconds, as the device knows it; null where it does not. One that would make the way shorter than nothing, or longer than
 *   CLOCK_TOLERANCE, is of a clock that was set since, and is not used
 * @param now the clock of the server when it arrived
 * @returns milliseconds since 1970, never later than `now`
 * @throws RangeError when `id` is no UUIDv7
 * @example enteredInstant({ id, sentAt: madeOnDevice(id) + 60_000, ahead: null, now }) // now - 60_000: it waited for a minute
 */
export function enteredInstant({
  id,
  sentAt,
  ahead,
  now,
}: {
  readonly id: string;
  readonly sentAt: number | null;
  readonly ahead: number | null;
  readonly now: number;
}): number {
  const made = madeOnDevice(id);
  if (sentAt === null) return Math.min(made, now);
  const way = ahead === null ? 0 : now - sentAt - ahead;
  return now - (way >= 0 && way <= CLOCK_TOLERANCE ? way : 0) - Math.max(0, sentAt - made);
}
