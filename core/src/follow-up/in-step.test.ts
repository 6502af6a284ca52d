import { expect, test } from 'vitest';
import { inStep } from './in-step.ts';

const [OWN, OTHER] = [
  { liftTop: 1, contact: 2 },
  { liftTop: 3, contact: 5 },
];

test('stretched: key frames fall together, half-way is half-way', () => {
  for (const [own, other] of [
    [1, 3],
    [1.5, 4],
    [2, 5],
    [2.5, 5.5],
  ] as const)
    expect(inStep(own, OWN, OTHER, 'stretched', 'contact')).toBeCloseTo(other, 12);
});

test('true time: one key frame falls together, before it and after it either runs at its own speed', () => {
  expect(inStep(1.5, OWN, OTHER, 'true', 'liftTop')).toBeCloseTo(3.5, 12);
  expect(inStep(1.5, OWN, OTHER, 'true', 'contact')).toBeCloseTo(4.5, 12);
});

test('nothing in common: nothing stands beside it', () => {
  expect(inStep(1, OWN, { set: 1 }, 'stretched', 'set')).toBeNull();
  expect(inStep(1, OWN, { set: 1 }, 'true', 'set')).toBeNull();
  expect(inStep(1, OWN, OTHER, 'true', 'release')).toBeNull();
});
