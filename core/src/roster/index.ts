/**
 * The roster. In: a table as a spreadsheet writes it, the roster so far. Out: rows with their problems, named; what is new, what
 * changes, what must be asked. And the age and age group of a camper.
 */
export { AGE_GROUPS, ageGroupOf, ageOn, type AgeGroup } from './age-group.ts';
export { decodeText, TEXT_ENCODINGS, type TextEncoding } from './decode-text.ts';
export { FIELD_NAMES, matchColumns, ROSTER_FIELDS, type ColumnMatch, type RosterField } from './match-columns.ts';
export { matchRoster, type KnownCamper, type RosterMatch } from './match-roster.ts';
export { readDate, type DateOrder } from './read-date.ts';
export { readHeight } from './read-height.ts';
export { readRoster, readRosterRow, withDoubles, type RosterReading } from './read-roster.ts';
export { rosterRowSchema, type RosterRow } from './roster-row.ts';
export { sameName } from './same-name.ts';
