import type { FacetRecord } from './facet-data.ts';
import type { FacetFit } from './facet-fit.ts';
import { fitFacets, type Estimator } from './fit-facets.ts';

/**
 * `fitFacets`, or null where it has nothing to say: scores that are not linked, all alike, or of which nothing is left when extremes are set aside.
 *
 * @example fitOrNone([], { estimator: 'joint' }) // null
 */
export function fitOrNone(records: readonly FacetRecord[], options: { readonly estimator: Estimator }): FacetFit | null {
  try {
    return fitFacets(records, options);
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}
