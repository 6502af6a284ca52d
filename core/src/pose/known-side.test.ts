import { describe, expect, test } from 'vitest';
import { BODY_POINTS } from './body-points.ts';
import type { Finding } from './finding.ts';
import { armsAhead } from './known-side.ts';

const [H, LANDED, THROWN] = [300, 1, 1.18];
const [THROWING, GLOVE] = [BODY_POINTS.indexOf('rightWrist'), BODY_POINTS.indexOf('leftWrist')];

/** A throwing hand that goes three heights a second, nine about the throw, and a glove that stays; `both` are looks in which the model finds the two on the glove. */
function film(both: (seconds: number) => boolean = () => false): Finding[] {
  let x = 100;
  return Array.from({ length: 72 }, (_, i) => {
    const seconds = 0.9 + i / 120;
    x += ((Math.abs(seconds - THROWN) < 0.03 ? 9 : Math.abs(seconds - THROWN) < 0.1 ? 3 : 0) * H) / 120;
    const glove = { x: 420, y: 120, score: 0.8 };
    const body = BODY_POINTS.map((_, point) =>
      point === GLOVE || (point === THROWING && both(seconds)) ? glove : { x, y: 120, score: 0.8 },
    );
    return { frame: i, seconds, square: { x: 300, y: 200, side: 400 }, body, peaks: body.map((place) => [place]) };
  });
}
/** When the arms pass each other, by which arm is ahead before and after. */
const throwOf = (findings: Finding[]): number => {
  const ahead = armsAhead(findings, LANDED, THROWING, GLOVE, H);
  return findings.find(({ seconds }) => ahead(seconds) === 'throwingArm')!.seconds;
};

describe('which arm is nearer the target', () => {
  test('the throwing one from shortly after the fastest hand on', () => {
    const ahead = armsAhead(film(), LANDED, THROWING, GLOVE, H);
    expect(throwOf(film())).toBeCloseTo(THROWN + 0.035, 1);
    expect([0.5, 0.8, 1.05, THROWN, 1.3].map(ahead)).toEqual(['gloveShoulder', 'gloveArm', 'gloveArm', null, 'throwingArm']);
  });
  test('two wrists that are found on one hand for a while are no throw: no hand goes there and back so fast', () => {
    const jumps = film((seconds) => [1.13, 1.14, 1.15, 1.25, 1.26, 1.27].some((t) => Math.abs(seconds - t) < 0.003));
    expect(throwOf(jumps)).toBeCloseTo(THROWN + 0.035, 1);
  });
  test('nobody throws within a tenth of a second of his widest stride', () => {
    // A hand that is as fast as in the throw just after he has landed, for as long.
    const early = film().map((f) => {
      const on = Math.max(0, Math.min(0.05, f.seconds - 1.02)) * 12 * H;
      const body = f.body.map((p, point) => (point === THROWING ? { ...p, x: p.x + on } : p));
      return { ...f, body };
    });
    expect(throwOf(early)).toBeCloseTo(THROWN + 0.035, 1);
  });
});
