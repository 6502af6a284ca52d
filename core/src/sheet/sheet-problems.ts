import { EVENT_IDS, type EventId } from '../keyframes/events.ts';
import { AGE_GROUPS } from '../roster/age-group.ts';
import { circleIn, runsBackwards } from './causes.ts';
import { checkpointOfCode, isFaultCode } from './codes.ts';
import { DRILL_STEPS, type Band, type Fault, type Sheet } from './shape.ts';

/** What in a sheet names something that it does not have, or the same thing twice. Holds for sheets of every form. */
export function nameProblems(sheet: Sheet): string[] {
  const found: string[] = [];
  const ids = new Set(sheet.checkpoints.map((c) => c.id));
  const codes = new Set(sheet.checkpoints.flatMap((c) => c.faults.map((f) => f.code)));
  const drills = new Set(sheet.drills.map((d) => d.id));
  if (ids.size !== sheet.checkpoints.length) found.push('two checkpoints have the same id');
  if (drills.size !== sheet.drills.length) found.push('two drills have the same id');
  for (const c of sheet.checkpoints) {
    if (!c.levels === !c.readings) found.push(`${c.id}: either levels or readings are expected`);
    for (const f of c.faults) {
      if (isFaultCode(f.code) && checkpointOfCode(f.code) !== c.id)
        found.push(`${c.id}: fault ${f.code} belongs to another checkpoint`);
      for (const d of f.drills) if (!drills.has(d)) found.push(`${f.code}: there is no drill ${d}`);
      for (const o of f.opposes)
        if (!c.faults.some((x) => x.code === o)) found.push(`${f.code}: it opposes ${o}, which its checkpoint does not have`);
    }
    const options = sheet.schools.find((s) => s.id === c.school)?.options.map((o) => o.id);
    if (c.readings?.some((r) => !options?.includes(r.option))) found.push(`${c.id}: a reading has no school option`);
  }
  for (const { cause, effect } of sheet.causes)
    for (const n of [cause, effect]) if (!ids.has(n) && !codes.has(n)) found.push(`cause ${n} is unknown`);
  for (const b of sheet.bands)
    for (const n of [b.faultBelow, b.faultAbove])
      if (n !== null && !codes.has(n)) found.push(`band of ${b.figure}: ${n} is unknown`);
  return found;
}

/** What a sheet of the present form promises and does not hold. Asked of a sheet whose names are in order. */
export function ruleProblems(sheet: Sheet): string[] {
  if (nameProblems(sheet).length > 0) return [];
  const circle = circleIn(sheet);
  return [
    ...(circle ? [`causes run in a circle: ${circle.join(' → ')}`] : []),
    ...sheet.causes.flatMap((c) =>
      runsBackwards(sheet, c) && !c.backwards
        ? [`cause ${c.cause} → ${c.effect} runs backwards in time: say in “backwards” why it holds all the same`]
        : [],
    ),
    ...sheet.checkpoints.flatMap((c) => {
      const [from, to] = c.span ?? [c.event, c.event];
      const at = (event: string): number => EVENT_IDS.indexOf(event as EventId);
      return c.span && at(from) >= at(to) ? [`${c.id}: its span ends before it begins`] : [];
    }),
    ...sheet.bands.flatMap(bandProblems),
    ...sheet.checkpoints.flatMap((c) => c.faults.flatMap((f) => f.opposes.flatMap((o) => sharedWith(f, c.faults, o)))),
    ...sheet.bands.flatMap((b) => {
      if (b.faultBelow === null || b.faultAbove === null) return [];
      const below = sheet.checkpoints.flatMap((c) => c.faults).find((f) => f.code === b.faultBelow)!;
      return below.opposes.includes(b.faultAbove)
        ? []
        : [`${b.faultBelow} and ${b.faultAbove} lie on either side of a band: each opposes the other`];
    }),
    ...DRILL_STEPS.flatMap((step) =>
      AGE_GROUPS.flatMap((age) => {
        const given = sheet.doses.filter((d) => d.step === step && d.ageGroups.includes(age)).length;
        return given === 1 ? [] : [`drills of step ${step}: ${given === 0 ? 'no dose' : 'more than one dose'} at ${age}`];
      }),
    ),
  ];
}

/** A side of a band ends in a margin, or is open where the body or the arithmetic ends: nothing falls from 3 to 0. */
function bandProblems(b: Band): string[] {
  return ([0, 1] as const).flatMap((i) => {
    const [wanted, outer] = [b.wanted[i], b.acceptable[i]];
    const side = i === 0 ? 'lower' : 'upper';
    const where = `band of ${b.figure} (${b.checkpoint}): its ${side} side`;
    if ((wanted === null) !== (outer === null)) return [`${where} is open in one of wanted and acceptable only`];
    if (wanted === null || outer === null) return [];
    return (i === 0 ? outer < wanted : outer > wanted) ? [] : [`${where} has no margin between wanted and acceptable`];
  });
}

/** What two opposite faults say alike. */
function sharedWith(f: Fault, faults: readonly Fault[], code: string): string[] {
  const o = faults.find((x) => x.code === code)!;
  if (!o.opposes.includes(f.code)) return [`${f.code} opposes ${o.code}, and ${o.code} does not oppose it`];
  const same = [
    f.why === o.why && 'why',
    f.lookAgain === o.lookAgain && 'what the re-film should show',
    (f.cue.young === o.cue.young || f.cue.older === o.cue.older) && 'a cue',
    f.seen.some((s) => o.seen.includes(s)) && 'what was seen',
    f.drills.some((d) => o.drills.includes(d)) && 'a drill',
  ].filter((x) => x !== false);
  return f.code < o.code && same.length > 0 ? [`${f.code} and ${o.code} are opposites and share ${same.join(', ')}`] : [];
}
