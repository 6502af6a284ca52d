import type { FacetRecord } from './facet-data.ts';

export type ExtremeFacet = 'camper' | 'coach' | 'checkpoint';
type Extremes = Readonly<Record<ExtremeFacet, ReadonlyMap<string, 'low' | 'high'>>>;

/**
 * Sets aside what has only lowest or only highest levels: no measure is likely enough for it. What is left may have new ones, until there are none.
 *
 * @param of the facets that are looked at: the marginal fit keeps its campers
 */
export function withoutExtremes(
  records: readonly FacetRecord[],
  of: readonly ExtremeFacet[],
): { readonly left: readonly FacetRecord[]; readonly extremes: Extremes } {
  const extremes = {
    camper: new Map<string, 'low' | 'high'>(),
    coach: new Map<string, 'low' | 'high'>(),
    checkpoint: new Map<string, 'low' | 'high'>(),
  };
  let left = records;
  for (let found = true; found; ) {
    found = false;
    const levels = left.map((r) => r.level);
    const [lowest, highest] = [
      levels.reduce((a, b) => Math.min(a, b), Infinity),
      levels.reduce((a, b) => Math.max(a, b), -Infinity),
    ];
    for (const facet of of) {
      const range = new Map<string, [number, number]>();
      for (const r of left) {
        const [low, high] = range.get(r[facet]) ?? [Infinity, -Infinity];
        range.set(r[facet], [Math.min(low, r.level), Math.max(high, r.level)]);
      }
      for (const [id, [low, high]] of range)
        if (high === lowest || low === highest) {
          extremes[facet].set(id, high === lowest ? 'low' : 'high');
          found = true;
        }
      left = left.filter((r) => !extremes[facet].has(r[facet]));
    }
  }
  return { left, extremes };
}
