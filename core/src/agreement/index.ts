/** How alike several raters give levels: each measure with its limits, or null and why it cannot be reckoned. */
export { coachDays, type CoachDay, type HiddenLevel } from './coach-days.ts';
export { teachingClips } from './teaching-clips.ts';
export { cohenKappa, type Kappa, type KappaWeights } from './cohen-kappa.ts';
export { APART_TO_SETTLE, differencesOf, type LevelDifference, type SaidLevel } from './differences.ts';
export { fleissKappa, type FleissKappa } from './fleiss-kappa.ts';
export { icc, type Icc, type IccModel } from './icc.ts';
export { krippendorffAlpha, type Alpha, type MeasurementLevel } from './krippendorff-alpha.ts';
export { percentAgreement, type PercentAgreement } from './percent-agreement.ts';
export type { MeanWithLimits } from './mean-with-limits.ts';
export {
  qualification,
  TO_QUALIFY,
  type Nearness,
  type PracticeJudgement,
  type Qualification,
} from './qualification.ts';
export {
  LEAST_JUDGEMENTS,
  samePage,
  type CheckpointAgreement,
  type PairAgreement,
  type SamePage,
  type StaffLevel,
} from './same-page.ts';
export { wilsonInterval, type ShareInterval } from './wilson-interval.ts';
export type { Ratings, Undefined } from './ratings.ts';
