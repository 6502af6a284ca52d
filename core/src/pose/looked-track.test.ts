import { describe, expect, test } from 'vitest';
import { lookedTrack } from './looked-track.ts';

const times = Array.from({ length: 30 }, (_, i) => i / 30);
/** A hand that rests, goes 150 pixels round in three frames, and rests. */
const hand = (t: number): { x: number; y: number } => {
  const angle = Math.PI * Math.max(0, Math.min(1, (t - 0.5) / 0.1));
  return { x: 100 - 75 * Math.cos(angle), y: 80 - 75 * Math.sin(angle) };
};
const samples = times.map((seconds) => ({ seconds, ...hand(seconds), score: 0.8 }));

describe('lookedTrack', () => {
  test('goes through what was seen, however quick', () => {
    const track = lookedTrack(samples, times, 1)!;
    for (const [i, t] of times.entries()) expect(Math.hypot(track[i]!.x - hand(t).x, track[i]!.y - hand(t).y)).toBeLessThan(1e-9);
  });
  test('what jumps there and back is left out, and its frame lies between its neighbours', () => {
    const jumped = samples.map((s, i) => (i === 5 ? { ...s, x: s.x + 60 } : s));
    const track = lookedTrack(jumped, times, 1)!;
    expect(track[5]!.x).toBeCloseTo(hand(times[5]!).x, 9);
    expect(track[5]!.scatter).toBeGreaterThan(40);
  });
  test('a frame that was not looked at lies between those before and after it; beyond the ends it stays', () => {
    const some = samples.filter((_, i) => i > 2 && i !== 8 && i < 28);
    const track = lookedTrack(some, times, 1)!;
    expect(track[8]!.x).toBeCloseTo((hand(times[7]!).x + hand(times[9]!).x) / 2, 9);
    expect([track[0]!.x, track[29]!.x]).toEqual([hand(times[3]!).x, hand(times[27]!).x]);
  });
  test('what is noisy scatters as it does, and a quick way is no noise', () => {
    const noisy = samples.map((s, i) => ({ ...s, x: s.x + (i % 2 ? 2 : -2) }));
    expect(lookedTrack(noisy, times, 5)![6]!.scatter).toBeGreaterThan(2);
    expect(
      Math.max(
        ...lookedTrack(samples, times, 1)!
          .slice(0, 14)
          .map((p) => p.scatter),
      ),
    ).toBeLessThan(1e-9);
    // At the top of its half circle the hand goes 130 pixels in two frames.
    expect(lookedTrack(samples, times, 1)![16]!.scatter).toBeLessThan(20);
  });
  test('two samples are no way', () => expect(lookedTrack(samples.slice(0, 2), times, 1)).toBeNull());
});
