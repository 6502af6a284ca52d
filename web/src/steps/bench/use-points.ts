import { useMemo, useState } from 'react';
import {
  FIGURE_RECIPES,
  guessPoint,
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
import type { BenchData } from './bench-data.ts';
import { markOf, OFFERED } from './moments.ts';
import type { Film } from './types.ts';
import type { ShownFilms } from './use-shown-films.ts';

/** A point in hand: which one, the rest of its figure, and where it is now. */
export interface PointInHand {
  readonly queue: readonly PointAt[];
  readonly index: number;
  readonly at: Point;
}

/** Steps of a point and its error are given in pixels of a film of this height. */
const USUAL_HEIGHT = 540;
const STEP = { fine: 2, coarse: 12 };
const POINT_SD = 2;

const split = (at: PointAt): [EventId, PointId] => at.split('.') as [EventId, PointId];
const eventOf = (at: PointAt): EventId => split(at)[0];

interface Question {
  readonly clips: readonly Film[];
  readonly deliveryId: string | undefined;
  readonly data: BenchData;
  readonly shown: ShownFilms;
  readonly enter: (entry: Entry) => void;
}

/** The figures of a delivery, and the points that they are made of. */
export function usePoints({ clips, deliveryId, data, shown, enter }: Question) {
  const { open, moveTo, setViewInHand } = shown;
  const [figure, setFigure] = useState<FigureId>('frontKneeContact');
  const [inHand, setInHand] = useState<PointInHand | null>(null);
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
    if (!at || !sideFilm) return setInHand(null);
    const { id, width, height, towardsTarget } = sideFilm.film;
    const [event, point] = split(at);
    const mark = markOf(data, id, event);
    if (mark) moveTo(sideFilm, Math.min(pointFrame(mark, point), sideFilm.time.frameCount - 1));
    const placed = [...data.points.filter((p) => p.clipId === id), ...(justPlaced ? [justPlaced] : [])];
    const guess =
      placed.find((p) => p.event === event && p.point === point) ??
      guessPoint({ event, point }, { view: 'openSide', xDirection: towardsTarget ?? 1, width, height, placed });
    setInHand({ queue, index, at: guess ? { x: guess.x, y: guess.y } : { x: width / 2, y: height / 2 } });
  };

  /** Puts the point in hand somewhere, held inside the film; it is placed when the coach says so. */
  const movePoint = (x: number, y: number): void => {
    if (!inHand || !sideFilm) return;
    const { width, height } = sideFilm.film;
    setInHand({ ...inHand, at: { x: Math.max(0, Math.min(width, x)), y: Math.max(0, Math.min(height, y)) } });
  };

  return {
    sideFilm,
    figures,
    unreadable,
    figure,
    setFigure,
    unmarked: unmarkedOf(recipe.needs),
    inHand,
    setInHand,
    takePoint,
    movePoint,
    /** Chooses a figure and takes its points in hand, those that are missing first; without its key frames it only chooses. */
    measure(id: FigureId): void {
      setFigure(id);
      const wanted = recipeOf(id);
      if (!sideFilm || !wanted || unmarkedOf(wanted.needs)) return;
      setViewInHand(open.indexOf(sideFilm));
      const placed = new Set(data.points.filter((p) => p.clipId === sideFilm.film.id).map((p) => `${p.event}.${p.point}`));
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
      enter({ kind: 'point', clipId, event, point, ...inHand.at, pointSd: (POINT_SD * height) / USUAL_HEIGHT });
      takePoint(inHand.queue, inHand.index + 1, { event, point, ...inHand.at });
    },
  };
}
