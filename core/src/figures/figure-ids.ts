/** Every figure that a checkpoint can list. Figures without a recipe in `recipes.ts` are judged by eye for now. */
export const FIGURE_IDS = [
  'baseWidth', 'rockBack', 'kneeLift', 'pelvisAhead', 'backKneeTop', 'backKneeLoad', 'backShinDrive', 'stride', 'legSpread',
  'footOpensShare', 'landingOffset', 'footAngle', 'headRise', 'headDrop', 'frontKneeContact', 'frontShinContact',
  'forearmContact', 'elbowLineContact', 'trunkContact', 'separation', 'gloveHeightContact', 'frontKneeChange', 'layback',
  'frontKneeRelease', 'trunkRelease', 'hipToShoulderRelease', 'ballAheadRelease', 'headOffLine', 'liftToContact', 'contactToRelease',
] as const;

export type FigureId = (typeof FIGURE_IDS)[number];
