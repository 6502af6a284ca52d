import { describe, expect, test } from 'vitest';
import { FOUR_CONES, GROUND_POINTS, groundMarksFor, groundOf, groundPlace, isGroundMark, pointsOfFilm } from './ground-marks.ts';
import { landingOffset } from './ground/landing-offset.ts';
import { measurePose } from './measure-pose.ts';
import { DRAWN_FRONT } from './testing/drawn-front.ts';

describe('the marks of the ground', () => {
  test('where nothing is said, four cones are a rectangle whose short side runs through the rubber', () => {
    const ground = groundOf(DRAWN_FRONT, FOUR_CONES);
    expect(ground.at({ x: 500, y: 400 }).x).toBeCloseTo(0, 12);
    expect(ground.at({ x: 650, y: 490 }).x).toBeCloseTo(1.8, 12);
    expect(ground.at({ x: 650, y: 490 }).y).toBeCloseTo(0.75, 12);
    expect(ground.at({ x: 500, y: 450 }).x).toBeCloseTo(1, 12);
  });
  test('a mark that is missing is named', () => {
    expect(() => groundOf({ ...DRAWN_FRONT, 'set.coneAheadGlove': undefined }, FOUR_CONES)).toThrow(
      'ground mark ahead, glove side',
    );
  });
  test('they may lie as a camp lays them: the ends of two lines of known length', () => {
    const lines = { atRubber: 0.6, ahead: 0.9, length: 2.4 };
    expect(groundPlace('coneRubberThrowing', lines)).toEqual({ x: 0, y: -0.3 });
    expect(groundPlace('coneAheadGlove', lines)).toEqual({ x: 2.4, y: 0.45 });
    expect(groundPlace('backToe', lines)).toBeNull();
    const ground = groundOf(DRAWN_FRONT, lines);
    expect(ground.at({ x: 650, y: 400 }).y).toBeCloseTo(0.3, 12);
    expect(ground.at({ x: 650, y: 490 })).toEqual({ x: expect.closeTo(2.4, 12), y: expect.closeTo(0.45, 12) });
  });
  test('they are points of the set', () => {
    expect(GROUND_POINTS).toHaveLength(4);
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
