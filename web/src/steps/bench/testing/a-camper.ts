import type { BenchProps } from '../types.ts';
import { anId } from '../../../parts/testing/an-id.ts';

/** Somebody of 13 for whom the camp has said how far it is to the plate. */
export const A_CAMPER: BenchProps['camper'] = {
  ...{ id: anId('c'), bib: 7, name: 'C', age: 13, ageGroup: '13-14', hand: 'R' },
  ...{ heightCentimetres: 160, rubberToPlateFeet: 54, sore: false },
};
