import {
  deliveryMotion,
  FAULT_PARAMETERS,
  type Aims,
  randomSource,
  trueFigures,
  type FaultCode,
  type Faults,
  type TrueFigures,
  type ViewId,
} from '@stride-chalk/fieldcam';
import { ALIVE, fieldConditions } from './field-conditions.ts';
import { marksOf, type DemoMark } from './work.ts';
import type { DemoClip } from './clips.ts';
import { LAST_YEAR_ONLY, LAST_YEAR_SEVERITY } from './last-year.ts';

/** Ten of last year's children whose families have consented to the training of the staff: one delivery of each, from two sides. */
const PRACTISED = LAST_YEAR_ONLY.slice(0, 10);
/** Five others of last year, of those whom two coaches scored: the same-page round needs films on which people differ. */
const SCORED_TWICE = [72, 75, 78, 81, 84].map((bib) => LAST_YEAR_ONLY.find((c) => c.bib === bib)!);
/** How often a fault is there, and from how strong on. */
const SHARE = 0.5;
const LEAST = 0.35;
const MOST = 1.2;

/** What a child does wrong: every fault now and then, from hardly to as bad as coaches see it. */
function faultsOf(seed: number): Faults {
  const random = randomSource(seed);
  return Object.fromEntries(
    (Object.keys(FAULT_PARAMETERS) as FaultCode[]).flatMap((code) => {
      const [there, strength] = [random.uniform(), random.uniform()];
      return there < SHARE ? [[code, Math.round(100 * (LEAST + (MOST - LEAST) * strength)) / 100]] : [];
    }),
  );
}

/** What no fault leads: where the foot lands, how high the knee comes, how the trunk stands when the foot bears weight. From well to badly, now and then. */
const LED = { landingOffset: [-0.3, 0.16], kneeLift: [-0.14, 0.14], trunkAtContact: [-24, 14] } as const;
function aimsOf(seed: number): Partial<Aims> {
  const random = randomSource(seed + 11);
  return Object.fromEntries(
    Object.entries(LED).flatMap(([aim, [from, to]]) => {
      const [there, at] = [random.uniform(), random.uniform()];
      return there < SHARE ? [[aim, Math.round(100 * (from + (to - from) * at)) / 100]] : [];
    }),
  );
}

const YEAR = 2026;

/** One delivery of each child, as orders to the simulated camera. */
const filmsOf = (children: typeof LAST_YEAR_ONLY, name: string, firstSeed: number, views: readonly ViewId[]): DemoClip[] =>
  children.flatMap((child, i) =>
    views.map((view): DemoClip => {
      const seed = firstSeed + 37 * i;
      return {
        bib: child.bib,
        delivery: 0,
        view,
        fileName: `${name}-${i + 1}-${view === 'front' ? 'front' : 'open-side'}.mp4`,
        order: {
          pitcher: {
            // A year younger, and smaller, than they would be this year.
            ageYears: YEAR - 1 - Number(child.born.slice(0, 4)),
            hand: child.hand,
            heightMetres: (child.heightCentimetres - 6) / 100,
            tempo: 1,
            faults: faultsOf(seed),
            aims: aimsOf(seed),
            seed,
            delivery: 0,
            alive: ALIVE,
          },
          view,
          bib: child.bib,
          look: i,
          framesPerSecond: 120,
          startSeconds: 0.02 + 0.19 * randomSource(seed + (view === 'front' ? 3 : 0)).uniform(),
          codec: 'h264',
          conditions: fieldConditions(i, 0, view, seed),
          quality: 23,
        },
      };
    }),
  );

/** The films of the practice set. */
export const PRACTICE_CLIPS: readonly DemoClip[] = filmsOf(PRACTISED, 'practice', 6000, ['openSide', 'front']);
/** Those of last year's deliveries that are still there. */
export const LAST_YEAR_CLIPS: readonly DemoClip[] = filmsOf(SCORED_TWICE, 'last-year', 7000, ['openSide']);

/** A delivery of which everything is known. */
export interface FilmedTruth {
  readonly bib: number;
  /** What the figures of the delivery truly are. */
  readonly figures: TrueFigures;
  readonly films: ReadonlyArray<{ readonly clip: DemoClip; readonly marks: readonly DemoMark[] }>;
}

const truthOf = (clips: readonly DemoClip[]): FilmedTruth[] =>
  [...new Set(clips.map((c) => c.bib))].map((bib) => {
    const own = clips.filter((c) => c.bib === bib);
    return {
      bib,
      figures: trueFigures(deliveryMotion(own[0]!.order.pitcher)),
      films: own.map((clip) => ({ clip, marks: marksOf(clip) })),
    };
  });

/** The practice set with what is true of each delivery: its reference levels follow from it. */
export const practiceSet = (): FilmedTruth[] => truthOf(PRACTICE_CLIPS);
/** Last year's deliveries whose films are there, with what is true of each. */
export const lastYearFilms = (): FilmedTruth[] => truthOf(LAST_YEAR_CLIPS);

const LEVELS = [0, 1, 2, 3] as const;

/**
 * What a practised coach of the demo gives where the reference has a level: mostly the same, now and then the next one, more often the lower one for who is
 * strict. Drawn anew for each time, always the same for the same.
 *
 * @param time which time he has the clip before him
 */
export function practisedLevel(
  coach: string,
  at: { readonly clip: number; readonly checkpoint: string; readonly reference: 0 | 1 | 2 | 3; readonly time: number },
): 0 | 1 | 2 | 3 {
  let seed = 7;
  for (const letter of `${coach} ${at.clip} ${at.checkpoint} ${at.time}`) seed = (seed * 31 + letter.charCodeAt(0)) % 1_000_003;
  const random = randomSource(seed);
  random.uniform();
  const draw = random.uniform();
  const lean = 0.14 * (LAST_YEAR_SEVERITY[coach] ?? 0);
  const step = draw < 0.09 + lean ? -1 : draw > 0.91 + lean ? 1 : 0;
  return LEVELS[Math.max(0, Math.min(3, at.reference + step))]!;
}
