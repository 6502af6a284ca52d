import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { quantileOf, rateOf } from './series.ts';

/** The foot has landed once the picture changes by less than this share of its fastest change. */
const LANDED = 0.25;
/** Contact comes before the fastest hand by these seconds (contact to release is 0.10 to 0.20 s: the acceptable band of the sheet, common practice). */
const [EARLIEST, LATEST] = [0.25, 0.03];

/**
 * Front foot bears weight: the picture at the place of the landed shoe changes fast until the shoe is there, and slowly afterwards (it settles, cloth and shadow go on). The end of the fast change is contact. The ankle's own
 * speed is worse: its place is read with an error as large as its last way.
 * Needs: the difference of the shoe's place from how it looks once it stands; the frame of the fastest hand.
 */
export function frontFootContact({ times, shoe }: ClipEvidence, fastest: number): FoundEvent | null {
  const rate = rateOf(times);
  const first = Math.max(1, Math.round(fastest - EARLIEST * rate));
  const last = Math.round(fastest - LATEST * rate);
  const change = (i: number): number => {
    const [before, now] = [shoe[i - 1], shoe[i]];
    return before == null || now == null ? 0 : before - now;
  };
  let steepest = first;
  for (let i = first; i <= last; i++) if (change(i) > change(steepest)) steepest = i;
  const most = change(steepest);
  const standing = shoe.slice(last, Math.round(fastest + 0.05 * rate) + 1).filter((d): d is number => d !== null);
  if (standing.length < 2 || most <= 0) return null;
  let i = steepest + 1;
  while (i < last && change(i) > LANDED * most) i++;
  // Of the frame in which it landed only a part was flight.
  const frame = i - 1 + Math.max(0, Math.min(1, change(i) / most));
  const noise = quantileOf(standing, 0.9);
  const half = Math.max(0.5, 0.01 * rate);
  const clear = (shoe[steepest - 1] ?? 0) > 2 * noise && i < last;
  return { frame, from: frame - half, to: frame + half, sure: clear ? 0.9 : 0.5 };
}
