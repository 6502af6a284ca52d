import { describe, expect, test } from 'vitest';
import { measureFigure, type MeasuredPoints } from './measure-figure.ts';
import { bodyHeightPixels, FIGURE_RECIPES, recipeOf, type PointsAt } from './recipes.ts';
import { phraseFigure } from './phrase-figure.ts';

/** A body drawn by hand: 500 px high, target to the right. */
const points: PointsAt = {
  'set.head': { x: 205, y: 60 },
  'set.backAnkle': { x: 180, y: 500 },
  'set.frontAnkle': { x: 300, y: 500 },
  'set.throwingShoulder': { x: 150, y: 120 },
  'set.gloveShoulder': { x: 250, y: 120 },
  'contact.head': { x: 400, y: 100 },
  'contact.frontHip': { x: 410, y: 301.5 },
  'contact.backHip': { x: 390, y: 301.5 },
  'contact.frontKnee': { x: 500, y: 384 },
  'contact.frontAnkle': { x: 580, y: 484 },
  'contact.throwingElbow': { x: 300, y: 150 },
  'contact.throwingWrist': { x: 270, y: 98.0384757729337 },
  'contact.glove': { x: 480, y: 160 },
  'contact.throwingShoulder': { x: 360, y: 150 },
  'contact.gloveShoulder': { x: 440, y: 150 },
};
const withError = (all: PointsAt, sd = 2): MeasuredPoints =>
  Object.fromEntries(Object.entries(all).map(([at, p]) => [at, { ...p!, sd }]));
const clip = { towardsTarget: 1 as const, ballLead: null };
const words = (...args: Parameters<typeof phraseFigure>): string => phraseFigure(...args).replaceAll('\u00a0', ' ');
const compute = (id: Parameters<typeof recipeOf>[0]) => measureFigure(recipeOf(id)!, withError(points), clip).estimate!;

describe('figures', () => {
  test('body height: head to pelvis and along the front leg, over their share of height', () => {
    const expected = (201.5 + Math.hypot(90, 82.5) + Math.hypot(80, 100)) / 0.894;
    expect(bodyHeightPixels(points)).toBeCloseTo(expected, 10);
  });

  test('stride is the way of the ankle along the line over body height', () => {
    expect(compute('stride').value).toBeCloseTo(400 / bodyHeightPixels(points), 10);
    expect(compute('stride').unit).toBe('heightShare');
  });

  test('a target on the other side turns the sign of what points to it', () => {
    expect(recipeOf('stride')!.value(points, -1, 0)).toBeLessThan(0);
  });

  test('forearm: 60 degrees up when the wrist stands behind and above the elbow', () => {
    expect(compute('forearmContact').value).toBeCloseTo(60, 8);
  });

  test('head drop is downwards in the picture', () => {
    expect(compute('headDrop').value).toBeCloseTo(40 / bodyHeightPixels(points), 10);
  });

  test('glove height is negative below the shoulders', () => {
    expect(compute('gloveHeightContact').value).toBeCloseTo(-10 / bodyHeightPixels(points), 10);
  });

  test('base width compares the feet with the breadth of the shoulders (0.259 of height, joints 0.226 apart)', () => {
    expect(compute('baseWidth').value).toBeCloseTo((120 * 0.226) / (100 * 0.259), 10);
  });

  test('every recipe names points of key frames and refuses a missing one by its name', () => {
    for (const recipe of FIGURE_RECIPES) {
      expect(recipe.needs.length).toBeGreaterThan(0);
      expect(() => recipe.value({}, 1, 0), recipe.id).toThrow(/missing/);
      expect(() => measureFigure(recipe, {}, clip), recipe.id).toThrow(/missing/);
    }
    expect(new Set(FIGURE_RECIPES.map((r) => r.id)).size).toBe(FIGURE_RECIPES.length);
  });

  test('words for a family turn a sign into a direction', () => {
    expect(words('frontKneeChange', { value: -16.2, sd: 4.1, unit: 'degrees' })).toBe(
      'front knee bent 16 ± 4° further from landing to release',
    );
    expect(words('frontKneeChange', { value: 16.2, sd: 4.1, unit: 'degrees' })).toBe('front knee straightened 16 ± 4°');
    expect(words('frontKneeContact', { value: 137, sd: 3, unit: 'degrees' })).toBe('front knee at contact 137 ± 3°');
  });
});
