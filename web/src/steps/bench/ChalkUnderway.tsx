import { POINTS_OF, strokeProblem, type Position } from '@stride-chalk/core';
import { ChalkStrokes } from '../../parts/ChalkStrokes.tsx';
import type { ChalkInHand } from './bench-state.ts';

/** What would be drawn if the next point were set where the cross is, and the cross. */
export function ChalkUnderway({ hand, height, scale }: { hand: ChalkInHand; height: number; scale: number }) {
  const { shape, at, points } = hand;
  const last = points.at(-1);
  const withCross: readonly Position[] = last && last.x === at.x && last.y === at.y ? points : [...points, at];
  const enough = withCross.length >= POINTS_OF[shape][0];
  const preview =
    points.length === 0 || withCross.length < 2
      ? null
      : // Of an angle with one side: the side.
        enough && strokeProblem({ shape, points: withCross, text: null }) === null
        ? { shape, points: withCross, text: null }
        : { shape: 'line' as const, points: withCross.slice(-2), text: null };
  return (
    <>
      {preview && (
        <g opacity=".85" data-testid="chalk-underway">
          <ChalkStrokes strokes={[preview]} height={height} />
        </g>
      )}
      {points.map((p) => (
        <circle
          key={`${p.x} ${p.y}`}
          cx={p.x}
          cy={p.y}
          r={4 / scale}
          fill="#fff"
          stroke="#1d130c"
          strokeWidth={2 / scale}
          display={shape === 'freehand' ? 'none' : undefined}
        />
      ))}
      <g data-testid="chalk-cross" data-x={at.x} data-y={at.y} data-points={points.length} fill="none" strokeLinecap="round">
        {(
          [
            [6, '#1d130c'],
            [2.6, '#f1cda6'],
          ] as const
        ).map(([w, c]) => (
          <path
            key={c}
            stroke={c}
            strokeWidth={w / scale}
            d={`M${at.x - 18 / scale} ${at.y}h${12 / scale}M${at.x + 6 / scale} ${at.y}h${12 / scale}M${at.x} ${at.y - 18 / scale}v${12 / scale}M${at.x} ${at.y + 6 / scale}v${12 / scale}`}
          />
        ))}
      </g>
    </>
  );
}
