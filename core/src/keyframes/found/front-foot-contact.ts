import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { quantileOf, rateOf } from './series.ts';

/** Share of the difference of a foot in flight at which the shoe stands. */
const SETTLED = 0.1;

/**
 * Front foot bears weight: the picture at the landed shoe becomes what it stays. The ankle's own speed is worse: its place is read with an error as large as its last way.
 * Needs: the difference of the shoe's place from how it looks once it stands; `top` and `fastest`.
 */
export function frontFootContact({ times, shoe }: ClipEvidence, top: number, fastest: number): FoundEvent | null {
  const rate = rateOf(times);
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  const low = Math.round(top) + frames(0.2);
  const [stands, until] = [fastest - frames(0.05), Math.min(times.length - 1, fastest + frames(0.05))];
  if (low >= stands) return null;
  const at = (from: number, to: number): number[] => shoe.slice(Math.max(0, from), to).filter((d): d is number => d !== null);
  const [standing, flying] = [at(stands, until + 1), at(low, Math.max(low + 3, stands - frames(0.1)))];
  if (standing.length < 2 || flying.length < 2) return null;
  const [noise, far] = [quantileOf(standing, 0.9), quantileOf(flying, 0.5)];
  if (far < 1.5 * noise) return null;
  const limit = noise + SETTLED * (far - noise);
  let frame = stands;
  while (frame > low && (shoe[frame - 1] ?? far) < limit) frame--;
  const [before, own] = [shoe[frame - 1] ?? far, shoe[frame] ?? limit];
  const back = before > limit && before > own ? (limit - own) / (before - own) : 0;
  const contact = frame - back;
  const half = Math.max(0.5, 0.01 * rate);
  return { frame: contact, from: contact - half, to: contact + half, sure: far > 3 * noise ? 0.95 : 0.7 };
}
