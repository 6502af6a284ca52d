import { useMemo, useState } from 'react';
import type { EventId, EventSeconds, ResolvedCheckpoint } from '@stride-chalk/core';
import type { BenchData } from './bench-data.ts';
import { alongPath, bodyPath, clampFrame, earlierSeconds, guessFrame, markOf, sameMoment } from './moments.ts';
import { useFilms, type OpenFilm } from './use-films.ts';
import type { BenchProps, Film, Task } from './types.ts';

const VIEW_ORDER: readonly string[] = ['openSide', 'closedSide', 'front', 'rear'];
/** As many films as one look takes in. */
const MOST_ACROSS = 4;

/** The films of a delivery that stand side by side: of its views the two that come first. */
export const filmsOfDelivery = (clips: readonly Film[], deliveryId: string | undefined): Film[] =>
  clips
    .filter((c) => c.deliveryId === deliveryId)
    .sort((a, b) => VIEW_ORDER.indexOf(a.view) - VIEW_ORDER.indexOf(b.view))
    .slice(0, 2);

interface Question {
  readonly props: Pick<BenchProps, 'clips' | 'deliveries'>;
  readonly data: BenchData;
  readonly task: Task;
  readonly event: EventId;
  readonly deliveryId: string | undefined;
  readonly checkpoint: ResolvedCheckpoint | null;
  readonly onProblem: (text: string) => void;
}

/** Which films are open, which one is in hand, and which frame each of them shows. */
export function useShownFilms({ props: { clips, deliveries }, data, task, event, deliveryId, checkpoint, onProblem }: Question) {
  const [viewInHand, setViewInHand] = useState(0);
  const [frames, setFrames] = useState<Readonly<Record<string, number>>>({});

  const acrossView = useMemo(() => {
    const wanted: readonly string[] = checkpoint?.views ?? [];
    const present = VIEW_ORDER.filter((v) => clips.some((c) => c.view === v));
    const fitting = [...present.filter((v) => wanted.includes(v)), ...present.filter((v) => !wanted.includes(v))];
    return fitting[viewInHand % Math.max(1, fitting.length)] ?? 'openSide';
  }, [checkpoint?.id, clips, viewInHand]);
  const films = useMemo((): Film[] => {
    if (task !== 'across') return filmsOfDelivery(clips, deliveryId);
    return deliveries.flatMap((d) => clips.filter((c) => c.deliveryId === d.id && c.view === acrossView)).slice(0, MOST_ACROSS);
  }, [task, acrossView, deliveryId, deliveries, clips]);
  const open = useFilms(films, onProblem);
  const active: OpenFilm | null =
    task === 'across'
      ? (open.find((o) => o.film.deliveryId === deliveryId) ?? open[0] ?? null)
      : (open[viewInHand % Math.max(1, open.length)] ?? null);
  const otherOf = (at: OpenFilm): OpenFilm | null =>
    task === 'across' ? null : (open.find((o) => o.film.id !== at.film.id) ?? null);
  const earlierOf = (at: OpenFilm): EventSeconds | undefined => earlierSeconds(at.film, clips, data);
  /** The frame of an event in an open film: its mark, else the guess. */
  const frameOfEvent = (wanted: EventId, at: OpenFilm): number =>
    markOf(data, at.film.id, wanted)?.frame ?? guessFrame(wanted, at, otherOf(at), earlierOf(at), data);

  const paths = useMemo(() => new Map(open.map((o) => [o.film.id, bodyPath(o, otherOf(o), earlierOf(o), data)])), [open, data]);

  return {
    films,
    open,
    active,
    viewInHand,
    setViewInHand,
    otherOf,
    earlierOf,
    frameOfEvent,
    frameIn(at: OpenFilm): number {
      return frames[at.film.id] ?? frameOfEvent(task === 'keyFrames' ? event : ((checkpoint?.event ?? 'set') as EventId), at);
    },
    /** Shows a frame; the other view follows to the same moment once a key frame is common to both. */
    moveTo(at: OpenFilm, frame: number): void {
      const inside = clampFrame(at.time, frame);
      const other = otherOf(at);
      const same = other ? sameMoment(at, inside, other, data) : null;
      setFrames((f) => ({ ...f, [at.film.id]: inside, ...(other && same !== null ? { [other.film.id]: same } : {}) }));
    },
    /** Shows an event in every open film. */
    goToEvent(wanted: EventId): void {
      setFrames((f) => ({ ...f, ...Object.fromEntries(open.map((o) => [o.film.id, frameOfEvent(wanted, o)])) }));
    },
    /** Every film goes back to the event that is looked at. */
    forgetFrames: (): void => setFrames({}),
    /** Where the body is in x at a frame. */
    bodyAt: (at: OpenFilm, frame: number): number | null =>
      alongPath(paths.get(at.film.id) ?? [], at.time.timeOf(clampFrame(at.time, frame))),
  };
}

export type ShownFilms = ReturnType<typeof useShownFilms>;
