import { useEffect, useLayoutEffect, useRef, useState, type PointerEvent, type ReactNode } from 'react';
import type { FilmPlayer } from './film-player.ts';
import type { Zoom } from './bench-state.ts';
import type { Rect } from './cut-picture.ts';
import { nextZoom, panned, windowFor, zoomedAt, type Window } from './film-window.ts';
import { VIEW_NAMES } from '../../parts/view-names.ts';
import type { Film } from './types.ts';

const nameOf = (w: Window): string => `${w.x} ${w.y} ${w.width} ${w.height}`;

/** One film, the frame that is really drawn named beneath it, and room for chalk on top. */
export function FilmView({
  film,
  player,
  frame,
  active,
  onActivate,
  chalk,
  timeOf,
  label,
  centreOf,
  onPlace,
  onPen,
  onChalk,
  zoom,
  onZoom,
  keep,
  onDrawn,
}: {
  film: Film;
  player: FilmPlayer | null;
  frame: number;
  active: boolean;
  onActivate: () => void;
  chalk?: (window: Window, scale: number) => ReactNode;
  timeOf: (frame: number) => number;
  label?: string;
  /** Where the body is in x at a frame, so that a narrow place follows it; null where that is unknown. */
  centreOf: (frame: number) => number | null;
  /** Called with a place in pixels of the film while it is pressed; none when no point is in hand. */
  onPlace?: ((x: number, y: number) => void) | undefined;
  /** Called with every place of a finger or the mouse while it draws; none while nothing is drawn. */
  onPen?: ((phase: 'down' | 'move' | 'up', x: number, y: number) => void) | undefined;
  /** Takes chalk in hand for this film; none where it is. */
  onChalk?: (() => void) | undefined;
  zoom: Zoom;
  onZoom: (to: Zoom) => void;
  /** A place that has to be seen: the point in hand. */
  keep: { readonly x: number; readonly y: number } | null;
  /** Called with every frame that has really been drawn. */
  onDrawn?: ((frame: number) => void) | undefined;
}) {
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [drawn, setDrawn] = useState<number | null>(null);

  useEffect(() => {
    const element = box.current!;
    const watch = new ResizeObserver(() => setSize({ width: element.clientWidth, height: element.clientHeight }));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);

  const windowAt = (at: number | null): Window =>
    windowFor(film, size.width, size.height, at === null ? null : centreOf(at), zoom, keep);
  const follow = useRef(windowAt);
  follow.current = windowAt;
  const shown = windowAt(drawn);
  /** What the canvas shows now. */
  const painted = useRef('');
  // Before the screen is painted: canvas and chalk never show two sizes.
  useLayoutEffect(() => {
    if (!player || size.width === 0) return;
    const target = canvas.current!;
    const ratio = Math.min(2, window.devicePixelRatio);
    target.width = Math.round(size.width * ratio);
    target.height = Math.round(size.height * ratio);
    const context = target.getContext('2d', { alpha: false })!;
    // What was asked for is what is drawn, though the window may have moved meanwhile.
    let asked: Window = follow.current(null);
    const shareOf = (at: number): Rect => {
      const part = follow.current(at);
      asked = part;
      const [left, right] = [Math.max(0, part.x), Math.min(film.width, part.x + part.width)];
      const [top, bottom] = [Math.max(0, part.y), Math.min(film.height, part.y + part.height)];
      return {
        x: left / film.width,
        y: top / film.height,
        width: (right - left) / film.width,
        height: (bottom - top) / film.height,
      };
    };
    return player.onDraw({
      part: shareOf,
      draw({ source, rect }, at, whole) {
        const window = asked;
        // Pixels of the picture, and of the canvas, for one of the film.
        const k = whole.width / film.width;
        const scale = target.width / window.width;
        context.fillStyle = '#2a1d15';
        context.fillRect(0, 0, target.width, target.height);
        context.drawImage(
          source,
          (rect.x / k - window.x) * scale,
          (rect.y / k - window.y) * scale,
          (rect.width / k) * scale,
          (rect.height / k) * scale,
        );
        target.dataset.frame = String(at);
        painted.current = nameOf(window);
        setDrawn(at);
        told.current?.(at);
      },
    });
  }, [player, film, size]);

  // The same frame in another window: zoomed, panned, or the body has another place since a mark was set.
  const place = nameOf(shown);
  useLayoutEffect(() => {
    if (drawn !== null && painted.current !== place) player?.redraw();
  }, [player, drawn, place]);

  const told = useRef(onDrawn);
  told.current = onDrawn;
  const latest = useRef({ zoom, onZoom, shown, drawn, centreOf });
  latest.current = { zoom, onZoom, shown, drawn, centreOf };
  useEffect(() => {
    const element = box.current!;
    // Not a React handler: only this one may keep the page from scrolling.
    const onWheel = (e: WheelEvent): void => {
      e.preventDefault();
      const now = latest.current;
      const at = element.getBoundingClientRect();
      const [width, height] = [element.clientWidth, element.clientHeight];
      const x = now.shown.x + ((e.clientX - at.left) / width) * now.shown.width;
      const y = now.shown.y + ((e.clientY - at.top) / height) * now.shown.height;
      const centre = now.drawn === null ? null : now.centreOf(now.drawn);
      now.onZoom(zoomedAt(film, { width, height }, centre, now.zoom, Math.exp(-e.deltaY / 400), { x, y }));
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [film]);

  const rate =
    film.frameTimes && film.frameTimes.length > 1
      ? Math.round(
          ((film.frameTimes.length - 1) / (film.frameTimes[film.frameTimes.length - 1]! - film.frameTimes[0]!)) *
            film.captureScale,
        )
      : null;
  const scale = size.width === 0 ? 1 : size.width / shown.width;
  const closer = zoom.times > 1;
  const pan = (e: PointerEvent<HTMLDivElement>): void =>
    onZoom(panned(film, zoom, { x: -e.movementX / scale, y: -e.movementY / scale }));
  const inFilm = (e: PointerEvent<HTMLDivElement>): readonly [number, number] => {
    const at = e.currentTarget.getBoundingClientRect();
    return [shown.x + (e.clientX - at.left) / scale, shown.y + (e.clientY - at.top) / scale];
  };
  const pen = (phase: 'down' | 'move' | 'up', e: PointerEvent<HTMLDivElement>): void => onPen?.(phase, ...inFilm(e));
  return (
    <figure
      data-view={film.view}
      onPointerDown={onActivate}
      className={`relative m-0 grid min-h-0 min-w-0 grid-rows-[1fr_auto] overflow-hidden rounded-[3px] bg-[#2a1d15] ${active ? 'outline-[3px] outline-clay outline' : ''}`}
    >
      <div
        ref={box}
        className={`relative min-h-0 overflow-hidden ${onPlace || onPen ? 'cursor-crosshair touch-none' : closer ? 'cursor-grab touch-none' : ''}`}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          if (onPen) pen('down', e);
          else onPlace?.(...inFilm(e));
        }}
        onPointerUp={(e) => pen('up', e)}
        onPointerCancel={(e) => pen('up', e)}
        onPointerMove={(e) => {
          if (e.buttons === 0) return;
          if (onPen) pen('move', e);
          else if (onPlace) onPlace(...inFilm(e));
          else if (closer) pan(e);
        }}
      >
        <canvas
          ref={canvas}
          className="absolute inset-0 h-full w-full"
          aria-label={`${VIEW_NAMES[film.view]}, frame ${drawn ?? '?'}`}
          role="img"
        />
        {drawn === null && (
          <p className="sign absolute inset-0 m-0 grid place-items-center px-4 text-center text-lead text-[#f5f0e4]">
            {film.state === 'ready'
              ? 'Loading the film …'
              : film.state === 'failed'
                ? 'This film could not be prepared: see the films page.'
                : 'This film is still being prepared. It appears by itself.'}
          </p>
        )}
        {size.width > 0 && chalk && (
          <svg
            className="absolute inset-0 h-full w-full"
            viewBox={`${shown.x} ${shown.y} ${shown.width} ${size.height / scale}`}
            preserveAspectRatio="none"
            aria-hidden="true"
          >
            {chalk(shown, scale)}
          </svg>
        )}
      </div>
      <figcaption className="tabular @container flex items-center justify-between gap-3 whitespace-nowrap bg-[#1e140c] px-[10px] py-[5px] text-fine text-[#fffdf7]">
        <span>
          {label ?? VIEW_NAMES[film.view]}
          {active && <span className="ms-2 text-[#f1cda6] max-[640px]:hidden @max-[400px]:hidden">in hand</span>}
          <button
            type="button"
            onClick={(e) => {
              e.currentTarget.blur();
              onZoom(nextZoom(zoom));
            }}
            aria-label={`${VIEW_NAMES[film.view]}: ${closer ? `${zoom.times.toFixed(1)} times as large` : 'whole'}; closer`}
            className="ms-2 border border-[#8a7a64] bg-transparent px-[6px] text-fine text-[#fffdf7] max-[1023px]:min-h-[32px] max-[1023px]:px-3"
          >
            {closer ? `${zoom.times.toFixed(1)}×` : '1×'}
          </button>
          {onChalk && (
            <button
              type="button"
              onClick={(e) => {
                e.currentTarget.blur();
                onChalk();
              }}
              aria-label={`${VIEW_NAMES[film.view]}: draw on this frame`}
              className="ms-1 border border-[#8a7a64] bg-transparent px-[6px] text-fine text-[#fffdf7] max-[1023px]:min-h-[32px] max-[1023px]:px-3"
            >
              Draw
            </button>
          )}
        </span>
        <span data-testid={`frame-${film.view}`} data-asked={frame} data-drawn={drawn ?? ''}>
          {drawn === null ? '–' : `frame ${drawn}`}
          {drawn !== null && <span className="@max-[300px]:hidden"> · {timeOf(drawn).toFixed(3)} s</span>}
          {rate ? <span className="max-[1180px]:hidden"> · {rate}/s</span> : ''}
        </span>
      </figcaption>
    </figure>
  );
}
