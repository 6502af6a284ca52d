import { expect, test } from 'vitest';
import { errorStudy, STUDIED } from './error-study.ts';

// The table of docs/figures.md comes from the same study with more draws: `npm run error-table -w accuracy`.
test.each([120])(
  'at %i frames a second the stated interval, with the moment of the key frame in it, holds the truth of every figure',
  (rate) => {
    const draws = 40;
    const study = errorStudy(rate, 2, draws);
    expect([...study.keys()]).toEqual(STUDIED.map((f) => f.id));
    // Three standard deviations of chance under 95 %.
    for (const [id, { held, read }] of study) {
      expect(read, id).toBeGreaterThan(0.9);
      expect(held, id).toBeGreaterThan(0.95 - 3 * Math.sqrt((0.95 * 0.05) / draws));
    }
    const all = [...study.values()].reduce((sum, v) => sum + v.held, 0) / study.size;
    expect(all).toBeGreaterThan(0.92);
    expect(all).toBeLessThan(0.995);
  },
);
