import { expect, test } from 'vitest';
import { handOutFrameSchema } from './kept.ts';

test('a hand-out from before there was chalk has nothing drawn on it', () => {
  const read = handOutFrameSchema.parse({
    camper: { bib: 1, name: 'C', age: 12, hand: 'R', heightCentimetres: 150 },
    camp: { name: 'Week', place: 'Field', units: 'metric' },
    sheet: { name: 'Sheet', version: 1 },
    ...{ coaches: ['D'], thrownOn: '2026-07-13' },
    freezes: [
      { clipId: '01920000-0000-7000-8000-000000000002', frame: 3, width: 960, height: 540, line: [], picture: 'ab'.repeat(32) },
      null,
    ],
  });
  expect(read.freezes).toMatchObject([{ frame: 3, strokes: [], centre: null }, null]);
});
