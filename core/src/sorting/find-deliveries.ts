import { crossings, isCrossed } from './crossings.ts';
import { BANDS, type MotionSample } from './motion-series.ts';
import { median } from './visits.ts';

/** A delivery that was found in a film that runs on, in seconds of real time from its first frame. */
export interface FoundDelivery {
  /** Where the clip begins: 0.7 s before the first move. */
  readonly start: number;
  readonly firstMove: number;
  /** The fastest moment, close to the release. */
  readonly burst: number;
  readonly finish: number;
  /** 0.7 s after the finish. */
  readonly end: number;
  /** How much moves in it against what is usual in this film, 1 at most. */
  readonly sure: number;
}

const BEFORE = 0.7;
const AFTER = 0.7;

/** How far to either side of where he stands a pitcher moves, in bands: his stride, and some. */
const REACH = 8;
/** How far from where most deliveries begin another one may, in bands. */
const NEARBY = 2.5;
/** Still is what moves less than this, over what always flickers: share of the pitcher's bands. */
const STILL = 0.004;
/** How long he stands still before a delivery, and how long a stop within one may last, in seconds. */
const SET = 0.5;
const STOP = 0.45;
/** From the first move to the fastest moment: common practice for deliveries with a leg lift, no source. */
const TO_BURST = { least: 0.95, most: 2.8 } as const;
/** From the fastest moment to the finish. */
const TO_FINISH = { least: 0.45, most: 1.1 } as const;
/** What lasts longer, in seconds, has somebody else's way in it. */
const ALONE = 2.5;
/** One camper's deliveries move alike. What bursts clearly may move less than is usual in the film by so much, what does not has to move as much. */
const LEAST_AMOUNT = 0.68;
const LIKE = 0.95;
/** From the first move to the finish at least: an easy throw without a lift is shorter. */
const LEAST = 1.5;
/** The burst against the lift before it: at least, and where it is clear. Seen from the front, a knee that comes up moves much. */
const LEAST_RATIO = 1.25;
const CLEAR = 1.5;
const LIFT = 0.55;

/**
 * Finds the deliveries in a film that runs on: a body that stands still, then moves slowly (the lift), then in a burst (stride and arm), in one place. Somebody who walks up moves alike from the first step, an easy
 * throw begins with its burst, whoever crosses the picture is taken out first (crossings.ts), and a bumped camera moves everything.
 *
 * All limits are our own, set on simulated films; no source.
 *
 * @param samples of motionSeries, at equal steps of an eighth of a second or less of real time
 * @example findDeliveries([]) // []
 */
export function findDeliveries(samples: readonly MotionSample[]): FoundDelivery[] {
  if (samples.length < 20) return [];
  const every = (samples.at(-1)!.seconds - samples[0]!.seconds) / (samples.length - 1);
  const bands = uncovered(samples);
  // Twice: first anywhere, then where most of them begin.
  const anywhere = candidates(samples, bands, every, 0, BANDS);
  if (anywhere.length === 0) return [];
  const mound = moundOf(anywhere);
  const [from, to] = [Math.max(0, Math.round(mound - REACH)), Math.min(BANDS, Math.round(mound + REACH))];
  const there = candidates(samples, bands, every, from, to).filter((c) => Math.abs(c.place - mound) < NEARBY);
  if (there.length === 0) return [];
  // What bursts clearly, and lasts no longer than a delivery, shows how much moves in one of this camper's.
  const clear = there.filter((c) => c.ratio >= CLEAR && c.found.finish - c.found.firstMove < ALONE);
  const usual = median((clear.length > 0 ? clear : there).map((c) => c.amount));
  return there
    .filter((c) => c.amount >= (c.ratio >= CLEAR ? LEAST_AMOUNT : LIKE) * usual)
    .map((c) => ({ ...c.found, sure: Math.min(1, c.amount / usual) }));
}

/** Where most of them begin, by how clearly they burst: in the middle of those that are near each other. */
function moundOf(found: readonly Candidate[]): number {
  const groups = found.map((here) => found.filter((other) => Math.abs(other.place - here.place) < NEARBY));
  const clarity = (group: readonly Candidate[]): number => group.reduce((sum, c) => sum + c.ratio, 0);
  return median(groups.reduce((best, one) => (clarity(one) > clarity(best) ? one : best)).map((c) => c.place));
}

/** What moves in each band, by time: where somebody crosses before it or the camera was bumped, a straight line from what was seen before to what was seen after. */
function uncovered(samples: readonly MotionSample[]): number[][] {
  const across = crossings(samples);
  return Array.from({ length: BANDS }, (_, band) =>
    bridged(samples.map((s) => (s.shaken || isCrossed(across, s.seconds, band) ? null : s.bands[band]!))),
  );
}

interface Candidate {
  readonly found: FoundDelivery;
  /** Where it begins, in bands. */
  readonly place: number;
  /** How much moves in it altogether, and its burst against its lift. */
  readonly amount: number;
  readonly ratio: number;
}

/** Every stillness that a lift and a burst follow, in the bands from..to. */
function candidates(
  samples: readonly MotionSample[],
  bands: readonly (readonly number[])[],
  every: number,
  from: number,
  to: number,
): Candidate[] {
  const energy = samples.map((_, k) => {
    let sum = 0;
    for (let b = from; b < to; b += 1) sum += bands[b]![k]!;
    return sum / BANDS;
  });
  const sorted = [...energy].sort((a, b) => a - b);
  const still = STILL + 1.5 * sorted[Math.floor(0.15 * sorted.length)]!;
  const steps = (seconds: number): number => Math.max(1, Math.round(seconds / every));
  const found: Candidate[] = [];
  let quiet = 0;
  for (let i = 0; i < energy.length; i += 1) {
    if (energy[i]! < still) {
      quiet += 1;
      continue;
    }
    const stood = quiet;
    quiet = 0;
    if (stood < steps(SET)) continue;
    const run = runFrom(energy, i, still, steps(STOP));
    const one = deliveryAt(samples, bands, energy, i, run, every);
    if (!one) continue;
    found.push(one);
    i = Math.max(i, Math.round((one.found.finish - samples[0]!.seconds) / every) - 1);
  }
  return found;
}

/** Up to where it goes on moving, but for short stops. */
function runFrom(energy: readonly number[], from: number, still: number, stop: number): number {
  let [end, quiet] = [from, 0];
  for (let k = from; k < energy.length; k += 1) {
    if (energy[k]! >= still) {
      end = k;
      quiet = 0;
    } else if (++quiet > stop) break;
  }
  return end;
}

function deliveryAt(
  samples: readonly MotionSample[],
  bands: readonly (readonly number[])[],
  energy: readonly number[],
  first: number,
  last: number,
  every: number,
): Candidate | null {
  const steps = (seconds: number): number => Math.round(seconds / every);
  const [from, to] = [first + steps(TO_BURST.least), Math.min(last, first + steps(TO_BURST.most))];
  if (from >= to) return null;
  const lift = mean(energy, first, first + steps(LIFT));
  let [burst, most] = [from, 0];
  for (let k = from; k <= to; k += 1) {
    const here = mean(energy, k - 1, k + 2);
    if (here > most) [burst, most] = [k, here];
  }
  if (most < LEAST_RATIO * lift) return null;
  // The finish: where the burst has died down to less than a third, within what a finish takes.
  const [soonest, latest] = [burst + steps(TO_FINISH.least), burst + steps(TO_FINISH.most)];
  let finish = Math.min(latest, energy.length - 1);
  for (let k = soonest; k <= Math.min(latest, energy.length - 1); k += 1)
    if (energy[k]! < 0.33 * most) {
      finish = k;
      break;
    }
  if (finish - first < steps(LEAST)) return null;
  let [place, weight] = [0, 0];
  for (let k = first; k < first + steps(LIFT); k += 1)
    for (let b = 0; b < BANDS; b += 1) {
      place += b * (bands[b]![k] ?? 0);
      weight += bands[b]![k] ?? 0;
    }
  const at = (k: number): number => samples[Math.max(0, Math.min(samples.length - 1, k))]!.seconds;
  // The move had begun before it was seen.
  const firstMove = at(first - 1);
  return {
    place: weight === 0 ? BANDS / 2 : place / weight,
    ratio: most / lift,
    amount: energy.slice(first, finish).reduce((sum, e) => sum + e, 0),
    found: {
      start: Math.max(samples[0]!.seconds, firstMove - BEFORE),
      firstMove,
      burst: at(burst),
      finish: at(finish),
      end: Math.min(at(samples.length - 1), at(finish) + AFTER),
      sure: 1,
    },
  };
}

function mean(all: readonly number[], from: number, to: number): number {
  let [sum, n] = [0, 0];
  for (let k = Math.max(0, from); k < Math.min(all.length, to); k += 1) {
    sum += all[k]!;
    n += 1;
  }
  return n === 0 ? 0 : sum / n;
}

/** What is not seen, as a straight line from what was seen before it to what was seen after it. */
function bridged(seen: ReadonlyArray<number | null>): number[] {
  const all = seen.map((v) => v ?? 0);
  let before = -1;
  for (const [i, v] of seen.entries()) {
    if (v === null) continue;
    if (before < i - 1)
      for (let k = before + 1; k < i; k += 1) {
        const start = before < 0 ? v : all[before]!;
        all[k] = start + ((v - start) * (k - before)) / (i - before);
      }
    before = i;
  }
  return all;
}
