import { useMemo, useState } from 'react';
import {
  FIGURE_RECIPES,
  guessPoint,
  isStale,
  measureClip,
  pointFrame,
  recipeOf,
  type Entry,
  type EventId,
  type FigureId,
  type PlacedPoint,
  type Point,
  type PointAt,
  type PointId,
} from '@stride-chalk/core';
import type { LayerEvent } from './bench-layer.ts';
import type { BenchData } from './bench-data.ts';
import { markOf, OFFERED } from './moments.ts';
import type { Film } from './types.ts';
import type { ShownFilms } from './use-shown-films.ts';

/** A point in hand: which one, the rest of its figure, and where it is now. */
export interface PointInHand {
  readonly queue: readonly PointAt[];
  readonly index: number;
  readonly at: Point;
  /** True once it was moved, or where it lay was placed by hand before. */
  readonly looked: boolean;
}

/** Steps of a point and its error are given in pixels of a film of this height. */
const USUAL_HEIGHT = 540;
const STEP = { fine: 2, coarse: 12 };
/** One standard deviation per axis of a point that a hand has placed, and of a guess that nobody has looked at (measured: three steps of twelve pixels away on median). */
const POINT_SD = { placed: 2, guessed: 25 } as const;

const split = (at: PointAt): [EventId, PointId] => at.split('.') as [EventId, PointId];
const eventOf = (at: PointAt): EventId => split(at)[0];

interface Question {
  readonly clips: readonly Film[];
  readonly deliveryId: string | undefined;
  readonly data: BenchData;
  readonly shown: ShownFilms;
  readonly enter: (entry: Entry) => void;
  /** Whether a point is in hand; the bench's layers say so. */
  readonly inHand: boolean;
  readonly turn: (on: LayerEvent) => void;
}

/** The figures of a delivery, and the points that they are made of. */
export function usePoints({ clips, deliveryId, data, shown, enter, inHand: holds, turn }: Question) {
  const { open, moveTo, setViewInHand } = shown;
  const [figure, setFigure] = useState<FigureId>('frontKneeContact');
  const [held, setHeld] = useState<PointInHand | null>(null);
  const inHand = holds ? held : null;
  const sideFilm = open.find((o) => o.film.towardsTarget !== null) ?? null;

  const readings = useMemo(() => {
    const film = clips.find((c) => c.deliveryId === deliveryId && c.towardsTarget !== null);
    if (!film) return [];
    return measureClip({
      towardsTarget: film.towardsTarget,
      film: film.captureKnown === 'open' ? null : (open.find((o) => o.film.id === film.id)?.time ?? null),
      marks: data.marks.filter((m) => m.clipId === film.id),
      points: data.points.filter((p) => p.clipId === film.id),
    });
  }, [clips, deliveryId, data, open]);
  const figures = useMemo(
    () => new Map(readings.flatMap((f) => (f.estimate ? [[f.figure, f.estimate] as const] : []))),
    [readings],
  );
  const unreadable = useMemo(() => new Map(readings.flatMap((f) => (f.why ? [[f.figure, f.why] as const] : []))), [readings]);

  /** The first of the figure's key frames that is not marked. */
  const unmarkedOf = (needs: readonly PointAt[]): EventId | null =>
    sideFilm ? (needs.map(eventOf).find((e) => !markOf(data, sideFilm.film.id, e)) ?? null) : null;
  const recipe = recipeOf(figure) ?? FIGURE_RECIPES[0]!;

  /** Takes a point in hand: where it was last, else where the body's proportions put it. */
  const takePoint = (queue: readonly PointAt[], index: number, justPlaced?: PlacedPoint): void => {
    const at = queue[index];
    if (!at || !sideFilm) return turn('done');
    const { id, width, height, towardsTarget } = sideFilm.film;
    const [event, point] = split(at);
    const mark = markOf(data, id, event);
    if (mark) moveTo(sideFilm, Math.min(pointFrame(mark, point), sideFilm.time.frameCount - 1));
    const placed = [...data.points.filter((p) => p.clipId === id), ...(justPlaced ? [justPlaced] : [])];
    const before = data.points.find((p) => p.clipId === id && p.event === event && p.point === point);
    const guess =
      before ?? guessPoint({ event, point }, { view: 'openSide', xDirection: towardsTarget ?? 1, width, height, placed });
    setHeld({
      queue,
      index,
      at: guess ? { x: guess.x, y: guess.y } : { x: width / 2, y: height / 2 },
      // Where the key frame has moved since, the old place is a guess like any other.
      looked:
        before?.origin === 'placed' &&
        !isStale(
          before,
          data.marks.filter((m) => m.clipId === id),
        ),
    });
    turn('takePoints');
  };

  /** Puts the point in hand somewhere, held inside the film; it is placed when the coach says so. */
  const movePoint = (x: number, y: number): void => {
    if (!inHand || !sideFilm) return;
    const { width, height } = sideFilm.film;
    setHeld({ ...inHand, looked: true, at: { x: Math.max(0, Math.min(width, x)), y: Math.max(0, Math.min(height, y)) } });
  };

  return {
    sideFilm,
    figures,
    unreadable,
    /** Figures that rest on a guess nobody has looked at: shown with its error, never taken for measured. */
    guessed: new Set(
      FIGURE_RECIPES.filter((r) =>
        r.needs.some((at) =>
          data.points.some((p) => p.clipId === sideFilm?.film.id && p.origin === 'guessed' && `${p.event}.${p.point}` === at),
        ),
      ).map((r) => r.id),
    ),
    figure,
    setFigure,
    unmarked: unmarkedOf(recipe.needs),
    inHand,
    takePoint,
    movePoint,
    /** Chooses a figure and takes its points in hand, those that are missing first; without its key frames it only chooses. */
    measure(id: FigureId): void {
      setFigure(id);
      const wanted = recipeOf(id);
      if (!sideFilm || !wanted || unmarkedOf(wanted.needs)) return;
      setViewInHand(open.indexOf(sideFilm));
      const own = data.points.filter((p) => p.clipId === sideFilm.film.id);
      const marks = data.marks.filter((m) => m.clipId === sideFilm.film.id);
      const placed = new Set(own.filter((p) => p.origin === 'placed' && !isStale(p, marks)).map((p) => `${p.event}.${p.point}`));
      const lacking = wanted.needs.filter((at) => !placed.has(at));
      // Points of one key frame follow each other, so that the film moves as little as it can.
      const queue = [...(lacking.length > 0 ? lacking : wanted.needs)].sort(
        (a, b) => OFFERED.indexOf(eventOf(a)) - OFFERED.indexOf(eventOf(b)),
      );
      takePoint(queue, 0);
    },
    nudge(dx: number, dy: number, fine: boolean): void {
      if (!inHand || !sideFilm) return;
      const step = ((fine ? STEP.fine : STEP.coarse) * sideFilm.film.height) / USUAL_HEIGHT;
      movePoint(inHand.at.x + dx * step, inHand.at.y + dy * step);
    },
    placePoint(): void {
      if (!inHand || !sideFilm) return;
      const { id: clipId, height } = sideFilm.film;
      const [event, point] = split(inHand.queue[inHand.index]!);
      const mark = markOf(data, clipId, event);
      const origin = inHand.looked ? 'placed' : 'guessed';
      const frame = mark ? pointFrame(mark, point) : null;
      enter({
        kind: 'point',
        clipId,
        event,
        point,
        ...inHand.at,
        frame,
        origin,
        pointSd: (POINT_SD[origin] * height) / USUAL_HEIGHT,
      });
      takePoint(inHand.queue, inHand.index + 1, { event, point, ...inHand.at });
    },
  };
}
