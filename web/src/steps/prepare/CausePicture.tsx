import type { Sheet } from '@stride-chalk/core';
import { CAUSE_BOX, causePicture } from './cause-picture.ts';

/** What causes what, along the chalk line; every arrow says why. */
export function CausePicture({ sheet }: { sheet: Sheet }) {
  const { width, height, phases, nodes, arrows } = causePicture(sheet);
  return (
    <div className="overflow-x-auto">
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="cause-picture block min-w-[1000px] overflow-visible pe-6"
        role="group"
        aria-label="What causes what, from the start to the finish"
      >
        <defs>
          <marker id="cause-tip" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" orient="auto">
            <path d="M0 0 8 4 0 8z" fill="var(--soft)" />
          </marker>
        </defs>
        <path d={`M16 34H${width - 16}`} stroke="var(--track)" strokeWidth="7" strokeLinecap="round" />
        {phases.map((p) => (
          <g key={p.id}>
            <path d={`M${p.x} 26v16`} stroke="var(--ink)" strokeWidth="3" />
            <text x={p.x} y="18" textAnchor="middle" className="sign" fontSize="19" fill="var(--ink)">
              {p.name}
            </text>
          </g>
        ))}
        {arrows.map((a) => (
          <g key={`${a.from} ${a.to}`} className="cause-arrow">
            <title>{a.says}</title>
            <path d={a.d} fill="none" stroke="transparent" strokeWidth="10" />
            <path d={a.d} fill="none" stroke="var(--soft)" strokeWidth="1.6" markerEnd="url(#cause-tip)" />
          </g>
        ))}
        {nodes.map((n) => (
          <a key={n.id} href={`/sheet?phase=${sheet.checkpoints.find((c) => c.id === n.id)!.phase}#${n.id}`}>
            <rect
              x={n.x - CAUSE_BOX.width / 2}
              y={n.y - CAUSE_BOX.height / 2}
              width={CAUSE_BOX.width}
              height={CAUSE_BOX.height}
              fill="var(--paper)"
              stroke="var(--ink)"
              strokeWidth="1.5"
            />
            <text x={n.x} y={n.y - 3} textAnchor="middle" className="sign" fontSize="16" fontWeight="600" fill="var(--ink)">
              {n.id}
            </text>
            <text x={n.x} y={n.y + 13} textAnchor="middle" fontSize="11.5" fill="var(--ink)">
              {n.name.length > 20 ? `${n.name.slice(0, 19)}…` : n.name}
            </text>
          </a>
        ))}
      </svg>
    </div>
  );
}
