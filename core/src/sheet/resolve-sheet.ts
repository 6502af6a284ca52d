import type { AgeGroup } from '../roster/age-group.ts';
import type { Band, Checkpoint, DeliveryKind, Sheet, ViewId } from './shape.ts';

/**
 * Which reading of each school holds: by its id for all ages (`B1`), or with an age group behind it for that one (`B1 9-10`), which stands above the other; what is
 * not named has the sheet's default.
 */
export type SchoolChoices = Readonly<Record<string, string>>;

export interface ResolvedCheckpoint extends Checkpoint {
  /** The reading of its school that holds; null where it has none. */
  readonly option: string | null;
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
  return choices[`${school} ${ageGroup}`] ?? choices[school] ?? found.defaults[ageGroup]!;
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
      option,
      descriptions,
      scored: forAge && forKind,
      notScoredBecause: !forAge ? 'later: not scored at this age' : !forKind ? 'not scored in this kind of delivery' : null,
      bands: bandsFor(sheet, c.id, ageGroup, kind, choices),
    };
  });
}

/** The checkpoints that are asked once of the whole set. */
export const askedOfSet = (sheet: Pick<Sheet, 'checkpoints'>): ReadonlySet<string> =>
  new Set(sheet.checkpoints.filter((c) => c.of === 'set').map((c) => c.id));

/**
 * How many levels a set of deliveries asks for: what is asked once of the set counts once.
 *
 * @example countAsked(resolveSheet(defaultSheet, '13-14'), 3) // 113: 37 of each delivery, 2 of the set
 */
export function countAsked(checkpoints: readonly Pick<ResolvedCheckpoint, 'scored' | 'of'>[], deliveries: number): number {
  const asked = checkpoints.filter((c) => c.scored);
  const ofSet = asked.filter((c) => c.of === 'set').length;
  return deliveries === 0 ? 0 : (asked.length - ofSet) * deliveries + ofSet;
}

/**
 * True when none of the views that were filmed shows a checkpoint: it is not visible by itself.
 *
 * @example unseenIn(checkpoint, ['openSide']) // true for D3, which is judged from the front or the rear
 */
export const unseenIn = (checkpoint: Pick<Checkpoint, 'views'>, filmed: readonly ViewId[]): boolean =>
  !checkpoint.views.some((v) => filmed.includes(v));

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
