import {
  eventOf,
  isTurn,
  measureDelivery,
  ownSpread,
  partsOf,
  pointsOfFilm,
  FIGURES,
  POSE_FIGURES,
  wasSeen,
  SURE,
  type Estimate,
  type EventId,
  type EventSeconds,
  type FigureId,
  type Level,
  type MeasuredDelivery,
  type OwnSpread,
  type ResolvedCheckpoint,
  type DeliveryId,
  type Position,
} from '@stride-chalk/core';
import { askedIn, isOpen, isUnseen } from './asked.ts';
import { ownScore, type BenchData } from './bench-data.ts';
import { filmsOfDelivery, VIEW_ORDER, WHOLE, type BenchState, type ChalkInHand, type Zoom } from './bench-state.ts';
import type { BenchWorld } from './bench-world.ts';
import { alongPath, bodyPath, clampFrame, earlierSeconds, guessFrame, markOf, OFFERED } from './moments.ts';
import {
  foundPoint,
  frameOfPoint,
  jointsAt,
  jointsOfEvent,
  lookedFor,
  proposedMark,
  type JointHere,
  type ProposedHere,
} from './proposals.ts';
import { offeredFor, suggestionFor } from './suggestions.ts';
import type { Drawn, Film, Known, Scored } from './types.ts';

/** What the panels read: everything here follows from the world and the state, and nothing is kept besides. */

/** As many films as one look takes in. */
const MOST_ACROSS = 4;

export { eventOf, partsOf as split };

export const deliveryOf = (w: BenchWorld, s: BenchState) => w.deliveries[s.deliveryIndex] ?? null;

/** The checkpoints that are scored of the delivery in hand. */
export function askedOf(w: BenchWorld, s: BenchState): readonly ResolvedCheckpoint[] {
  const delivery = deliveryOf(w, s);
  // One checkpoint over all deliveries: what is asked once of the set belongs to them all.
  return delivery && s.task !== 'across' ? askedIn(w, s.data, delivery) : w.askedOf(delivery?.kind ?? 'stretch');
}

/** The first checkpoint of a delivery that this coach has not scored. */
export const firstUnscored = (w: BenchWorld, s: BenchState, deliveryId: DeliveryId): ResolvedCheckpoint | undefined => {
  const open = askedOf(w, s).filter((c) => isOpen(w, s.data, deliveryId, c));
  return open.find((c) => !isUnseen(w, deliveryId, c)) ?? open[0];
};

/** Whether this coach has given every level that is asked for of the deliveries that were filmed. */
export function isAllScored(w: BenchWorld, { data }: BenchState): boolean {
  const filmed = w.deliveries.filter((d) => w.clips.some((c) => c.deliveryId === d.id));
  return filmed.length > 0 && filmed.every((d) => askedIn(w, data, d).every((c) => !isOpen(w, data, d.id, c)));
}

/** The key frame at which a checkpoint is opened: the first of its span, else its own. */
export const opensAt = (c: Pick<ResolvedCheckpoint, 'event' | 'span'>): EventId => (c.span?.[0] ?? c.event) as EventId;

/** How a frame of a film is named among those that have been on the screen. */
export const drawnKey = (clipId: string, frame: number): string => `${clipId} ${frame}`;

/** One level that is offered in the phase in hand, and whether its frames have been on the screen. */
interface OfferedInPhase {
  readonly checkpoint: ResolvedCheckpoint;
  readonly offered: NonNullable<ReturnType<typeof offeredFor>>;
  readonly wasSeen: boolean;
}

/** The levels that are offered in the phase in hand and nobody has given yet; none for whoever scores second. */
export function offeredInPhase(w: BenchWorld, s: BenchState, drawn: ReadonlySet<string>): readonly OfferedInPhase[] {
  const [delivery, inHand] = [deliveryOf(w, s), checkpointOf(w, s)];
  if (w.blind || !delivery || !inHand) return [];
  const figures = figuresOf(w, s);
  return askedOf(w, s).flatMap((checkpoint): OfferedInPhase[] => {
    const offered =
      checkpoint.phase === inHand.phase && !scoreOf(w, s, delivery.id, checkpoint.id) ? offeredFor(checkpoint, figures) : null;
    if (!offered) return [];
    const events = [...new Set([...(checkpoint.span ?? []), checkpoint.event])] as EventId[];
    const was = openOf(w, s).some(
      (at) =>
        checkpoint.views.includes(at.film.view) &&
        events.every((e) => drawn.has(drawnKey(at.film.id, frameOfEvent(w, s, e, at)))),
    );
    return [{ checkpoint, offered, wasSeen: was }];
  });
}

/** From where to where a film plays again and again: the span of the checkpoint in hand, in seconds; null where none is asked. */
export function loopOf(w: BenchWorld, s: BenchState, at: Known): readonly [number, number] | null {
  const span = s.task === 'levels' || s.task === 'across' ? checkpointOf(w, s)?.span : undefined;
  if (!span) return null;
  const [from, to] = span.map((e) => at.time.timeOf(frameOfEvent(w, s, e as EventId, at))) as [number, number];
  return to > from ? [from, to] : null;
}

/** The checkpoint in hand: the one chosen, else the first that is not scored. */
export function checkpointOf(w: BenchWorld, s: BenchState): ResolvedCheckpoint | null {
  const asked = askedOf(w, s);
  const delivery = deliveryOf(w, s);
  const chosen = asked.find((c) => c.id === s.checkpointId);
  return chosen ?? (delivery ? firstUnscored(w, s, delivery.id) : undefined) ?? asked[0] ?? null;
}

/** The score of a checkpoint by this coach. Those of colleagues are not here. */
export const scoreOf = (w: BenchWorld, s: BenchState, deliveryId: DeliveryId, checkpoint: string): Scored | null =>
  ownScore(s.data, deliveryId, checkpoint, w.staffId);

/** The films side by side: both views of the delivery in hand, or one view of every delivery. */
export function filmsOf(w: BenchWorld, s: BenchState): readonly Film[] {
  if (s.task !== 'across') return filmsOfDelivery(w.clips, deliveryOf(w, s)?.id);
  const wanted: readonly string[] = checkpointOf(w, s)?.views ?? [];
  const present = VIEW_ORDER.filter((v) => w.clips.some((c) => c.view === v));
  const fitting = [...present.filter((v) => wanted.includes(v)), ...present.filter((v) => !wanted.includes(v))];
  const view = fitting[s.viewInHand % Math.max(1, fitting.length)] ?? 'openSide';
  return w.deliveries.flatMap((d) => w.clips.filter((c) => c.deliveryId === d.id && c.view === view)).slice(0, MOST_ACROSS);
}

/** Those of them that can be shown. */
export const openOf = (w: BenchWorld, s: BenchState): readonly Known[] =>
  filmsOf(w, s).flatMap((film) => {
    const time = w.timeOf(film);
    return time ? [{ film, time }] : [];
  });

/** The film in hand. */
export function activeOf(w: BenchWorld, s: BenchState): Known | null {
  const open = openOf(w, s);
  if (s.task === 'across') return open.find((o) => o.film.deliveryId === deliveryOf(w, s)?.id) ?? open[0] ?? null;
  return open[s.viewInHand % Math.max(1, open.length)] ?? null;
}

/** The other view of the same delivery. */
export const otherOf = (w: BenchWorld, s: BenchState, at: Known): Known | null =>
  s.task === 'across' ? null : (openOf(w, s).find((o) => o.film.id !== at.film.id) ?? null);

/** Key-frame times of the same view in another delivery. */
export const earlierOf = (w: BenchWorld, s: BenchState, at: Known): EventSeconds | undefined =>
  earlierSeconds(at.film, w.clips, s.data);

/** What the computer proposes for an event of a film. */
export const proposedOf = (w: BenchWorld, s: BenchState, event: EventId, at: Known): ProposedHere | null =>
  proposedMark(event, at, otherOf(w, s, at), s.proposals, s.data);

/** The frame of an event: its mark, else what is proposed, else the guess. */
export const frameOfEvent = (w: BenchWorld, s: BenchState, event: EventId, at: Known): number =>
  markOf(s.data, at.film.id, event)?.frame ??
  proposedOf(w, s, event, at)?.frame ??
  guessFrame(event, at, otherOf(w, s, at), earlierOf(w, s, at), s.data);

/** A key frame of one view as the strip shows it. */
export interface StripCell {
  readonly key: string;
  readonly at: Known;
  readonly event: EventId;
  readonly frame: number;
  readonly marked: boolean;
  readonly proposed: ProposedHere | null;
}

/** The key frames of the delivery in hand, view by view, in the order of time: marked ones and proposed ones. */
export function stripOf(w: BenchWorld, s: BenchState): readonly StripCell[] {
  const open = s.task === 'across' ? [] : openOf(w, s);
  return open.flatMap((at) =>
    lookedFor(at.film.id, s.proposals).flatMap((event): StripCell[] => {
      const mark = markOf(s.data, at.film.id, event);
      const proposed = mark ? null : proposedOf(w, s, event, at);
      if (!mark && !proposed) return [];
      return [
        { key: `${at.film.id} ${event}`, at, event, frame: mark?.frame ?? proposed!.frame, marked: mark !== null, proposed },
      ];
    }),
  );
}

/** What one press in the strip confirms: proposed, sure, on the screen at this very frame, and not left for later. */
export const confirmedByStrip = (w: BenchWorld, s: BenchState): readonly StripCell[] =>
  stripOf(w, s).filter(
    (c) => c.proposed && c.proposed.sure >= SURE && s.strip?.shown[c.key] === c.frame && !s.strip.left.includes(c.key),
  );

/** The joints in hand: of which film and key frame, and where they are; null where none are. */
export function jointsInHand(
  w: BenchWorld,
  s: BenchState,
): { readonly at: Known; readonly event: EventId; readonly joints: readonly JointHere[] } | null {
  const step = s.joints?.steps[s.joints.index];
  const at = openOf(w, s).find((o) => o.film.id === step?.clipId);
  return at && step && s.joints
    ? { at, event: step.event, joints: jointsOfEvent(step.event, at, s.proposals, s.data, s.joints) }
    : null;
}

const openingOf = (c: ResolvedCheckpoint | null): EventId => (c ? opensAt(c) : 'set');

/** The frame that a film shows. */
export const frameIn = (w: BenchWorld, s: BenchState, at: Known): number =>
  s.frames[at.film.id] ?? frameOfEvent(w, s, s.task === 'keyFrames' ? s.event : openingOf(checkpointOf(w, s)), at);

/** How a film's view is zoomed. */
export const zoomOf = (s: BenchState, film: Pick<Film, 'view'>): Zoom => s.zooms[film.view] ?? WHOLE;

/** What costs something is reckoned once for the same entries. */
function keptFor<T>(): (data: BenchData, key: string, make: () => T) => T {
  const kept = new WeakMap<BenchData, Map<string, T>>();
  return (data, key, make) => {
    const of = kept.get(data) ?? new Map<string, T>();
    kept.set(data, of);
    if (!of.has(key)) of.set(key, make());
    return of.get(key)!;
  };
}
const paths = keptFor<ReturnType<typeof bodyPath>>();
const readings = keptFor<MeasuredDelivery>();

/** Where the body is in x at a frame; null where that is unknown. */
export function bodyAt(w: BenchWorld, s: BenchState, at: Known, frame: number): number | null {
  const hips = jointsAt(s.proposals, at.film.id, frame).filter((j) => j.point === 'frontHip' || j.point === 'backHip');
  if (hips.length === 2) return (hips[0]!.x + hips[1]!.x) / 2;
  const other = otherOf(w, s, at);
  const path = paths(s.data, `${at.film.id} ${other?.film.id}`, () => bodyPath(at, other, earlierOf(w, s, at), s.data));
  return alongPath(path, at.time.timeOf(clampFrame(at.time, frame)));
}

/** What is drawn on a frame of a film, in the order in which it was. */
export const strokesOn = (data: BenchData, clipId: string, frame: number): Drawn[] =>
  data.strokes.filter((x) => x.clipId === clipId && x.frame === frame);

/** Chalk for a film and the frame that it shows: what was begun there, else nothing yet, with the cross on the body. */
export function chalkOn(w: BenchWorld, s: BenchState, at: Known, before: ChalkInHand | null): ChalkInHand {
  const frame = frameIn(w, s, at);
  const clipId = at.film.id;
  if (before?.clipId === clipId && before.frame === frame) return before;
  const middle = (): Position => ({ x: bodyAt(w, s, at, frame) ?? at.film.width / 2, y: at.film.height / 2 });
  return {
    ...{ shape: before?.shape ?? 'line', clipId, frame, points: [], chosen: null, down: false },
    at: before?.clipId === clipId ? before.at : middle(),
  };
}

/** The chalk in hand, on the film and the frame in hand; null while nothing is drawn. */
export function chalkInHand(w: BenchWorld, s: BenchState): ChalkInHand | null {
  const at = activeOf(w, s);
  return s.chalk && at ? chalkOn(w, s, at, s.chalk) : null;
}

/** The films of one view of all deliveries: what is looked at for how alike they are. */
export const alikeOf = (w: BenchWorld, at: Known): readonly Known[] =>
  w.clips.flatMap((film) => {
    const time = film.view === at.film.view && film.captureKnown !== 'open' ? w.timeOf(film) : null;
    return time ? [{ film, time }] : [];
  });

/** The film in which a figure is measured: of those on the screen the one that shows it best; null where none shows it. */
export function filmFor(w: BenchWorld, s: BenchState, figure: FigureId): Known | null {
  const open = openOf(w, s);
  const { views } = FIGURES[figure];
  return views.flatMap((view) => open.filter((o) => o.film.view === view))[0] ?? null;
}

/** The film of the point in hand; null while none is. */
export const heldFilmOf = (w: BenchWorld, s: BenchState): Known | null =>
  openOf(w, s).find((o) => o.film.id === s.held?.clipId) ?? null;

const NOTHING_READ = measureDelivery([]);

/** The points of figures that lie where the path of the head turns. */
const TURNING = [...new Set(POSE_FIGURES.flatMap((f) => f.needs))].filter((need) => isTurn(partsOf(need)[1]));

/** What is proposed and nobody has seen, as points of a film: with the marked key frames, for the figures that they would give. */
function proposedPoints(w: BenchWorld, s: BenchState, film: Film) {
  const time = w.timeOf(film);
  if (!time) return [];
  const at = { film, time };
  const proposed = { origin: 'proposed' as const, frame: null };
  const still = OFFERED.flatMap((event) =>
    jointsOfEvent(event, at, s.proposals, s.data).flatMap((j) =>
      j.needed && !j.seen ? [{ event, point: j.point, x: j.x, y: j.y, sd: j.sd, ...proposed }] : [],
    ),
  );
  const turning = TURNING.flatMap((need) => {
    const [event, point] = partsOf(need);
    const frame = frameOfPoint(event, point, at, s.proposals, s.data);
    const found = frame === null ? undefined : foundPoint(point, at, frame, s.proposals);
    const seen = s.data.points.some((p) => p.clipId === film.id && p.event === event && p.point === point && wasSeen(p.origin));
    return found && !seen ? [{ event, point, x: found.x, y: found.y, sd: found.sd, ...proposed }] : [];
  });
  return [...still, ...turning];
}

/** Everything that is read of the delivery in hand, from all its films, and what cannot be read. */
function readingsOf(w: BenchWorld, s: BenchState, withProposed = false, delivery = deliveryOf(w, s)): MeasuredDelivery {
  if (!delivery) return NOTHING_READ;
  const films = w.clips.filter((c) => c.deliveryId === delivery.id);
  // A film whose times have come meanwhile is measured anew.
  const names = films.map((f) => `${f.id} ${w.timeOf(f) !== null}`).join();
  const found = withProposed ? s.proposals.looks.map((l) => `${l.clipId} ${l.joints.length}`).join() : '';
  return readings(s.data, `${names} ${found}`, () =>
    measureDelivery(
      films.map((film) => ({
        id: film.id,
        view: film.view,
        towardsTarget: film.towardsTarget,
        gloveSide: film.gloveSide,
        film: film.captureKnown === 'open' ? null : w.timeOf(film),
        marks: s.data.marks.filter((m) => m.clipId === film.id),
        points: [...pointsOfFilm(film, w.clips, s.data.points), ...(withProposed ? proposedPoints(w, s, film) : [])],
      })),
      { rubberToPlateFeet: w.rubberToPlateFeet, groundMarks: w.groundMarks },
    ),
  );
}
export const figuresOf = (w: BenchWorld, s: BenchState): ReadonlyMap<FigureId, Estimate> =>
  new Map(readingsOf(w, s).figures.flatMap((f) => (f.estimate ? [[f.figure, f.estimate] as const] : [])));
/** How alike the deliveries are in the figures of a checkpoint. */
export const spreadsOf = (w: BenchWorld, s: BenchState, { figures }: Pick<ResolvedCheckpoint, 'figures'>): readonly OwnSpread[] =>
  ownSpread(
    w.deliveries.map((d) => readingsOf(w, s, false, d).measured),
    figures,
  );
export const unreadableOf = (w: BenchWorld, s: BenchState): ReadonlyMap<FigureId, string> =>
  new Map(readingsOf(w, s).figures.flatMap((f) => (f.why ? [[f.figure, f.why] as const] : [])));

/** The level that is offered for the checkpoint in hand; null for none, and for whoever scores second. */
export function offeredHere(w: BenchWorld, s: BenchState): ReturnType<typeof offeredFor> {
  const checkpoint = checkpointOf(w, s);
  return w.blind || !checkpoint ? null : offeredFor(checkpoint, figuresOf(w, s));
}

/** The level that stands suggested on the screen for the checkpoint in hand; null for none, and for whoever scores second. */
export function suggestedHere(w: BenchWorld, s: BenchState): Level | null {
  const checkpoint = checkpointOf(w, s);
  return w.blind || !checkpoint ? null : (suggestionFor(checkpoint, figuresOf(w, s))?.level ?? null);
}

/** Figures that rest on a guess nobody has looked at: shown with its error, never taken for measured. */
export const guessedOf = (w: BenchWorld, s: BenchState): ReadonlySet<FigureId> =>
  new Set(readingsOf(w, s).figures.flatMap((f) => (f.guessed ? [f.figure] : [])));

/** What the proposed joints would give, of figures that nothing seen gives yet: shown as proposed, never taken for measured. */
export function proposedFiguresOf(w: BenchWorld, s: BenchState): ReadonlyMap<FigureId, Estimate> {
  const seen = figuresOf(w, s);
  return new Map(
    readingsOf(w, s, true).figures.flatMap((f) => (f.estimate && !seen.has(f.figure) ? [[f.figure, f.estimate] as const] : [])),
  );
}

/** The key frames that a figure needs, in the order in which it names them. */
export const eventsOf = (figure: FigureId): readonly EventId[] => {
  const of = FIGURES[figure];
  return of.kind === 'time' ? of.needs : of.needs.map(eventOf);
};

/** The first key frame of a figure that is not marked in the film in which it is measured. */
export function unmarkedOf(w: BenchWorld, s: BenchState, figure: FigureId): EventId | null {
  const at = filmFor(w, s, figure);
  return at ? (eventsOf(figure).find((e) => !markOf(s.data, at.film.id, e)) ?? null) : null;
}
