import { DEMO_CLIPS, LAST_YEAR_CLIPS, PRACTICE_CLIPS, RETURNING_CLIPS } from '@stride-chalk/demo';
import {
  FAULT_PARAMETERS,
  harshConditions,
  randomSource,
  type ClipOrder,
  type FaultCode,
  type ViewId,
} from '@stride-chalk/fieldcam';

/** One film of the study. */
export interface StudyClip {
  readonly id: string;
  readonly order: ClipOrder;
}

const FAULTS = Object.keys(FAULT_PARAMETERS) as FaultCode[];
const SIZES = [
  [960, 540],
  [960, 540],
  [960, 540],
  [854, 480],
  [1280, 720],
] as const;

function orderOf(seed: number, view: ViewId, framesPerSecond: number): ClipOrder {
  const r = randomSource(270_000 + seed);
  const [width, height] =
    seed % 12 === 5 && framesPerSecond < 120 ? [1920, 1080] : SIZES[Math.floor(r.uniform() * SIZES.length)]!;
  const fault = FAULTS[Math.floor(r.uniform() * FAULTS.length)]!;
  return {
    pitcher: {
      ageYears: 8 + Math.floor(10 * r.uniform()),
      hand: r.uniform() < 0.7 ? 'R' : 'L',
      tempo: 0.85 + 0.4 * r.uniform(),
      ...{ seed: 9000 + seed, delivery: seed % 3, style: 1.5 },
      faults: r.uniform() < 0.5 ? { [fault]: 0.5 + 0.5 * r.uniform() } : {},
      alive: { sway: 0.6 + 0.8 * r.uniform(), settle: 0.5 + r.uniform(), timing: 1 },
      leadInSeconds: 0.5 + 0.4 * r.uniform(),
      tailSeconds: 0.6 + 0.2 * r.uniform(),
    },
    view,
    bib: 1 + Math.floor(98 * r.uniform()),
    look: Math.floor(6 * r.uniform()),
    framesPerSecond,
    startSeconds: 0.3 * r.uniform(),
    codec: 'h264',
    ...{ width, height },
    // As phones and the programs that send their films do it.
    quality: 22 + Math.floor(9 * r.uniform()),
    conditions: harshConditions(seed, 1 / framesPerSecond),
  };
}

function clips(name: string, first: number, kinds: ReadonlyArray<readonly [ViewId, number, number]>): StudyClip[] {
  let seed = first;
  return kinds.flatMap(([view, framesPerSecond, count]) =>
    Array.from({ length: count }, () => {
      seed += 1;
      return { id: `${name}-${view}-${framesPerSecond}-${seed}`, order: orderOf(seed, view, framesPerSecond) };
    }),
  );
}

/** Films on which rules and their limits may be set; those of the second and third group were held out once: the third for the ninth rules. */
export const TUNED: readonly StudyClip[] = [
  ...clips('tuned', 0, [
    ['openSide', 120, 10],
    ['closedSide', 120, 4],
    ['front', 120, 4],
    ['rear', 120, 2],
    ['openSide', 60, 2],
    ['openSide', 30, 2],
  ]),
  ...clips('tuned', 100, [['openSide', 120, 20]]),
  ...clips('tuned', 300, [
    ['openSide', 120, 20],
    ['front', 120, 7],
    ['rear', 120, 3],
  ]),
];

/** Other campers. The twenty of the open side at 120 had been seen by nobody when rules were set; how the others came out was seen as the limits of the set were chosen. Those from 401 on were filmed when the tenth rules stood, those from 501 on when the eleventh did. */
export const HELD_OUT: readonly StudyClip[] = [
  ...clips('held', 200, [['openSide', 120, 20]]),
  ...clips('held', 120, [
    ['closedSide', 120, 7],
    ['front', 120, 7],
    ['rear', 120, 3],
    ['openSide', 240, 3],
    ['openSide', 60, 4],
    ['openSide', 30, 4],
  ]),
  ...clips('held', 400, [['openSide', 120, 20]]),
  ...clips('held', 500, [['openSide', 120, 20]]),
];

/** The films that ship with the product. */
export const DEMO: readonly StudyClip[] = [...DEMO_CLIPS, ...PRACTICE_CLIPS, ...LAST_YEAR_CLIPS, ...RETURNING_CLIPS].map(
  ({ fileName, order }) => ({ id: fileName, order }),
);
