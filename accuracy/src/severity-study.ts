import { fitFacets, type Estimator, type FacetRecord } from '@stride-chalk/core';
import { randomSource, type RandomSource } from '@stride-chalk/fieldcam';

const CAMPERS = 40;
const COACHES = 5;
const CHECKPOINTS = 30;
/** The usual set of a camper. */
const DELIVERIES = 3;
const SEVERITY_SD = 0.6;
const ABILITY = { mean: 0.8, sd: 1 } as const;
const STEPS = [-1.2, 0.1, 1.1] as const;
/** One camper in five is scored twice. */
const SECOND_EVERY = 5;

interface Spread {
  readonly median: number;
  readonly from: number;
  readonly to: number;
}
export interface SeverityStudy {
  /** Of true and found severity, in each camp. */
  readonly correlation: Spread;
  /** Error of the campers' order from the fit, divided by that from the raw means. */
  readonly errorRatio: Spread;
  readonly rawError: Spread;
  readonly fairError: Spread;
  /** Share of 95 % intervals of severities that hold the truth. */
  readonly coverage: number;
}

/** One simulated camp: who has which severity, which campers are how able, and what was scored. */
function camp(random: RandomSource, deliveries: number) {
  const centred = (n: number, sd: number): number[] => {
    const x = Array.from({ length: n }, () => sd * random.normal());
    const mean = x.reduce((a, b) => a + b, 0) / n;
    return x.map((v) => v - mean);
  };
  const severity = centred(COACHES, SEVERITY_SD);
  const difficulty = centred(CHECKPOINTS, 0.8);
  const ability = Array.from({ length: CAMPERS }, () => ABILITY.mean + ABILITY.sd * random.normal());
  const score = (location: number): number => {
    let [sum, passed] = [0, 0];
    const weights = [0, 1, 2, 3].map((k) => {
      if (k > 0) passed += STEPS[k - 1]!;
      const w = Math.exp(k * location - passed);
      sum += w;
      return w;
    });
    const drawn = random.uniform() * sum;
    let reached = 0;
    return weights.findIndex((w) => {
      reached += w;
      return drawn < reached;
    });
  };
  const records: FacetRecord[] = [];
  for (let n = 0; n < CAMPERS; n++) {
    const first = n % COACHES;
    // As the planner pairs them: second scorers go round, so that every two coaches share somebody in time.
    const second =
      n % SECOND_EVERY === Math.floor(n / COACHES) % SECOND_EVERY
        ? (first + 1 + (Math.floor(n / COACHES) % (COACHES - 1))) % COACHES
        : null;
    for (const j of second === null ? [first] : [first, second])
      for (let i = 0; i < CHECKPOINTS * deliveries; i++)
        records.push({
          camper: `k${n}`,
          coach: `c${j}`,
          checkpoint: `p${i % CHECKPOINTS}`,
          level: score(ability[n]! - severity[j]! - difficulty[i % CHECKPOINTS]!),
        });
  }
  return { severity, ability, records };
}

const ranks = (x: readonly number[]): number[] => {
  const order = [...x.keys()].sort((a, b) => x[a]! - x[b]!);
  const out: number[] = [];
  for (const [rank, i] of order.entries()) out[i] = rank;
  return out;
};
/** Mean distance of places in the order from the true places. */
const orderError = (found: readonly number[], truth: readonly number[]): number => {
  const [a, b] = [ranks(found), ranks(truth)];
  return a.reduce((s, r, i) => s + Math.abs(r - b[i]!), 0) / a.length;
};
function correlationOf(x: readonly number[], y: readonly number[]): number {
  const mean = (v: readonly number[]): number => v.reduce((a, b) => a + b, 0) / v.length;
  const [mx, my] = [mean(x), mean(y)];
  const cross = (u: readonly number[], mu: number, v: readonly number[], mv: number): number =>
    u.reduce((s, a, i) => s + (a - mu) * (v[i]! - mv), 0);
  return cross(x, mx, y, my) / Math.sqrt(cross(x, mx, x, mx) * cross(y, my, y, my));
}
function spreadOf(values: readonly number[]): Spread {
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share: number): number => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
  return { median: at(0.5), from: at(0.05), to: at(0.95) };
}

/**
 * How well severity is found, on camps of 40 campers, 5 coaches and 30 checkpoints whose severities differ by 0.6 logits, one camper in five scored
 * twice, three deliveries each: the same seed gives the same camps.
 */
export function severityStudy(
  camps: number,
  seed: number,
  estimator: Estimator = 'marginal',
  deliveries = DELIVERIES,
): SeverityStudy {
  const random = randomSource(seed);
  const [correlations, ratios, raws, fairs] = [[] as number[], [] as number[], [] as number[], [] as number[]];
  let [held, intervals] = [0, 0];
  for (let c = 0; c < camps; c++) {
    const { severity, ability, records } = camp(random, deliveries);
    const fit = fitFacets(records, { estimator });
    const found = severity.map((_, j) => fit.coaches[`c${j}`]!);
    correlations.push(
      correlationOf(
        severity,
        found.map((f) => f.measure!),
      ),
    );
    for (const [j, f] of found.entries()) {
      intervals++;
      if (Math.abs(f.measure! - severity[j]!) <= 1.959963984540054 * f.standardError!) held++;
    }
    const rawMean = ability.map((_, n) => {
      const own = records.filter((r) => r.camper === `k${n}`);
      return own.reduce((s, r) => s + r.level, 0) / own.length;
    });
    const fair = ability.map((_, n) => fit.campers[`k${n}`]!.measure ?? (fit.campers[`k${n}`]!.extreme === 'high' ? 9 : -9));
    const [raw, corrected] = [orderError(rawMean, ability), orderError(fair, ability)];
    raws.push(raw);
    fairs.push(corrected);
    ratios.push(corrected / raw);
  }
  return {
    correlation: spreadOf(correlations),
    errorRatio: spreadOf(ratios),
    rawError: spreadOf(raws),
    fairError: spreadOf(fairs),
    coverage: held / intervals,
  };
}
