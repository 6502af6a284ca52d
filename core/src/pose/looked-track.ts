import type { TrackPlace, TrackSample } from './smooth-track.ts';

/** A sample further than this from the middle of its neighbours, while those lie this much nearer to each other, jumps there and back. */
const [JUMP, NEARER] = [3, 0.5];
/** How far the middle of a quick way lies beside the line between its ends, as a share of it: a half circle would be 0.5. */
const BENDS = 0.25;

/**
 * A way that goes through what was seen, for joints that go further between two frames than a parabola can bend: at 30 frames a second a hand that throws. One that jumps there and back for a frame is left out; between samples it is straight. null where there are fewer than three
 * samples.
 *
 * @param floor the distance in pixels below which nobody is doubted
 */
export function lookedTrack(samples: readonly TrackSample[], times: readonly number[], floor: number): TrackPlace[] | null {
  if (samples.length < 3) return null;
  const bends = samples.map((s, i) => {
    const [a, b] = [samples[i - 1], samples[i + 1]];
    return a && b
      ? { off: Math.hypot(s.x - (a.x + b.x) / 2, s.y - (a.y + b.y) / 2), apart: Math.hypot(a.x - b.x, a.y - b.y) }
      : { off: 0, apart: 0 };
  });
  const good = samples.filter((_, i) => bends[i]!.off <= JUMP * floor || bends[i]!.apart > NEARER * bends[i]!.off);
  // A quick way bends: only what it bends by more than that is doubt. Of even noise the middle of two neighbours is off by √1.5 of it.
  const scatter = bends.map(({ off, apart }) => Math.max(0, off - BENDS * apart) / Math.sqrt(1.5));
  let k = 0;
  return times.map((seconds) => {
    while (k < good.length - 2 && good[k + 1]!.seconds <= seconds) k++;
    const [a, b] = [good[k]!, good[k + 1] ?? good[k]!];
    const share = b.seconds === a.seconds ? 0 : Math.max(0, Math.min(1, (seconds - a.seconds) / (b.seconds - a.seconds)));
    const mixed = (of: (s: TrackSample) => number): number => of(a) + (of(b) - of(a)) * share;
    const near = samples.findIndex((s) => s.seconds >= seconds - 1e-6);
    return {
      x: mixed((s) => s.x),
      y: mixed((s) => s.y),
      score: mixed((s) => s.score),
      scatter: scatter[near === -1 ? samples.length - 1 : near]!,
    };
  });
}
