import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { rateOf } from './series.ts';

/** A shoe that touches first and bears weight later does so within this time (common practice, no source). */
const WITHIN = 0.06;
/** It flies as long as its picture changes by this share of its fastest change. */
const FLIES = 0.35;

/**
 * First touch: the picture at the place of the landed shoe stops its fast change, while the foot still turns flat. Where that is the frame in which it bears weight, both are one.
 * Needs: the difference of the shoe's place from how it looks once it stands; the front foot that bears weight.
 */
export function firstTouch({ times, shoe }: ClipEvidence, contact: FoundEvent): FoundEvent | null {
  const rate = rateOf(times);
  const last = Math.max(1, Math.round(contact.frame));
  const first = Math.max(1, Math.round(contact.frame - (WITHIN + 0.05) * rate));
  const change = (i: number): number => (shoe[i] == null || shoe[i - 1] == null ? 0 : shoe[i - 1]! - shoe[i]!);
  let steepest = first;
  for (let i = first; i <= last; i++) if (change(i) > change(steepest)) steepest = i;
  const most = change(steepest);
  if (most <= 0) return null;
  let i = steepest + 1;
  while (i < last && change(i) > FLIES * most) i++;
  const frame = Math.min(contact.frame, i - 1 + Math.max(0, Math.min(1, change(i) / most)));
  const half = Math.max(0.5, 0.012 * rate);
  return { frame, from: frame - half, to: Math.min(contact.to, frame + half), sure: Math.min(0.6, contact.sure) };
}
