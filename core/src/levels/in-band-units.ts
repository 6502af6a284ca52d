import { MILES_PER_HOUR, type Estimate, type Unit } from '../estimate/estimate.ts';

const BAND_UNITS: Readonly<Record<Unit, number>> = {
  ...{ degrees: 1, centimetres: 1 },
  ...{ heightShare: 100, ratio: 100 },
  seconds: 1000,
  metresPerSecond: MILES_PER_HOUR,
};

/** The sheet states shares in per cent, short times in milliseconds and speeds in miles an hour; this puts an estimate into those units. */
export function inBandUnits(estimate: Estimate): { readonly value: number; readonly sd: number } {
  const k = BAND_UNITS[estimate.unit];
  return { value: k * estimate.value, sd: k * estimate.sd };
}
