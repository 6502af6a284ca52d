import { sortClips } from '@stride-chalk/core';
import { isRight, simulatedDay, type DayOrder } from './sorting-camp.ts';

/** From where a clip counts as placed. */
const PLACED = 0.95;
const BINS = [0, 0.3, 0.5, 0.7, 0.8, 0.9, 0.95, 0.99, 0.999, 1.0001];

export interface SortingStudy {
  readonly clips: number;
  /** Share of all clips whose place has 95 % or more. */
  readonly placed: number;
  /** Share of those that are right. */
  readonly right: number;
  /** By stated probability: how many clips, what was stated on average, and how many of them are right. */
  readonly calibration: ReadonlyArray<{
    readonly from: number;
    readonly clips: number;
    readonly stated: number;
    readonly right: number;
  }>;
  /** Cameras whose clock could not be told. */
  readonly unknown: number;
}

/** Sorts the clips of simulated days and compares with what they show. */
export function sortingStudy(
  days: number,
  order: Omit<DayOrder, 'seed'> = {},
  onDay?: (seed: number, wrong: string[]) => void,
): SortingStudy {
  const bins = BINS.map((from) => ({ from, clips: 0, stated: 0, right: 0 }));
  let [clips, placed, right, unknown] = [0, 0, 0, 0];
  for (let seed = 1; seed <= days; seed += 1) {
    const day = simulatedDay({ ...order, seed });
    const sorting = sortClips(day.clips, day.log);
    unknown += sorting.clocks.filter((c) => c.unknown !== null).length;
    const wrong: string[] = [];
    for (const sorted of sorting.clips) {
      const truth = day.truth.get(sorted.id)!;
      const ok = isRight(sorted, truth);
      const bin = bins.filter((b) => sorted.probability >= b.from).at(-1)!;
      bin.clips += 1;
      bin.stated += sorted.probability;
      bin.right += ok ? 1 : 0;
      clips += 1;
      if (sorted.probability < PLACED) continue;
      placed += 1;
      right += ok ? 1 : 0;
      if (!ok)
        wrong.push(
          `${sorted.id}: ${sorted.place?.key ?? 'nothing'} at ${sorted.probability.toFixed(3)}, is ${truth ?? 'nothing'}`,
        );
    }
    onDay?.(seed, wrong);
  }
  return {
    clips,
    placed: placed / clips,
    right: right / placed,
    calibration: bins.filter((b) => b.clips > 0).map((b) => ({ ...b, stated: b.stated / b.clips, right: b.right / b.clips })),
    unknown,
  };
}
