import { eventName, SURE, type EventId } from '@stride-chalk/core';
import { useEffect, useRef } from 'react';
import { Action } from '../../parts/Action.tsx';
import { putStyle } from '../../parts/put-style.ts';
import { VIEW_NAMES } from '../../parts/view-names.ts';
import type { Picture } from '../../workers/film.worker.ts';
import type { BenchControl } from './bench-control.ts';
import { confirmedByStrip, stripOf, type StripCell } from './bench-selectors.ts';
import { Brush } from './brush.ts';
import { windowAround } from './film-window.ts';
import { OFFERED } from './moments.ts';
import { jointsAt, lookedFor } from './proposals.ts';
import { Skeleton } from './Skeleton.tsx';
import { takeFrames } from './take-frames.ts';
import { useSeen } from './use-seen.ts';

/** Widths of the columns: a stride is wider than a stance. */
const WIDE: Partial<Record<EventId, number>> = {
  driveStart: 1.25,
  footOpens: 1.25,
  contact: 1.5,
  layback: 1.4,
  release: 1.4,
  finish: 1.1,
};

/** All key frames of both views at one look, on a small screen as many beside each other as can be judged; what does not fit scrolls: what is sure is confirmed with one key, once it has been on the screen. */
export function StripView({ bench, bib }: { bench: BenchControl; bib: string }) {
  const cells = stripOf(bench.world, bench.state);
  // Where other frames are proposed meanwhile, these are fetched anew.
  return <Strip key={cells.map((c) => `${c.key} ${c.frame}`).join()} bench={bench} bib={bib} cells={cells} />;
}

function Strip({ bench, bib, cells }: { bench: BenchControl; bib: string; cells: readonly StripCell[] }) {
  const { world, state, send } = bench;
  const events = OFFERED.filter((e) => cells.some((c) => c.event === e));
  const films = cells.map((c) => c.at.film).filter((f, i, all) => all.findIndex((g) => g.id === f.id) === i);
  const canvases = useRef(new Map<string, HTMLCanvasElement>());
  const drawnIn = useSeen((cell: StripCell) => send({ type: 'stripShown', key: cell.key, frame: cell.frame }));
  const latest = useRef(cells);
  latest.current = cells;
  const { proposals } = state;
  const look = useRef(proposals);
  look.current = proposals;
  useEffect(() => {
    const brush = new Brush();
    /** One brush, one picture at a time. */
    let painting = Promise.resolve();
    const paint = async (cell: StripCell, picture: Picture): Promise<void> => {
      const canvas = canvases.current.get(cell.key);
      if (!canvas) return;
      const ratio = Math.min(2, window.devicePixelRatio);
      canvas.width = Math.round(canvas.clientWidth * ratio);
      canvas.height = Math.round(canvas.clientHeight * ratio);
      const part = windowAround(cell.at.film, jointsAt(look.current, cell.at.film.id, cell.frame), canvas.width / canvas.height);
      const { codedWidth, codedHeight } = picture.init;
      const k = codedWidth / cell.at.film.width;
      const whole = { x: 0, y: 0, width: codedWidth, height: codedHeight };
      await brush.paint(picture, whole, ({ source, rect }) => {
        const context = canvas.getContext('2d', { alpha: false })!;
        const scale = canvas.width / part.width;
        context.fillStyle = '#2a1d15';
        context.fillRect(0, 0, canvas.width, canvas.height);
        context.drawImage(
          source,
          (rect.x / k - part.x) * scale,
          (rect.y / k - part.y) * scale,
          (rect.width / k) * scale,
          (rect.height / k) * scale,
        );
        canvas.dataset.frame = String(cell.frame);
        drawnIn(canvas, cell);
      });
    };
    const stops = latest.current
      .map((c) => c.at.film)
      .filter((f, i, all) => all.findIndex((g) => g.id === f.id) === i)
      .map((film) => {
        const own = latest.current.filter((c) => c.at.film.id === film.id);
        return takeFrames(
          { url: `/api/clips/${film.id}/film`, frameTimes: film.frameTimes! },
          own.map((c) => c.frame),
          (frame, picture) => {
            for (const cell of own.filter((c) => c.frame === frame)) painting = painting.then(() => paint(cell, picture));
          },
          (words) => send({ type: 'problem', words }),
        );
      });
    return () => {
      for (const stop of stops) stop();
    };
  }, [send, drawnIn]);
  const hand = state.strip!;
  const chosenKey = cells[hand.cursor]?.key;
  useEffect(() => {
    canvases.current.get(chosenKey ?? '')?.scrollIntoView({ block: 'nearest' });
  }, [chosenKey]);
  const sure = confirmedByStrip(world, state);
  const open = cells.filter((c) => !c.marked);
  const drawn = open.filter((c) => hand.shown[c.key] === c.frame).length;
  return (
    <section
      aria-label="Key frames at a look"
      data-testid="strip"
      className="fixed inset-0 z-40 grid grid-rows-[auto_minmax(0,1fr)] bg-bone px-4 pb-3 pt-3 lg:absolute lg:z-20"
    >
      <header className="flex flex-wrap items-center gap-x-5 gap-y-1 pb-2">
        {/* Where it covers the page's head, it says whose delivery it shows. */}
        <span aria-hidden="true" className="bib-block px-3 py-1 !text-head lg:hidden">
          {bib}
        </span>
        <h2 className="m-0 text-head">Key frames at a look</h2>
        <p className="m-0 me-auto text-small text-soft" role="status">
          {drawn < open.length
            ? `${drawn} of ${open.length} have been on the screen`
            : `${sure.length} sure${open.length > sure.length ? `, ${open.length - sure.length} for later` : ''}`}
        </p>
        <p className="m-0 hidden text-small lg:block">
          <kbd>← → ↑ ↓</kbd> choose <kbd>Space</kbd> leave it for later <kbd>Z</kbd> large
        </p>
        <div className="flex w-full flex-row-reverse justify-end gap-x-5 md:w-auto md:flex-row">
          <Action onClick={() => send({ type: 'layer', on: 'done' })}>
            Close <kbd>Esc</kbd>
          </Action>
          <button
            type="button"
            className="main-action"
            disabled={drawn < open.length || sure.length === 0}
            onClick={() => send({ type: 'confirmSure' })}
          >
            Confirm {sure.length} <kbd>↵</kbd>
          </button>
        </div>
      </header>
      <div className="-mx-1 grid min-h-0 auto-rows-max gap-2 overflow-y-auto px-1 py-[3px] lg:auto-rows-[minmax(170px,1fr)]">
        {films.map((film) => (
          <div key={film.id} className="grid min-h-0 grid-rows-[auto_1fr]">
            <h3 className="sign m-0 pb-1 text-small font-medium leading-none text-soft">{VIEW_NAMES[film.view]}</h3>
            <div
              className="grid min-h-0 auto-rows-[236px] grid-cols-[repeat(auto-fill,minmax(170px,1fr))] gap-[6px] lg:auto-rows-auto lg:grid-cols-(--columns)"
              ref={putStyle({ '--columns': events.map((e) => `minmax(0, ${WIDE[e] ?? 1}fr)`).join(' ') })}
            >
              {events.map((event) => {
                const index = cells.findIndex((c) => c.at.film.id === film.id && c.event === event);
                const cell = cells[index];
                if (!cell) {
                  const looked = lookedFor(film.id, proposals).includes(event);
                  return (
                    <div
                      key={event}
                      className={`${looked ? 'grid' : 'hidden lg:grid'} place-items-center bg-wash text-fine text-soft`}
                    >
                      {looked ? 'not found' : 'not from here'}
                    </div>
                  );
                }
                const chosen = index === hand.cursor;
                const left = hand.left.includes(cell.key) || (!cell.marked && (cell.proposed?.sure ?? 0) < SURE);
                const joints = jointsAt(proposals, film.id, cell.frame);
                return (
                  <button
                    key={event}
                    type="button"
                    data-testid={`strip-${film.view}-${event}`}
                    data-state={cell.marked ? 'marked' : left ? 'left' : 'sure'}
                    aria-pressed={chosen}
                    onClick={(e) => {
                      e.currentTarget.blur();
                      send({ type: 'stripGo', key: cell.key });
                    }}
                    className={`relative grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[1fr_auto] overflow-hidden border-0 bg-[#2a1d15] p-0 text-start ${chosen ? 'outline-[3px] outline-clay outline' : ''}`}
                  >
                    <CellPicture cell={cell} joints={joints} canvases={canvases.current} faint={left} />
                    <span
                      className={`sign flex flex-wrap items-baseline justify-between gap-x-1 px-1 py-[3px] text-fine ${left ? 'bg-wash text-ink' : cell.marked ? 'bg-ink text-bone' : 'bg-paper text-ink'}`}
                    >
                      <b className="min-w-0 truncate font-semibold">{eventName(event)}</b>
                      <span className="tabular whitespace-nowrap">
                        {cell.frame} · {cell.marked ? '✓' : left ? 'later' : `${Math.round(100 * (cell.proposed?.sure ?? 0))} %`}
                      </span>
                    </span>
                  </button>
                );
              })}
            </div>
          </div>
        ))}
      </div>
    </section>
  );
}

/** The frame of a cell with the joints that are proposed in it. */
function CellPicture({
  cell,
  joints,
  canvases,
  faint,
}: {
  cell: StripCell;
  joints: ReturnType<typeof jointsAt>;
  canvases: Map<string, HTMLCanvasElement>;
  faint: boolean;
}) {
  const box = useRef<HTMLCanvasElement>(null);
  const shape = box.current ? box.current.clientWidth / Math.max(1, box.current.clientHeight) : 1;
  const part = windowAround(cell.at.film, joints, shape);
  return (
    <span className={`relative block min-h-[90px] ${faint ? 'opacity-85' : ''}`}>
      <canvas
        ref={(canvas) => {
          box.current = canvas;
          if (canvas) canvases.set(cell.key, canvas);
          else canvases.delete(cell.key);
        }}
        className="absolute inset-0 h-full w-full"
        aria-hidden="true"
      />
      {joints.length > 0 && (
        <svg
          viewBox={`${part.x} ${part.y} ${part.width} ${part.height}`}
          className="absolute inset-0 h-full w-full"
          preserveAspectRatio="none"
          aria-hidden="true"
        >
          <Skeleton
            joints={joints.map((j) => ({ ...j, seen: false }))}
            scale={(box.current?.clientWidth ?? 160) / part.width}
            thin
          />
        </svg>
      )}
    </span>
  );
}
