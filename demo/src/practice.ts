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
import { LAST_YEAR_ONLY, LAST_YEAR_SEVERITY } from './last-year.ts';

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
