export interface CampFacts {
  readonly name: string;
  readonly place: string;
  readonly firstDay: string;
  readonly lastDay: string;
  readonly timeZone: string;
  readonly units: 'metric' | 'imperial';
}

/** Name, place, days, time zone and units of a camp. */
export function CampFactFields({
  value: c,
  zones,
  onChange,
}: {
  value: CampFacts;
  zones: readonly string[];
  onChange: (change: Partial<CampFacts>) => void;
}) {
  return (
    <div className="mt-3 grid grid-cols-[repeat(auto-fill,minmax(250px,1fr))] gap-x-4 gap-y-3">
      <label className="grid min-w-0 content-start gap-1 text-[15px] text-soft">
        Name
        <input required maxLength={120} value={c.name} onChange={(e) => onChange({ name: e.target.value })} className="field" />
      </label>
      <label className="grid min-w-0 content-start gap-1 text-[15px] text-soft">
        Place
        <input required maxLength={120} value={c.place} onChange={(e) => onChange({ place: e.target.value })} className="field" />
      </label>
      <label className="grid min-w-0 content-start gap-1 text-[15px] text-soft">
        First day
        <input
          required
          type="date"
          value={c.firstDay}
          onChange={(e) => onChange({ firstDay: e.target.value })}
          className="field"
        />
      </label>
      <label className="grid min-w-0 content-start gap-1 text-[15px] text-soft">
        Last day
        <input
          required
          type="date"
          min={c.firstDay}
          value={c.lastDay}
          onChange={(e) => onChange({ lastDay: e.target.value })}
          className="field"
        />
      </label>
      <label className="grid min-w-0 content-start gap-1 text-[15px] text-soft">
        Time zone
        <select value={c.timeZone} onChange={(e) => onChange({ timeZone: e.target.value })} className="field w-full min-w-0">
          {zones.map((z) => (
            <option key={z}>{z}</option>
          ))}
        </select>
      </label>
      <label className="grid min-w-0 content-start gap-1 text-[15px] text-soft">
        Heights in
        <select value={c.units} onChange={(e) => onChange({ units: e.target.value as CampFacts['units'] })} className="field">
          <option value="metric">centimetres</option>
          <option value="imperial">feet and inches</option>
        </select>
      </label>
    </div>
  );
}
