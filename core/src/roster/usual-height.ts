/**
 * Median statures in centimetres and their standard deviation by age in whole years, of girls and of boys: about those of the CDC growth
 * charts of 2000 (values from memory, rounded to half a centimetre). Used only to ask about a height, never to judge a child.
 */
const STATURES: Readonly<Record<number, { readonly girls: number; readonly boys: number; readonly sd: number }>> = {
  7: { girls: 121.5, boys: 122, sd: 5.5 },
  8: { girls: 127.5, boys: 128, sd: 5.8 },
  9: { girls: 133, boys: 133.5, sd: 6.2 },
  10: { girls: 138, boys: 138.5, sd: 6.6 },
  11: { girls: 144, boys: 143.5, sd: 7 },
  12: { girls: 151, boys: 149, sd: 7.4 },
  13: { girls: 157, boys: 156.5, sd: 7.8 },
  14: { girls: 160.5, boys: 164, sd: 7.8 },
  15: { girls: 162, boys: 170, sd: 7.5 },
  16: { girls: 162.5, boys: 173.5, sd: 7.2 },
  17: { girls: 163, boys: 175.5, sd: 7 },
  18: { girls: 163, boys: 176, sd: 7 },
};
/** Four standard deviations: about one child in 16 000 lies beyond on either side. */
const REACH = 4;

/**
 * Heights in centimetres between which a child of an age is not asked about; null for an age that no camp takes.
 *
 * @example usualHeights(17) // { from: 135, to: 203.5 }
 */
export function usualHeights(age: number): { readonly from: number; readonly to: number } | null {
  const s = STATURES[age];
  return s ? { from: Math.min(s.girls, s.boys) - REACH * s.sd, to: Math.max(s.girls, s.boys) + REACH * s.sd } : null;
}
