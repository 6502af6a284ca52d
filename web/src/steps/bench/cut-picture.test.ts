import { describe, expect, test } from 'vitest';
import { roomyLayout } from '../../workers/roomy-layout.ts';
import { cutPicture } from './cut-picture.ts';

const [W, H] = [16, 12];
const planes = (format: 'I420' | 'NV12') => {
  const { layout } = roomyLayout(format, W, H)!;
  return { init: { format, codedWidth: W, codedHeight: H, timestamp: 7, layout } as VideoFrameBufferInit };
};

describe('a part of a picture', () => {
  test('begins in each plane where the part begins', () => {
    const { init, rect } = cutPicture(planes('I420'), { x: 4, y: 6, width: 6, height: 4 });
    expect(rect).toEqual({ x: 4, y: 6, width: 6, height: 4 });
    expect(init).toMatchObject({ codedWidth: 6, codedHeight: 4, timestamp: 7 });
    expect(init.layout).toEqual([
      { offset: 6 * 16 + 4, stride: 16 },
      { offset: 16 * 13 + 3 * 8 + 2, stride: 8 },
      { offset: 16 * 13 + 8 * 7 + 3 * 8 + 2, stride: 8 },
    ]);
  });

  test('of two planes the colours lie in pairs', () => {
    expect(cutPicture(planes('NV12'), { x: 4, y: 6, width: 6, height: 4 }).init.layout).toEqual([
      { offset: 6 * 16 + 4, stride: 16 },
      { offset: 16 * 13 + 3 * 16 + 4, stride: 16 },
    ]);
  });

  test('is widened to even pixels and held inside the picture', () => {
    expect(cutPicture(planes('I420'), { x: 3.4, y: 1, width: 3.2, height: 1 }).rect).toEqual({ x: 2, y: 0, width: 6, height: 2 });
    expect(cutPicture(planes('I420'), { x: -9, y: -3, width: 40, height: 40 }).rect).toEqual({ x: 0, y: 0, width: W, height: H });
    expect(cutPicture(planes('I420'), { x: 40, y: 40, width: 5, height: 5 }).rect).toEqual({ x: 14, y: 10, width: 2, height: 2 });
  });

  test('no plane of a part reaches into the next one or beyond the memory, as a browser reckons it', () => {
    for (const format of ['I420', 'NV12'] as const)
      for (const part of [
        { x: 14, y: 10, width: 2, height: 2 },
        { x: 2, y: 0, width: 14, height: 12 },
        { x: 0, y: 0, width: W, height: H },
      ]) {
        const { layout, codedHeight } = cutPicture(planes(format), part).init;
        const ends = layout!.map((p, i) => p.offset + p.stride * (i === 0 ? codedHeight : codedHeight / 2));
        layout!.slice(1).forEach((p, i) => {
          expect(ends[i]!).toBeLessThanOrEqual(p.offset);
        });
        expect(ends.at(-1)!).toBeLessThanOrEqual(roomyLayout(format, W, H)!.bytes);
      }
  });

  test('a kind of picture that is not known here is given whole', () => {
    const other = { init: { ...planes('I420').init, format: 'I444' as const } };
    expect(cutPicture(other, { x: 4, y: 4, width: 2, height: 2 })).toEqual({
      init: other.init,
      rect: { x: 0, y: 0, width: W, height: H },
    });
  });
});
