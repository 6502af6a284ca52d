import type { Said, Level } from '@stride-chalk/core';
import { deliveriesOf } from './deliveries-of.ts';

/** The chalk line of the camper: middle level of each phase. */
export function HandOutSummary({ document: d }: { document: Said }) {
  const width = 746;
  const step = (width - 60) / d.phases.length;
  return (
    <svg
      viewBox={`0 0 ${width} 84`}
      width="100%"
      className="sign mt-3 block"
      role="img"
      aria-label={d.phases.map((p) => `${p.name}: ${p.middle === null ? 'not scored' : `level ${p.middle}`}`).join(', ')}
    >
      <text x="0" y="14" fontSize="14" fill="#63503f">
        From the rubber to the plate: three strokes = there, a dot = not yet. {d.deliveries === 1 ? 'Of' : 'Middle of'}{' '}
        {deliveriesOf(d)}.
      </text>
      <path d={`M18 45H${width - 20}`} stroke="#d8cdb8" strokeWidth="8" strokeLinecap="round" />
      <rect x="0" y="34" width="13" height="22" fill="#2a1d15" />
      <path d={`M${width - 13} 36h12v11l-6 8-6-8z`} fill="#2a1d15" />
      {d.phases.map((p, i) => (
        <PhaseMark key={p.id} x={30 + step * (i + 0.5)} name={p.name} middle={p.middle as Level | null} focus={p.focus} />
      ))}
    </svg>
  );
}

function PhaseMark({ x, name, middle, focus }: { x: number; name: string; middle: Level | null; focus: boolean }) {
  const colour = focus ? '#9c3d1e' : '#2a1d15';
  const count = middle ?? 0;
  return (
    <g>
      {middle === null && <circle cx={x} cy="45" r="7" fill="#fff" stroke="#63503f" strokeWidth="2" />}
      {middle === 0 && <circle cx={x} cy="45" r="4.2" fill={colour} />}
      {Array.from({ length: count }, (_, k) => {
        const at = x + (k - (count - 1) / 2) * 9;
        return (
          <path
            key={k}
            d={`M${at} ${33 + (k % 2)} ${at - 1} ${57 - (k % 2)}`}
            stroke={colour}
            strokeWidth="3.7"
            strokeLinecap="round"
          />
        );
      })}
      <text x={x} y="80" textAnchor="middle" fontSize="15" fontWeight={focus ? 600 : 500} fill={focus ? '#9c3d1e' : '#63503f'}>
        {name}
      </text>
    </g>
  );
}
