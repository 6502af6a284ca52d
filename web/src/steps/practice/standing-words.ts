import { LEAST_JUDGEMENTS, type Nearness } from '@stride-chalk/core';

/** How near somebody comes to the reference, in a line of figures; small numbers say so instead. */
export function nearnessInWords({ judgements, kappa, bias }: Nearness): string {
  if (judgements === 0) return 'nothing compared yet';
  if (judgements < LEAST_JUDGEMENTS) return `${judgements} judgements: too few to say anything`;
  const agreement =
    kappa.value === null
      ? `no kappa: ${kappa.reason}`
      : `kappa ${kappa.value.toFixed(2)} (${kappa.lower.toFixed(2)} to ${Math.min(1, kappa.upper).toFixed(2)})`;
  const lean = bias ? `, ${biasInWords(bias.value)} (${bias.lower.toFixed(2)} to ${bias.upper.toFixed(2)})` : '';
  return `${judgements} judgements, ${agreement}${lean}`;
}

const biasInWords = (value: number): string => {
  const size = Math.abs(value).toFixed(2);
  return Number(size) === 0 ? 'no bias' : `${size} levels too ${value < 0 ? 'low' : 'high'}`;
};
