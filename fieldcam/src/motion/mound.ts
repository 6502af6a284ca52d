/** A low practice mound: level behind and under the pitcher, then a third of an inch down per foot towards the plate. */
export const MOUND = { slope: 0.03, levelUntilX: 0.25, endX: 3.2, rubberFrontX: 0.0762 } as const;

/** Height of the ground in metres at `x` metres from the middle of the rubber; the top of the rubber is 0. */
export function groundHeight(x: number): number {
  return -MOUND.slope * Math.max(0, Math.min(x, MOUND.endX) - MOUND.levelUntilX);
}

/**
 * Distance from the rubber to home plate in metres and a usual ball speed in metres per second by age. Distances of 46,
 * 50, 54 and 60.5 ft are in use (common practice); the speeds only make the ball fly and are nobody's target.
 */
export function flight(ageYears: number): { readonly distance: number; readonly speed: number } {
  if (ageYears < 11) return { distance: 14.02, speed: 18 };
  if (ageYears < 13) return { distance: 15.24, speed: 22 };
  if (ageYears < 15) return { distance: 16.46, speed: 26 };
  return { distance: 18.44, speed: 31 };
}
