import { randomSource, type FilmConditions, type ViewId } from '@stride-chalk/fieldcam';

const BUILDS = ['usual', 'slim', 'stout'] as const;
/** Half of them wear the camp's own shirt. */
const KITS = [0, 1, 0, 3, 0, 4];
/** A child sways and breathes, its shoe settles, and its shares of the time are its own. */
export const ALIVE = { sway: 0.8, settle: 0.8, timing: 1 } as const;

/**
 * What the field makes of a film: a morning with sun and cloud, phones on tripods that stand a little round from their place and are good enough for a
 * coach. Who films from the hand, at dusk or beside the mark is told so by the product, and films again; the demo's films are what is kept.
 */
export function fieldConditions(look: number, delivery: number, view: ViewId, seed: number): FilmConditions {
  const place = randomSource(seed * 13 + (view === 'front' ? 5 : 0));
  const at = randomSource(seed * 17 + delivery * 5 + (view === 'front' ? 2 : 0));
  const light = delivery === 0 ? 'sun' : look % 3 === 1 ? 'cloud' : 'changing';
  return {
    seed: seed * 10 + delivery,
    shutterSeconds: light === 'cloud' ? 1 / 250 : 1 / 500,
    build: BUILDS[look % 3]!,
    kit: KITS[look % KITS.length]!,
    folds: 0.7 + 0.4 * place.uniform(),
    handHeld: 0,
    bumpSeconds: null,
    passersBy: at.uniform() < 1 / 4 ? 1 : 0,
    light,
    noise: 0.8 + 0.5 * at.uniform(),
    // One camera position for all deliveries of a camper.
    turnDegrees: 12 * place.uniform() - 6,
    cones: true,
  };
}
