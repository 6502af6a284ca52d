/** A line of the draft that the coach may change; it grows with its words. */
export function DraftLine({
  label,
  value,
  onChange,
  big = false,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  big?: boolean;
}) {
  const style = 'w-full border-0 border-b border-rule bg-transparent px-1 py-[3px] outline-offset-0';
  if (big)
    return (
      <input
        aria-label={label}
        value={value}
        maxLength={400}
        onChange={(e) => onChange(e.target.value)}
        className={`sign text-head font-semibold ${style}`}
      />
    );
  return (
    <label className="mt-[3px] block min-w-0 text-fine text-soft">
      {label}
      <textarea
        value={value}
        maxLength={400}
        rows={Math.max(1, Math.ceil(value.length / 78))}
        onChange={(e) => onChange(e.target.value)}
        className={`block resize-none text-small leading-snug text-ink [field-sizing:content] ${style}`}
      />
    </label>
  );
}
