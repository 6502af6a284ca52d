import { midpoint, outlineOf, tallOf, type BenchPoint, type EventId, type PlacedJoints } from '@stride-chalk/core';
import { BODY_LINES } from '../Skeleton.tsx';
import type { Film } from '../types.ts';

/** The joints of a film at a key frame that somebody has seen, in body heights; null where there are none, or nothing says how tall he is in it. */
export function outlineAt(film: Film, points: readonly BenchPoint[], event: EventId): PlacedJoints | null {
  const at = (of: EventId): PlacedJoints =>
    Object.fromEntries(points.filter((p) => p.clipId === film.id && p.event === of).map((p) => [p.point, p]));
  const joints = at(event);
  const tall = tallOf(at('contact'));
  const foot = at('set').backAnkle ?? at('liftTop').backAnkle;
  if (film.towardsTarget === null || !tall || !foot || Object.keys(joints).length < 3) return null;
  return outlineOf(joints, tall, film.towardsTarget, foot);
}

/** The drawing from left to right, in body heights from where the back foot stood towards the target. */
const [LEFT, WIDE] = [-0.55, 1.9];

/** Two bodies laid over each other at a key frame, as tall as each other, from where the back foot stood; and the one that the sheet draws, where it is asked for. They look where the films beside them do: a drawing that looks the other way is read the wrong way round. */
export function OutlinePair({
  before,
  after,
  wanted,
  towardsTarget,
}: {
  before: PlacedJoints | null;
  after: PlacedJoints | null;
  wanted: PlacedJoints | null;
  towardsTarget: 1 | -1;
}) {
  if (!before && !after && !wanted)
    return (
      <p className="m-0 self-center px-4 text-small text-soft">
        The outlines appear where the joints of this key frame were placed or confirmed on a side view, and those of the landing.
      </p>
    );
  return (
    <svg
      viewBox={`${LEFT} -1.12 ${WIDE} 1.3`}
      className="h-full max-h-full w-full"
      role="img"
      aria-label={wanted ? 'Both bodies, laid over what the sheet draws' : 'Both bodies, laid over each other'}
    >
      <line x1={-0.5} x2={1.3} y1={0.04} y2={0.04} stroke="var(--rule)" strokeWidth={0.008} />
      <g transform={towardsTarget === -1 ? `translate(${2 * LEFT + WIDE} 0) scale(-1 1)` : undefined}>
        {wanted && <Body joints={wanted} color="var(--rule)" wide />}
        {before && <Body joints={before} color="var(--soft)" dashed />}
        {after && <Body joints={after} color="var(--clay)" />}
      </g>
    </svg>
  );
}

function Body({
  joints,
  color,
  dashed = false,
  wide = false,
}: {
  joints: PlacedJoints;
  color: string;
  dashed?: boolean;
  /** Behind the others, so that they are seen on it. */
  wide?: boolean;
}) {
  const { head, frontHip, backHip, throwingShoulder, gloveShoulder } = joints;
  const broken = dashed ? '0.03 0.024' : undefined;
  const spine =
    frontHip && backHip && throwingShoulder && gloveShoulder
      ? ([midpoint(frontHip, backHip), midpoint(throwingShoulder, gloveShoulder)] as const)
      : null;
  return (
    <g fill="none" stroke={color} strokeWidth={wide ? 0.05 : 0.016} strokeLinecap="round" strokeLinejoin="round">
      {BODY_LINES.map((line) => {
        const places = line.flatMap((id) => joints[id] ?? []);
        return places.length < 2 ? null : (
          <path key={line[0]} d={`M${places.map((p) => `${p.x} ${-p.y}`).join('L')}`} strokeDasharray={broken} />
        );
      })}
      {spine && <path d={`M${spine[0].x} ${-spine[0].y}L${spine[1].x} ${-spine[1].y}`} strokeDasharray={broken} />}
      {head && <circle cx={head.x} cy={-head.y} r={0.06} strokeDasharray={broken} />}
    </g>
  );
}
