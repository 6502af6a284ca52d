import { describe, expect, test } from 'vitest';
import { anchorOutline, anchorPictures } from './anchors.ts';
import { defaultSheet } from './default-sheet.ts';
import { resolveSheet } from './resolve-sheet.ts';

const at = (id: string, age: '9-10' | '15-16', choices: Record<string, string> = {}, sheet = defaultSheet) =>
  anchorPictures(resolveSheet(sheet, age, 'stretch', choices).find((c) => c.id === id)!, age);

describe('drawings of levels', () => {
  test('of the body of the age, and of the reading that holds', () => {
    expect(at('B3', '9-10')).toEqual([0, 1, 2, 3].map((level) => `/anchors/B3-gather-child-${level}.svg`));
    expect(at('B3', '15-16')![3]).toBe('/anchors/B3-early-youth-3.svg');
    expect(at('B3', '15-16', { B3: 'gather' })![3]).toBe('/anchors/B3-gather-youth-3.svg');
    // Its words have two readings, its band has one.
    expect(at('E1', '15-16')![0]).toBe('/anchors/E1-youth-0.svg');
  });

  test('the joints of what is wanted, in body heights from where the back foot stood', () => {
    const outline = (id: string, age: '9-10' | '15-16', choices = {}) =>
      anchorOutline(resolveSheet(defaultSheet, age, 'stretch', choices).find((c) => c.id === id)!, age);
    const set = outline('A1', '9-10')!;
    // At the set the back ankle is where it stood, and the hips stand at half the height, the head nearly at all of it (Drillis and Contini; values from memory).
    expect(set.backAnkle).toEqual({ x: 0, y: 0 });
    expect(set.backHip!.y).toBeGreaterThan(0.4);
    expect(set.backHip!.y).toBeLessThan(0.55);
    expect(set.head!.y).toBeGreaterThan(0.8);
    expect(set.frontAnkle!.x).toBeGreaterThan(0);
    // The hips gathered over the foot, or already on the way.
    expect(outline('B3', '15-16')!.backHip!.x).toBeGreaterThan(outline('B3', '15-16', { B3: 'gather' })!.backHip!.x);
    // Nothing lies over a film from the side that is drawn from the front, or not at all.
    expect(outline('D3', '15-16')).toBeNull();
    expect(outline('A4', '9-10')).toBeNull();
  });

  test('none where nothing is drawn', () => {
    expect(at('A4', '9-10')).toBeNull();
  });

  test('none where the sheet has other bands than those that were drawn', () => {
    const changed = structuredClone(defaultSheet);
    const band = changed.bands.find((b) => b.figure === 'trunkRelease')!;
    expect(at('G2', '15-16', {}, changed)).not.toBeNull();
    band.wanted = [30, 42];
    expect(at('G2', '15-16', {}, changed)).toBeNull();
    Object.assign(band, { wanted: [28, 42], acceptable: [20, 52] });
    expect(at('G2', '15-16', {}, changed)).toBeNull();
  });
});
