import { ANY_VIEW, OUR_DEFINITION, type TimeFigure } from './figure.ts';

/** The time between two key frames. */
export const timeFigure = (own: Pick<TimeFigure, 'id' | 'name' | 'definition' | 'from' | 'to'>): TimeFigure => ({
  kind: 'time',
  views: ANY_VIEW,
  unit: 'seconds',
  bands: { unit: 'milliseconds', limits: [0, null] },
  drawing: [],
  signed: null,
  source: OUR_DEFINITION,
  ...own,
});
