import { expect, test } from 'vitest';
import { betterExchange, CLOCK_TOLERANCE, enteredInstant, madeOnDevice } from './device-clock.ts';

const HOUR = 3_600_000;

test('the instant of the example of RFC 9562, appendix A.6: 22 February 2022, 14:22:22 at UTC-5', () => {
  expect(madeOnDevice('017F22E2-79B0-7CC3-98C4-DC0C0C07398F')).toBe(Date.UTC(2022, 1, 22, 19, 22, 22));
  for (const other of ['919108f7-52d1-4320-9bac-f847db4148a8', '017f22e2', '', '017f22e2-79b0-7cc3-18c4-dc0c0c07398f'])
    expect(() => madeOnDevice(other)).toThrow(RangeError);
});

/** A UUIDv7 that a device with this clock makes. */
const idAt = (clock: number): string => {
  const hex = clock.toString(16).padStart(12, '0');
  return `${hex.slice(0, 8)}-${hex.slice(8)}-7cc3-98c4-dc0c0c07398f`;
};

test('whatever the clock of the device shows, it was entered when it was entered', () => {
  const now = Date.UTC(2026, 6, 14, 18);
  for (const off of [0, 3 * HOUR, -3 * HOUR, 400 * 24 * HOUR]) {
    // Sent at once, and after half an hour without a network.
    expect(enteredInstant({ id: idAt(now + off), sentAt: now + off, ahead: null, now })).toBe(now);
    expect(enteredInstant({ id: idAt(now + off - HOUR / 2), sentAt: now + off, ahead: null, now })).toBe(now - HOUR / 2);
  }
});

test('a clock that was put back between entering and sending makes nothing of tomorrow', () => {
  const now = Date.UTC(2026, 6, 14, 18);
  expect(enteredInstant({ id: idAt(now + HOUR), sentAt: now, ahead: null, now })).toBe(now);
  expect(enteredInstant({ id: idAt(now + HOUR), sentAt: null, ahead: null, now })).toBe(now);
  expect(enteredInstant({ id: idAt(now - HOUR), sentAt: null, ahead: null, now })).toBe(now - HOUR);
});

test('what is long on its way was entered when it was entered, too', () => {
  const now = Date.UTC(2026, 6, 14, 18);
  const at = (way: number, off: number, ahead: number): number =>
    enteredInstant({ id: idAt(now - way + off - 5_000), sentAt: now - way + off, ahead, now });
  for (const off of [0, 4_000, -3 * HOUR]) for (const way of [0, 12_000]) expect(at(way, off, -off)).toBe(now - way - 5_000);
  // What is said of the clocks cannot be: the clock was set since. It counts from its arrival, as without.
  expect(at(0, 0, 1)).toBe(now - 5_000);
  expect(at(0, 0, -CLOCK_TOLERANCE - 1)).toBe(now - 5_000);
  expect(at(0, 0, -CLOCK_TOLERANCE)).toBe(now - CLOCK_TOLERANCE - 5_000);
});

test('of two exchanges the quicker one tells the clocks; one that cannot be true beside it is of a clock that was set', () => {
  const first = betterExchange(null, { sent: 1_000, came: 3_000, server: 6_000 })!;
  expect(first).toEqual({ ahead: 4_000, took: 2_000 });
  const quick = betterExchange(first, { sent: 10_000, came: 10_100, server: 14_650 })!;
  expect(quick).toEqual({ ahead: 4_600, took: 100 });
  // Slow, and within what it may be off.
  expect(betterExchange(quick, { sent: 20_000, came: 26_000, server: 26_500 })).toBe(quick);
  // Slow, and the clock was put an hour ahead.
  expect(betterExchange(quick, { sent: 20_000 + HOUR, came: 20_200 + HOUR, server: 24_700 })).toEqual({
    ahead: 4_600 - HOUR,
    took: 200,
  });
  // Put back between question and answer; an answer without a clock.
  expect(betterExchange(quick, { sent: 20_000, came: 19_000, server: 24_600 })).toBe(quick);
  expect(betterExchange(null, { sent: 20_000, came: 20_001, server: Number.NaN })).toBeNull();
});
