import { useEffect, useLayoutEffect, useRef, useState, type PointerEvent, type ReactNode } from 'react';
import type { FilmPlayer } from './film-player.ts';
import { windowFor, type Window } from './film-window.ts';
import { VIEW_NAMES, type Film } from './types.ts';

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

  const follow = useRef(centreOf);
  follow.current = centreOf;
  const centre = drawn === null ? null : centreOf(drawn);
  const shown = windowFor(film, size.width, size.height, centre);
  // Before the screen is painted: canvas and chalk never show two sizes.
  useLayoutEffect(() => {
    if (!player || size.width === 0) return;
    const target = canvas.current!;
    const ratio = Math.min(2, window.devicePixelRatio);
    target.width = Math.round(size.width * ratio);
    target.height = Math.round(size.height * ratio);
    const context = target.getContext('2d', { alpha: false })!;
    return player.onDraw((picture, at) => {
      const part = windowFor(film, size.width, size.height, follow.current(at));
      const k = picture.width / film.width;
      const scale = target.width / part.width;
      const from = Math.max(0, part.x);
      const to = Math.min(film.width, part.x + part.width);
      context.fillStyle = '#2a1d15';
      context.fillRect(0, 0, target.width, target.height);
      context.drawImage(
        picture,
        from * k,
        0,
        (to - from) * k,
        picture.height,
        (from - part.x) * scale,
        0,
        (to - from) * scale,
        part.height * scale,
      );
      target.dataset.frame = String(at);
      setDrawn(at);
    });
  }, [player, film, size]);

  useEffect(() => {
    player?.show(frame);
  }, [player, frame, centre]);

  const rate =
    film.frameTimes && film.frameTimes.length > 1
      ? Math.round(
          ((film.frameTimes.length - 1) / (film.frameTimes[film.frameTimes.length - 1]! - film.frameTimes[0]!)) *
            film.captureScale,
        )
      : null;
  const scale = size.width === 0 ? 1 : size.width / shown.width;
  const placeAt = (e: PointerEvent<HTMLDivElement>): void => {
    const at = e.currentTarget.getBoundingClientRect();
    onPlace?.(shown.x + (e.clientX - at.left) / scale, shown.y + (e.clientY - at.top) / scale);
  };
  return (
    <figure
      data-view={film.view}
      onPointerDown={onActivate}
      className={`relative m-0 grid min-h-0 min-w-0 grid-rows-[1fr_auto] overflow-hidden rounded-[3px] bg-[#2a1d15] ${active ? 'outline-[3px] outline-clay outline' : ''}`}
    >
      <div
        ref={box}
        className={`relative min-h-0 overflow-hidden ${onPlace ? 'cursor-crosshair touch-none' : ''}`}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          placeAt(e);
        }}
        onPointerMove={(e) => e.buttons > 0 && placeAt(e)}
      >
        <canvas
          ref={canvas}
          className="absolute inset-0 h-full w-full"
          aria-label={`${VIEW_NAMES[film.view]}, frame ${drawn ?? '?'}`}
          role="img"
        />
        {drawn === null && (
          <p className="sign absolute inset-0 m-0 grid place-items-center text-[20px] text-[#f5f0e4]">
            {film.state === 'ready'
              ? 'Loading the film …'
              : film.state === 'failed'
                ? 'This film could not be prepared: see the films page.'
                : 'This film is still being prepared.'}
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
      <figcaption className="tabular flex justify-between gap-3 whitespace-nowrap bg-[#1e140c] px-[10px] py-[5px] text-[13.5px] text-[#fffdf7]">
        <span>
          {label ?? VIEW_NAMES[film.view]}
          {active && <span className="ms-2 text-[#f1cda6]">in hand</span>}
        </span>
        <span data-testid={`frame-${film.view}`} data-asked={frame} data-drawn={drawn ?? ''}>
          {drawn === null ? '–' : `frame ${drawn} · ${timeOf(drawn).toFixed(3)} s`}
          {rate ? ` · ${rate}/s` : ''}
        </span>
      </figcaption>
    </figure>
  );
}
