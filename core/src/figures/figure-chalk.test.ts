import { describe, expect, test } from 'vitest';
import { figureChalk, figureMoment } from './figure-chalk.ts';
import { eventOf } from './point-at.ts';
import { POSE_FIGURES } from './registry.ts';

describe('figureChalk', () => {
  test('the trunk runs from the middle of the hips to the middle of the shoulders', () => {
    expect(
      figureChalk('trunkContact', {
        'contact.frontHip': { x: 10, y: 40 },
        'contact.backHip': { x: 20, y: 40 },
        'contact.throwingShoulder': { x: 0, y: 0 },
        'contact.gloveShoulder': { x: 40, y: 10 },
      }),
    ).toEqual([
      { x: 15, y: 40 },
      { x: 20, y: 5 },
    ]);
  });

  test('a joint angle runs through its three points; a missing one leaves nothing', () => {
    const leg = { 'release.frontHip': { x: 1, y: 1 }, 'release.frontKnee': { x: 2, y: 2 } };
    expect(figureChalk('frontKneeRelease', leg)).toEqual([]);
    expect(figureChalk('frontKneeRelease', { ...leg, 'release.frontAnkle': { x: 2, y: 4 } })).toEqual([
      { x: 1, y: 1 },
      { x: 2, y: 2 },
      { x: 2, y: 4 },
    ]);
  });

  test('every figure with points has a line of its own points, and a moment', () => {
    for (const figure of POSE_FIGURES) {
      const line = figureChalk(figure.id, Object.fromEntries(figure.needs.map((at, i) => [at, { x: i, y: i * i }])));
      expect(line.length, figure.id).toBeGreaterThanOrEqual(2);
      expect(figure.needs.map(eventOf)).toContain(figureMoment(figure.id));
    }
    expect([
      figureMoment('stride'),
      figureMoment('pelvisAhead'),
      figureMoment('frontKneeChange'),
      figureMoment('contactToRelease'),
    ]).toEqual(['contact', 'liftTop', 'release', null]);
  });
});
