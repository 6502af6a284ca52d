import type { Facet, FacetFit, FacetMeasure } from './facet-fit.ts';
import { facetData, type FacetData, type FacetRecord } from './facet-data.ts';
import { withoutExtremes } from './extremes.ts';
import { fitJoint, type Found } from './fit-joint.ts';
import { fitMarginal, type MarginalStart } from './fit-marginal.ts';
import { at, scaleOf } from './rating-scale.ts';
import { requireLinked } from './unlinked.ts';

export type Estimator = 'joint' | 'marginal';

/**
 * How able campers are, how strict coaches, how hard checkpoints: the many-facet rating-scale model, log(Pk / Pk-1) = camper - coach - checkpoint - step k,
 * in logits. Coaches, checkpoints and steps sum to 0; who is more severe gives lower levels. Andrich D 1978; Linacre JM 1989.
 *
 * A coach or checkpoint with only lowest or only highest levels is set aside and named, and so is such a camper in the joint fit; the marginal fit has a
 * measure for every camper.
 *
 * @param records at least two levels; who has scored what, whole numbers
 * @throws UnlinkedDesign with its parts, and the fewest double scores that would join them
 * @throws RangeError where records are missing, all alike, or leave nothing when extremes are set aside
 * @example fitFacets(records, { estimator: 'marginal' }).coaches['dario']?.measure // 0.62: stricter than the mean of the staff
 */
export function fitFacets(records: readonly FacetRecord[], { estimator }: { readonly estimator: Estimator }): FacetFit {
  requireLinked(facetData(records));
  const joint = estimator === 'joint';
  const { left, extremes } = withoutExtremes(records, joint ? ['camper', 'coach', 'checkpoint'] : ['coach', 'checkpoint']);
  if (left.length === 0) throw new RangeError('records: only lowest and highest levels, so that nothing can be told apart');
  const data = facetData(left);
  requireLinked(data);
  const found = joint ? fitJoint(data) : fitMarginal(data, startOf(data, left));
  const leftOver = misfits(data, found);
  const { layout } = found;
  const facet = (
    ids: readonly string[],
    aside: ReadonlyMap<string, 'low' | 'high'>,
    measures: ArrayLike<number>,
    errors: ArrayLike<number>,
    first: number,
    fits: Fits,
  ): Facet =>
    Object.fromEntries([
      ...ids.map((id, i): [string, FacetMeasure] => [
        id,
        { measure: measures[first + i]!, standardError: errors[first + i]!, ...fits.of(i), extreme: null },
      ]),
      ...[...aside].map(([id, extreme]): [string, FacetMeasure] => [
        id,
        { measure: null, standardError: null, infit: null, outfit: null, extreme },
      ]),
    ]);
  const campers = facet(data.campers, extremes.camper, found.campers, found.camperErrors, 0, leftOver.campers);
  return {
    estimator,
    campers: joint ? campers : withExtremeNamed(campers, left),
    coaches: facet(data.coaches, extremes.coach, found.rest, found.restErrors, 0, leftOver.coaches),
    checkpoints: facet(data.checkpoints, extremes.checkpoint, found.rest, found.restErrors, layout.coaches, leftOver.checkpoints),
    levels: data.levels,
    steps: [...found.rest.subarray(layout.coaches + layout.checkpoints)],
    ability: found.ability,
    logLikelihood: found.logLikelihood,
    iterations: found.iterations,
    shared: sharedOf(records),
  };
}

/** Where the marginal fit begins: at the joint fit of those who are not extreme, its campers drawn together by their own errors. */
function startOf(data: FacetData, records: readonly FacetRecord[]): MarginalStart | null {
  try {
    const inner = facetData(withoutExtremes(records, ['camper', 'coach', 'checkpoint']).left);
    requireLinked(inner);
    if (inner.levels.length !== data.levels.length) return null;
    const { layout, rest, campers, camperErrors } = fitJoint(inner);
    const at = (ids: readonly string[], from: number, all: readonly string[]): number[] =>
      all.slice(0, -1).map((id) => (ids.includes(id) ? rest[from + ids.indexOf(id)]! : 0));
    const mean = campers.reduce((a, b) => a + b, 0) / campers.length;
    const variance = campers.reduce((s, b, i) => s + (b - mean) ** 2 - camperErrors[i]! ** 2, 0) / campers.length;
    return {
      free: Float64Array.from([
        ...at(inner.coaches, 0, data.coaches),
        ...at(inner.checkpoints, layout.coaches, data.checkpoints),
        ...rest.subarray(layout.coaches + layout.checkpoints, -1),
      ]),
      mean,
      sd: Math.sqrt(Math.max(0.04, variance)),
    };
  } catch (error) {
    // Without a joint fit the climb begins where nobody differs.
    if (error instanceof RangeError) return null;
    throw error;
  }
}

/** A camper of the marginal fit who has only lowest or only highest levels keeps his measure, and is named. */
function withExtremeNamed(campers: Facet, records: readonly FacetRecord[]): Facet {
  const named = withoutExtremes(records, ['camper']).extremes.camper;
  return Object.fromEntries(Object.entries(campers).map(([id, m]) => [id, { ...m, extreme: named.get(id) ?? null }]));
}

/** For each coach the judgements that another coach has made too. */
function sharedOf(records: readonly FacetRecord[]): Record<string, number> {
  const key = (r: FacetRecord): string => JSON.stringify([r.camper, r.checkpoint]);
  const coachesOf = new Map<string, Set<string>>();
  for (const r of records) coachesOf.set(key(r), (coachesOf.get(key(r)) ?? new Set()).add(r.coach));
  const shared: Record<string, number> = {};
  for (const r of records) shared[r.coach] = (shared[r.coach] ?? 0) + (coachesOf.get(key(r))!.size > 1 ? 1 : 0);
  return shared;
}

interface Fits {
  of(i: number): Pick<FacetMeasure, 'infit' | 'outfit'>;
}

/**
 * Mean squares of what the model leaves over: outfit, of the standardised residuals; infit, of the residuals against their information. Wright BD, Masters
 * GN, Rating Scale Analysis, 1982.
 */
function misfits(data: FacetData, found: Found): Record<'campers' | 'coaches' | 'checkpoints', Fits> {
  const { layout, rest } = found;
  const scale = scaleOf(rest.subarray(layout.coaches + layout.checkpoints));
  const sums = (n: number) => ({
    square: new Float64Array(n),
    variance: new Float64Array(n),
    standard: new Float64Array(n),
    count: new Float64Array(n),
  });
  const of = {
    campers: sums(data.campers.length),
    coaches: sums(data.coaches.length),
    checkpoints: sums(data.checkpoints.length),
  };
  for (let i = 0; i < data.category.length; i++) {
    const [who, coach, checkpoint] = [data.camper[i]!, data.coach[i]!, data.checkpoint[i]!];
    at(scale, found.campers[who]! - rest[coach]! - rest[layout.coaches + checkpoint]!);
    const square = (data.category[i]! - scale.expected) ** 2;
    for (const [sum, j] of [
      [of.campers, who],
      [of.coaches, coach],
      [of.checkpoints, checkpoint],
    ] as const) {
      sum.square[j]! += square;
      sum.variance[j]! += scale.variance;
      sum.standard[j]! += scale.variance > 0 ? square / scale.variance : 0;
      sum.count[j]! += 1;
    }
  }
  const fits = (s: ReturnType<typeof sums>): Fits => ({
    of: (i) => ({
      infit: s.variance[i]! > 0 ? s.square[i]! / s.variance[i]! : null,
      outfit: s.count[i]! > 0 ? s.standard[i]! / s.count[i]! : null,
    }),
  });
  return { campers: fits(of.campers), coaches: fits(of.coaches), checkpoints: fits(of.checkpoints) };
}
