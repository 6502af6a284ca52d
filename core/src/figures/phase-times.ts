import type { Estimate } from '../estimate/estimate.ts';
import type { EventId } from '../keyframes/events.ts';

/** The two phase times of the sheet, from key-frame times of one view; null when one of the two marks is missing. */
export function phaseTimes(marks: Readonly<Partial<Record<EventId, Estimate>>>): {
  readonly liftToContact: Estimate | null;
  readonly contactToRelease: Estimate | null;
} {
  const span = (from: EventId, to: EventId): Estimate | null => {
    const [a, b] = [marks[from], marks[to]];
    if (!a || !b) return null;
    return { value: b.value - a.value, sd: Math.hypot(a.sd, b.sd), unit: 'seconds' };
  };
  return { liftToContact: span('liftTop', 'contact'), contactToRelease: span('contact', 'release') };
}
