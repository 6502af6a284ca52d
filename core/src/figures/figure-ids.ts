/** Every figure that a checkpoint can list. Figures without a recipe in `recipes.ts` are judged by eye for now. */
export const FIGURE_IDS = [
  'baseWidth',
  'rockBack',
  'kneeLift',
  'pelvisAhead',
  'backKneeTop',
  'backKneeLoad',
  'backShinDrive',
  'stride',
  'legSpread',
  'footOpensShare',
  'landingOffset',
  'footAngle',
  'headRise',
  'headDrop',
  'frontKneeContact',
  'frontShinContact',
  'forearmContact',
  'elbowLineContact',
  'trunkContact',
  'separation',
  'gloveHeightContact',
  'frontKneeChange',
  'layback',
  'frontKneeRelease',
  'trunkRelease',
  'hipToShoulderRelease',
  'ballAheadRelease',
  'headOffLine',
  'liftToContact',
  'contactToRelease',
] as const;

export type FigureId = (typeof FIGURE_IDS)[number];

const JOINT = [0, 180] as const;
const NOT_NEGATIVE = [0, null] as const;
/** Ends that body or arithmetic sets, in the units of the bands: a joint bends between 0 and 180 degrees, a share of a whole ends at 100 %. */
const LIMITS: Readonly<Partial<Record<FigureId, readonly [number | null, number | null]>>> = {
  baseWidth: NOT_NEGATIVE,
  rockBack: NOT_NEGATIVE,
  kneeLift: NOT_NEGATIVE,
  backKneeTop: JOINT,
  backKneeLoad: JOINT,
  legSpread: JOINT,
  footOpensShare: [null, 100],
  headRise: NOT_NEGATIVE,
  frontKneeContact: JOINT,
  layback: JOINT,
  frontKneeRelease: JOINT,
  headOffLine: NOT_NEGATIVE,
  liftToContact: NOT_NEGATIVE,
  contactToRelease: NOT_NEGATIVE,
};

/** Between which values a figure can lie at all, in the units of its bands; null for an end without a limit. */
export const figureLimits = (figure: FigureId): readonly [number | null, number | null] => LIMITS[figure] ?? [null, null];
