/** What travels between the browser and the server, and what is kept: one file a noun or a screen, schemas with the types that come of them. */
export { MOBILITY_NOTES, SORE_PLACES, NOTHING_ASKED } from './check-in-words.ts';
export { ROLES, type Role } from './codes.ts';
export { camperIdSchema, clipIdSchema, idSchema } from './ids.ts';
export type {
  CampId,
  CamperId,
  ChildId,
  ClipId,
  CameraId,
  DroppedFileId,
  FilmId,
  DeliveryId,
  EvaluationId,
  Id,
  OrganisationId,
  PracticeClipId,
  SheetId,
  SittingId,
  StaffId,
} from './ids.ts';
export { agreedLevelKeptSchema, agreedLevelSchema, type AgreedLevel, type SettledLevel, type StaffDifference } from './agreed.ts';
export {
  newPracticeClipSchema,
  practiceClipMadeSchema,
  qualificationDecisionSchema,
  sittingMadeSchema,
  type PracticeClipProgress,
  type PracticeComparison,
  type Reference,
} from './practice.ts';
export {
  campSheetSchema,
  sheetDraftKeptSchema,
  sheetEffectSchema,
  sheetReleasedSchema,
  type SheetEffects,
} from './sheet-desk.ts';
export { eveningLevelSchema, eveningMadeSchema } from './evening.ts';
export { careEntrySchema, reasonSchema, type CareEntry } from './care-entry.ts';
export { betterExchange, CLOCK_TOLERANCE, enteredInstant, madeOnDevice, type ClockExchange } from './device-clock.ts';
export { AHEAD_HEADER, BUILD_HEADER, CAMP_HEADER, CLOCK_HEADER, SENT_HEADER, STAFF_HEADER } from './request-headers.ts';
export {
  scorersBenchSchema,
  type BenchFilm,
  type BenchMark,
  type BenchPoint,
  type BenchScore,
  type BenchSet,
  type ScorersBench,
} from './bench-page.ts';
export { LOOK_STATES, proposalsSchema, type ClipLook, type LookState, type Proposals } from './proposals-page.ts';
export {
  doneSchema,
  importedSchema,
  invitedSchema,
  madeSchema,
  mailSentSchema,
  mailShownSchema,
  outsideAgesSchema,
  resetSchema,
  shownSchema,
  type Imported,
  type JointsRead,
  type MailShown,
  type OutsideAges,
} from './answers.ts';
export { bibEntrySchema, type BibEntry } from './bib-entry.ts';
export {
  campSettingsSchema,
  mailSettingsSchema,
  newCampSchema,
  organisationSchema,
  type CampSettings,
  type MailInput,
  type NewCamp,
} from './camp-settings.ts';
export { consentSchema, erasureSchema } from './camper.ts';
export { newStaffSchema } from './staff.ts';
export { checkedInSchema, checkInSchema, type CheckedIn, type CheckInInput } from './check-in.ts';
export { draftSavedSchema } from './evaluation.ts';
export { entrySchema, entryTarget, recordedSchema, type Entry, type Recorded } from './entry.ts';
export { ENDPOINTS, readAnswer, type Endpoint, type EndpointName } from './endpoints.ts';
export { changedPlanSchema, dayPlanPageSchema, solvedPlanSchema, type DayPlanPage } from './day-plan-page.ts';
export {
  handOutFrameSchema,
  keptCountsSchema,
  keptDistancesSchema,
  keptGroundMarksSchema,
  keptPlanFactsSchema,
  keptThrowsSchema,
  keptWordsSchema,
  type FreezeFrame,
  type HandOutFrame,
} from './kept.ts';
export { LIVE_TOPICS, liveChangeSchema, type LiveChange, type LiveTopic } from './live.ts';
export { gateListSchema, type GateLine, type GateList } from './gate-page.ts';
export { atMoundSchema, filmTakenSchema, moveFilmSchema } from './films.ts';
export { camperFilmsSchema, deliverySchema, type CamperFilms, type ListedFilm } from './films-page.ts';
export { standingSchema, type Standing } from './standing.ts';
export {
  OCCASIONS,
  PITCHES,
  PITCH_HEIGHTS,
  PITCH_RESULTS,
  PITCH_SIDES,
  REFILM_REASONS,
  SPEED_UNITS,
  USELESS_REASONS,
  cameraViewSchema,
  type ClipOrigin,
  clipsPlacedSchema,
  cutClipsSchema,
  fileDroppedSchema,
  traySchema,
  type Tray,
  type TrayCamera,
  type TrayClip,
  type TrayFile,
  type TrayPlace,
} from './tray.ts';
