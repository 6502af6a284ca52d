import { useCallback, useMemo, useState } from 'react';
import {
  ALWAYS_ASKED,
  FIGURE_RECIPES,
  guessPoint,
  measureClip,
  orderProblems,
  recipeOf,
  resolveSheet,
  type Estimate,
  type EventId,
  type EventSeconds,
  type FigureId,
  type PlacedPoint,
  type Point,
  type PointAt,
  type PointId,
  type ResolvedCheckpoint,
  type Seen,
} from '@stride-chalk/core';
import { initialData, ownScore, scoreEntry, shownScore } from './bench-data.ts';
import { alongPath, bodyPath, clampFrame, guessFrame, markOf, OFFERED, sameMoment } from './moments.ts';
import { useEntries } from './use-entries.ts';
import { useFilms, type OpenFilm } from './use-films.ts';
import type { BenchProps, Film, Task } from './types.ts';

const VIEW_ORDER = ['openSide', 'closedSide', 'front', 'rear'];

/** A point in hand: which one, the rest of its figure, and where it is now. */
export interface PointInHand {
  readonly queue: readonly PointAt[];
  readonly index: number;
  readonly at: Point;
}

/** Everything that the bench knows and can do; the keyboard and the panels only call it. */
export function useBench(props: BenchProps) {
  const { staff, sheet, camper, deliveries, clips } = props;
  const entries = useEntries(
    useMemo(() => initialData(props), [props]),
    staff.id,
  );
  const { data, enter } = entries;
  const firstOpen = deliveries.findIndex((d) =>
    clips.some(
      (c) => c.deliveryId === d.id && ALWAYS_ASKED.some((e) => !props.marks.some((m) => m.clipId === c.id && m.event === e)),
    ),
  );
  const [deliveryIndex, setDeliveryIndex] = useState(() => {
    if (firstOpen >= 0) return firstOpen;
    const toScore = deliveries.findIndex((d) =>
      resolveSheet(sheet, camper.ageGroup, d.kind, props.schools).some(
        (c) => c.scored && !props.scores.some((s) => s.deliveryId === d.id && s.checkpoint === c.id && s.coachId === staff.id),
      ),
    );
    return Math.max(0, toScore);
  });
  const [task, setTask] = useState<Task>(firstOpen < 0 && deliveries.length > 0 ? 'levels' : 'keyFrames');
  const [viewInHand, setViewInHand] = useState(0);
  const [frames, setFrames] = useState<Readonly<Record<string, number>>>({});
  const [event, setEvent] = useState<EventId>(() => {
    const film = clips
      .filter((c) => c.deliveryId === deliveries[deliveryIndex]?.id)
      .sort((a, b) => VIEW_ORDER.indexOf(a.view) - VIEW_ORDER.indexOf(b.view))[0];
    return ALWAYS_ASKED.find((e) => !props.marks.some((m) => m.clipId === film?.id && m.event === e)) ?? 'set';
  });
  const [checkpointId, setCheckpointId] = useState<string | null>(null);
  const [asking, setAsking] = useState(false);
  const [noteOpen, setNoteOpen] = useState(false);
  const [figure, setFigure] = useState<FigureId>('frontKneeContact');
  const [inHand, setInHand] = useState<PointInHand | null>(null);
  const [playing, setPlaying] = useState(false);
  const [jumping, setJumping] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);

  const delivery = deliveries[deliveryIndex] ?? null;
  const asked = useMemo(
    () => resolveSheet(sheet, camper.ageGroup, delivery?.kind ?? 'stretch', props.schools).filter((c) => c.scored),
    [sheet, camper.ageGroup, delivery?.kind, props.schools],
  );
  const firstUnscored = (deliveryId: string): ResolvedCheckpoint | undefined =>
    asked.find((c) => !ownScore(data, deliveryId, c.id, staff.id));
  const checkpoint = asked.find((c) => c.id === checkpointId) ?? (delivery && firstUnscored(delivery.id)) ?? asked[0] ?? null;

  const filmsOf = useCallback(
    (deliveryId: string): Film[] =>
      clips
        .filter((c) => c.deliveryId === deliveryId)
        .sort((a, b) => VIEW_ORDER.indexOf(a.view) - VIEW_ORDER.indexOf(b.view))
        .slice(0, 2),
    [clips],
  );
  const acrossView = useMemo(() => {
    const wanted = checkpoint?.views ?? [];
    const present = VIEW_ORDER.filter((v) => clips.some((c) => c.view === v));
    const fitting = [
      ...present.filter((v) => (wanted as readonly string[]).includes(v)),
      ...present.filter((v) => !(wanted as readonly string[]).includes(v)),
    ];
    return fitting[viewInHand % Math.max(1, fitting.length)] ?? 'openSide';
  }, [checkpoint?.id, clips, viewInHand]);
  const films = useMemo((): Film[] => {
    if (task === 'across')
      return deliveries.flatMap((d) => clips.filter((c) => c.deliveryId === d.id && c.view === acrossView)).slice(0, 4);
    return delivery ? filmsOf(delivery.id) : [];
  }, [task, acrossView, delivery?.id, deliveries, clips, filmsOf]);
  const open = useFilms(films, setProblem);
  const active: OpenFilm | null =
    task === 'across'
      ? (open.find((o) => o.film.deliveryId === delivery?.id) ?? open[0] ?? null)
      : (open[viewInHand % Math.max(1, open.length)] ?? null);
  const otherOf = (at: OpenFilm): OpenFilm | null =>
    task === 'across' ? null : (open.find((o) => o.film.id !== at.film.id) ?? null);

  /** Key-frame times of the same view in another delivery, for guessing the tempo. */
  const earlierOf = (at: OpenFilm): EventSeconds | undefined => {
    const others = clips
      .filter((c) => c.view === at.film.view && c.id !== at.film.id && data.marks.some((m) => m.clipId === c.id))
      .sort((a, b) => data.marks.filter((m) => m.clipId === b.id).length - data.marks.filter((m) => m.clipId === a.id).length);
    const film = others[0];
    if (!film?.frameTimes) return undefined;
    const first = film.frameTimes[0]!;
    return Object.fromEntries(
      data.marks
        .filter((m) => m.clipId === film.id)
        .map((m) => [m.event, (film.frameTimes![m.frame]! - first) / film.captureScale]),
    );
  };

  const paths = useMemo(() => new Map(open.map((o) => [o.film.id, bodyPath(o, otherOf(o), earlierOf(o), data)])), [open, data]);
  /** Where the body is in x at a frame. */
  const bodyAt = (at: OpenFilm, frame: number): number | null =>
    alongPath(paths.get(at.film.id) ?? [], at.time.timeOf(clampFrame(at.time, frame)));

  const frameIn = (at: OpenFilm): number => {
    const kept = frames[at.film.id];
    if (kept !== undefined) return kept;
    const wanted = task === 'keyFrames' ? event : ((checkpoint?.event ?? 'set') as EventId);
    return markOf(data, at.film.id, wanted)?.frame ?? guessFrame(wanted, at, otherOf(at), earlierOf(at), data);
  };

  /** Shows a frame; the other view follows to the same moment once a key frame is common to both. */
  const moveTo = (at: OpenFilm, frame: number): void => {
    const inside = clampFrame(at.time, frame);
    const other = otherOf(at);
    const same = other ? sameMoment(at, inside, other, data) : null;
    setFrames((f) => ({ ...f, [at.film.id]: inside, ...(other && same !== null ? { [other.film.id]: same } : {}) }));
  };

  /** Shows an event in every open film: the mark where there is one, else the guess. */
  const goToEvent = (wanted: EventId): void => {
    setFrames((f) => ({
      ...f,
      ...Object.fromEntries(
        open.map((o) => [
          o.film.id,
          markOf(data, o.film.id, wanted)?.frame ?? guessFrame(wanted, o, otherOf(o), earlierOf(o), data),
        ]),
      ),
    }));
  };

  const pickEvent = (wanted: EventId): void => {
    setProblem(null);
    setEvent(wanted);
    goToEvent(wanted);
  };

  /** Goes to the next key frame that is asked for: in the view in hand, else in the other view, else in the next delivery. */
  const nextAsked = (marked: EventId, at: OpenFilm): void => {
    const missing = (filmId: string, but?: EventId): EventId | undefined =>
      ALWAYS_ASKED.find((e) => e !== but && !markOf(data, filmId, e));
    const here = missing(at.film.id, marked);
    if (here) return pickEventIn(here, at);
    const other = otherOf(at);
    const there = other ? missing(other.film.id) : undefined;
    if (other && there) {
      setViewInHand(open.indexOf(other));
      return pickEventIn(there, other);
    }
    const next = deliveries.findIndex(
      (d, i) => i !== deliveryIndex && filmsOf(d.id).some((f) => f.state === 'ready' && missing(f.id)),
    );
    if (next >= 0) {
      setDeliveryIndex(next);
      setViewInHand(0);
      setEvent(missing(filmsOf(deliveries[next]!.id)[0]?.id ?? '') ?? 'set');
      return;
    }
    startTask('levels');
  };
  const pickEventIn = (wanted: EventId, at: OpenFilm): void => {
    setEvent(wanted);
    const known = markOf(data, at.film.id, wanted)?.frame;
    moveTo(at, known ?? guessFrame(wanted, at, otherOf(at), earlierOf(at), data));
  };

  /** Marks the event in hand at the frame shown, or between it and the next frame. A broken order is told, not kept. */
  const mark = (interval: boolean): void => {
    if (!active) return;
    const frame = frameIn(active);
    const frameTo = interval ? clampFrame(active.time, frame + 1) : null;
    const others = data.marks.filter((m) => m.clipId === active.film.id && m.event !== event);
    const wrong = orderProblems([...others, { event, frame, frameTo }]).find((p) => p.earlier === event || p.later === event);
    if (wrong) return setProblem(`Not marked. ${wrong.message}`);
    setProblem(null);
    enter({ kind: 'mark', clipId: active.film.id, event, frame, frameTo });
    nextAsked(event, active);
  };

  /** Takes another delivery in hand; its films open at the event that is looked at. */
  const chooseDelivery = (index: number): void => {
    setDeliveryIndex(index);
    setAsking(false);
    setNoteOpen(false);
    setInHand(null);
    const chosen = deliveries[index];
    if (task === 'levels' && chosen) setCheckpointId(firstUnscored(chosen.id)?.id ?? checkpoint?.id ?? null);
  };

  const startTask = (wanted: Task): void => {
    setTask(wanted);
    setAsking(false);
    setNoteOpen(false);
    setInHand(null);
    setProblem(null);
    setPlaying(false);
    if (wanted === 'keyFrames' && active) setEvent(ALWAYS_ASKED.find((e) => !markOf(data, active.film.id, e)) ?? event);
    if (wanted === 'levels' || wanted === 'across') {
      const index = wanted === 'levels' ? deliveries.findIndex((d) => firstUnscored(d.id)) : 0;
      const at = index >= 0 ? index : deliveryIndex;
      setDeliveryIndex(at);
      const first =
        wanted === 'levels'
          ? deliveries[at] && firstUnscored(deliveries[at].id)
          : asked.find((c) => deliveries.some((d) => !ownScore(data, d.id, c.id, staff.id)));
      pickCheckpoint((first ?? asked[0])?.id ?? null);
    }
  };

  const pickCheckpoint = (id: string | null): void => {
    setAsking(false);
    setNoteOpen(false);
    setCheckpointId(id);
    const wanted = asked.find((c) => c.id === id)?.event as EventId | undefined;
    if (wanted && wanted !== ((checkpoint?.event ?? '') as EventId)) setFrames({});
    if (wanted) goToEvent(wanted);
  };

  /** After a score: the next checkpoint of this delivery, or the same checkpoint of the next delivery. */
  const advance = (justScored: { deliveryId: string; checkpoint: string }): void => {
    const open = (d: string, c: string): boolean =>
      (d !== justScored.deliveryId || c !== justScored.checkpoint) && !ownScore(data, d, c, staff.id);
    setAsking(false);
    if (task === 'across') {
      const nextDelivery = deliveries.findIndex((d, i) => i > deliveryIndex && open(d.id, justScored.checkpoint));
      if (nextDelivery >= 0) return setDeliveryIndex(nextDelivery);
      const i = asked.findIndex((c) => c.id === justScored.checkpoint);
      const next = [...asked.slice(i + 1), ...asked.slice(0, i)].find((c) => deliveries.some((d) => open(d.id, c.id)));
      if (!next) return;
      setDeliveryIndex(deliveries.findIndex((d) => open(d.id, next.id)));
      return pickCheckpoint(next.id);
    }
    const i = asked.findIndex((c) => c.id === justScored.checkpoint);
    const next = [...asked.slice(i + 1), ...asked.slice(0, i)].find((c) => open(justScored.deliveryId, c.id));
    if (next) return pickCheckpoint(next.id);
  };

  const score = (level: Seen): void => {
    if (!delivery || !checkpoint) return;
    const at = { deliveryId: delivery.id, checkpoint: checkpoint.id };
    const before = ownScore(data, delivery.id, checkpoint.id, staff.id);
    const withFaults = level !== 3 && level !== 'NV';
    enter(scoreEntry(at, { level, faults: withFaults ? (before?.faults ?? []) : [], note: before?.note ?? null }));
    if (withFaults && !before?.faults.length) setAsking(true);
    else advance(at);
  };

  /** Notes what was seen. With `more`, the question stays open for a second fault. */
  const fault = (code: string, more: boolean): void => {
    if (!delivery || !checkpoint) return;
    const at = { deliveryId: delivery.id, checkpoint: checkpoint.id };
    const before = ownScore(data, delivery.id, checkpoint.id, staff.id);
    if (!before || before.level === 'NV' || before.level === 3) return;
    const faults = before.faults.includes(code) ? before.faults.filter((f) => f !== code) : [...before.faults, code];
    enter(scoreEntry(at, { ...before, faults }));
    if (asking && !more) advance(at);
  };

  const note = (text: string | null): void => {
    setNoteOpen(false);
    if (!delivery || !checkpoint) return;
    const before = ownScore(data, delivery.id, checkpoint.id, staff.id);
    if (before && before.note !== text)
      enter(scoreEntry({ deliveryId: delivery.id, checkpoint: checkpoint.id }, { ...before, note: text }));
  };

  const sideFilm = open.find((o) => o.film.towardsTarget !== null) ?? null;
  const figures = useMemo((): ReadonlyMap<FigureId, Estimate> => {
    const film = clips.find((c) => c.deliveryId === delivery?.id && c.towardsTarget !== null);
    if (!film) return new Map();
    const found = measureClip({
      towardsTarget: film.towardsTarget,
      film: open.find((o) => o.film.id === film.id)?.time ?? null,
      marks: data.marks.filter((m) => m.clipId === film.id),
      points: data.points.filter((p) => p.clipId === film.id),
    });
    return new Map(found.map((f) => [f.figure, f.estimate]));
  }, [clips, delivery?.id, data, open]);

  const recipe = recipeOf(figure) ?? FIGURE_RECIPES[0]!;
  const eventOf = (at: PointAt): EventId => at.split('.')[0] as EventId;
  const unmarked = sideFilm ? (recipe.needs.map(eventOf).find((e) => !markOf(data, sideFilm.film.id, e)) ?? null) : null;

  const placedIn = (film: Film) => data.points.filter((p) => p.clipId === film.id);
  /** Takes a point in hand: where it was last, else where the body's proportions put it. */
  const takePoint = (queue: readonly PointAt[], index: number, justPlaced?: PlacedPoint): void => {
    const at = queue[index];
    if (!at || !sideFilm) return setInHand(null);
    const film = sideFilm.film;
    const [wanted, point] = at.split('.') as [EventId, PointId];
    const frame = markOf(data, film.id, wanted)?.frame;
    if (frame !== undefined) moveTo(sideFilm, frame);
    const placed = [...placedIn(film), ...(justPlaced ? [justPlaced] : [])];
    const guess =
      placed.find((p) => p.event === wanted && p.point === point) ??
      guessPoint(
        { event: wanted, point },
        {
          view: 'openSide',
          xDirection: film.towardsTarget ?? 1,
          width: film.width,
          height: film.height,
          placed,
        },
      );
    setInHand({ queue, index, at: guess ? { x: guess.x, y: guess.y } : { x: film.width / 2, y: film.height / 2 } });
  };

  const measure = (id: FigureId): void => {
    setFigure(id);
    const wanted = recipeOf(id);
    if (!sideFilm || !wanted) return;
    if (wanted.needs.map(eventOf).some((e) => !markOf(data, sideFilm.film.id, e))) return;
    setViewInHand(open.indexOf(sideFilm));
    const placed = placedIn(sideFilm.film);
    const has = (at: PointAt): boolean => placed.some((p) => `${p.event}.${p.point}` === at);
    const lacking = wanted.needs.filter((at) => !has(at));
    // Points of one key frame follow each other, so that the film moves as little as it can.
    const queue = [...(lacking.length > 0 ? lacking : wanted.needs)].sort(
      (a, b) => OFFERED.indexOf(eventOf(a)) - OFFERED.indexOf(eventOf(b)),
    );
    takePoint(queue, 0);
  };

  /** Puts the point in hand somewhere, held inside the film; it is placed when the coach says so. */
  const movePoint = (x: number, y: number): void => {
    if (!inHand || !sideFilm) return;
    const { width, height } = sideFilm.film;
    setInHand({ ...inHand, at: { x: Math.max(0, Math.min(width, x)), y: Math.max(0, Math.min(height, y)) } });
  };

  const nudge = (dx: number, dy: number, fine: boolean): void => {
    if (!inHand || !sideFilm) return;
    const step = ((fine ? 2 : 12) * sideFilm.film.height) / 540;
    movePoint(inHand.at.x + dx * step, inHand.at.y + dy * step);
  };

  const placePoint = (): void => {
    if (!inHand || !sideFilm) return;
    const [at, point] = inHand.queue[inHand.index]!.split('.') as [EventId, PointId];
    enter({
      kind: 'point',
      clipId: sideFilm.film.id,
      event: at,
      point,
      x: inHand.at.x,
      y: inHand.at.y,
      pointSd: (2 * sideFilm.film.height) / 540,
    });
    takePoint(inHand.queue, inHand.index + 1, { event: at, point, ...inHand.at });
  };

  return {
    entries,
    data,
    delivery,
    deliveryIndex,
    chooseDelivery,
    task,
    startTask,
    films,
    open,
    active,
    otherOf,
    earlierOf,
    viewInHand,
    setViewInHand,
    frameIn,
    moveTo,
    goToEvent,
    event,
    pickEvent,
    mark,
    asked,
    checkpoint,
    pickCheckpoint,
    score,
    fault,
    note,
    asking,
    setAsking,
    advance,
    noteOpen,
    setNoteOpen,
    figures,
    figure,
    setFigure,
    measure,
    unmarked,
    sideFilm,
    inHand,
    setInHand,
    takePoint,
    nudge,
    movePoint,
    placePoint,
    playing,
    setPlaying,
    jumping,
    setJumping,
    bodyAt,
    problem,
    shown: (d: string, c: string) => shownScore(data, d, c, staff.id),
  };
}

export type BenchControl = ReturnType<typeof useBench>;
