import type { Seen } from '@stride-chalk/core';

const NAMES: Record<string, string> = {
  '0': 'level 0, not there',
  '1': 'level 1, starting',
  '2': 'level 2, nearly',
  '3': 'level 3, there',
  NV: 'not visible',
};

/** A level as chalk strokes: one to three strokes, a dot for 0, an open ring for not visible, a pale dash for not yet. */
export function LevelStrokes({ level, size = 30, accent = false }: { level: Seen | null; size?: number; accent?: boolean }) {
  const colour = accent ? 'var(--clay)' : 'var(--ink)';
  const count = typeof level === 'number' ? level : 0;
  const start = 19 - (count - 1) * 5.5;
  return (
    <svg
      width={(size * 38) / 30}
      height={size}
      viewBox="0 0 38 30"
      role="img"
      aria-label={level === null ? 'not scored yet' : NAMES[String(level)]}
    >
      {level === null && <path d="M11 15h16" stroke="var(--rule)" strokeWidth="3" strokeLinecap="round" />}
      {level === 'NV' && <circle cx="19" cy="15" r="7" fill="none" stroke={colour} strokeWidth="2.4" />}
      {level === 0 && <circle cx="19" cy="15" r="3.6" fill={colour} />}
      {Array.from({ length: count }, (_, i) => (
        <path
          key={i}
          d={`M${start + 11 * i} ${4 + (i % 2)} ${start + 11 * i - 1} ${26 - (i % 2)}`}
          stroke={colour}
          strokeWidth="4.2"
          strokeLinecap="round"
        />
      ))}
    </svg>
  );
}
