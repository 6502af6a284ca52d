import {
  ALWAYS_ASKED,
  EVENT_IDS,
  eventName,
  guessKeyFrame,
  joinViews,
  markTime,
  repeatability,
  usualBodyCentre,
  type EventId,
  type EventSeconds,
  type FrameTimebase,
  type ClipId,
} from '@stride-chalk/core';
import type { LinePhase, LineTick } from '../../parts/ChalkLine.tsx';
import type { BenchData } from './bench-data.ts';
import type { Film, Known, Mark } from './types.ts';

/** Key frames that the bench offers; those that are not always asked for serve single figures. */
export const OFFERED: readonly EventId[] = EVENT_IDS;

/** Asked for where it is found, for joints of several figures are read there. The others wait until a figure asks for them: each would be a press more a film. */
const ASKED_WHEN_FOUND: ReadonlySet<EventId> = new Set(['driveStart']);

/** Whether a key frame is asked for in every film: always, or because it was found. */
export const isAskedFor = (event: EventId, found: boolean): boolean =>
  ALWAYS_ASKED.includes(event) || (found && ASKED_WHEN_FOUND.has(event));

export const markOf = (data: BenchData, clipId: ClipId, event: EventId): Mark | null =>
  data.marks.find((m) => m.clipId === clipId && m.event === event) ?? null;

/** Real seconds of the marked key frames of one film. */
function secondsOf(data: BenchData, clipId: ClipId, time: FrameTimebase): EventSeconds {
  return Object.fromEntries(data.marks.filter((m) => m.clipId === clipId).map((m) => [m.event, markTime(m, time).value]));
}

/** Key-frame times of the same view in another delivery, the one with the most marks, for guessing the tempo. */
export function earlierSeconds(at: Film, clips: readonly Film[], data: BenchData): EventSeconds | undefined {
  const marksOf = (film: Film): Mark[] => data.marks.filter((m) => m.clipId === film.id);
  const film = clips
    .filter((c) => c.view === at.view && c.id !== at.id && marksOf(c).length > 0)
    .sort((a, b) => marksOf(b).length - marksOf(a).length)[0];
  const times = film?.frameTimes;
  if (!film || !times) return undefined;
  return Object.fromEntries(marksOf(film).map((m) => [m.event, (times[m.frame]! - times[0]!) / film.captureScale]));
}

export const clampFrame = (time: FrameTimebase, frame: number): number => Math.max(0, Math.min(time.frameCount - 1, frame));

/** The frame that is nearest to a moment, held inside the film. */
export function nearestFrame(time: FrameTimebase, seconds: number): number {
  const inside = Math.max(0, Math.min(time.duration, seconds));
  const frame = time.frameAt(inside);
  const next = clampFrame(time, frame + 1);
  return Math.abs(time.timeOf(next) - inside) < Math.abs(time.timeOf(frame) - inside) ? next : frame;
}

/** Where an event probably is in a film, from everything that is marked so far. */
export function guessFrame(
  event: EventId,
  at: Known,
  other: Known | null,
  earlier: EventSeconds | undefined,
  data: BenchData,
): number {
  return nearestFrame(
    at.time,
    guessKeyFrame(event, {
      marked: secondsOf(data, at.film.id, at.time),
      ...(other ? { otherView: secondsOf(data, other.film.id, other.time) } : {}),
      ...(earlier ? { otherDelivery: earlier } : {}),
      duration: at.time.duration,
    }),
  );
}

/** The frame of the other view at the same moment; null before a key frame is common to both. */
export function sameMoment(from: Known, frame: number, to: Known, data: BenchData): number | null {
  const join = joinViews(secondsOf(data, from.film.id, from.time), secondsOf(data, to.film.id, to.time));
  return join ? nearestFrame(to.time, join(from.time.timeOf(frame))) : null;
}

/** Real seconds of an event: its mark, else the guess. */
function secondsAt(event: EventId, film: Known, other: Known | null, earlier: EventSeconds | undefined, data: BenchData): number {
  const mark = markOf(data, film.film.id, event);
  return mark ? markTime(mark, film.time).value : film.time.timeOf(guessFrame(event, film, other, earlier, data));
}

/** Where the middle of a usual body is in x at each event, in the order of time. */
export function bodyPath(
  at: Known,
  other: Known | null,
  earlier: EventSeconds | undefined,
  data: BenchData,
): ReadonlyArray<readonly [number, number]> {
  return OFFERED.flatMap((event): Array<[number, number]> => {
    const x = usualBodyCentre(event, at.film);
    return x === null ? [] : [[secondsAt(event, at, other, earlier, data), x]];
  }).sort((a, b) => a[0] - b[0]);
}

/** The place on a path at a moment, straight between its corners. */
export function alongPath(path: ReadonlyArray<readonly [number, number]>, seconds: number): number | null {
  const after = path.findIndex(([t]) => t > seconds);
  if (path.length === 0) return null;
  if (after <= 0) return after === 0 ? path[0]![1] : path[path.length - 1]![1];
  const [[t0, x0], [t1, x1]] = [path[after - 1]!, path[after]!];
  return x0 + ((x1 - x0) * (seconds - t0)) / (t1 - t0);
}

const SPANS: ReadonlyArray<readonly [string, string, EventId, EventId]> = [
  ['lift', 'Leg lift', 'set', 'liftTop'],
  ['out', 'Move out', 'liftTop', 'handsApart'],
  ['stride', 'Stride', 'handsApart', 'contact'],
  ['turn', 'Turn', 'contact', 'release'],
  ['finish', 'Finish', 'release', 'finish'],
];

/** How far the deliveries of a set differ in the time from one key frame to another, in seconds; null with fewer than two of them. */
function spreadOf(from: EventId, to: EventId, set: readonly Known[], data: BenchData): number | null {
  const times = set.map(({ film, time }) => {
    const [a, b] = [markOf(data, film.id, from), markOf(data, film.id, to)];
    return a && b ? markTime(b, time).value - markTime(a, time).value : null;
  });
  return repeatability([times])?.withinSd ?? null;
}

/**
 * The delivery of one film as a chalk line: ticks at its key frames, marked or guessed, in true time.
 *
 * @param set the films of this view of all deliveries, where their spread is drawn too
 */
export function chalkLineOf(
  film: Known,
  other: Known | null,
  earlier: EventSeconds | undefined,
  data: BenchData,
  frame: number,
  current: EventId | null,
  phase: string | null,
  proposed: (event: EventId) => { readonly frame: number; readonly from: number; readonly to: number } | null = () => null,
  set: readonly Known[] = [],
) {
  const offered = OFFERED.filter((e) => markOf(data, film.film.id, e) || e === current || isAskedFor(e, proposed(e) !== null));
  const at = (event: EventId): number => {
    const found = markOf(data, film.film.id, event) ? null : proposed(event);
    return found ? film.time.timeOf(found.frame) : secondsAt(event, film, other, earlier, data);
  };
  const start = at('set');
  const end = Math.max(at('finish'), start + 0.2);
  const place = (seconds: number): number => Math.max(0, Math.min(1, (seconds - start) / (end - start)));
  const ticks: LineTick[] = offered.map((event) => {
    const marked = markOf(data, film.film.id, event) !== null;
    const found = marked ? null : proposed(event);
    return {
      id: event,
      name: eventName(event),
      at: place(at(event)),
      state: marked ? 'marked' : found ? 'proposed' : 'guessed',
      current: event === current,
      ...(found ? { span: [place(film.time.timeOf(found.from)), place(film.time.timeOf(found.to))] as const } : {}),
    };
  });
  const phases: LinePhase[] = SPANS.map(([id, name, from, to]) => ({
    id,
    name,
    from: place(at(from)),
    to: place(at(to)),
    current: id === phase,
  }));
  const marked = offered.filter((e) => markOf(data, film.film.id, e));
  const gaps = marked.slice(1).map((event, i) => {
    const [a, b] = [at(marked[i]!), at(event)];
    const spread = spreadOf(marked[i]!, event, set, data);
    const whole = Math.round(1000 * (b - a));
    return {
      from: place(a),
      to: place(b),
      text: spread === null ? `${whole} ms` : `${whole} ± ${Math.round(1000 * spread)} ms`,
      ...(spread === null ? {} : { spread: spread / (end - start) }),
    };
  });
  const frameOf = (share: number): number => nearestFrame(film.time, start + share * (end - start));
  return { line: { ticks, phases, gaps, playhead: place(film.time.timeOf(clampFrame(film.time, frame))) }, frameOf };
}
