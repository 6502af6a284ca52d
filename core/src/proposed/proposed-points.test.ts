import { describe, expect, test } from 'vitest';
import { POINT_IDS } from '../figures/point-ids.ts';
import { limbsOf, otherSide, pointsAtFrame, pointsNeededAt } from './proposed-points.ts';

const proposal = {
  bodyPixels: 300,
  marks: [],
  joints: [
    { joint: 'frontKnee', x: [10, 11], y: [20, 21], sd: [4, 4] },
    { joint: 'throwingWrist', x: [1, 2], y: [3, 4], sd: [4, 20] },
  ],
} as const;

describe('pointsAtFrame', () => {
  test('each joint where it is in that frame; one with a wide error has to be looked at by itself', () => {
    expect(pointsAtFrame(proposal, 1)).toEqual([
      { point: 'frontKnee', x: 11, y: 21, sd: 4, unsure: false },
      { point: 'throwingWrist', x: 2, y: 4, sd: 20, unsure: true },
    ]);
    expect(pointsAtFrame(proposal, 0).map((p) => p.unsure)).toEqual([false, false]);
  });
  test('a frame that the clip does not have', () => {
    expect(() => pointsAtFrame(proposal, 2)).toThrow('the clip has no frame 2');
  });
});

describe('sides', () => {
  test('what has two sides changes places, and back again', () => {
    expect(
      ['frontKnee', 'backToe', 'throwingElbow', 'gloveWrist', 'glove', 'ball', 'head'].map((p) => otherSide(p as 'ball')),
    ).toEqual(['backKnee', 'frontToe', 'gloveElbow', 'throwingWrist', 'glove', 'ball', 'head']);
    expect(POINT_IDS.map((p) => otherSide(otherSide(p)))).toEqual(POINT_IDS);
    expect(POINT_IDS.map(otherSide).every((p) => POINT_IDS.includes(p))).toBe(true);
  });
  test('legs, arms, and what is neither', () => {
    expect([limbsOf('backHip'), limbsOf('gloveShoulder'), limbsOf('glove'), limbsOf('nose')]).toEqual([
      'legs',
      'arms',
      null,
      null,
    ]);
  });
});

test('what figures need at a key frame', () => {
  expect(pointsNeededAt('liftTop', 'openSide').has('backKnee')).toBe(true);
  // What only a front or rear view reads is asked of no side view.
  expect([
    pointsNeededAt('release', 'front').has('throwingElbow'),
    pointsNeededAt('release', 'openSide').has('throwingElbow'),
  ]).toEqual([true, false]);
  expect(pointsNeededAt('slowDown', 'openSide').size).toBe(0);
});
