/** How far something has come, as a chalk line from the rubber to the plate. */
export function Progress({ share, label }: { share: number; label: string }) {
  const at = Math.max(0, Math.min(1, share));
  const [from, to] = [14, 266];
  const x = from + (to - from) * at;
  return (
    <svg
      viewBox="0 0 288 20"
      className="block w-full"
      role="progressbar"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(100 * at)}
    >
      <path d={`M${from} 10H${to}`} stroke="var(--track)" strokeWidth="8" strokeLinecap="round" />
      <path d={`M${from} 10H${x}`} stroke="var(--ink)" strokeWidth="3.2" strokeLinecap="round" strokeDasharray="24 1.5 11 1" />
      <rect x="0" y="2" width="8" height="16" fill="var(--ink)" />
      <path d="M276 3h10v9l-5 6-5-6z" fill={at === 1 ? 'var(--grass)' : 'var(--ink)'} />
    </svg>
  );
}
