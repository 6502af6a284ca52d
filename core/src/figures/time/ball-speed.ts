import type { Estimate } from '../../estimate/estimate.ts';
import type { TimeFigure } from '../figure.ts';
import { timeFigure } from '../time-figure.ts';

/**
 * How much nearer to the catcher the ball leaves the hand than the rubber is, less how far behind the plate it is caught, in metres: a child of 1.2 to 1.9 m strides seven to nine tenths of his height and lets go over that foot; a glove
 * waits up to 0.8 m behind the plate. Common practice, no source; the spread holds both.
 */
const NEARER = { value: 1.3, sd: 0.5 } as const;
/** Exact (NIST SP 811, 2008, appendix B.8). */
const METRES_PER_FOOT = 0.3048;

/**
 * How far a ball flies from release to catch, in metres.
 *
 * @param feet from the rubber to the plate
 * @example ballFlies(46) // { value: 12.72, sd: 0.5 }
 */
export const ballFlies = (feet: number): Pick<Estimate, 'value' | 'sd'> => ({
  value: METRES_PER_FOOT * feet - NEARER.value,
  sd: NEARER.sd,
});

/** A mean over the whole flight: what leaves the hand is faster, and no reading of a film says by how much. Nothing of it goes home. */
export const ballSpeed: TimeFigure = {
  ...timeFigure({
    id: 'ballSpeed',
    name: 'ball speed, mean over the flight',
    definition:
      'How far the ball flies from release to the glove of the catcher (rubber to plate less 1.3 ± 0.5 m) over the time it takes: less than the speed at release.',
    from: 'release',
    to: 'gloved',
  }),
  unit: 'metresPerSecond',
  bands: { unit: 'milesPerHour', limits: [0, null] },
  needsFlight: true,
  value: (at, metres) => metres / (at('gloved') - at('release')),
};
