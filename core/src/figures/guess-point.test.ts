import { describe, expect, test } from 'vitest';
import { guessPoint, type PlacedPoint } from './guess-point.ts';

const clip = { view: 'openSide', xDirection: 1, width: 960, height: 540, placed: [] as PlacedPoint[] } as const;

describe('guessPoint', () => {
  test('with nothing placed the body fills the picture and the head is above the foot', () => {
    const head = guessPoint({ event: 'set', point: 'head' }, clip)!;
    const foot = guessPoint({ event: 'set', point: 'backAnkle' }, clip)!;
    expect(foot.y - head.y).toBeGreaterThan(0.5 * 540);
    expect(foot.y).toBeLessThan(540);
  });

  test('a placed point carries the others with it', () => {
    const before = guessPoint({ event: 'contact', point: 'frontKnee' }, clip)!;
    const hip = guessPoint({ event: 'contact', point: 'frontHip' }, clip)!;
    const placed: PlacedPoint[] = [{ event: 'contact', point: 'frontHip', x: hip.x + 40, y: hip.y - 25 }];
    const after = guessPoint({ event: 'contact', point: 'frontKnee' }, { ...clip, placed })!;
    expect(after.x - before.x).toBeCloseTo(40, 6);
    expect(after.y - before.y).toBeCloseTo(-25, 6);
  });

  test('two placed points set the size: a body half as high has its head half as far up', () => {
    const at = (point: 'head' | 'backAnkle') => guessPoint({ event: 'set', point }, clip)!;
    const [head, foot] = [at('head'), at('backAnkle')];
    const placed: PlacedPoint[] = [
      { event: 'set', point: 'backAnkle', x: foot.x, y: foot.y },
      { event: 'set', point: 'head', x: (head.x + foot.x) / 2, y: (head.y + foot.y) / 2 },
    ];
    const knee = guessPoint({ event: 'set', point: 'backKnee' }, { ...clip, placed })!;
    const whole = guessPoint({ event: 'set', point: 'backKnee' }, clip)!;
    expect((foot.y - knee.y) / (foot.y - whole.y)).toBeGreaterThan(0.45);
    expect((foot.y - knee.y) / (foot.y - whole.y)).toBeLessThan(0.65);
  });

  test('a left-hander is the mirror image, an unknown pose gives nothing', () => {
    const right = guessPoint({ event: 'contact', point: 'glove' }, clip)!;
    const left = guessPoint({ event: 'contact', point: 'glove' }, { ...clip, xDirection: -1 })!;
    expect(left.x).toBeCloseTo(960 - right.x, 6);
    expect(guessPoint({ event: 'gloved', point: 'head' }, clip)).toBeNull();
  });
});
