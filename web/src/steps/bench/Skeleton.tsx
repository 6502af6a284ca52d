import type { PointId, Position } from '@stride-chalk/core';

/** Which joints a line joins. */
export const BODY_LINES: ReadonlyArray<readonly PointId[]> = [
  ['throwingWrist', 'throwingElbow', 'throwingShoulder', 'gloveShoulder', 'gloveElbow', 'gloveWrist'],
  ['backAnkle', 'backKnee', 'backHip', 'frontHip', 'frontKnee', 'frontAnkle'],
];

/** Joints on a frame. What nobody has seen is a broken line with open rings; what is seen, or was moved by a hand, is solid. */
export function Skeleton({
  joints,
  scale,
  thin = false,
  chosen = null,
}: {
  joints: ReadonlyArray<
    Position & { readonly point: PointId; readonly seen: boolean; readonly unsure?: boolean; readonly needed?: boolean }
  >;
  /** Pixels of the screen for one of the film. */
  scale: number;
  thin?: boolean;
  chosen?: PointId | null;
}) {
  const at = (id: PointId) => joints.find((j) => j.point === id);
  const px = (n: number): number => n / scale;
  const width = thin ? 1.4 : 2.2;
  return (
    <>
      {BODY_LINES.map((line) => {
        const places = line.map(at).filter((p) => p !== undefined);
        if (places.length < 2) return null;
        const d = `M${places.map((p) => `${p.x} ${p.y}`).join('L')}`;
        const broken = places.every((p) => p.seen) ? undefined : `${px(5)} ${px(4)}`;
        return (
          <g key={line[0]} fill="none" strokeLinecap="round" strokeLinejoin="round">
            <path d={d} stroke="#1d130c" strokeOpacity=".55" strokeWidth={px(width + 1.8)} strokeDasharray={broken} />
            <path d={d} stroke="#fff" strokeWidth={px(width)} strokeDasharray={broken} />
          </g>
        );
      })}
      {!thin &&
        joints.map((j) => {
          const r = px(j.point === chosen ? 9 : j.unsure ? 8 : j.needed === false ? 2.5 : 5);
          return (
            <g key={j.point} data-joint={j.point} data-x={j.x} data-y={j.y} data-seen={j.seen} data-unsure={j.unsure === true}>
              <circle cx={j.x} cy={j.y} r={r} fill="none" stroke="#1d130c" strokeWidth={px(4)} />
              <circle
                cx={j.x}
                cy={j.y}
                r={r}
                fill={j.seen ? '#fff' : 'none'}
                stroke={j.point === chosen ? 'var(--clay)' : '#fff'}
                strokeWidth={px(2)}
                strokeDasharray={j.seen || j.point === chosen ? undefined : `${px(3)} ${px(2)}`}
              />
              {j.unsure && !j.seen && (
                <text
                  x={j.x + px(11)}
                  y={j.y + px(5)}
                  fontSize={px(15)}
                  fontWeight={700}
                  fill="#fff"
                  stroke="#1d130c"
                  strokeWidth={px(3)}
                  paintOrder="stroke"
                >
                  ?
                </text>
              )}
            </g>
          );
        })}
    </>
  );
}
