import type { Drill, Sheet } from '../sheet/shape.ts';

/**
 * One or two drills for a focus: those of its first fault in the order of the sheet, then those of the next; none that another focus has already.
 *
 * @param faults codes, the one that matters most first
 * @param taken ids of drills already chosen
 * @example chooseDrills(defaultSheet, ['F2.gives-way'], new Set())[0]?.id // 'firm-landing'
 */
export function chooseDrills(sheet: Sheet, faults: readonly string[], taken: ReadonlySet<string>): Drill[] {
  const all = sheet.checkpoints.flatMap((c) => c.faults);
  const wanted = faults.flatMap((code) => all.find((f) => f.code === code)?.drills ?? []);
  return [...new Set(wanted)]
    .filter((id) => !taken.has(id))
    .slice(0, 2)
    .map((id) => sheet.drills.find((d) => d.id === id)!);
}
