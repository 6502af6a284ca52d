import {
  eventName,
  frameTimebase,
  type BenchFilm,
  type BenchMark,
  type BenchPoint,
  type CamperId,
  type EventId,
  type FigureChange,
  type PlacedJoints,
  type ViewId,
} from '@stride-chalk/core';
import { useEffect, useMemo, useState } from 'react';
import { AnchorPicture } from '../../../parts/AnchorPicture.tsx';
import { Alert } from '../../../parts/Alert.tsx';
import { useStillShown } from '../../../parts/use-still-shown.ts';
import { VIEW_NAMES } from '../../../parts/view-names.ts';
import { WHOLE } from '../bench-state.ts';
import { FilmPlayer } from '../film-player.ts';
import { FilmView } from '../FilmView.tsx';
import { useFilmsReady } from '../use-films-ready.ts';
import { Skeleton } from '../Skeleton.tsx';
import type { Known } from '../types.ts';
import { ChangeTable } from './ChangeTable.tsx';
import { alongPath, bodyPath } from '../moments.ts';
import { besideIt, commonEvents, momentAt, stepped, type Moment, type StepTime } from './moment.ts';
import { outlineAt, OutlinePair } from './OutlinePair.tsx';

/** A position as the sheet draws it: never another child's delivery. */
interface WantedPosition {
  readonly event: EventId;
  readonly name: string;
  readonly says: string;
  readonly src: string;
  /** Its joints as `outlineOf` lays them; null where it is not drawn from the side. */
  readonly outline: PlacedJoints | null;
}

interface PairOfFilms {
  readonly view: ViewId;
  readonly before: BenchFilm;
  readonly after: BenchFilm;
}

/** Two of a camper's deliveries side by side, held in step by their key frames, and what changed. */
export function SideBySide({
  camper,
  views,
  marks,
  points,
  changes,
  labels,
  wanted,
  hand,
}: {
  camper: { readonly id: CamperId; readonly shown: boolean };
  views: readonly PairOfFilms[];
  marks: readonly BenchMark[];
  /** Those that somebody has seen to be right. */
  points: readonly BenchPoint[];
  changes: readonly FigureChange[];
  labels: readonly [string, string];
  wanted: readonly WantedPosition[];
  hand: 'R' | 'L';
}) {
  useStillShown(camper.id, camper.shown);
  useFilmsReady({ camper, clips: views.flatMap((v) => [v.before, v.after]) });
  const [view, setView] = useState<ViewId | null>(views[0]?.view ?? null);
  const pair = views.find((v) => v.view === view) ?? null;
  return (
    <>
      {pair ? (
        <Films
          key={pair.view}
          pair={pair}
          marks={marks}
          points={points}
          labels={labels}
          views={views.map((v) => v.view)}
          onView={setView}
          wanted={wanted}
          hand={hand}
        />
      ) : (
        <p className="text-body">The two have no view in common: film both from the same side to see them together.</p>
      )}
      <section aria-label="What changed" className="mt-6">
        <h2 className="m-0 text-head">What changed</h2>
        <ChangeTable changes={changes} rate={pair ? rateOf(pair) : null} />
      </section>
    </>
  );
}

/** Frames a second, where both films have the same; null otherwise. */
function rateOf({ before, after }: PairOfFilms): number | null {
  const of = ({ frameTimes: t, captureScale }: BenchFilm): number =>
    Math.round(((t!.length - 1) / (t!.at(-1)! - t![0]!)) * captureScale);
  return of(before) === of(after) ? of(before) : null;
}

/** The next position that is drawn from the side for a key frame; after the last one none. */
function nextLaid(wanted: readonly WantedPosition[], event: EventId, laid: string | null): string | null {
  const drawn = wanted.filter((w) => w.event === event && w.outline !== null).map((w) => w.name);
  return drawn[laid === null ? 0 : drawn.indexOf(laid) + 1] ?? null;
}

const knownOf = (film: BenchFilm): Known => ({ film, time: frameTimebase(film.frameTimes!, film.captureScale) });

function Films({
  pair,
  marks,
  points,
  labels,
  views,
  onView,
  wanted,
  hand,
}: {
  pair: PairOfFilms;
  marks: readonly BenchMark[];
  points: readonly BenchPoint[];
  labels: readonly [string, string];
  views: readonly ViewId[];
  onView: (view: ViewId) => void;
  wanted: readonly WantedPosition[];
  hand: 'R' | 'L';
}) {
  const [before, after] = useMemo(() => [knownOf(pair.before), knownOf(pair.after)] as const, [pair]);
  const events = useMemo(() => commonEvents(before, after, marks), [before, after, marks]);
  const start = events.includes('contact') ? 'contact' : events[0];
  const [moment, setMoment] = useState<Moment>(() => (start && momentAt(start, before, marks)) || { event: 'set', frame: 0 });
  const [time, setTime] = useState<StepTime>('stretched');
  /** The drawn position that lies under the outlines, by its name. */
  const [laid, setLaid] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [players, setPlayers] = useState<readonly [FilmPlayer | null, FilmPlayer | null] | null>(null);
  const theirs = besideIt(moment, before, after, marks, time) ?? 0;

  useEffect(() => {
    // A film that is still being prepared has no copy yet: the page is loaded anew when it has.
    const open = ({ film }: Known): FilmPlayer | null =>
      film.state === 'ready' ? new FilmPlayer(`/api/clips/${film.id}/film`, film.frameTimes!, setProblem) : null;
    const opened = [open(before), open(after)] as const;
    setPlayers(opened);
    return () => {
      for (const p of opened) p?.close();
    };
  }, [before, after]);
  useEffect(() => {
    players?.[0]?.show(moment.frame);
    players?.[1]?.show(theirs);
  }, [players, moment, theirs]);

  useEffect(() => {
    const goTo = (by: 1 | -1): void => {
      const next = events[Math.max(0, Math.min(events.length - 1, events.indexOf(moment.event) + by))];
      // Between two key frames, back goes to the one that has come last.
      const at = by < 0 && momentAt(moment.event, before, marks)!.frame < moment.frame ? moment.event : next;
      if (at) setMoment(momentAt(at, before, marks)!);
    };
    const onKey = (e: KeyboardEvent): void => {
      if (e.target instanceof HTMLSelectElement || e.metaKey || e.ctrlKey || e.altKey) return;
      const far = e.shiftKey ? 10 : 1;
      const keys = new Map<string, () => void>([
        ['ArrowLeft', () => setMoment((m) => stepped(m, -far, before, events, marks))],
        ['ArrowRight', () => setMoment((m) => stepped(m, far, before, events, marks))],
        ['ArrowUp', () => goTo(-1)],
        ['ArrowDown', () => goTo(1)],
        ['o', () => setLaid((old) => nextLaid(wanted, moment.event, old))],
        ['t', () => setTime((old) => (old === 'stretched' ? 'true' : 'stretched'))],
        ['v', () => onView(views[(views.indexOf(pair.view) + 1) % views.length]!)],
      ]);
      const does = keys.get(e.key.length === 1 ? e.key.toLowerCase() : e.key);
      if (!does || events.length === 0) return;
      e.preventDefault();
      does();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [events, moment, before, marks, views, pair, onView, wanted]);

  if (events.length === 0)
    return <p className="text-body">No key frame is marked in both films: mark them at the bench, and they are held in step.</p>;
  const drawn = wanted.filter((w) => w.event === moment.event);
  const under = drawn.find((w) => w.name === laid) ?? null;
  const atEvent = momentAt(moment.event, before, marks)!.frame === moment.frame;
  /** Of the key frame that is shown; what was placed on another frame of it (a head where it turns, a ball that is gone) does not lie here. */
  const joints = (known: Known, frame: number) =>
    atEvent
      ? points
          .filter((p) => p.clipId === known.film.id && p.event === moment.event && (p.frame === null || p.frame === frame))
          .map(({ point, x, y }) => ({ point, x, y, seen: true }))
      : [];
  /** Where the body is, so that a narrow place follows it. */
  const paths = [before, after].map((known) => bodyPath(known, null, undefined, { marks, points: [], strokes: [], scores: [] }));
  const films = [
    { known: before, frame: moment.frame, player: players?.[0] ?? null, label: `Before: ${labels[0]}` },
    { known: after, frame: theirs, player: players?.[1] ?? null, label: `After: ${labels[1]}` },
  ];
  const press = (e: { currentTarget: HTMLButtonElement }, does: () => void): void => {
    // The keys go to the films now, not to this button.
    e.currentTarget.blur();
    does();
  };
  return (
    <section aria-label="Side by side">
      {problem && <Alert className="mb-2">{problem}</Alert>}
      <div className="grid grid-cols-[1fr_1fr_minmax(220px,26%)] gap-2 max-[900px]:grid-cols-2">
        {films.map(({ known, frame, player, label }, i) => (
          <div key={known.film.id} className="grid h-[340px] min-w-0 max-[640px]:h-[220px]">
            <FilmView
              film={known.film}
              player={player}
              frame={frame}
              active={false}
              onActivate={() => undefined}
              timeOf={(f) => known.time.timeOf(f)}
              label={label}
              centreOf={(f) => alongPath(paths[i]!, known.time.timeOf(f))}
              zoom={WHOLE}
              onZoom={() => undefined}
              keep={null}
              chalk={(_, scale) => <Skeleton joints={joints(known, frame)} scale={scale} />}
            />
          </div>
        ))}
        <div className="grid h-[340px] min-h-0 grid-rows-[1fr_auto] border border-rule bg-paper max-[900px]:col-span-2">
          <OutlinePair
            before={outlineAt(pair.before, points, moment.event)}
            after={outlineAt(pair.after, points, moment.event)}
            wanted={under?.outline ?? null}
            towardsTarget={pair.before.towardsTarget ?? 1}
          />
          <p className="m-0 flex flex-wrap gap-x-4 px-3 pb-2 text-fine text-soft">
            <span>At “{eventName(moment.event)}”, as tall as each other.</span>
            <span>broken: before</span>
            <span className="text-clay">line: after</span>
            {under && <span>wide: {under.name}, as the sheet draws it</span>}
          </p>
        </div>
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-2" role="group" aria-label="Key frames">
        {events.map((e) => (
          <button
            key={e}
            type="button"
            aria-pressed={e === moment.event && atEvent}
            className={`quiet-action !min-h-[40px] !py-1 ${e === moment.event && atEvent ? '!bg-wash font-bold' : ''}`}
            onClick={(click) => press(click, () => setMoment(momentAt(e, before, marks)!))}
          >
            {eventName(e)}
          </button>
        ))}
        <span className="ms-auto flex items-center gap-2">
          {views.length > 1 && (
            <button
              type="button"
              className="quiet-action !min-h-[40px] !py-1"
              onClick={(e) => press(e, () => onView(views[(views.indexOf(pair.view) + 1) % views.length]!))}
            >
              {VIEW_NAMES[pair.view]} <kbd>V</kbd>
            </button>
          )}
          <button
            type="button"
            className="quiet-action !min-h-[40px] !py-1"
            aria-pressed={time === 'true'}
            onClick={(e) => press(e, () => setTime(time === 'stretched' ? 'true' : 'stretched'))}
          >
            {time === 'stretched' ? 'Key frames together' : `True time from “${eventName(moment.event)}”`} <kbd>T</kbd>
          </button>
        </span>
      </div>
      {drawn.length > 0 && (
        <section aria-label="What is wanted here" className="mt-3">
          <h3 className="m-0 text-lead">What is wanted here, as the sheet draws it</h3>
          <ul className="m-0 mt-1 flex list-none flex-wrap gap-3 p-0">
            {drawn.map((w) => (
              <li key={w.name} className="w-[170px] text-small">
                <AnchorPicture src={w.src} hand={hand} says={w.says} />
                {w.name}
                {w.outline && (
                  <button
                    type="button"
                    aria-label={`${w.name}: under the outlines`}
                    aria-pressed={w === under}
                    className={`quiet-action mt-1 !min-h-[40px] w-full !px-2 !py-1 ${w === under ? '!bg-wash font-bold' : ''}`}
                    onClick={(e) => press(e, () => setLaid(w === under ? null : w.name))}
                  >
                    Under the outlines
                  </button>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      <p className="m-0 mt-1 text-fine text-soft">
        <kbd>←</kbd> <kbd>→</kbd> one frame, with <kbd>⇧</kbd> ten; <kbd>↑</kbd> <kbd>↓</kbd> key frame; <kbd>O</kbd> what the
        sheet draws, under the outlines.
      </p>
    </section>
  );
}
