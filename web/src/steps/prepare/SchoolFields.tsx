export interface School {
  readonly id: string;
  readonly name: string;
  readonly options: ReadonlyArray<{ readonly id: string; readonly name: string }>;
}
type Words = Readonly<Record<string, string>>;

/** What the staff teach where coaches differ, each choice with its reason. */
export function SchoolFields({
  schools,
  chosen,
  reasons,
  onChange,
}: {
  schools: readonly School[];
  chosen: Words;
  reasons: Words;
  onChange: (change: { schools?: Record<string, string>; schoolReasons?: Record<string, string> }) => void;
}) {
  return (
    <>
      <p className="mb-1 text-[15px] text-soft">
        Where coaches differ, the staff agree before the first camper throws. A choice needs its reason.
      </p>
      {schools.map((s) => (
        <div
          key={s.id}
          className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_minmax(0,1.3fr)] items-center gap-3 border-b border-rule py-2 max-[820px]:grid-cols-1"
        >
          <span>
            <b>{s.id}</b> {s.name}
          </span>
          <select
            aria-label={`School of ${s.id}`}
            value={chosen[s.id] ?? ''}
            onChange={(e) => {
              const { [s.id]: _, ...others } = chosen;
              onChange({ schools: e.target.value === '' ? others : { ...others, [s.id]: e.target.value } });
            }}
            className="field"
          >
            <option value="">the sheet's own</option>
            {s.options.map((o) => (
              <option key={o.id} value={o.id}>
                {o.name}
              </option>
            ))}
          </select>
          <input
            aria-label={`Reason for ${s.id}`}
            placeholder={chosen[s.id] ? 'Why' : ''}
            disabled={!chosen[s.id]}
            required={Boolean(chosen[s.id])}
            value={reasons[s.id] ?? ''}
            maxLength={400}
            onChange={(e) => onChange({ schoolReasons: { ...reasons, [s.id]: e.target.value } })}
            className="field disabled:opacity-40"
          />
        </div>
      ))}
    </>
  );
}
