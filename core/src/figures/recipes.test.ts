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

  // The body height of these points is (201.5 + hypot(90, 82.5) + hypot(80, 100)) / 0.894, as above; the rest is read off the drawing.
  const more: PointsAt = {
    ...points,
    'contact.backKnee': { x: 340, y: 401.5 },
    'footOpens.frontAnkle': { x: 420, y: 470 },
    'liftTop.frontHip': { x: 200, y: 300 },
    'liftTop.backHip': { x: 220, y: 302 },
    'liftTop.backAnkle': { x: 180, y: 500 },
    'release.frontHip': { x: 500, y: 300 },
    'release.frontKnee': { x: 560, y: 400 },
    'release.frontAnkle': { x: 560, y: 500 },
    'release.ball': { x: 700, y: 200 },
    'release.ballLater': { x: 780, y: 210 },
  };
  const value = (id: Parameters<typeof recipeOf>[0], towards: 1 | -1 = 1, lead = 0, at = more) =>
    recipeOf(id)!.value(at, towards, lead);

  test('the hips stand ahead of the back ankle by the way of their middle', () => {
    expect(value('pelvisAhead')).toBeCloseTo(30 / bodyHeightPixels(more), 12);
    expect(value('pelvisAhead', -1)).toBeCloseTo(-30 / bodyHeightPixels(more), 12);
  });

  test('the foot opens after so much of the way of the ankle', () => {
    expect(value('footOpensShare')).toBeCloseTo(240 / 400, 12);
    const mirrored = Object.fromEntries(Object.entries(more).map(([k, v]) => [k, { ...v!, x: 1000 - v!.x }]));
    expect(value('footOpensShare', -1, 0, mirrored)).toBeCloseTo(240 / 400, 12);
  });

  test('the legs are spread by the angle between the thighs, wherever the hips stand', () => {
    // Front thigh (90, 82.5), back thigh (-50, 100).
    const degrees = (Math.acos((90 * -50 + 82.5 * 100) / (Math.hypot(90, 82.5) * Math.hypot(50, 100))) * 180) / Math.PI;
    expect(value('legSpread')).toBeCloseTo(degrees, 9);
    expect(() => value('legSpread', 1, 0, { ...more, 'contact.backKnee': more['contact.backHip'] })).toThrow(
      /front knee|back knee/,
    );
  });

  test('the front knee opens from contact to release by the difference of its angles', () => {
    // At release the thigh leans by atan(60 / 100), the shin is upright.
    const release = 180 - (Math.atan(0.6) * 180) / Math.PI;
    const [a, b] = [Math.atan2(-82.5, -90), Math.atan2(100, 80)];
    const contact = Math.abs(((b - a) * 180) / Math.PI);
    expect(value('frontKneeChange')).toBeCloseTo(release - Math.min(contact, 360 - contact), 9);
  });

  test('the ball is led back along its path to where it was let go, towards the target', () => {
    const height = bodyHeightPixels(more);
    expect(value('ballAheadRelease')).toBeCloseTo(140 / height, 12);
    expect(value('ballAheadRelease', 1, -0.5)).toBeCloseTo((140 - 40) / height, 12);
    expect(value('ballAheadRelease', -1, -0.5)).toBeCloseTo(-(140 - 40) / height, 12);
  });

  test('a forearm that points straight down and to the target wraps there, and nowhere else', () => {
    const forearm = (x: number, y: number) =>
      value('forearmContact', 1, 0, { ...more, 'contact.throwingElbow': { x: 0, y: 0 }, 'contact.throwingWrist': { x, y } });
    // Level and back 0, up 90, level and forward 180, down -90; beyond 225 it is -135.
    expect([forearm(-1, 0), forearm(0, -1), forearm(1, 0), forearm(0, 1)].map(Math.round)).toEqual([0, 90, 180, -90]);
    expect(forearm(1, 0.9)).toBeCloseTo(180 + (Math.atan(0.9) * 180) / Math.PI, 9);
    expect(forearm(1, 1)).toBeCloseTo(-135, 9);
    expect(forearm(0.9, 1)).toBeCloseTo(-90 - (Math.atan(0.9) * 180) / Math.PI, 9);
  });

  test('no point is asked for twice', () => {
    for (const { id, needs } of FIGURE_RECIPES) expect(new Set(needs).size, id).toBe(needs.length);
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
