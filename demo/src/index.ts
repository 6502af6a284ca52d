export { CAMP, LAST_YEAR, ORGANISATION, PASSWORD, SECOND_CAMP, STAFF, type DemoCamper } from './camp.ts';
export { DEMO_CLIPS, RETURNING_CLIPS, type DemoClip } from './clips.ts';
export { LAST_YEAR_ONLY, LAST_YEAR_SEVERITY, lastYearLevels, READ_IN_TWO_WAYS, type LastYearLevel } from './last-year.ts';
export { SECOND_CAMPERS } from './more-campers.ts';
export { CAMPERS } from './roster.ts';
export { LAST_YEAR_CLIPS, lastYearFilms, PRACTICE_CLIPS, practisedLevel, practiceSet, type FilmedTruth } from './practice.ts';
export { walkUpOrder } from './walk-up.ts';
export { clipsOfBib, marksOf, pointsOf, scoresOf } from './work.ts';
