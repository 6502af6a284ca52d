import type { AgeGroup } from '../roster/age-group.ts';
import type { Band, Checkpoint, DeliveryKind, Sheet } from './schema.ts';

/** Which reading of each school holds, by school id; what is not named has the sheet's default. */
export type SchoolChoices = Readonly<Record<string, string>>;

export interface ResolvedCheckpoint extends Checkpoint {
  /** The four level descriptions under the camp's schools. */
  readonly descriptions: readonly [string, string, string, string];
  readonly scored: boolean;
  /** Why it is not scored, in words; null when it is. */
  readonly notScoredBecause: string | null;
  readonly bands: readonly Band[];
}

/** The school option that holds for an age group. Throws a RangeError for an unknown school. */
export function schoolOption(sheet: Sheet, school: string, ageGroup: AgeGroup, choices: SchoolChoices = {}): string {
  const found = sheet.schools.find((s) => s.id === school);
  if (!found) throw new RangeError(`the sheet has no school ${school}`);
  return choices[school] ?? found.defaults[ageGroup]!;
}

/** The sheet as it reads for one age group and kind of delivery: one set of level words and bands per checkpoint. */
export function resolveSheet(
  sheet: Sheet,
  ageGroup: AgeGroup,
  kind: DeliveryKind = 'stretch',
  choices: SchoolChoices = {},
): ResolvedCheckpoint[] {
  return sheet.checkpoints.map((c) => {
    const option = c.school ? schoolOption(sheet, c.school, ageGroup, choices) : null;
    const descriptions = c.levels ?? c.readings?.find((r) => r.option === option)?.levels;
    if (!descriptions) throw new RangeError(`${c.id} has no level descriptions for ${option}`);
    const forAge = c.scoredFor.includes(ageGroup);
    const forKind = !c.notScoredForKinds.includes(kind);
    return {
      ...c,
      descriptions,
      scored: forAge && forKind,
      notScoredBecause: !forAge ? 'later: not scored at this age' : !forKind ? 'not scored in this kind of delivery' : null,
      bands: bandsFor(sheet, c.id, ageGroup, kind, choices),
    };
  });
}

/** The bands that hold for a checkpoint. */
export function bandsFor(
  sheet: Sheet,
  checkpoint: string,
  ageGroup: AgeGroup,
  kind: DeliveryKind = 'stretch',
  choices: SchoolChoices = {},
): Band[] {
  return sheet.bands.filter(
    (b) =>
      b.checkpoint === checkpoint &&
      (!b.ageGroups || b.ageGroups.includes(ageGroup)) &&
      !b.notForKinds?.includes(kind) &&
      (!b.school || schoolOption(sheet, b.school.id, ageGroup, choices) === b.school.option),
  );
}
