import type { Figure, Limits, PoseFigure, TimeFigure } from './figure.ts';
import { FIGURE_IDS, type FigureId } from './figure-ids.ts';
import { elbowLineContact } from './ground/elbow-line-contact.ts';
import { footAngle } from './ground/foot-angle.ts';
import { headOffLine } from './ground/head-off-line.ts';
import { kneeLift } from './ground/knee-lift.ts';
import { landingOffset } from './ground/landing-offset.ts';
import { separation } from './ground/separation.ts';
import { backKneeLoad } from './pose/back-knee-load.ts';
import { backKneeTop } from './pose/back-knee-top.ts';
import { backShinDrive } from './pose/back-shin-drive.ts';
import { ballAheadRelease } from './pose/ball-ahead-release.ts';
import { baseWidth } from './pose/base-width.ts';
import { footOpensShare } from './pose/foot-opens-share.ts';
import { forearmContact } from './pose/forearm-contact.ts';
import { frontKneeChange } from './pose/front-knee-change.ts';
import { frontKneeContact } from './pose/front-knee-contact.ts';
import { frontKneeRelease } from './pose/front-knee-release.ts';
import { frontShinContact } from './pose/front-shin-contact.ts';
import { gloveHeightContact } from './pose/glove-height-contact.ts';
import { headDrop } from './pose/head-drop.ts';
import { hipToShoulderRelease } from './pose/hip-to-shoulder-release.ts';
import { legSpread } from './pose/leg-spread.ts';
import { pelvisAhead } from './pose/pelvis-ahead.ts';
import { stride } from './pose/stride.ts';
import { trunkContact } from './pose/trunk-contact.ts';
import { trunkRelease } from './pose/trunk-release.ts';
import { contactToRelease } from './time/contact-to-release.ts';
import { liftToContact } from './time/lift-to-contact.ts';
import { headRise } from './track/head-rise.ts';
import { layback } from './track/layback.ts';
import { rockBack } from './track/rock-back.ts';

/** Every figure of the sheet by its id. */
export const FIGURES: Readonly<Record<FigureId, Figure>> = {
  baseWidth,
  rockBack,
  kneeLift,
  pelvisAhead,
  backKneeTop,
  backKneeLoad,
  backShinDrive,
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
  trunkContact,
  separation,
  gloveHeightContact,
  frontKneeChange,
  layback,
  frontKneeRelease,
  trunkRelease,
  hipToShoulderRelease,
  ballAheadRelease,
  headOffLine,
  liftToContact,
  contactToRelease,
};

/** In the order of the delivery. */
export const figures = (): readonly Figure[] => FIGURE_IDS.map((id) => FIGURES[id]);

/** Those that are read from placed points. */
export const POSE_FIGURES: readonly PoseFigure[] = figures().filter((f) => f.kind === 'pose');
export const TIME_FIGURES: readonly TimeFigure[] = figures().filter((f) => f.kind === 'time');

/** A figure that is read from placed points; null for every other one. */
export const poseFigure = (id: FigureId): PoseFigure | null => {
  const figure = FIGURES[id];
  return figure.kind === 'pose' ? figure : null;
};

/** Between which values a figure can lie at all, in the units of its bands; null for an end without a limit. */
export const figureLimits = (id: FigureId): Limits => FIGURES[id].bands.limits;
