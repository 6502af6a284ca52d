import { expect, test } from 'vitest';
import { SAME_THROW_WITHIN, sameThrow } from './same-throw.ts';

const known = [
  { id: 'a', at: 0, number: 1 },
  { id: 'b', at: 12_000, number: 2 },
];

test('the nearest throw is meant', () => {
  expect(sameThrow(known, { at: 1_500, number: 1 })).toBe('a');
  expect(sameThrow(known, { at: 11_000, number: 2 })).toBe('b');
  // A device that has missed one counts otherwise: time decides.
  expect(sameThrow(known, { at: 12_500, number: 1 })).toBe('b');
});

test('between two that are nearly as near the number decides', () => {
  expect(sameThrow(known, { at: 6_500, number: 1 })).toBe('a');
  expect(sameThrow(known, { at: 5_500, number: 2 })).toBe('b');
});

test('too far from all of them it is one of its own', () => {
  expect(sameThrow(known, { at: 12_000 + SAME_THROW_WITHIN, number: 2 })).toBe('b');
  expect(sameThrow(known, { at: 12_001 + SAME_THROW_WITHIN, number: 2 })).toBeNull();
  expect(sameThrow([], { at: 0, number: 1 })).toBeNull();
});
