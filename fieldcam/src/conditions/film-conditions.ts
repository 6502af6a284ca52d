import { randomSource } from '../random.ts';

/** What makes a film easy or hard to read, apart from how he throws. */
export interface FilmConditions {
  /** Fixes folds, shaking, noise and who goes by. */
  readonly seed: number;
  /** How long each picture is open, in seconds; 0 freezes every movement. */
  readonly shutterSeconds: number;
  readonly build: 'slim' | 'usual' | 'stout';
  /** Which of the camp's kits: colours of shirt, trousers and cap. */
  readonly kit: number;
  /** Folds of cloth and seams; 0 none, 1 as trousers and shirts of the trade have them. */
  readonly folds: number;
  /** How unsteadily the camera is held; 0 is a tripod, 1 a usual hand. */
  readonly handHeld: number;
  /** When the tripod is bumped, in seconds of the motion. */
  readonly bumpSeconds: number | null;
  /** How many go by, or stand and watch. */
  readonly passersBy: number;
  readonly light: 'sun' | 'cloud' | 'changing' | 'dusk';
  /** Standard deviation of the sensor's noise in steps of 255. */
  readonly noise: number;
  /** How far the camera stands round from its place, in degrees. */
  readonly turnDegrees: number;
  /** Whether four cones mark the ground: beside the rubber, and further on towards the plate. */
  readonly cones?: boolean;
}

/** A film as it was before anybody asked more of it: no blur, no folds, nobody else, a tripod in the sun. */
export const KIND: FilmConditions = {
  seed: 0,
  shutterSeconds: 0,
  build: 'usual',
  kit: 0,
  folds: 0,
  handHeld: 0,
  bumpSeconds: null,
  passersBy: 0,
  light: 'sun',
  noise: 0,
  turnDegrees: 0,
};

const SHUTTERS = [1 / 60, 1 / 125, 1 / 250, 1 / 500, 1 / 1000];

/**
 * Conditions as a camp has them, drawn from a seed: a shutter between 1/60 and 1/1000 s but no longer than a frame lasts, one in three from the hand, one in eight bumped, one in three with somebody in the picture, a camera up to 25 degrees from its
 * place (two in three within 10). Common practice, no source.
 *
 * @example harshConditions(7, 1 / 120).shutterSeconds <= 1 / 120 // true
 */
export function harshConditions(seed: number, frameSeconds: number): FilmConditions {
  const r = randomSource(88_000 + seed);
  const pick = <T>(of: readonly T[]): T => of[Math.floor(r.uniform() * of.length)]!;
  const shutters = SHUTTERS.filter((s) => s <= frameSeconds + 1e-9);
  const light = pick(['sun', 'sun', 'sun', 'cloud', 'cloud', 'changing', 'changing', 'dusk'] as const);
  return {
    seed,
    // Little light asks for the longest that fits.
    shutterSeconds: light === 'dusk' ? shutters[0]! : pick(shutters),
    build: pick(['slim', 'usual', 'stout']),
    kit: Math.floor(r.uniform() * 5),
    folds: 0.6 + 0.7 * r.uniform(),
    handHeld: r.uniform() < 1 / 3 ? 0.5 + r.uniform() : 0,
    bumpSeconds: r.uniform() < 1 / 8 ? 0.4 + 1.6 * r.uniform() : null,
    passersBy: r.uniform() < 1 / 3 ? 1 + Math.floor(2 * r.uniform()) : 0,
    light,
    noise: light === 'dusk' ? 3 + 2 * r.uniform() : 1 + r.uniform(),
    turnDegrees: (2 * r.uniform() - 1) * (r.uniform() < 2 / 3 ? 10 : 25),
  };
}
