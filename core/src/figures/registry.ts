import type { Figure, Limits, PoseFigure, TimeFigure } from './figure.ts';
import { FIGURE_IDS, type FigureId } from './figure-ids.ts';
import { cameraTurn } from './ground/camera-turn.ts';
import { dragLineEnd } from './ground/drag-line-end.ts';
import { footAngle } from './ground/foot-angle.ts';
import { headOffLine } from './ground/head-off-line.ts';
import { landingOffset } from './ground/landing-offset.ts';
import { backHipAhead } from './pose/back-hip-ahead.ts';
import { backKneeIn } from './pose/back-knee-in.ts';
import { backKneeLoad } from './pose/back-knee-load.ts';
import { backKneeTop } from './pose/back-knee-top.ts';
import { backShinDrive } from './pose/back-shin-drive.ts';
import { ballAheadOfShoulders } from './pose/ball-ahead-of-shoulders.ts';
import { ballAheadRelease } from './pose/ball-ahead-release.ts';
import { baseWidth } from './pose/base-width.ts';
import { elbowHeightDifference } from './pose/elbow-height-difference.ts';
import { elbowLineContact } from './pose/elbow-line-contact.ts';
import { elbowLineRelease } from './pose/elbow-line-release.ts';
import { footAheadOfHip } from './pose/foot-ahead-of-hip.ts';
import { footOpensShare } from './pose/foot-opens-share.ts';
import { forearmContact } from './pose/forearm-contact.ts';
import { forearmDifference } from './pose/forearm-difference.ts';
import { frontKneeChange } from './pose/front-knee-change.ts';
import { frontKneeContact } from './pose/front-knee-contact.ts';
import { frontKneeRelease } from './pose/front-knee-release.ts';
import { frontShinContact } from './pose/front-shin-contact.ts';
import { gloveAheadSet } from './pose/glove-ahead-set.ts';
import { gloveDrop } from './pose/glove-drop.ts';
import { gloveFromTrunkRelease } from './pose/glove-from-trunk-release.ts';
import { gloveHeightContact } from './pose/glove-height-contact.ts';
import { gloveHeightRelease } from './pose/glove-height-release.ts';
import { gloveHeightSet } from './pose/glove-height-set.ts';
import { headAheadOfKnee } from './pose/head-ahead-of-knee.ts';
import { headDrop } from './pose/head-drop.ts';
import { headOverPelvisApart } from './pose/head-over-pelvis-apart.ts';
import { headOverPelvisContact } from './pose/head-over-pelvis-contact.ts';
import { headRise } from './pose/head-rise.ts';
import { hipToShoulderRelease } from './pose/hip-to-shoulder-release.ts';
import { kneeBow } from './pose/knee-bow.ts';
import { kneeLift } from './pose/knee-lift.ts';
import { layback } from './pose/layback.ts';
import { legSpread } from './pose/leg-spread.ts';
import { pelvisAhead } from './pose/pelvis-ahead.ts';
import { rockBack } from './pose/rock-back.ts';
import { separation } from './pose/separation.ts';
import { shoulderLineContact } from './pose/shoulder-line-contact.ts';
import { sideTiltRelease } from './pose/side-tilt-release.ts';
import { stride } from './pose/stride.ts';
import { trunkContact } from './pose/trunk-contact.ts';
import { trunkGained } from './pose/trunk-gained.ts';
import { trunkRelease } from './pose/trunk-release.ts';
import { trunkTop } from './pose/trunk-top.ts';
import { backFootAfterRelease } from './time/back-foot-after-release.ts';
import { ballSpeed } from './time/ball-speed.ts';
import { contactToRelease } from './time/contact-to-release.ts';
import { driveStartShare } from './time/drive-start-share.ts';
import { handsAfterKnee } from './time/hands-after-knee.ts';
import { liftToContact } from './time/lift-to-contact.ts';
import { shouldersAfterContact } from './time/shoulders-after-contact.ts';
import { timeToPlate } from './time/time-to-plate.ts';
import { timeUntilBack } from './time/time-until-back.ts';

/** Every figure of the sheet by its id. */
export const FIGURES: Readonly<Record<FigureId, Figure>> = {
  baseWidth,
  gloveHeightSet,
  gloveAheadSet,
  rockBack,
  timeUntilBack,
  kneeLift,
  trunkTop,
  pelvisAhead,
  backKneeTop,
  backKneeLoad,
  handsAfterKnee,
  backHipAhead,
  footAheadOfHip,
  headOverPelvisApart,
  backKneeIn,
  backShinDrive,
  driveStartShare,
  stride,
  legSpread,
  footOpensShare,
  landingOffset,
  footAngle,
  headRise,
  headDrop,
  frontKneeContact,
  frontShinContact,
  forearmContact,
  elbowLineContact,
  elbowHeightDifference,
  forearmDifference,
  trunkContact,
  headOverPelvisContact,
  shoulderLineContact,
  separation,
  shouldersAfterContact,
  gloveHeightContact,
  gloveDrop,
  frontKneeChange,
  kneeBow,
  layback,
  trunkGained,
  frontKneeRelease,
  trunkRelease,
  hipToShoulderRelease,
  headAheadOfKnee,
  ballAheadRelease,
  ballAheadOfShoulders,
  gloveHeightRelease,
  gloveFromTrunkRelease,
  elbowLineRelease,
  sideTiltRelease,
  headOffLine,
  backFootAfterRelease,
  dragLineEnd,
  liftToContact,
  contactToRelease,
  timeToPlate,
  ballSpeed,
  cameraTurn,
};

/** In the order of the delivery. */
export const figures = (): readonly Figure[] => FIGURE_IDS.map((id) => FIGURES[id]);

/** Those that are read from placed points, of the body or of the ground. */
export const POSE_FIGURES: readonly PoseFigure[] = figures().filter((f) => f.kind === 'pose');
export const TIME_FIGURES: readonly TimeFigure[] = figures().filter((f) => f.kind === 'time');

/** A figure that is read from placed points; null for every other one. */
export const poseFigure = (id: FigureId): PoseFigure | null => {
  const figure = FIGURES[id];
  return figure.kind === 'pose' ? figure : null;
};

/** Between which values a figure can lie at all, in the units of its bands; null for an end without a limit. */
export const figureLimits = (id: FigureId): Limits => FIGURES[id].bands.limits;
