import { useEffect, useState } from 'react';
import { cameraRoll, type ViewId } from '@stride-chalk/core';

/** Leaning by less is level enough for what is measured on film, in degrees. */
const LEVEL = 1;

/**
 * Chalk on the picture that helps to put the tripod right: where the rubber and the line to the target belong, and the frame that the whole body stays in. It is not in the film.
 *
 * @param ratio of the camera's picture, height by width: the chalk lies on the picture, wherever the screen has it
 */
export function ChalkOverlay({ view, hand, ratio }: { view: ViewId; hand: 'R' | 'L'; ratio: number }) {
  const roll = useRoll();
  const side = view === 'openSide' || view === 'closedSide';
  // As in the contract of points: the target lies to the right on the open side of a right-hander.
  const rubberLeft = (view === 'openSide') === (hand === 'R');
  const [w, h] = [1000, Math.round(1000 * ratio)];
  const [x, y] = [(share: number) => share * w, (share: number) => share * h];
  const line = { fill: 'none', stroke: '#fffdf7', strokeWidth: 6 };
  const rubber = rubberLeft ? 0.2 : 0.8;
  return (
    <>
      <svg
        viewBox={`0 0 ${w} ${h}`}
        preserveAspectRatio="xMidYMid meet"
        aria-hidden="true"
        className="pointer-events-none absolute inset-0 h-full w-full"
      >
        <rect x={x(0.07)} y={y(0.07)} width={x(0.86)} height={y(0.86)} {...line} strokeDasharray="24 18" />
        {side ? (
          <>
            <path d={`M${x(0.07)} ${y(0.86)}H${x(0.93)}`} {...line} />
            <path d={`M${x(rubber) - 22} ${y(0.86) - 9}h44v18h-44z`} {...line} strokeWidth={10} />
          </>
        ) : (
          <>
            <path d={`M${x(0.5)} ${y(0.45)}V${y(0.93)}`} {...line} />
            <path d={`M${x(0.5) - 60} ${y(0.82) - 9}h120v18h-120z`} {...line} strokeWidth={10} />
          </>
        )}
      </svg>
      <p className="pointer-events-none absolute left-2 top-2 m-0 bg-[#2a1d15] px-2 py-1 text-small text-[#fffdf7]">
        {side ? 'Rubber on the mark, ground along the chalk' : 'Rubber and target line in the middle'}
        {roll !== null &&
          (Math.abs(roll) <= LEVEL ? ' · level' : ` · turn ${Math.round(Math.abs(roll))}° ${roll > 0 ? 'left' : 'right'}`)}
      </p>
    </>
  );
}

/** How far this phone leans, in degrees; null where it does not tell. */
function useRoll(): number | null {
  const [roll, setRoll] = useState<number | null>(null);
  useEffect(() => {
    const hear = ({ beta, gamma }: DeviceOrientationEvent): void => {
      if (beta === null || gamma === null) return;
      const now = cameraRoll(beta, gamma, screen.orientation?.angle ?? 0);
      setRoll(now === null ? null : Math.round(now));
    };
    window.addEventListener('deviceorientation', hear);
    return () => window.removeEventListener('deviceorientation', hear);
  }, []);
  return roll;
}
