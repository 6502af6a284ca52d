import { expect, test } from 'vitest';
import { enteredInstant, madeOnDevice } from './device-clock.ts';

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
    expect(enteredInstant({ id: idAt(now + off), sentAt: now + off, now })).toBe(now);
    expect(enteredInstant({ id: idAt(now + off - HOUR / 2), sentAt: now + off, now })).toBe(now - HOUR / 2);
  }
});

test('a clock that was put back between entering and sending makes nothing of tomorrow', () => {
  const now = Date.UTC(2026, 6, 14, 18);
  expect(enteredInstant({ id: idAt(now + HOUR), sentAt: now, now })).toBe(now);
  expect(enteredInstant({ id: idAt(now + HOUR), sentAt: null, now })).toBe(now);
  expect(enteredInstant({ id: idAt(now - HOUR), sentAt: null, now })).toBe(now - HOUR);
});
