/**
 * The roster. In: a table as a spreadsheet writes it, the roster so far. Out: what each row says, with its problems, named; who is meant, what is
 * new, what changes, what must be asked. And the age, the age group and the consent of a camper.
 */
export { AGE_GROUPS, ageGroupOf, ageOn, ageOrZero, isCampAge, nearestAgeGroup, type AgeGroup } from './age-group.ts';
export { CONSENT_WAYS, consentOn, loosens, type Consent, type ConsentStanding, type ConsentWay } from './consent.ts';
export { decodeText, TEXT_ENCODINGS, type TextEncoding } from './decode-text.ts';
export {
  FIELD_NAMES,
  findHeading,
  matchColumns,
  mustConfirm,
  ROSTER_FIELDS,
  type ColumnMatch,
  type RosterField,
} from './match-columns.ts';
export {
  changesOf,
  indexRoster,
  loosensConsent,
  matchRoster,
  ROW_NAMES,
  type KnownCamper,
  type RosterChange,
  type RosterIndex,
  type RosterMatch,
} from './match-roster.ts';
export type { ColumnReading, RosterProblem } from './read-cells.ts';
export { readDate, UNANSWERED, type DateAnswers, type DateOrder } from './read-date.ts';
export { readHeight } from './read-height.ts';
export { readName } from './read-name.ts';
export { matchRows, readNewCamper, readRosterRow, withDoubles, type MatchedRow, type RosterReading } from './read-roster.ts';
export { rosterPatchSchema, rosterRowSchema, wholeRow, type RosterPatch, type RosterRow } from './roster-row.ts';
export { sameName } from './same-name.ts';
