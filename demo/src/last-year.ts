import { randomSource } from '@stride-chalk/fieldcam';
import type { DemoCamper } from './camp.ts';

const FIRST = [
  'Aino',
  'Bram',
  'Cleo',
  'Dagny',
  'Eamon',
  'Freya',
  'Goran',
  'Hedda',
  'Ivo',
  'Jonna',
  'Kasimir',
  'Linnet',
  'Moss',
  'Nerys',
  'Orla',
];
const LAST = ['Quillfeather', 'Underhay', 'Stonebrook', 'Marrable', 'Fenwright', 'Oakhollow'];

/** Thirty children of last year's camp who have not come back: bibs 60 to 89. Everything about them is made up. */
export const LAST_YEAR_ONLY: readonly DemoCamper[] = Array.from({ length: 30 }, (_, i) => {
  const age = 8 + (i % 10);
  return {
    bib: 60 + i,
    name: `${FIRST[i % FIRST.length]} ${LAST[(i + Math.floor(i / FIRST.length)) % LAST.length]}`,
    // As of this year's first day; last year they were a year younger.
    born: `${2026 - age - 1}-0${1 + (i % 6)}-1${i % 9}`,
    hand: i % 5 === 0 ? 'L' : 'R',
    heightCentimetres: 122 + 6 * (i % 10),
    guardian: `${FIRST[(i + 4) % FIRST.length]} ${LAST[(i + Math.floor(i / FIRST.length)) % LAST.length]}`,
    consent: true,
    sore: false,
  };
});

/** How strict each of three coaches was last year, in logits: what the same-page board has to find. */
export const LAST_YEAR_SEVERITY: Readonly<Record<string, number>> = {
  'Marit Solvane': 0,
  'Dario Penhallow': 0.6,
  'Wren Castellane': -0.6,
};
/** The checkpoint whose words were read in two ways. */
export const READ_IN_TWO_WAYS = 'D5';

const STEPS = [-1.4, -0.1, 1.5];
/** How good a delivery is, in logits, whose film shows level 0, 1, 2 or 3. */
const SEEN = [-2.6, -0.7, 0.7, 2.8];

export interface LastYearLevel {
  readonly bib: number;
  readonly coach: string;
  readonly checkpoint: string;
  readonly level: 0 | 1 | 2 | 3;
}

/**
 * The levels of last year, drawn from how good each camper was, how hard each checkpoint, and how strict each coach: one coach a camper, and a second one
 * for every third.
 *
 * @param asked the checkpoints that were asked of a camper
 * @param shown what the film of a delivery truly shows, where there is one: the levels are drawn around it
 */
export function lastYearLevels(
  asked: (camper: DemoCamper) => readonly string[],
  shown: (bib: number, checkpoint: string) => 0 | 1 | 2 | 3 | null = () => null,
): LastYearLevel[] {
  const random = randomSource(2025);
  const coaches = Object.keys(LAST_YEAR_SEVERITY);
  const hardness = new Map<string, number>();
  const hard = (checkpoint: string): number => {
    if (!hardness.has(checkpoint)) hardness.set(checkpoint, 0.7 * random.normal());
    return hardness.get(checkpoint)!;
  };
  return LAST_YEAR_ONLY.flatMap((camper, i) => {
    const ability = 1 + 0.9 * random.normal();
    const first = i % coaches.length;
    const scorers = i % 3 === 0 ? [first, (first + 1 + ((i / 3) % 2)) % coaches.length] : [first];
    return asked(camper).flatMap((checkpoint) => {
      const seen = shown(camper.bib, checkpoint);
      const good = seen === null ? ability - hard(checkpoint) : SEEN[seen]!;
      // Who scores every third camper goes round, so that all three share some.
      return scorers.map((j): LastYearLevel => {
        const coach = coaches[(j + Math.floor(i / 3)) % coaches.length]!;
        const twoWays = checkpoint === READ_IN_TWO_WAYS ? (coach === 'Wren Castellane' ? 2.5 : -2.5) : 0;
        const at = good - LAST_YEAR_SEVERITY[coach]! + twoWays;
        let passed = 0;
        const weights = [0, 1, 2, 3].map((k) => {
          if (k > 0) passed += STEPS[k - 1]!;
          return Math.exp(k * at - passed);
        });
        const drawn = random.uniform() * weights.reduce((a, b) => a + b, 0);
        let reached = 0;
        const level = weights.findIndex((w) => {
          reached += w;
          return drawn < reached;
        });
        return { bib: camper.bib, coach, checkpoint, level: Math.max(0, level) as 0 | 1 | 2 | 3 };
      });
    });
  });
}
