import { addMoments } from './moments.ts';
import { expand, expandErrors, layoutOf, project, projectMatrix, type Layout } from './contrasts.ts';
import type { FacetData } from './facet-data.ts';
import { cholesky, inverseOf, solveCholesky, zeros, type Matrix } from './linear-algebra.ts';
import { at, scaleOf } from './rating-scale.ts';

/** What an estimator finds, in the order of the data's lists. */
export interface Found {
  readonly campers: Float64Array;
  readonly camperErrors: Float64Array;
  /** Coaches, checkpoints, steps. */
  readonly rest: Float64Array;
  readonly restErrors: Float64Array;
  readonly layout: Layout;
  readonly ability: { readonly mean: number; readonly sd: number };
  readonly logLikelihood: number;
  readonly iterations: number;
}

const MOST_ITERATIONS = 200;
/** A step of Newton's method is cut to this, in logits: far from the top the information is little worth. */
const LONGEST_STEP = 2;
/** The top is reached when the next step would add less than this to the log-likelihood. */
const NOTHING = 1e-12;

/**
 * Joint maximum likelihood: campers, coaches, checkpoints and steps all at once, by Newton's method on the whole information. Each judgement is of one
 * camper, so that campers are solved for in place and what is left is small. Linacre JM 1989; the estimates of few judgements lie too far apart, which is
 * known of this estimator: the marginal one does not have it.
 *
 * @param data without extremes, linked
 */
export function fitJoint(data: FacetData): Found {
  const n = data.campers.length;
  const layout = layoutOf(data.coaches.length, data.checkpoints.length, data.levels.length - 1);
  let campers = new Float64Array(n);
  let free = new Float64Array(layout.free);
  let now = lookAt(data, layout, campers, free);
  let iterations = 0;
  for (; iterations < MOST_ITERATIONS; iterations++) {
    const step = newtonStep(now, layout);
    const longest = Math.max(...step.campers.map(Math.abs), ...step.free.map(Math.abs), 0);
    const gain = dot(now.camperGradient, step.campers) + dot(now.freeGradient, step.free);
    if (gain < NOTHING) break;
    // Half of the step, and half of that, until it is one upwards.
    let size = Math.min(1, LONGEST_STEP / longest);
    for (let halved = 0; ; halved++) {
      const [c, f] = [moved(campers, step.campers, size), moved(free, step.free, size)];
      const next = lookAt(data, layout, c, f);
      if (next.logLikelihood > now.logLikelihood - 1e-9 || halved > 40) {
        [campers, free, now] = [c, f, next];
        break;
      }
      size /= 2;
    }
  }
  const { factor, scaled } = schur(now, layout);
  const covariance = inverseOf(factor);
  const mean = campers.reduce((a, b) => a + b, 0) / n;
  return {
    campers,
    camperErrors: Float64Array.from(now.camperInformation, (w, i) => {
      const c = scaled[i]!;
      let extra = 0;
      for (let a = 0; a < layout.free; a++) for (let b = 0; b < layout.free; b++) extra += c[a]! * covariance[a]![b]! * c[b]!;
      return Math.sqrt(1 / w + extra);
    }),
    rest: expand(layout, free),
    restErrors: expandErrors(layout, covariance),
    layout,
    ability: { mean, sd: Math.sqrt(campers.reduce((s, b) => s + (b - mean) ** 2, 0) / Math.max(1, n - 1)) },
    logLikelihood: now.logLikelihood,
    iterations,
  };
}

const dot = (a: Float64Array, b: Float64Array): number => a.reduce((s, x, i) => s + x * b[i]!, 0);
const moved = (from: Float64Array, by: Float64Array, size: number): Float64Array<ArrayBuffer> =>
  Float64Array.from(from, (x, i) => x + size * by[i]!);

interface Look {
  readonly logLikelihood: number;
  readonly camperGradient: Float64Array;
  readonly camperInformation: Float64Array;
  readonly freeGradient: Float64Array;
  readonly freeInformation: Matrix;
  /** Of each camper with the free parameters. */
  readonly cross: Matrix;
}

function lookAt(data: FacetData, layout: Layout, campers: Float64Array, free: Float64Array): Look {
  const rest = expand(layout, free);
  const scale = scaleOf(rest.subarray(layout.coaches + layout.checkpoints));
  const n = campers.length;
  const [camperGradient, camperInformation] = [new Float64Array(n), new Float64Array(n)];
  const gradient = new Float64Array(layout.all);
  const information = zeros(layout.all);
  const cross = zeros(n, layout.all);
  let logLikelihood = 0;
  for (let i = 0; i < data.category.length; i++) {
    const [who, coach, checkpoint, category] = [data.camper[i]!, data.coach[i]!, data.checkpoint[i]!, data.category[i]!];
    const location = campers[who]! - rest[coach]! - rest[layout.coaches + checkpoint]!;
    logLikelihood += category * location - scale.passed[category]! - at(scale, location);
    camperGradient[who]! += category - scale.expected;
    camperInformation[who]! += scale.variance;
    addMoments(scale, layout, coach, checkpoint, category, 1, gradient, information, cross[who]!);
  }
  return {
    logLikelihood,
    camperGradient,
    camperInformation,
    freeGradient: project(layout, gradient),
    freeInformation: projectMatrix(layout, information),
    cross: cross.map((c) => project(layout, c)),
  };
}

/** What is left of the information about the free parameters when campers are solved for, as its Cholesky factor. */
function schur(look: Look, layout: Layout): { readonly factor: Matrix; readonly scaled: Matrix } {
  const left = look.freeInformation.map((row) => Float64Array.from(row));
  const scaled = look.cross.map((c, i) => Float64Array.from(c, (x) => x / look.camperInformation[i]!));
  for (const [i, c] of look.cross.entries())
    for (let a = 0; a < layout.free; a++) {
      const s = scaled[i]![a]!;
      if (s !== 0) for (let b = 0; b < layout.free; b++) left[a]![b]! -= s * c[b]!;
    }
  const factor = cholesky(left);
  if (!factor) throw new RangeError('the scores do not tell coaches, checkpoints and steps apart');
  return { factor, scaled };
}

function newtonStep(look: Look, layout: Layout): { campers: Float64Array; free: Float64Array } {
  const { factor, scaled } = schur(look, layout);
  const right = Float64Array.from(look.freeGradient);
  for (const [i, c] of scaled.entries()) for (let a = 0; a < layout.free; a++) right[a]! -= c[a]! * look.camperGradient[i]!;
  const free = solveCholesky(factor, right);
  const campers = Float64Array.from(look.camperGradient, (g, i) => g / look.camperInformation[i]! - dot(scaled[i]!, free));
  return { campers, free };
}
