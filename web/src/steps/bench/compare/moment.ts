import { EVENT_IDS, inStep, markTime, type BenchMark, type EventId, type EventSeconds } from '@stride-chalk/core';
import { clampFrame, nearestFrame } from '../moments.ts';
import type { Known } from '../types.ts';

/** Where two deliveries are held together. */
export interface Moment {
  readonly event: EventId;
  /** The frame of the earlier film. */
  readonly frame: number;
}
export type StepTime = 'stretched' | 'true';

const marksOf = (at: Known, marks: readonly BenchMark[]): BenchMark[] => marks.filter((m) => m.clipId === at.film.id);
const secondsOf = (at: Known, marks: readonly BenchMark[]): EventSeconds =>
  Object.fromEntries(marksOf(at, marks).map((m) => [m.event, markTime(m, at.time).value]));

/** The key frames that both films have, in the order of the delivery. */
export function commonEvents(before: Known, after: Known, marks: readonly BenchMark[]): EventId[] {
  const [one, two] = [secondsOf(before, marks), secondsOf(after, marks)];
  return EVENT_IDS.filter((e) => one[e] !== undefined && two[e] !== undefined);
}

/** At a key frame. null where the earlier film does not have it. */
export function momentAt(event: EventId, before: Known, marks: readonly BenchMark[]): Moment | null {
  const mark = marksOf(before, marks).find((m) => m.event === event);
  return mark ? { event, frame: mark.frame } : null;
}

/** The frame of the later film that stands beside a moment; at a key frame it is its own. null where the two have none in common. */
export function besideIt(
  { event, frame }: Moment,
  before: Known,
  after: Known,
  marks: readonly BenchMark[],
  time: StepTime,
): number | null {
  const own = marksOf(before, marks).find((m) => m.event === event);
  const theirs = marksOf(after, marks).find((m) => m.event === event);
  if (own?.frame === frame && theirs) return theirs.frame;
  const seconds = inStep(before.time.timeOf(frame), secondsOf(before, marks), secondsOf(after, marks), time, event);
  return seconds === null ? null : nearestFrame(after.time, seconds);
}

/** So many frames on in the earlier film, held inside it; the last key frame that has come is the one that both are held at. */
export function stepped(
  moment: Moment,
  by: number,
  before: Known,
  events: readonly EventId[],
  marks: readonly BenchMark[],
): Moment {
  const frame = clampFrame(before.time, moment.frame + by);
  const come = events.filter((e) => momentAt(e, before, marks)!.frame <= frame).at(-1);
  return { frame, event: come ?? events[0] ?? moment.event };
}
