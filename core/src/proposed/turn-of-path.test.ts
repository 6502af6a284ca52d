import { expect, test } from 'vitest';
import type { ClipProposal } from './clip-proposal.ts';
import { turnOfPath } from './turn-of-path.ts';

const HEAD: Pick<ClipProposal, 'joints'> = {
  joints: [{ joint: 'head', x: [50, 48, 45, 45, 49, 60], y: [90, 88, 89, 91, 86, 80], sd: [1, 1, 1, 1, 1, 1] }],
};

test('the head is furthest back where it lies furthest from the target, and highest where y is least', () => {
  expect(turnOfPath(HEAD, 'headBack', { from: 0, to: 4 }, 1)).toBe(2);
  expect(turnOfPath(HEAD, 'headBack', { from: 0, to: 4 }, -1)).toBe(0);
  expect(turnOfPath(HEAD, 'headHigh', { from: 0, to: 3 }, 1)).toBe(1);
});

test('only what lies between the two key frames counts, and only what the clip has', () => {
  expect(turnOfPath(HEAD, 'headHigh', { from: 0, to: 99 }, 1)).toBe(5);
  expect(turnOfPath(HEAD, 'headBack', { from: 3, to: 5 }, 1)).toBe(3);
  expect(turnOfPath(HEAD, 'headBack', { from: 7, to: 9 }, 1)).toBeNull();
});

test('no head, or a point of a key frame: nothing turns', () => {
  expect(turnOfPath({ joints: [] }, 'headBack', { from: 0, to: 4 }, 1)).toBeNull();
  expect(turnOfPath(HEAD, 'head', { from: 0, to: 4 }, 1)).toBeNull();
});

test('the glove is highest where its wrist is', () => {
  const glove = { joints: [{ ...HEAD.joints[0]!, joint: 'gloveWrist' as const }] };
  expect(turnOfPath(glove, 'gloveHigh', { from: 0, to: 3 }, -1)).toBe(1);
  expect(turnOfPath(HEAD, 'gloveHigh', { from: 0, to: 3 }, 1)).toBeNull();
});
