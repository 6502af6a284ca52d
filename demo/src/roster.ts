import { FILMED_CAMPERS, type DemoCamper } from './camp.ts';
import { MORE_CAMPERS } from './more-campers.ts';

/** The roster of the week by bib: forty campers. */
export const CAMPERS: readonly DemoCamper[] = [...FILMED_CAMPERS, ...MORE_CAMPERS].sort((a, b) => a.bib - b.bib);
