import {
  deliveryMotion,
  FAULT_PARAMETERS,
  type Aims,
  randomSource,
  trueFigures,
  type FaultCode,
  type Faults,
  type TrueFigures,
} from '@stride-chalk/fieldcam';
import { marksOf, type DemoMark } from './work.ts';
import type { DemoClip } from './clips.ts';
import { LAST_YEAR_ONLY } from './last-year.ts';

/** Ten of last year's children whose families have consented to the training of the staff: one delivery of each, from two sides. */
const CHILDREN = LAST_YEAR_ONLY.slice(0, 10);
/** How often a fault is there, and from how strong on. */
const SHARE = 0.5;
const LEAST = 0.35;
const MOST = 1.2;

/** What a child of the practice set does wrong: every fault now and then, from hardly to as bad as coaches see it. */
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

/** The films of the practice set, as orders to the simulated camera. */
export const PRACTICE_CLIPS: readonly DemoClip[] = CHILDREN.flatMap((child, i) =>
  (['openSide', 'front'] as const).map((view): DemoClip => {
    const seed = 6000 + 37 * i;
    return {
      bib: child.bib,
      delivery: 0,
      view,
      fileName: `practice-${i + 1}-${view === 'front' ? 'front' : 'open-side'}.mp4`,
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
        },
        view,
        bib: child.bib,
        look: i,
        framesPerSecond: 120,
        startSeconds: 0.02 + 0.19 * randomSource(seed + (view === 'front' ? 3 : 0)).uniform(),
        codec: 'h264',
      },
    };
  }),
);

export interface PracticeTruth {
  readonly bib: number;
  /** What the figures of the delivery truly are. */
  readonly figures: TrueFigures;
  readonly films: ReadonlyArray<{ readonly clip: DemoClip; readonly marks: readonly DemoMark[] }>;
}

/** The practice set with what is true of each delivery: its reference levels follow from it. */
export const practiceSet = (): PracticeTruth[] =>
  CHILDREN.map(({ bib }) => {
    const clips = PRACTICE_CLIPS.filter((c) => c.bib === bib);
    return {
      bib,
      figures: trueFigures(deliveryMotion(clips[0]!.order.pitcher)),
      films: clips.map((clip) => ({ clip, marks: marksOf(clip) })),
    };
  });
