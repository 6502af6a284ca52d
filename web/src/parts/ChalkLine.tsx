import type { PointerEvent } from 'react';

export interface LineTick {
  readonly id: string;
  readonly name: string;
  /** Place on the line, 0 at the rubber to 1 at the plate. */
  readonly at: number;
  /** 'proposed': found by the computer, and nobody has seen it. */
  readonly state: 'marked' | 'proposed' | 'guessed' | 'missing';
  readonly current: boolean;
  /** Between which places it lies with 90 %. */
  readonly span?: readonly [number, number];
}
export interface LinePhase {
  readonly id: string;
  readonly name: string;
  readonly from: number;
  readonly to: number;
  readonly current: boolean;
}

const WORDS = { marked: '', proposed: ', proposed', guessed: ', not marked', missing: ', not marked' } as const;

/**
 * The chalk line: a delivery from the rubber on one end to the plate on the other, always rubber first, with a tick at
 * each key frame. Gaps between ticks are true time.
 */
export function ChalkLine({
  ticks,
  phases,
  playhead,
  gaps = [],
  onPick,
  onScrub,
  width = 860,
}: {
  ticks: readonly LineTick[];
  phases: readonly LinePhase[];
  playhead: number | null;
  /** Times between ticks; `spread`: how far the deliveries of a set differ in it, one standard deviation as a share of the line. */
  gaps?: ReadonlyArray<{ readonly from: number; readonly to: number; readonly text: string; readonly spread?: number }>;
  onPick?: (id: string) => void;
  /** Called with a place on the line while it is pressed or dragged along. */
  onScrub?: (at: number) => void;
  width?: number;
}) {
  const inset = 30;
  const x = (at: number): number => inset + at * (width - 2 * inset);
  const labels = layLabels(ticks.map((t) => ({ x: x(t.at), w: t.name.length * 6.1 + 10 })));
  const height = 118;
  const y = 46;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      width="100%"
      role="group"
      aria-label="Chalk line of the delivery"
      className="sign block select-none"
    >
      {phases.map((p) => (
        <text
          key={p.id}
          x={(x(p.from) + x(p.to)) / 2}
          y="15"
          textAnchor="middle"
          fontSize={p.to - p.from < 0.05 ? 0 : 15}
          fontWeight={p.current ? 600 : 500}
          fill={p.current ? 'var(--clay)' : 'var(--soft)'}
        >
          {p.name}
        </text>
      ))}
      <path d={`M${inset - 4} ${y}H${width - inset + 4}`} stroke="var(--track)" strokeWidth="9" strokeLinecap="round" />
      <rect x={inset - 24} y={y - 12} width="14" height="24" fill="var(--ink)" />
      <path d={`M${width - inset + 10} ${y - 10}h12v12l-6 8-6-8z`} fill="var(--ink)" />
      {playhead !== null && (
        <path
          d={`M${inset} ${y}H${x(Math.max(0, Math.min(1, playhead)))}`}
          stroke="var(--ink)"
          strokeWidth="3"
          strokeLinecap="round"
          strokeDasharray="26 1.5 12 1"
        />
      )}
      {gaps.map((g) =>
        x(g.to) - x(g.from) < (g.spread === undefined ? 44 : 74) ? null : (
          <text
            key={g.text + g.from}
            x={(x(g.from) + x(g.to)) / 2}
            y={y - 16}
            textAnchor="middle"
            fontSize="13"
            fill="var(--soft)"
            className="tabular"
          >
            {g.text}
          </text>
        ),
      )}
      {gaps.map((g) =>
        g.spread === undefined ? null : (
          // How far the end of this part comes earlier or later in his other deliveries.
          <path
            key={`spread ${g.to}`}
            data-testid="line-spread"
            d={`M${x(g.to - g.spread)} ${y + 9}v6m0 -3H${x(g.to + g.spread)}m0 -3v6`}
            stroke="var(--clay)"
            strokeWidth="2"
            fill="none"
          />
        ),
      )}
      {onScrub && (
        <rect
          data-testid="scrub"
          x={inset}
          y={y - 22}
          width={width - 2 * inset}
          height="44"
          fill="transparent"
          className="cursor-ew-resize touch-none"
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId);
            onScrub(shareAt(e));
          }}
          onPointerMove={(e) => e.buttons > 0 && onScrub(shareAt(e))}
        />
      )}
      {playhead !== null && (
        <circle
          cx={x(Math.max(0, Math.min(1, playhead)))}
          cy={y}
          r="6.5"
          fill="var(--ink)"
          stroke="var(--bone)"
          strokeWidth="2"
          pointerEvents="none"
        />
      )}
      {ticks.map((t, i) => {
        const tall = t.current ? 18 : 13;
        const colour = t.current ? 'var(--clay)' : t.state === 'marked' ? 'var(--ink)' : 'var(--soft)';
        const row = labels[i]!;
        return (
          <g
            key={t.id}
            {...(onPick
              ? { role: 'button', tabIndex: 0, 'aria-label': `${t.name}${WORDS[t.state]}`, 'data-state': t.state }
              : {})}
            onClick={onPick ? () => onPick(t.id) : undefined}
            onKeyDown={(e) => {
              if (!onPick || (e.key !== 'Enter' && e.key !== ' ')) return;
              e.preventDefault();
              onPick(t.id);
            }}
            className={onPick ? 'cursor-pointer' : ''}
          >
            <rect x={x(t.at) - 9} y={y - 20} width="18" height="44" fill="transparent" />
            {t.span && (
              <rect
                x={x(t.span[0])}
                y={y - 4.5}
                width={Math.max(2, x(t.span[1]) - x(t.span[0]))}
                height="9"
                fill={colour}
                opacity=".35"
              />
            )}
            {t.state === 'proposed' ? (
              // A ghost: the outline of a tick.
              <rect
                x={x(t.at) - 3}
                y={y - tall}
                width="6"
                height={2 * tall}
                rx="3"
                fill="var(--bone)"
                stroke={colour}
                strokeWidth="1.8"
              />
            ) : (
              <path
                d={`M${x(t.at)} ${y - tall}v${2 * tall}`}
                stroke={colour}
                strokeWidth={t.state === 'marked' ? 3.2 : 2}
                strokeLinecap="round"
                strokeDasharray={t.state === 'marked' ? undefined : '3 4'}
              />
            )}
            {row > 0 && <path d={`M${x(t.at)} ${y + tall + 2}V${y + 22 + row * 17}`} stroke="var(--rule)" strokeWidth="1" />}
            <text
              x={Math.max(34, Math.min(width - 34, x(t.at)))}
              y={y + 34 + row * 17}
              textAnchor="middle"
              fontSize="14"
              fontWeight={t.current ? 600 : 500}
              fill={colour}
            >
              {t.name}
              {t.state === 'marked' || t.state === 'proposed' ? '' : '?'}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

/** Where on the line the pointer is, 0 to 1. */
function shareAt(e: PointerEvent<SVGRectElement>): number {
  const box = e.currentTarget.getBoundingClientRect();
  return Math.max(0, Math.min(1, (e.clientX - box.left) / box.width));
}

/** A row for each label so that no two of the same row overlap: 0 is nearest to the line. */
function layLabels(labels: ReadonlyArray<{ readonly x: number; readonly w: number }>): number[] {
  const ends: number[] = [];
  const order = labels.map((_, i) => i).sort((a, b) => labels[a]!.x - labels[b]!.x);
  const rows = new Array<number>(labels.length).fill(0);
  for (const i of order) {
    const { x, w } = labels[i]!;
    let row = 0;
    while (row < 2 && (ends[row] ?? -Infinity) > x - w / 2) row++;
    rows[i] = row;
    ends[row] = x + w / 2;
  }
  return rows;
}
