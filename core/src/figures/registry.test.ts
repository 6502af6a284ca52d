import { FOUR_CONES } from './ground-marks.ts';
import { describe, expect, test } from 'vitest';
import { FIGURE_IDS } from './figure-ids.ts';
import { measurePose } from './measure-pose.ts';
import { phraseFigure } from './phrase-figure.ts';
import { bodyHeightPixels } from './body-height.ts';
import { FIGURES, figureLimits, POSE_FIGURES, poseFigure, TIME_FIGURES } from './registry.ts';
import { DRAWN, DRAWN_HEIGHT } from './testing/drawn-body.ts';

const words = (...args: Parameters<typeof phraseFigure>): string => phraseFigure(...args).replaceAll('\u00a0', ' ');

describe('the registry of figures', () => {
  test('each figure stands under its own id and says what it is, where it is seen and whence its definition comes', () => {
    for (const id of FIGURE_IDS) {
      const figure = FIGURES[id];
      expect(figure.id).toBe(id);
      for (const said of [figure.name, figure.definition, figure.source]) expect(said.length, id).toBeGreaterThan(3);
      expect(figure.views.length, id).toBeGreaterThan(0);
    }
    expect(new Set(FIGURE_IDS.map((id) => FIGURES[id].name)).size).toBe(FIGURE_IDS.length);
  });

  test('its unit and the unit of its bands belong together', () => {
    const bands = {
      degrees: 'degrees',
      heightShare: 'percent',
      ratio: 'percent',
      seconds: 'milliseconds',
      centimetres: 'centimetres',
      metresPerSecond: 'milesPerHour',
    };
    for (const id of FIGURE_IDS) expect(FIGURES[id].bands.unit, id).toBe(bands[FIGURES[id].unit]);
  });

  test('joints end at 0 and 180 degrees, shares of a whole at 100 %', () => {
    expect(figureLimits('frontKneeContact')).toEqual([0, 180]);
    expect(figureLimits('footOpensShare')).toEqual([null, 100]);
    expect(figureLimits('kneeLift')).toEqual([0, null]);
    expect(figureLimits('trunkContact')).toEqual([null, null]);
  });

  test('poses are read from placed points, times from key frames', () => {
    expect(POSE_FIGURES).toHaveLength(50);
    expect(TIME_FIGURES.map((f) => f.needs)).toEqual([
      ['set', 'bodyBack'],
      ['kneeDown', 'handsApart'],
      ['liftTop', 'driveStart', 'contact'],
      ['contact', 'shouldersTurn'],
      ['release', 'backFootOff'],
      ['liftTop', 'contact'],
      ['contact', 'release'],
      ['firstMove', 'gloved'],
      ['release', 'gloved'],
    ]);
    expect(poseFigure('stride')?.id).toBe('stride');
    expect(poseFigure('liftToContact')).toBeNull();
  });

  test('every pose names points of key frames once each, and refuses a missing one by its name', () => {
    for (const figure of POSE_FIGURES) {
      expect(new Set(figure.needs).size, figure.id).toBe(figure.needs.length);
      expect(() => figure.value({}, 1, 0, FOUR_CONES), figure.id).toThrow(/missing/);
      expect(() => measurePose(figure, {}, { plus: 1, ballLead: null }), figure.id).toThrow(/missing/);
    }
  });

  // Head to pelvis and along the front leg, over their share of height: 0.894, values from memory.
  test('body height', () => {
    expect(bodyHeightPixels(DRAWN)).toBeCloseTo(DRAWN_HEIGHT, 10);
  });

  test('words for a family turn a sign into a direction', () => {
    expect(words('frontKneeChange', { value: -16.2, sd: 4.1, unit: 'degrees' })).toBe(
      'front knee bent 16 ± 4° further from landing to release',
    );
    expect(words('frontKneeChange', { value: 16.2, sd: 4.1, unit: 'degrees' })).toBe('front knee straightened 16 ± 4°');
    // To a degree it is neither above nor below.
    expect(words('elbowLineContact', { value: -0.3, sd: 2.1, unit: 'degrees' })).toBe('elbow to shoulder line at contact 0 ± 2°');
    expect(words('elbowLineContact', { value: -0.7, sd: 2.1, unit: 'degrees' })).toBe(
      'elbow 1 ± 2° below the line of the shoulders at landing',
    );
    expect(words('frontKneeContact', { value: 137, sd: 3, unit: 'degrees' })).toBe('front knee at contact 137 ± 3°');
  });
});
