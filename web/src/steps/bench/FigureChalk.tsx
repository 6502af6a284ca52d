import { isGroundMark, isStale, isTurn, partsOf, wasSeen, type BenchPoint, type Position } from '@stride-chalk/core';
import { ChalkStrokes } from '../../parts/ChalkStrokes.tsx';
import { chalkInHand, jointsInHand, strokesOn } from './bench-selectors.ts';
import { ChalkUnderway } from './ChalkUnderway.tsx';
import { Skeleton } from './Skeleton.tsx';
import type { BenchControl } from './bench-control.ts';

/** Points and lines of the figure in hand on the frame that it belongs to. */
export function FigureChalk({
  bench,
  filmId,
  frame,
  scale,
}: {
  bench: BenchControl;
  filmId: string;
  frame: number;
  scale: number;
}) {
  const { world, state } = bench;
  const film = world.clips.find((c) => c.id === filmId)!;
  const drawing = chalkInHand(world, state);
  const chalk = drawing?.clipId === filmId && drawing.frame === frame ? drawing : null;
  const found = jointsInHand(world, state);
  if (found && found.at.film.id === filmId)
    return (
      <Skeleton
        joints={found.joints.map((j) => ({ ...j, seen: j.seen || j.moved }))}
        scale={scale}
        chosen={state.joints?.chosen ?? null}
      />
    );
  const marks = state.data.marks.filter((m) => m.clipId === filmId);
  const event = marks.find((m) => m.frame === frame)?.event;
  // Where the head turns it was placed on a frame of its own: on its key frame it would lie where the head was before.
  const placed = state.data.points.filter(
    (p) =>
      p.clipId === filmId &&
      (isTurn(p.point)
        ? p.frame === frame
        : // The cones stand on every frame; they are drawn where something is measured on the ground.
          isGroundMark(p.point)
          ? state.task === 'figures'
          : p.event === event),
  );
  const hand = state.held?.clipId === filmId ? state.held : null;
  const seen = (p: BenchPoint): boolean => wasSeen(p.origin) && !isStale(p, marks);
  const asked = hand?.queue[hand.index];
  const wanted = asked && partsOf(asked);
  const at = (id: string): Position | undefined => placed.find((p) => p.point === id);
  const lines: ReadonlyArray<readonly string[]> = [
    ['frontHip', 'frontKnee', 'frontAnkle'],
    ['backHip', 'backKnee', 'backAnkle'],
    ['backHip', 'frontHip'],
    ['throwingShoulder', 'gloveShoulder'],
    ['throwingElbow', 'throwingWrist'],
  ];
  const r = 5 / scale;
  const segments = lines.map((l) => l.map(at).filter((p): p is Position => p !== undefined)).filter((l) => l.length > 1);
  return (
    <>
      <ChalkStrokes strokes={strokesOn(state.data, filmId, frame)} height={film.height} chosen={chalk?.chosen ?? null} />
      {chalk && <ChalkUnderway hand={chalk} height={film.height} scale={scale} />}
      {segments.map((l) => {
        const d = `M${l.map((p) => `${p.x} ${p.y}`).join('L')}`;
        return (
          <g key={d} fill="none" strokeLinecap="round" strokeLinejoin="round">
            <path d={d} stroke="#1d130c" strokeOpacity=".75" strokeWidth={6.5 / scale} />
            <path d={d} stroke="#fff" strokeWidth={3 / scale} />
          </g>
        );
      })}
      {placed.map((p) => (
        <circle
          key={p.point}
          cx={p.x}
          cy={p.y}
          r={r}
          // A guess nobody has looked at, and a point whose key frame has moved, are open rings.
          data-true={seen(p)}
          fill={seen(p) ? '#fff' : 'none'}
          stroke={seen(p) ? '#1d130c' : '#fff'}
          strokeDasharray={seen(p) ? undefined : `${3 / scale} ${2 / scale}`}
          strokeWidth={2 / scale}
        />
      ))}
      {hand && (
        <g
          data-testid="point-in-hand"
          data-event={wanted?.[0]}
          data-point={wanted?.[1]}
          data-x={hand.at.x}
          data-y={hand.at.y}
          fill="none"
          strokeLinecap="round"
        >
          {[
            [6, '#1d130c'],
            [2.6, '#fff'],
          ].map(([w, c]) => (
            <path
              key={c}
              stroke={String(c)}
              strokeWidth={Number(w) / scale}
              d={`M${hand.at.x - 16 / scale} ${hand.at.y}h${10 / scale}M${hand.at.x + 6 / scale} ${hand.at.y}h${10 / scale}M${hand.at.x} ${hand.at.y - 16 / scale}v${10 / scale}M${hand.at.x} ${hand.at.y + 6 / scale}v${10 / scale}`}
            />
          ))}
        </g>
      )}
    </>
  );
}
