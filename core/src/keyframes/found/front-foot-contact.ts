import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { highestNear, quantileOf, rateOf } from './series.ts';

/** The foot has landed once the picture changes by less than this share of its fastest change. */
const LANDED = 0.35;
/** And the first change that is this share of the fastest one is that of the landing. */
const FIRST = 0.6;
/** For so long a shoe that has landed turned may look the less like one that stands flat. */
const TURNS_SECONDS = 0.04;
/** Contact comes before the fastest hand by these seconds (contact to release is 0.10 to 0.20 s: the acceptable band of the sheet, common practice). */
const [EARLIEST, LATEST] = [0.25, 0.03];

/**
 * Front foot bears weight: the picture at the place of the landed shoe changes fast until the shoe is there, and slowly afterwards (it settles, cloth and shadow go on). The end of the fast change is contact; where the
 * difference rises once more before it falls for good (he lands on heel or toe and then turns flat), its top is. The ankle's own speed is worse: its place is read with an error as large as its last way.
 * Needs: the difference of the shoe's place from how it looks once it stands; the frame of the fastest hand.
 */
export function frontFootContact({ times, shoe, towardsTarget }: ClipEvidence, fastest: number): FoundEvent | null {
  const rate = rateOf(times);
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  const first = Math.max(1, Math.round(fastest - EARLIEST * rate));
  const last = Math.round(fastest - LATEST * rate);
  const change = (i: number): number => {
    const [before, now] = [shoe[i - 1], shoe[i]];
    return before == null || now == null ? 0 : before - now;
  };
  let fastestChange = 0;
  for (let i = first; i <= last; i++) fastestChange = Math.max(fastestChange, change(i));
  // The first fast change: what follows is the shoe that turns flat.
  let steepest = first;
  while (steepest < last && change(steepest) < FIRST * fastestChange) steepest++;
  while (steepest < last && change(steepest + 1) > change(steepest)) steepest++;
  const most = change(steepest);
  const standing = shoe.slice(last, Math.round(fastest + 0.05 * rate) + 1).filter((d): d is number => d !== null);
  if (standing.length < 2 || most <= 0) return null;
  let i = steepest + 1;
  while (i < last && change(i) > LANDED * most) i++;
  const far = Math.max(...shoe.slice(Math.max(0, steepest - frames(0.1)), steepest + 1).map((d) => d ?? 0));
  const turns = Math.max(2, frames(TURNS_SECONDS));
  const after = shoe.map((d) => d ?? far);
  // Of the frame in which it landed only a part was flight.
  const turnsFlat =
    after[i + 1]! > after[i]! - 0.03 * far && after[i]! - after[Math.min(after.length - 1, i + frames(0.1))]! > 0.1 * far;
  const frame = turnsFlat ? highestNear(after, i, i + turns, 1) : i - 1 + Math.max(0, Math.min(1, change(i) / most));
  const noise = quantileOf(standing, 0.9);
  const half = Math.max(1.2, 0.01 * rate);
  const clear = far > 2 * noise && i < last;
  // Along the line of sight the shoe comes towards the camera and is seen to stand late: the side view tells it better.
  const usual = towardsTarget === null ? 0.6 : 0.87;
  return { frame, from: frame - half, to: frame + half, sure: clear ? usual : 0.5 };
}
