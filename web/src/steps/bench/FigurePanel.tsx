import { useRef, type ReactNode, type RefObject } from 'react';
import {
  eventName,
  FIGURES,
  formatEstimate,
  isTurn,
  partsOf,
  POINTS,
  POSE_FIGURES,
  TIME_FIGURES,
  suggestForFigure,
  type Band,
  type Estimate,
  type EventId,
  type FigureId,
  type PointAt,
  type PointId,
  type ViewId,
} from '@stride-chalk/core';
import { useKeptInSight } from '../../parts/use-kept-in-sight.ts';
import type { JointHere } from './proposals.ts';
import { figureName } from './suggestions.ts';

/** The figures that the sheet lists: measured ones with their error and band, and the point that is asked for now. */
export function FigurePanel({
  figures,
  unreadable,
  guessed,
  bands,
  current,
  asked,
  queue,
  missing,
  toPlace,
  onPick,
  proposed,
  joints,
  keyFrames,
  chosen,
  onJoints,
}: {
  figures: ReadonlyMap<FigureId, Estimate>;
  /** Figures whose points are placed and that cannot be read, with the reason. */
  unreadable: ReadonlyMap<FigureId, string>;
  /** Figures that rest on a guess nobody has looked at. */
  guessed: ReadonlySet<FigureId>;
  bands: readonly Band[];
  current: FigureId;
  asked: PointAt | null;
  queue: { readonly done: number; readonly of: number } | null;
  /** The key frame that has to be marked before the figure can be measured. */
  missing: EventId | null;
  /** How many points of a figure have yet to be placed; null where no film on the screen shows what it needs. */
  toPlace: (figure: FigureId) => number | null;
  onPick: (figure: FigureId) => void;
  /** What the found joints would give; nobody has seen them. */
  proposed: ReadonlyMap<FigureId, Estimate>;
  /** The joints in hand, of one key frame after the other. */
  joints: { readonly event: EventId; readonly joints: readonly JointHere[] } | null;
  keyFrames: { readonly done: number; readonly of: number } | null;
  chosen: PointId | null;
  onJoints: () => void;
}) {
  const row = useRef<HTMLLIElement>(null);
  useKeptInSight(row, current);
  const [event, point] = asked ? partsOf(asked) : [];
  if (joints && keyFrames) return <JointsInHand {...joints} keyFrames={keyFrames} chosen={chosen} />;
  return (
    <div className="grid min-h-0 grid-rows-[auto_1fr]">
      <div className="border-b border-rule px-[18px] pb-3 pt-3">
        <h2 className="m-0 text-head first-letter:uppercase">{asked ? POINTS[point!] : 'Figures'}</h2>
        {asked && queue ? (
          <p className="m-0 mt-1 text-small" role="status" data-testid="point-asked">
            Point {queue.done + 1} of {queue.of}, at “{eventName(event!)}”. <kbd>arrows</kbd> 12 px, <kbd>⇧</kbd> + arrows 2 px,{' '}
            <kbd>↵</kbd> place, <kbd>Esc</kbd> stop.
            {isTurn(point!) && (
              <>
                {' '}
                <kbd>,</kbd> <kbd>.</kbd> another frame.
              </>
            )}
          </p>
        ) : toPlace(current) === null ? (
          <p className="m-0 mt-1 text-small first-letter:uppercase">
            {figureName(current)} is measured {SEEN_FROM[FIGURES[current].views[0]!]}. No such film of this delivery is on the
            screen.
          </p>
        ) : missing ? (
          <p className="m-0 mt-1 text-small" role="status">
            Mark the key frame “{eventName(missing)}” first: {FIGURES[current].kind === 'time' ? <kbd>↵</kbd> : <kbd>T</kbd>}.
          </p>
        ) : (
          <p className="m-0 mt-1 text-small">
            <kbd>↑</kbd> <kbd>↓</kbd> choose, <kbd>↵</kbd> measure. One measured delivery of a set is enough.
          </p>
        )}
        {proposed.size > 0 && !asked && (
          <button
            type="button"
            className="main-action mt-3 w-full"
            onClick={(e) => {
              e.currentTarget.blur();
              onJoints();
            }}
          >
            Check the found joints <kbd>C</kbd>
          </button>
        )}
      </div>
      <ul className="m-0 min-h-0 list-none overflow-auto p-0" tabIndex={0} aria-label="Figures of this delivery">
        {POSE_FIGURES.map((r) => {
          const estimate = figures.get(r.id);
          const found = estimate ? undefined : proposed.get(r.id);
          const band = bands.find((b) => b.figure === r.id);
          const level = estimate && band ? suggestForFigure(estimate, band)?.level : undefined;
          const here = r.id === current;
          const points = toPlace(r.id);
          return (
            <FigureRow
              key={r.id}
              id={r.id}
              row={here ? row : null}
              onPick={onPick}
              value={
                estimate ? (
                  formatEstimate(estimate)
                ) : found ? (
                  <span className="text-body font-medium text-soft underline decoration-dotted underline-offset-4">
                    {formatEstimate(found)}
                  </span>
                ) : (
                  <span className="text-small font-medium text-soft">
                    {unreadable.has(r.id)
                      ? 'not read'
                      : points === null
                        ? `${SEEN_FROM[r.views[0]!]} only`
                        : `${points} ${points === 1 ? 'point' : 'points'}`}
                  </span>
                )
              }
            >
              {found && <span className="col-span-2 text-fine text-soft">found by the computer, seen by nobody yet</span>}
              {guessed.has(r.id) && (
                <span className="col-span-2 text-fine font-semibold text-clay">a guess: place its points to measure it</span>
              )}
              {unreadable.has(r.id) && !guessed.has(r.id) && (
                <span className="col-span-2 text-fine font-semibold text-clay first-letter:uppercase">
                  {unreadable.get(r.id)}.
                </span>
              )}
              {band && (
                <span className="text-fine text-soft">
                  wanted {range(band.wanted)}
                  {level === undefined ? '' : level === 3 ? ' · in it' : level === 2 ? ' · nearly' : ' · outside'}
                </span>
              )}
            </FigureRow>
          );
        })}
        {TIME_FIGURES.map(({ id, needs }) => {
          const estimate = figures.get(id);
          const here = id === current;
          return (
            <FigureRow
              key={id}
              id={id}
              row={here ? row : null}
              onPick={onPick}
              value={
                estimate ? (
                  formatEstimate(estimate)
                ) : (
                  <span className="text-small font-medium text-soft">
                    {unreadable.has(id) ? 'not read' : `${needs.length} key frames`}
                  </span>
                )
              }
            >
              <span
                className={`col-span-2 text-fine first-letter:uppercase ${unreadable.has(id) ? 'font-semibold text-clay' : 'text-soft'}`}
              >
                {unreadable.has(id) ? `${unreadable.get(id)}.` : `from ${needs.map((e) => `“${eventName(e)}”`).join(', ')}`}
              </span>
            </FigureRow>
          );
        })}
      </ul>
    </div>
  );
}

/** A figure of the list, which is chosen by a press. */
function FigureRow({
  id,
  row,
  onPick,
  value,
  children,
}: {
  id: FigureId;
  /** Held by the chosen one; null for every other. */
  row: RefObject<HTMLLIElement | null> | null;
  onPick: (figure: FigureId) => void;
  value: ReactNode;
  children: ReactNode;
}) {
  return (
    <li ref={row} className={`border-b border-rule ${row ? 'bg-wash shadow-[inset_5px_0_var(--clay)]' : ''}`}>
      <button
        type="button"
        onClick={(e) => {
          // The keys go to the points now, not to this button.
          e.currentTarget.blur();
          onPick(id);
        }}
        data-testid={`figure-${id}`}
        aria-current={row ? 'step' : undefined}
        className="grid w-full grid-cols-[1fr_auto] items-baseline gap-x-3 border-0 bg-transparent px-[18px] py-[7px] text-start"
      >
        <span className="text-small">{figureName(id)}</span>
        <b className="sign tabular text-lead">{value}</b>
        {children}
      </button>
    </li>
  );
}

/** The joints of one key frame: which ones have to be looked at by themselves. */
function JointsInHand({
  event,
  joints,
  keyFrames,
  chosen,
}: {
  event: EventId;
  joints: readonly JointHere[];
  keyFrames: { readonly done: number; readonly of: number };
  chosen: PointId | null;
}) {
  const needed = joints.filter((j) => j.needed);
  return (
    <div className="grid min-h-0 grid-rows-[auto_1fr]">
      <div className="border-b border-rule px-[18px] pb-3 pt-3">
        <h2 className="m-0 text-head first-letter:uppercase">{eventName(event)}</h2>
        <p className="m-0 mt-1 text-small" role="status" data-testid="joints-asked">
          Key frame {keyFrames.done + 1} of {keyFrames.of}. <kbd>↵</kbd> the joints lie right, next key frame. <kbd>⇥</kbd>{' '}
          chooses one, arrows move it. <kbd>S</kbd> legs change sides, <kbd>⇧ S</kbd> arms. <kbd>Esc</kbd> stop.
        </p>
      </div>
      <ul className="m-0 min-h-0 list-none overflow-auto p-0" tabIndex={0} aria-label="Joints of this key frame">
        {needed.map((j) => (
          <li
            key={j.point}
            data-testid={`joint-${j.point}`}
            aria-current={j.point === chosen ? 'step' : undefined}
            className={`grid grid-cols-[1fr_auto] items-baseline gap-x-3 border-b border-rule px-[18px] py-[7px] text-small ${j.point === chosen ? 'bg-wash shadow-[inset_5px_0_var(--clay)]' : ''}`}
          >
            <span>{POINTS[j.point]}</span>
            <span className={j.unsure && !j.seen && !j.moved ? 'font-semibold text-clay' : 'text-soft'}>
              {j.seen ? 'seen before' : j.moved ? 'placed' : j.unsure ? 'unsure: look at it' : 'found'}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

const SEEN_FROM: Readonly<Record<ViewId, string>> = {
  openSide: 'from the side',
  closedSide: 'from the side',
  front: 'from front or rear',
  rear: 'from front or rear',
};

const range = ([low, high]: readonly [number | null, number | null]): string =>
  low === null ? `up to ${high}` : high === null ? `from ${low}` : `${low} to ${high}`;
