import { expect, test } from 'vitest';
import { isStale } from './measure-delivery.ts';
import { isTurn, jointOfTurn, turnFrames } from './turn-frames.ts';

const MARKS = [
  { event: 'set', frame: 40, frameTo: null },
  { event: 'liftTop', frame: 110, frameTo: null },
] as const;

test('a head turns between two key frames; every other point lies on its own', () => {
  expect(turnFrames('headBack', MARKS)).toEqual({ from: 40, to: 110 });
  expect(turnFrames('headHigh', MARKS)).toBeNull();
  expect(turnFrames('head', MARKS)).toBeNull();
  expect([isTurn('headHigh'), isTurn('head')]).toEqual([true, false]);
});

test('key frames in the wrong order hold nothing between them', () => {
  expect(turnFrames('headBack', [{ ...MARKS[0], frame: 111 }, MARKS[1]])).toBeNull();
});

test('a point where the head turns is old once its frame lies outside of the two key frames, and not before', () => {
  const at = (frame: number | null) => isStale({ event: 'liftTop', point: 'headBack', frame }, MARKS);
  expect([at(39), at(40), at(75), at(110), at(111)]).toEqual([true, false, false, false, true]);
  expect(at(null)).toBe(false);
  // While nobody knows where the set is, nothing says that it is old.
  expect(isStale({ event: 'liftTop', point: 'headBack', frame: 200 }, [MARKS[1]])).toBe(false);
});

test('the joint whose path turns; a point of a key frame is itself', () => {
  expect([jointOfTurn('gloveHigh'), jointOfTurn('headBack'), jointOfTurn('ball')]).toEqual(['gloveWrist', 'head', 'ball']);
});
