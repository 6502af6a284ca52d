import { useEffect, useState } from 'react';
import { cameraRoll, type ViewId } from '@stride-chalk/core';

/** Leaning by less is level enough for what is measured on film, in degrees. */
const LEVEL = 1;

/**
 * Chalk on the picture that helps to put the tripod right: where the rubber and the line to the target belong, and the frame that the whole body stays in. It is not in the film.
 */
export function ChalkOverlay({ view }: { view: ViewId }) {
  const roll = useRoll();
  const side = view === 'openSide' || view === 'closedSide';
  const line = { fill: 'none', stroke: '#fffdf7', strokeWidth: 3, vectorEffect: 'non-scaling-stroke' as const };
  return (
    <>
      <svg
        viewBox="0 0 160 90"
        preserveAspectRatio="none"
        aria-hidden="true"
        className="pointer-events-none absolute inset-0 h-full w-full"
      >
        <rect x="12" y="7" width="136" height="76" {...line} strokeDasharray="6 6" />
        {side ? (
          <>
            <path d="M12 76H148" {...line} />
            <path d="M30 72v8M36 72v8M30 72h6M30 80h6" {...line} strokeWidth={5} />
          </>
        ) : (
          <>
            <path d="M80 40V83" {...line} />
            <path d="M72 74h16v4h-16z" {...line} strokeWidth={5} />
          </>
        )}
      </svg>
      <p className="pointer-events-none absolute left-2 top-2 m-0 bg-[#2a1d15] px-2 py-1 text-small text-[#fffdf7]">
        {side ? 'Rubber on the mark, target line along the chalk' : 'Rubber and target line in the middle'}
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
