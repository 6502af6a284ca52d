import { describe, expect, test } from 'vitest';
import { CONE_LENGTH, CONE_POINTS, CONE_WIDTH, groundMarksFor, groundOf, isGroundMark, pointsOfFilm } from './ground-marks.ts';
import { landingOffset } from './ground/landing-offset.ts';
import { measurePose } from './measure-pose.ts';
import { DRAWN_FRONT } from './testing/drawn-front.ts';

describe('the cones of a mound', () => {
  test('they are a rectangle whose short side runs through the rubber', () => {
    const ground = groundOf(DRAWN_FRONT);
    expect(ground.at({ x: 500, y: 400 }).x).toBeCloseTo(0, 12);
    expect(ground.at({ x: 650, y: 490 }).x).toBeCloseTo(CONE_LENGTH, 12);
    expect(ground.at({ x: 650, y: 490 }).y).toBeCloseTo(CONE_WIDTH / 2, 12);
    expect(ground.at({ x: 500, y: 450 }).x).toBeCloseTo(1, 12);
  });
  test('a cone that is missing is named', () => {
    expect(() => groundOf({ ...DRAWN_FRONT, 'set.coneAheadGlove': undefined })).toThrow('cone ahead, glove side');
  });
  test('they are points of the set', () => {
    expect(CONE_POINTS).toHaveLength(4);
    expect([isGroundMark('coneAheadGlove'), isGroundMark('backToe')]).toEqual([true, false]);
  });
});

test('cones that lie in one row of the picture tell nothing of the ground: it says so instead of a number', () => {
  const flat = Object.fromEntries(
    Object.entries(DRAWN_FRONT).map(([at, p]) => [
      at,
      { x: p!.x, y: at.includes('.cone') ? 400 + (p!.y - 400) / 60 : p!.y, sd: 2 },
    ]),
  );
  const { reading } = measurePose(landingOffset, flat, { plus: 1, ballLead: null });
  expect(reading.estimate).toBeNull();
  expect(reading.why).toContain('cannot be read here');
});

describe('cones are marked once a camera position', () => {
  const film = (id: string, view: 'front' | 'rear' = 'front', width = 960, filmedOn = '2026-07-14') => ({
    ...{ id, view, width, filmedOn },
    height: 540,
  });
  const cone = (clipId: string, point: 'coneAheadGlove' | 'coneRubberGlove' | 'backToe', x: number) => ({
    ...{ clipId, point, x },
    event: 'set' as const,
  });
  const points = [cone('a', 'coneAheadGlove', 1), cone('a', 'coneRubberGlove', 2), cone('a', 'backToe', 3)];
  test('a film without cones has those of another film of its view and size', () => {
    expect(groundMarksFor(film('b'), [film('a'), film('b')], points).map((p) => p.x)).toEqual([2, 1]);
  });
  test('figures of a film are read from its own points and these cones', () => {
    expect(pointsOfFilm(film('b'), [film('a'), film('b')], points).map((p) => p.x)).toEqual([2, 1]);
    expect(pointsOfFilm(film('a'), [film('a'), film('b')], points).map((p) => p.x)).toEqual([3, 2, 1]);
  });
  test('its own come first, one by one', () => {
    const own = [...points, cone('b', 'coneAheadGlove', 9)];
    expect(groundMarksFor(film('b'), [film('a'), film('b')], own).map((p) => p.x)).toEqual([2, 9]);
  });
  test('another view, another day, or pictures of another size, are another camera position', () => {
    expect(groundMarksFor(film('b', 'rear'), [film('a'), film('b', 'rear')], points)).toEqual([]);
    const later = film('b', 'front', 960, '2026-07-15');
    expect(groundMarksFor(later, [film('a'), later], points)).toEqual([]);
    expect(groundMarksFor(film('b', 'front', 1280), [film('a'), film('b', 'front', 1280)], points)).toEqual([]);
  });
});
