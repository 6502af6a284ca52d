import { expand, expandErrors, layoutOf, project, projectMatrix } from './contrasts.ts';
import type { FacetData } from './facet-data.ts';
import type { Found } from './fit-joint.ts';
import { cholesky, inverseOf, solveCholesky, zeros, type Matrix } from './linear-algebra.ts';
import { addMoments } from './moments.ts';
import { at, scaleOf } from './rating-scale.ts';

/** Free parameters, mean and standard deviation of the campers. */
export interface MarginalStart {
  readonly free: Float64Array;
  readonly mean: number;
  readonly sd: number;
}

/** Nodes for the campers' ability, evenly spread over six standard deviations to either side. */
const NODES = 81;
const REACH = 6;
const MOST_ITERATIONS = 200;
const NOTHING = 1e-12;
const LONGEST_STEP = 1;
/** Campers who differ by less than this cannot be told from campers who do not differ: the spread is held there. */
const LEAST_SD = 0.02;

/** Nodes and their weights for a standard normal ability. */
const grid = (() => {
  const z = Float64Array.from({ length: NODES }, (_, q) => -REACH + (2 * REACH * q) / (NODES - 1));
  const density = z.map((x) => Math.exp(-0.5 * x * x));
  const sum = density.reduce((a, b) => a + b, 0);
  return { z, logWeight: density.map((d) => Math.log(d / sum)) };
})();

/**
 * Marginal maximum likelihood: campers are drawn from a normal distribution whose mean and standard deviation are estimated with coaches, checkpoints and
 * steps, by Newton's method on the observed information. Bock RD, Aitkin M, Psychometrika 1981;46:443-459 (the model; they climb by EM); the information of
 * a mixture: Louis TA, J R Stat Soc B 1982;44:226-233. A camper's measure is the mean of what his levels leave likely, its error the standard deviation.
 *
 * @param data linked; extreme campers are as welcome as others
 * @param start where the climb begins; the nearer, the shorter
 */
export function fitMarginal(data: FacetData, start: MarginalStart | null = null): Found {
  const layout = layoutOf(data.coaches.length, data.checkpoints.length, data.levels.length - 1);
  const size = layout.free + 2;
  const judgements = byCamper(data);
  let values = new Float64Array(size);
  if (start) values = Float64Array.from([...start.free, start.mean, Math.log(Math.max(0.2, start.sd))]);
  let now = lookAt(data, layout, judgements, values);
  let iterations = 0;
  for (; iterations < MOST_ITERATIONS; iterations++) {
    if (values[layout.free + 1]! <= Math.log(LEAST_SD) && now.gradient[layout.free + 1]! < 0) holdSpread(now, layout.free + 1);
    // Far from the top the observed information need not point upwards; the products of the gradients always do.
    const factor = cholesky(now.information) ?? cholesky(ridged(now.products));
    if (!factor) throw new RangeError('the scores do not tell coaches, checkpoints and steps apart');
    const step = solveCholesky(factor, now.gradient);
    const gain = step.reduce((s, x, i) => s + x * now.gradient[i]!, 0);
    if (gain < NOTHING) break;
    let length = Math.min(1, LONGEST_STEP / Math.max(...step.map(Math.abs)));
    for (let halved = 0; ; halved++) {
      const next = Float64Array.from(values, (x, i) => x + length * step[i]!);
      next[layout.free + 1] = Math.max(next[layout.free + 1]!, Math.log(LEAST_SD));
      const there = lookAt(data, layout, judgements, next);
      if (there.logLikelihood > now.logLikelihood - 1e-9 || halved > 40) {
        [values, now] = [next, there];
        break;
      }
      length /= 2;
    }
  }
  if (values[layout.free + 1]! <= Math.log(LEAST_SD)) holdSpread(now, layout.free + 1);
  const factor = cholesky(now.information);
  if (!factor) throw new RangeError('the scores do not tell coaches, checkpoints and steps apart');
  const covariance = inverseOf(factor);
  return {
    campers: now.means,
    camperErrors: now.deviations,
    rest: expand(layout, values.subarray(0, layout.free)),
    restErrors: expandErrors(layout, covariance),
    layout,
    ability: { mean: values[layout.free]!, sd: Math.exp(values[layout.free + 1]!) },
    logLikelihood: now.logLikelihood,
    iterations,
  };
}

/** Takes the spread of the campers out of what is estimated. */
function holdSpread(look: Look, spread: number): void {
  look.gradient[spread] = 0;
  for (const m of [look.information, look.products]) {
    for (let i = 0; i < m.length; i++) m[i]![spread] = m[spread]![i] = 0;
    m[spread]![spread] = 1;
  }
}

const ridged = (a: Matrix): Matrix => a.map((row, i) => Float64Array.from(row, (x, j) => (i === j ? x + 1e-6 * (1 + x) : x)));

/** The places of each camper's judgements. */
function byCamper(data: FacetData): number[][] {
  const of: number[][] = data.campers.map(() => []);
  for (let i = 0; i < data.camper.length; i++) of[data.camper[i]!]!.push(i);
  return of;
}

interface Look {
  readonly logLikelihood: number;
  readonly gradient: Float64Array;
  /** The observed information, and the sum of the products of the campers' gradients. */
  readonly information: Matrix;
  readonly products: Matrix;
  readonly means: Float64Array;
  readonly deviations: Float64Array;
}

function lookAt(
  data: FacetData,
  layout: ReturnType<typeof layoutOf>,
  judgements: readonly number[][],
  values: Float64Array,
): Look {
  const { free, all, coaches } = layout;
  const rest = expand(layout, values.subarray(0, free));
  const [mean, sd] = [values[free]!, Math.exp(values[free + 1]!)];
  const scale = scaleOf(rest.subarray(coaches + layout.checkpoints));
  const size = free + 2;
  const gradient = new Float64Array(size);
  const products = zeros(size);
  /** Sums over campers of what their nodes say: covariances of all parameters, with the location, and products of gradients. */
  const inner = zeros(all);
  const outer = zeros(size);
  const withMean = new Float64Array(all);
  const withSpread = new Float64Array(all);
  let [meanMean, meanSpread, spreadSpread, logLikelihood] = [0, 0, 0, 0];
  const means = new Float64Array(judgements.length);
  const deviations = new Float64Array(judgements.length);
  const logs = new Float64Array(NODES);
  const raw = new Float64Array(all);
  const crossed = new Float64Array(all);
  for (const [who, own] of judgements.entries()) {
    for (let q = 0; q < NODES; q++) {
      const theta = mean + sd * grid.z[q]!;
      let sum = grid.logWeight[q]!;
      for (const i of own) {
        const location = theta - rest[data.coach[i]!]! - rest[coaches + data.checkpoint[i]!]!;
        const category = data.category[i]!;
        sum += category * location - scale.passed[category]! - at(scale, location);
      }
      logs[q] = sum;
    }
    const top = logs.reduce((a, b) => Math.max(a, b), -Infinity);
    const total = logs.reduce((s, l) => s + Math.exp(l - top), 0);
    logLikelihood += top + Math.log(total);
    const mineOfIt = new Float64Array(size);
    let [first, second] = [0, 0];
    for (let q = 0; q < NODES; q++) {
      const likely = Math.exp(logs[q]! - top) / total;
      if (likely < 1e-14) continue;
      const z = grid.z[q]!;
      const theta = mean + sd * z;
      first += likely * theta;
      second += likely * theta * theta;
      raw.fill(0);
      crossed.fill(0);
      let [slope, information] = [0, 0];
      for (const i of own) {
        const location = theta - rest[data.coach[i]!]! - rest[coaches + data.checkpoint[i]!]!;
        at(scale, location);
        slope += data.category[i]! - scale.expected;
        information += likely * scale.variance;
        // The gradient of this node stands alone; its information goes into the sum at its weight.
        addMoments(scale, layout, data.coach[i]!, data.checkpoint[i]!, data.category[i]!, 1, raw, null, null);
        addMoments(scale, layout, data.coach[i]!, data.checkpoint[i]!, data.category[i]!, likely, null, inner, crossed);
      }
      for (let a = 0; a < all; a++) {
        withMean[a]! += crossed[a]!;
        withSpread[a]! += sd * z * crossed[a]!;
      }
      meanMean += information;
      meanSpread += information * sd * z;
      spreadSpread += information * (sd * z) ** 2 - likely * slope * sd * z;
      // d/d mean is the slope; d/d log sd is the slope times how far the node lies from the mean.
      const s = new Float64Array(size);
      s.set(project(layout, raw));
      s[free] = slope;
      s[free + 1] = slope * sd * z;
      for (let a = 0; a < size; a++) {
        const sa = s[a]!;
        if (sa === 0) continue;
        mineOfIt[a]! += likely * sa;
        const row = outer[a]!;
        const w = likely * sa;
        for (let b = 0; b < size; b++) row[b]! += w * s[b]!;
      }
    }
    means[who] = first;
    deviations[who] = Math.sqrt(Math.max(0, second - first * first));
    for (let a = 0; a < size; a++) {
      gradient[a]! += mineOfIt[a]!;
      for (let b = 0; b < size; b++) products[a]![b]! += mineOfIt[a]! * mineOfIt[b]!;
    }
  }
  const information = zeros(size);
  const projected = projectMatrix(layout, inner);
  const [meanRow, spreadRow] = [project(layout, withMean), project(layout, withSpread)];
  for (let a = 0; a < free; a++) {
    for (let b = 0; b < free; b++) information[a]![b] = projected[a]![b]!;
    information[a]![free] = information[free]![a] = meanRow[a]!;
    information[a]![free + 1] = information[free + 1]![a] = spreadRow[a]!;
  }
  information[free]![free] = meanMean;
  information[free]![free + 1] = information[free + 1]![free] = meanSpread;
  information[free + 1]![free + 1] = spreadSpread;
  for (let a = 0; a < size; a++) for (let b = 0; b < size; b++) information[a]![b]! += products[a]![b]! - outer[a]![b]!;
  return { logLikelihood, gradient, information, products, means, deviations };
}
