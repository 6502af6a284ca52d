import { SEGMENT_SHARE as S, medianHeightMetres } from '../body/anthropometry.ts';
import { randomSource } from '../random.ts';
import type { Faults } from './faults.ts';

export type Hand = 'R' | 'L';

/** Who throws and how: everything that a film of one delivery depends on. */
export interface PitcherOptions {
  readonly ageYears: number;
  readonly hand: Hand;
  /** Body height in metres; the median of the age when left out. */
  readonly heightMetres?: number;
  /** 1 is the usual speed of the movement from first move to contact; 1.1 is ten per cent slower. */
  readonly tempo?: number;
  readonly faults?: Faults;
  /** Fixes the camper's own style. */
  readonly seed: number;
  /** 0, 1, 2 ...: which delivery of the set; each one differs a little. */
  readonly delivery: number;
  /** 1 is the usual delivery-to-delivery variation, 0 none. */
  readonly variation?: number;
  /** 1 is the usual difference between one camper's own style and another's, 0 none. */
  readonly style?: number;
  /** What makes a body a harder witness than a puppet; each 0 when left out, 1 as children do. */
  readonly alive?: {
    /** Sway and breath where he stands. */
    readonly sway?: number;
    /** The front shoe slides, sinks and turns a little after it has landed. */
    readonly settle?: number;
    /** His own shares of the time between the key frames. */
    readonly timing?: number;
  };
  /** How long he stands before the set, and after the finish, in seconds. */
  readonly leadInSeconds?: number;
  readonly tailSeconds?: number;
  /** Numbers of the plan that are aimed at as they are given here, whatever else is asked. */
  readonly aims?: Partial<Aims>;
}

/** The numbers of a plan that can be aimed at one by one. */
export type Aims = Omit<ReturnType<typeof planned>, 'height' | 'hand' | 'ageYears' | 'young' | 'strideLost' | 'headPull'>;

/** What one delivery aims at, in degrees and shares of body height, after style, variation and faults. */
export type Delivery = ReturnType<typeof planDelivery>;

/** Turns who-and-how into the numbers of one delivery. The same options always give the same numbers. */
export const planDelivery = (options: PitcherOptions) => ({ ...planned(options), ...options.aims });

function planned(options: Omit<PitcherOptions, 'aims' | 'alive' | 'leadInSeconds' | 'tailSeconds'>) {
  const { ageYears, hand, seed, delivery, faults = {}, variation = 1, style: ownStyle = 1 } = options;
  const height = options.heightMetres ?? medianHeightMetres(ageYears);
  const style = randomSource(seed * 7919 + 17);
  const repeat = randomSource(seed * 104729 + delivery * 7907 + 31);
  const young = ageYears < 13;
  const bounded = (draw: number): number => Math.max(-1.8, Math.min(1.8, draw));
  /** A number with the camper's own style and the delivery's variation on it. */
  const own = (value: number, styleSd: number, repeatSd: number): number =>
    value + bounded(style.normal()) * styleSd * ownStyle + bounded(repeat.normal()) * repeatSd * variation;
  const fault = (code: keyof Faults): number => {
    const f = faults[code] ?? 0;
    return f === 0 ? 0 : Math.max(0, f * (1 + 0.1 * bounded(repeat.normal()) * variation));
  };
  const strideLost = 0.24 * fault('D2.short');
  const kneePast = fault('E1.knee-past-ankle');
  const headPull = fault('G4.pulls-off');
  return {
    height,
    hand,
    ageYears,
    young,
    tempo: own(options.tempo ?? 1, 0.03, 0.012),
    contactToRelease: own(0.145, 0.004, 0.002),
    baseWidth: own(1.15, 0.06, 0.03) * S.shoulderBreadth * (1 - 0.62 * fault('A1.narrow')),
    rockBack: own(0.012, 0.003, 0.002) + 0.14 * fault('A2.rocks-back'),
    pelvisAheadAtTop: (young ? own(0.0, 0.006, 0.004) : own(0.078, 0.008, 0.005)) - (young ? 0.085 : 0.1) * fault('B3.stalls'),
    backKneeAtTop: young ? own(168, 2, 1.2) : own(150, 2.5, 1.5),
    backKneeInLoad: (young ? own(140, 2.5, 2) : own(110, 2.5, 2)) - (young ? 44 : 38) * fault('B4.gives-way'),
    backShinAtDrive: own(47, 1.4, 0.9) - 29 * fault('C3.pushes-up'),
    kneeLift: own(0.06, 0.02, 0.01),
    footOpensEarly: fault('D1.opens-early'),
    stride: (young ? own(0.79, 0.012, 0.008) : own(0.89, 0.01, 0.007)) - strideLost,
    strideLost,
    landingOffset: own(0.05, 0.012, 0.008),
    frontKneeAtContact: (young ? own(135, 2, 1.3) : own(140.8, 0.6, 0.5)) - 9 * kneePast,
    frontShinAtContact: -(young ? own(9, 1.2, 0.8) : own(13.2, 0.4, 0.4)) + (young ? 20 : 24) * kneePast,
    frontKneeChange: (young ? own(6, 1.5, 1.2) : own(17, 1.6, 1.2)) - (young ? 34 : 36) * fault('F2.gives-way'),
    trunkAtContact: own(-4, 1.2, 1),
    forearmAtContact: own(68, 3, 2.5) - 66 * fault('E2.late'),
    gloveDrop: fault('E5.glove-drops'),
    separation: own(42, 2.5, 1.5),
    layback: own(169, 1.6, 1),
    trunkAtRelease: own(35, 1.2, 0.8) - 23 * fault('G2.upright'),
    sideLean: (young ? own(5, 1, 0.8) : own(8, 1.2, 0.8)) + 24 * headPull,
    headPull,
  };
}
