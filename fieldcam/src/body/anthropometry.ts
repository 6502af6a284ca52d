/**
 * Segment lengths as shares of body height: Drillis R, Contini R (1966), as tabulated in Winter DA, Biomechanics and
 * Motor Control of Human Movement. Values from memory. Joint centres lie inside the breadths of that table: the half
 * distances of the hips and shoulders are our own reduction of 0.191 and 0.259.
 */
export const SEGMENT_SHARE = {
  ankleHeight: 0.039,
  shank: 0.246,
  thigh: 0.245,
  trunk: 0.288,
  upperArm: 0.186,
  forearm: 0.146,
  hand: 0.108,
  foot: 0.152,
  hipHalf: 0.055,
  shoulderHalf: 0.113,
  shoulderBreadth: 0.259,
  headCentreAboveShoulders: 0.115,
} as const;

/** Half the height of the head (chin to crown) as a share of body height; children's heads are larger. From memory. */
export function headHalfShare(ageYears: number): number {
  const youth = Math.min(1, Math.max(0, (18 - ageYears) / 10));
  return 0.066 + 0.014 * youth;
}

/** Median height of boys by age in centimetres, about the CDC 2000 growth charts. Values from memory. */
const MEDIAN_HEIGHT: Readonly<Record<number, number>> = {
  8: 128,
  9: 133,
  10: 138,
  11: 143,
  12: 149,
  13: 156,
  14: 164,
  15: 170,
  16: 173,
  17: 175,
  18: 176,
};

/** Median body height in metres for an age of 8 to 18 years. Throws a RangeError outside. */
export function medianHeightMetres(ageYears: number): number {
  const centimetres = MEDIAN_HEIGHT[Math.floor(ageYears)];
  if (centimetres === undefined) throw new RangeError(`age ${ageYears} is outside 8 to 18`);
  return centimetres / 100;
}
