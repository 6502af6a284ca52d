/**
 * The computing of Stride Chalk. In: roster, film times, marks, points, scores. Out: figures with their error, suggested
 * levels, habits, focus areas, evaluations. No I/O, no clock, no random source of its own.
 */
export {
  armCareRulesSchema,
  keptArmCareSchema,
  armStanding,
  publishedLimits,
  reportedThrows,
  restDaysAfter,
  sameThrows,
  THROW_KINDS,
  throwsEveryDays,
  type ArmCareRules,
  type ArmStanding,
  type DayThrows,
  type ThrowKind,
} from './armcare/index.ts';
export {
  addDays,
  dayInWords,
  dayInZone,
  daysBetween,
  dayWithin,
  instantInWords,
  instantInZone,
  minuteInZone,
} from './calendar/index.ts';
export {
  assignScorers,
  clockOf,
  dayBound,
  dayFacts,
  daySettingsSchema,
  delaySessions,
  deliveriesFor,
  linkedDesign,
  moveSession,
  planDay,
  planProblems,
  scorerProblems,
  planSteps,
  type DayBound,
  type DayCamper,
  type DayInput,
  type DayPlan,
  type DayPlanFacts,
  type DaySettings,
  type IntegerSolver,
  type LinkedDesign,
  type PlanProblem,
  type ScorerChoice,
  type ScoringRecord,
  type Session,
} from './dayplan/index.ts';
export { decimalsFor, formatEstimate, type Estimate, type Unit } from './estimate/estimate.ts';
export { normalCdf } from './estimate/normal-cdf.ts';
export { cautions } from './evaluation/cautions.ts';
export { doseInWords, drillPlan, type Dose, type DrillPlan } from './drillplan/drill-plan.ts';
export { editedLines, sayAgain } from './evaluation/edited.ts';
export {
  evaluationDocumentSchema,
  saidSchema,
  type EvaluationDocument,
  type FocusItem,
  type Said,
} from './evaluation/document.ts';
export { findEvaluation, type EvaluationFacts, type EvaluationInput, type MeasuredFigure } from './evaluation/facts.ts';
export { hangingFocus } from './evaluation/hanging-focus.ts';
export { sheetEffect, type ScoredCamper, type SheetEffect } from './evaluation/sheet-effect.ts';
export { furtherFocus, sayEvaluation, withDoses } from './evaluation/say-evaluation.ts';
export { CHILD_FIGURE_IDS, FIGURE_IDS, type FigureId } from './figures/figure-ids.ts';
export { SIDE_VIEWS, type Figure, type PoseFigure } from './figures/figure.ts';
export { figureChalk, figureMoment } from './figures/figure-chalk.ts';
export {
  FOUR_CONES,
  groundMarksFor,
  groundPlace,
  isGroundMark,
  pointsOfFilm,
  type GroundLayout,
} from './figures/ground-marks.ts';
export { guessPoint, type PlacedPoint, type PoseView } from './figures/guess-point.ts';
export { pointFrame } from './figures/ball-lead.ts';
export { isStale, measureDelivery, type ClipWork, type MeasuredDelivery } from './figures/measure-delivery.ts';
export { measurePose, type FigureReading, type MeasuredPoints } from './figures/measure-pose.ts';
export { ORIGINS, wasSeen, type Origin, type Point } from './figures/point.ts';
export { eventOf, partsOf, pointAt, type PointAt, type PointsAt } from './figures/point-at.ts';
export { POINTS, POINT_IDS, type PointId } from './figures/point-ids.ts';
export { midpoint, type Position } from './figures/position.ts';
export { figureLimits, FIGURES, POSE_FIGURES, poseFigure, TIME_FIGURES } from './figures/registry.ts';
export { momentError } from './figures/moment-error.ts';
export { isTurn, jointOfTurn, turnFrames } from './figures/turn-frames.ts';
export { foundTogether, withShare } from './figures/found-together.ts';
export { MOST_TURN, turnError } from './figures/turn-error.ts';
export { usualBodyCentre } from './figures/usual-body-centre.ts';
export { frameTimebase, type FrameTimebase } from './film/frame-timebase.ts';
export { cameraRoll } from './film/camera-roll.ts';
export { rateAdvice } from './film/rate-advice.ts';
export { sameThrow, SAME_THROW_WITHIN } from './film/same-throw.ts';
export { joinViews, type EventSeconds } from './film/join-views.ts';
export { clipHealth, type HealthProblem, type HealthProblemCode, type SampledClip } from './film/health/clip-health.ts';
export type { GreyPicture } from './film/health/grey-picture.ts';
export { explainedBy } from './focus/cause-graph.ts';
export { chooseDrills } from './focus/choose-drills.ts';
export { chooseFocus, FOCUS_LIMIT, type FocusChoice } from './focus/choose-focus.ts';
export { habitsOf, type CheckpointHabit, type FaultCount } from './habits/habits-of.ts';
export { ALWAYS_ASKED, EVENT_IDS, EVENTS, eventName, type EventId } from './keyframes/events.ts';
export { guessKeyFrame } from './keyframes/guess-key-frames.ts';
export { MARK_ORIGINS, markTime, type FrameSpan, type MarkOrigin } from './keyframes/mark-time.ts';
export { orderProblems, type KeyFrameMark, type OrderProblem } from './keyframes/order-problems.ts';
export { inBandUnits } from './levels/in-band-units.ts';
export type { Level, Score, Seen } from './levels/level.ts';
export { suggestForFigure } from './levels/suggest-for-figure.ts';
export { levelEnds, suggestLevel, type LevelBand, type LevelSuggestion } from './levels/suggest-level.ts';
export {
  AGE_GROUPS,
  ageGroupOf,
  ageOn,
  ageOrZero,
  changesOf,
  CONSENT_WAYS,
  consentOn,
  decodeText,
  FIELD_NAMES,
  findHeading,
  indexRoster,
  isCampAge,
  loosens,
  loosensConsent,
  matchColumns,
  matchRoster,
  matchRows,
  mustConfirm,
  nearestAgeGroup,
  readDate,
  readHeight,
  readName,
  readNewCamper,
  readRosterRow,
  ROSTER_FIELDS,
  rosterPatchSchema,
  rosterRowSchema,
  ROW_NAMES,
  sameName,
  TEXT_ENCODINGS,
  UNANSWERED,
  wholeRow,
  withDoubles,
  type AgeGroup,
  type ColumnMatch,
  type ColumnReading,
  type Consent,
  type ConsentStanding,
  type ConsentWay,
  type DateAnswers,
  type DateOrder,
  type KnownCamper,
  type MatchedRow,
  type RosterChange,
  type RosterField,
  type RosterIndex,
  type RosterMatch,
  type RosterPatch,
  type RosterProblem,
  type RosterReading,
  type RosterRow,
  type TextEncoding,
} from './roster/index.ts';
export { anchorOutline, anchorPictures } from './sheet/anchors.ts';
export { checkpointOfCode, faultCode } from './sheet/codes.ts';
export { defaultSheet } from './sheet/default-sheet.ts';
export {
  askedOfSet,
  bandsFor,
  countAsked,
  resolveSheet,
  schoolOption,
  unseenIn,
  type ResolvedCheckpoint,
  type SchoolChoices,
} from './sheet/resolve-sheet.ts';
export { sheetJsonSchema } from './sheet/json-schema.ts';
export { readDraft, type DraftProblem } from './sheet/draft-problems.ts';
export { sheetDifference, type SheetChange } from './sheet/sheet-difference.ts';
export { sheetSchema } from './sheet/schema.ts';
export {
  DELIVERY_KINDS,
  PHASE_IDS,
  VIEW_IDS,
  type Band,
  type Checkpoint,
  type DeliveryKind,
  type Drill,
  type Sheet,
  type ViewId,
} from './sheet/shape.ts';
export * from './agreement/index.ts';
export * from './record/index.ts';
export { bibsAsked } from './slate/bibs-asked.ts';
export { readSlate, slateCode, type Slate } from './slate/slate-code.ts';
export * from './severity/index.ts';
export * from './sorting/index.ts';
export {
  BODY_POINTS,
  cameraShift,
  cropSquare,
  decodeBody,
  FOLLOWED,
  followBody,
  jointCentres,
  greyOf,
  groundOf,
  halved,
  heatPeaks,
  outOfMirror,
  patchOf,
  pitcherSquares,
  smaller,
  squareAround,
  type CameraStep,
  type Finding,
  type FollowedBody,
  type FollowedJoint,
  type Found,
  type Grey,
  type Heads,
  type KnownOfClip,
  type Picture,
  type SlopedPlaces,
  type Square,
  type SquareAt,
} from './pose/index.ts';
export type { Blob, ClipEvidence, FoundEvent } from './keyframes/found/evidence.ts';
export { findKeyFrames } from './keyframes/found/find-key-frames.ts';
export { liftTop } from './keyframes/found/lift-top.ts';
export { throwFrame } from './keyframes/found/throw-frame.ts';
export { FLOW_BEFORE_TOP, flowAtJoints } from './keyframes/found/flow-at-joints.ts';
export { motionAtBody, motionMap, type MotionMap } from './keyframes/found/body-motion.ts';
export { blobsOf, differencesFrom, emptyField, shoeReach } from './keyframes/found/picture-signs.ts';
export {
  applyHomography,
  fitHomography,
  type Homography,
  type PlanePair,
  type PlanePoint,
} from './figures/plane/fit-homography.ts';
export {
  drawnPointsSchema,
  LONGEST_LABEL,
  MOST_STROKES,
  POINTS_OF,
  SHAPES,
  strokeProblem,
  type Shape,
  type Stroke,
} from './chalk/stroke.ts';
export { drawnAngle } from './chalk/stroke-parts.ts';
export { CHALK, strokePath } from './chalk/stroke-path.ts';
export { chalkSvg } from './formats/chalk-svg.ts';
export { chalkLineSvg, evenPixels } from './formats/chalk-line-svg.ts';
export { chaptersVtt } from './formats/chapters-vtt.ts';
export { readCocoKeypoints, UnreadableJoints, type CocoFile } from './formats/read-coco-keypoints.ts';
export { cocoKeypoints, type CocoKeypoints, type JointsOfFrame } from './formats/coco-keypoints.ts';
export {
  FIGURE_COLUMNS,
  figureFile,
  figureFileSchema,
  figureJsonSchema,
  figureRecord,
  type FigureFile,
} from './formats/figure-records.ts';
export { ownSpread, type OwnSpread } from './follow-up/own-spread.ts';
export { inStep } from './follow-up/in-step.ts';
export { outlineOf, tallOf, type PlacedJoints } from './follow-up/outline.ts';
export { whatChanged, type FigureChange, type MeasuredFigures } from './follow-up/what-changed.ts';
export { repeatability, type Repeatability } from './follow-up/repeatability.ts';
export * from './proposed/index.ts';
