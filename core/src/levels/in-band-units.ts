import type { Estimate } from '../estimate/estimate.ts';

/** The sheet states shares in per cent and short times in milliseconds; this puts an estimate into those units. */
export function inBandUnits(estimate: Estimate): { readonly value: number; readonly sd: number } {
  const k = estimate.unit === 'heightShare' || estimate.unit === 'ratio' ? 100 : estimate.unit === 'seconds' ? 1000 : 1;
  return { value: k * estimate.value, sd: k * estimate.sd };
}
