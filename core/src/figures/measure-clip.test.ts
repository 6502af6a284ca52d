import { expect, test } from 'vitest';
import { frameTimebase } from '../film/frame-timebase.ts';
import { measureClip } from './measure-clip.ts';

const film = frameTimebase(
  Array.from({ length: 240 }, (_, i) => i / 120),
  1,
);
const marks = [
  { event: 'liftTop', frame: 60, frameTo: null },
  { event: 'contact', frame: 140, frameTo: 141 },
  { event: 'release', frame: 158, frameTo: null },
] as const;
const leg = [
  { event: 'contact', point: 'frontHip', x: 100, y: 100, pointSd: 2 },
  { event: 'contact', point: 'frontKnee', x: 100, y: 200, pointSd: 2 },
  { event: 'contact', point: 'frontAnkle', x: 200, y: 200, pointSd: 2 },
] as const;

test('phase times come from the marks, angles from the points', () => {
  const found = new Map(measureClip({ towardsTarget: 1, film, marks, points: leg }).map((f) => [f.figure, f.estimate]));
  expect(found.get('frontKneeContact')?.value).toBeCloseTo(90, 10);
  expect(found.get('liftToContact')?.value).toBeCloseTo(80.5 / 120, 10);
  // Two marks of half a frame interval each: 4.17 ms times the root of two.
  expect(found.get('contactToRelease')?.sd).toBeCloseTo(Math.SQRT2 / 240, 10);
  expect(found.has('stride')).toBe(false);
});

test('points on a key frame that was moved are not measured until they are placed again, and the figure says so', () => {
  const on = (frame: number) => leg.map((p) => ({ ...p, frame }));
  const knee = (frame: number) =>
    measureClip({ towardsTarget: 1, film, marks, points: on(frame) }).find((f) => f.figure === 'frontKneeContact');
  expect(knee(140)!.estimate!.value).toBeCloseTo(90, 10);
  expect(knee(139)).toEqual({
    figure: 'frontKneeContact',
    estimate: null,
    why: 'its key frame was moved: place its points again',
  });
  // Points from before their frame was kept count as they are.
  expect(
    measureClip({ towardsTarget: 1, film, marks, points: leg }).find((f) => f.figure === 'frontKneeContact')!.estimate,
  ).not.toBeNull();
});

test('a view in line with the target gives no figure; points that coincide say which they are, and no figure disappears', () => {
  expect(measureClip({ towardsTarget: null, film, marks, points: leg })).toEqual([]);
  const collapsed = leg.map((p) => ({ ...p, x: 1, y: 1 }));
  expect(
    measureClip({ towardsTarget: 1, film: null, marks: [], points: collapsed }).map((f) => [f.figure, f.estimate, f.why]),
  ).toEqual([
    ['frontKneeContact', null, 'cannot be read here: front hip and front knee lie too close together at “foot bears weight”'],
    ['frontShinContact', null, 'cannot be read here: front ankle and front knee lie too close together at “foot bears weight”'],
  ]);
});
