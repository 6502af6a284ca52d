import { checkpointOfCode } from '../sheet/codes.ts';
import { DRILL_STEPS, type Drill, type Sheet } from '../sheet/schema.ts';

/**
 * One or two drills for a focus: those for the very fault before those for its checkpoint, earlier drill steps first, none
 * that another focus has already.
 *
 * @param taken ids of drills already chosen
 */
export function chooseDrills(sheet: Sheet, faults: readonly string[], taken: ReadonlySet<string>): Drill[] {
  const checkpoint = faults[0] === undefined ? '' : checkpointOfCode(faults[0]);
  const rank = (d: Drill): number => (d.for.some((f) => faults.includes(f)) ? 0 : d.for.indexOf(checkpoint) === 0 ? 1 : 2);
  return sheet.drills
    .filter((d) => !taken.has(d.id) && d.for.some((f) => f === checkpoint || faults.includes(f)))
    .sort((a, b) => rank(a) - rank(b) || DRILL_STEPS.indexOf(a.step) - DRILL_STEPS.indexOf(b.step))
    .slice(0, 2);
}
