export { fairLevel, fairShift, isSevere, LEAST_SHARED, severityInLevels, type SeverityInLevels } from './fair-level.ts';
export type { FacetRecord } from './facet-data.ts';
export type { Facet, FacetFit, FacetMeasure } from './facet-fit.ts';
export { fitOrNone } from './fit-or-none.ts';
export { fitFacets, type Estimator } from './fit-facets.ts';
export { UnlinkedDesign } from './unlinked.ts';
