import { expand, expandErrors, layoutOf, project, type Layout } from './contrasts.ts';
import type { FacetData } from './facet-data.ts';
import type { Found } from './fit-joint.ts';
import { cholesky, inverseOf, solveCholesky, zeros, type Matrix } from './linear-algebra.ts';
import { addMoments } from './moments.ts';
import { at, scaleOf, type Scale } from './rating-scale.ts';

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

/** The parameters as the likelihood needs them. */
interface Model {
  readonly layout: Layout;
  readonly rest: Float64Array;
  readonly mean: number;
  readonly sd: number;
  readonly scale: Scale;
}

function modelOf(layout: Layout, values: Float64Array): Model {
  const rest = expand(layout, values.subarray(0, layout.free));
  const scale = scaleOf(rest.subarray(layout.coaches + layout.checkpoints));
  return { layout, rest, mean: values[layout.free]!, sd: Math.exp(values[layout.free + 1]!), scale };
}

/** Where a judgement lies for a camper of an ability. */
const locationOf = (data: FacetData, { layout, rest }: Model, i: number, ability: number): number =>
  ability - rest[data.coach[i]!]! - rest[layout.coaches + data.checkpoint[i]!]!;

/** How likely each node is for a camper after his judgements, and the log of how likely the judgements are. */
function nodesOf(data: FacetData, model: Model, own: readonly number[]): { likely: Float64Array; logLikelihood: number } {
  const { scale, mean, sd } = model;
  const logs = grid.z.map((z, q) => {
    let sum = grid.logWeight[q]!;
    for (const i of own) {
      const location = locationOf(data, model, i, mean + sd * z);
      const category = data.category[i]!;
      sum += category * location - scale.passed[category]! - at(scale, location);
    }
    return sum;
  });
  const top = logs.reduce((a, b) => Math.max(a, b), -Infinity);
  const weights = logs.map((l) => Math.exp(l - top));
  const total = weights.reduce((a, b) => a + b, 0);
  return { likely: weights.map((w) => w / total), logLikelihood: top + Math.log(total) };
}

/** A node that matters less than this is passed over. */
const UNLIKELY = 1e-14;

/**
 * What one node of one camper says: its gradient by coaches, checkpoints, steps, mean and log of the spread, in this order. Its information is added to
 * `inner` at its weight.
 */
function lookAtNode(
  data: FacetData,
  model: Model,
  own: readonly number[],
  z: number,
  likely: number,
  inner: Matrix,
): Float64Array {
  const { layout, scale, mean, sd } = model;
  const [m, s] = [layout.all, layout.all + 1];
  const gradient = new Float64Array(layout.all + 2);
  const crossed = new Float64Array(layout.all);
  let [slope, information] = [0, 0];
  for (const i of own) {
    at(scale, locationOf(data, model, i, mean + sd * z));
    const [coach, checkpoint, category] = [data.coach[i]!, data.checkpoint[i]!, data.category[i]!];
    slope += category - scale.expected;
    information += likely * scale.variance;
    addMoments(scale, layout, coach, checkpoint, category, 1, gradient, null, null);
    addMoments(scale, layout, coach, checkpoint, category, likely, null, inner, crossed);
  }
  // The mean moves every node alike, the log of the spread as far as it lies from the mean.
  const away = sd * z;
  gradient[m] = slope;
  gradient[s] = slope * away;
  for (let a = 0; a < layout.all; a++) {
    for (const [place, by] of [
      [m, 1],
      [s, away],
    ] as const) {
      inner[a]![place]! += by * crossed[a]!;
      inner[place]![a]! += by * crossed[a]!;
    }
  }
  inner[m]![m]! += information;
  inner[m]![s]! += information * away;
  inner[s]![m]! += information * away;
  inner[s]![s]! += information * away * away - likely * slope * away;
  return gradient;
}

/** Adds `weight` times the product of a vector with itself. */
function addProduct(to: Matrix, v: Float64Array, weight: number): void {
  for (let a = 0; a < v.length; a++) {
    const w = weight * v[a]!;
    if (w === 0) continue;
    const row = to[a]!;
    for (let b = 0; b < v.length; b++) row[b]! += w * v[b]!;
  }
}

/** Louis's information of a mixture: what the nodes say, less how far their gradients differ within a camper. */
function lookAt(data: FacetData, layout: Layout, judgements: readonly number[][], values: Float64Array): Look {
  const model = modelOf(layout, values);
  const whole = layout.all + 2;
  const [inner, outer] = [zeros(whole), zeros(whole)];
  const gradient = new Float64Array(layout.free + 2);
  const products = zeros(layout.free + 2);
  const [means, deviations] = [new Float64Array(judgements.length), new Float64Array(judgements.length)];
  let logLikelihood = 0;
  for (const [who, own] of judgements.entries()) {
    const nodes = nodesOf(data, model, own);
    logLikelihood += nodes.logLikelihood;
    const mine = new Float64Array(whole);
    let [first, second] = [0, 0];
    for (let q = 0; q < NODES; q++) {
      const likely = nodes.likely[q]!;
      if (likely < UNLIKELY) continue;
      const ability = model.mean + model.sd * grid.z[q]!;
      first += likely * ability;
      second += likely * ability * ability;
      const node = lookAtNode(data, model, own, grid.z[q]!, likely, inner);
      for (let a = 0; a < whole; a++) mine[a]! += likely * node[a]!;
      addProduct(outer, node, likely);
    }
    means[who] = first;
    deviations[who] = Math.sqrt(Math.max(0, second - first * first));
    const ofCamper = withAbility(layout, mine);
    for (let a = 0; a < gradient.length; a++) gradient[a]! += ofCamper[a]!;
    addProduct(products, ofCamper, 1);
  }
  for (let a = 0; a < whole; a++) for (let b = 0; b < whole; b++) inner[a]![b]! -= outer[a]![b]!;
  const information = withAbilityMatrix(layout, inner);
  for (let a = 0; a < gradient.length; a++) for (let b = 0; b < gradient.length; b++) information[a]![b]! += products[a]![b]!;
  return { logLikelihood, gradient, information, products, means, deviations };
}

/** By the free parameters, mean and spread as they are. */
function withAbility(layout: Layout, all: Float64Array): Float64Array {
  return Float64Array.from([...project(layout, all.subarray(0, layout.all)), all[layout.all]!, all[layout.all + 1]!]);
}

function withAbilityMatrix(layout: Layout, all: Matrix): Matrix {
  const rows = all.map((row) => withAbility(layout, row));
  const out = zeros(layout.free + 2);
  for (let j = 0; j < layout.free + 2; j++) {
    const column = withAbility(
      layout,
      Float64Array.from(rows, (row) => row[j]!),
    );
    for (let i = 0; i < layout.free + 2; i++) out[i]![j] = column[i]!;
  }
  return out;
}
