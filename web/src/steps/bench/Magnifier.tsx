import { useEffect, useRef } from 'react';
import type { FilmPlayer } from './film-player.ts';
import type { Film } from './types.ts';

const SIZE = 190;
const ZOOM = 5;

/** A round magnifier over the point in hand, with a cross at the very spot. */
export function Magnifier({
  player,
  film,
  frame,
  x,
  y,
  name,
  away,
}: {
  player: FilmPlayer;
  film: Film;
  frame: number;
  x: number;
  y: number;
  name: string;
  /** The side of the picture that the point is not on. */
  away: 'left' | 'right';
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current!.getContext('2d')!;
    const part = SIZE / ZOOM;
    context.fillStyle = '#2a1d15';
    context.fillRect(0, 0, SIZE, SIZE);
    return player.onDraw({
      frame,
      part: () => ({
        x: (x - part / 2) / film.width,
        y: (y - part / 2) / film.height,
        width: part / film.width,
        height: part / film.height,
      }),
      draw({ source, rect }, _at, whole) {
        const k = whole.width / film.width;
        context.fillStyle = '#2a1d15';
        context.fillRect(0, 0, SIZE, SIZE);
        context.imageSmoothingEnabled = false;
        context.drawImage(
          source,
          (rect.x / k - x + part / 2) * ZOOM,
          (rect.y / k - y + part / 2) * ZOOM,
          (rect.width / k) * ZOOM,
          (rect.height / k) * ZOOM,
        );
        context.strokeStyle = '#1d130c';
        context.lineWidth = 4;
        cross(context);
        context.strokeStyle = '#fff';
        context.lineWidth = 1.6;
        cross(context);
      },
    });
  }, [player, film, frame, x, y]);
  return (
    <div className={`absolute top-3 text-center ${away === 'left' ? 'left-3' : 'right-3'}`}>
      <canvas
        ref={canvas}
        width={SIZE}
        height={SIZE}
        className="rounded-full border-[3px] [@media(max-height:560px)]:size-[104px] border-[#fffdf7] shadow-[0_0_0_2px_#1d130c]"
        aria-hidden="true"
      />
      <p className="sign m-0 mt-1 inline-block rounded-[2px] bg-[#1e140c] px-2 py-[2px] text-body [@media(max-height:560px)]:text-fine text-[#fffdf7]">
        {name}
      </p>
    </div>
  );
}

function cross(context: CanvasRenderingContext2D): void {
  const m = SIZE / 2;
  context.beginPath();
  for (const [a, b] of [
    [-40, -6],
    [6, 40],
  ] as const) {
    context.moveTo(m + a, m);
    context.lineTo(m + b, m);
    context.moveTo(m, m + a);
    context.lineTo(m, m + b);
  }
  context.stroke();
}
