import { useState } from 'react';
import { AGE_GROUPS, armCareRulesSchema, type AgeGroup, type ArmCareRules } from '@stride-chalk/core';
import { askServer } from '../../parts/ask-server.ts';
import { useAwake } from '../../parts/use-awake.ts';

interface CampFacts {
  readonly name: string;
  readonly place: string;
  readonly firstDay: string;
  readonly lastDay: string;
  readonly timeZone: string;
  readonly units: 'metric' | 'imperial';
}
interface Settings extends CampFacts {
  readonly distances: Partial<Record<AgeGroup, number>>;
  readonly retentionDays: number;
  readonly sheetId: string;
  readonly schools: Record<string, string>;
  readonly schoolReasons: Record<string, string>;
  readonly armCare: ArmCareRules | null;
}
interface Props {
  readonly camp: Settings;
  readonly zones: readonly string[];
  readonly published: ArmCareRules;
  readonly sheets: ReadonlyArray<{ readonly id: string; readonly name: string }>;
  readonly schools: ReadonlyArray<{
    readonly id: string;
    readonly name: string;
    readonly options: ReadonlyArray<{ readonly id: string; readonly name: string }>;
  }>;
}

/** The camp's own settings, and another camp beside it. */
export function SettingsBoard(props: Props) {
  const awake = useAwake();
  const [camp, setCamp] = useState(props.camp);
  const [problem, setProblem] = useState<string | null>(null);
  const [saved, setSaved] = useState(false);
  const set = (change: Partial<Settings>): void => {
    setCamp((c) => ({ ...c, ...change }));
    setSaved(false);
  };
  const save = (): void => {
    askServer('/api/settings', { method: 'PUT', body: camp })
      .then(() => {
        setProblem(null);
        setSaved(true);
      })
      .catch((error: Error) => setProblem(error.message));
  };
  const limits = camp.armCare ?? props.published;
  return (
    <div data-awake={awake}>
      <h1 className="m-0 text-[36px]">Settings</h1>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          save();
        }}
      >
        <Facts value={camp} zones={props.zones} onChange={set} />
        <section aria-labelledby="distances" className="mt-6">
          <h2 id="distances" className="m-0 text-[24px]">
            From the rubber to the plate, in feet
          </h2>
          <div className="mt-1 flex flex-wrap gap-3">
            {AGE_GROUPS.map((g) => (
              <label key={g} className="grid gap-1 text-[15px] text-soft">
                {g}
                <input
                  type="number"
                  step={0.5}
                  min={20}
                  max={70}
                  value={camp.distances[g] ?? ''}
                  onChange={(e) => {
                    const { [g]: _, ...others } = camp.distances;
                    set({ distances: e.target.value === '' ? others : { ...others, [g]: Number(e.target.value) } });
                  }}
                  className="field w-[100px]"
                />
              </label>
            ))}
          </div>
        </section>
        <section aria-labelledby="sheet" className="mt-6">
          <h2 id="sheet" className="m-0 text-[24px]">
            Checkpoint sheet and schools
          </h2>
          <label className="mt-1 grid max-w-[430px] gap-1 text-[15px] text-soft">
            Version in force
            <select value={camp.sheetId} onChange={(e) => set({ sheetId: e.target.value })} className="field">
              {props.sheets.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </select>
          </label>
          <p className="mb-1 text-[15px] text-soft">
            Where coaches differ, the staff agree before the first camper throws. A choice needs its reason.
          </p>
          {props.schools.map((s) => (
            <div
              key={s.id}
              className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_minmax(0,1.3fr)] items-center gap-3 border-b border-rule py-2 max-[820px]:grid-cols-1"
            >
              <span>
                <b>{s.id}</b> {s.name}
              </span>
              <select
                aria-label={`School of ${s.id}`}
                value={camp.schools[s.id] ?? ''}
                onChange={(e) => {
                  const { [s.id]: _, ...others } = camp.schools;
                  set({ schools: e.target.value === '' ? others : { ...others, [s.id]: e.target.value } });
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
                placeholder={camp.schools[s.id] ? 'Why' : ''}
                disabled={!camp.schools[s.id]}
                required={Boolean(camp.schools[s.id])}
                value={camp.schoolReasons[s.id] ?? ''}
                maxLength={400}
                onChange={(e) => set({ schoolReasons: { ...camp.schoolReasons, [s.id]: e.target.value } })}
                className="field disabled:opacity-40"
              />
            </div>
          ))}
        </section>
        <section aria-labelledby="retention" className="mt-6">
          <h2 id="retention" className="m-0 text-[24px]">
            Footage
          </h2>
          <label className="flex flex-wrap items-center gap-2 text-[16px]">
            Films are removed{' '}
            <input
              type="number"
              min={1}
              max={3650}
              value={camp.retentionDays}
              onChange={(e) => set({ retentionDays: Number(e.target.value) })}
              className="field w-[110px]"
            />{' '}
            days after the last day. Levels and evaluations stay.
          </label>
        </section>
        <section aria-labelledby="limits" className="mt-6">
          <h2 id="limits" className="m-0 text-[24px]">
            Arm care
          </h2>
          <p className="m-0 text-[15px] text-soft">
            {camp.armCare ? 'Your own limits:' : 'The published limits:'} {limits.source}. The league's own rule stands above
            them.
          </p>
          <Limits rules={limits} onChange={(armCare) => set({ armCare })} />
          {camp.armCare && (
            <button type="button" className="quiet-action mt-2 min-h-[48px]" onClick={() => set({ armCare: null })}>
              Back to the published limits
            </button>
          )}
        </section>
        <div className="sticky bottom-0 mt-6 flex items-center gap-4 border-t-2 border-ink bg-bone py-3">
          <button type="submit" className="main-action min-h-[52px]">
            Save the settings
          </button>
          {saved && (
            <span role="status" className="font-semibold text-grass">
              Saved
            </span>
          )}
          {problem && (
            <span role="alert" className="care-band px-3 py-1">
              {problem}
            </span>
          )}
        </div>
      </form>
      <NewCamp like={props.camp} zones={props.zones} />
    </div>
  );
}

function Facts({
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

/** The table of limits; any change makes it the lead's own, with a source of its own. */
function Limits({ rules, onChange }: { rules: ArmCareRules; onChange: (r: ArmCareRules) => void }) {
  const wrong = armCareRulesSchema.safeParse(rules);
  const group = (i: number, change: Partial<ArmCareRules['groups'][number]>): void =>
    onChange({ ...rules, groups: rules.groups.map((g, k) => (k === i ? { ...g, ...change } : g)) });
  // The next row begins where this one ends.
  const end = (i: number, k: number, to: number): void =>
    group(i, { rest: rules.groups[i]!.rest.map((r, n) => (n === k ? { ...r, to } : n === k + 1 ? { ...r, from: to + 1 } : r)) });
  return (
    <>
      <label className="mt-2 grid gap-1 text-[15px] text-soft">
        Source
        <input required value={rules.source} onChange={(e) => onChange({ ...rules, source: e.target.value })} className="field" />
      </label>
      <div className="mt-2 overflow-x-auto">
        <table className="border-collapse text-[15px]">
          <thead>
            <tr>
              {['Age', 'At most a day', 'No day of rest up to', '1 day', '2 days', '3 days', 'then'].map((h) => (
                <th key={h} scope="col" className="border-b-2 border-ink py-1 pe-3 text-start font-normal text-soft">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rules.groups.map((g, i) => (
              <tr key={g.ageFrom} className="border-b border-rule">
                <th scope="row" className="py-1 pe-3 text-start">
                  {g.ageFrom} to {g.ageTo}
                </th>
                <td className="pe-3">
                  <input
                    type="number"
                    aria-label={`Daily maximum, ${g.ageFrom} to ${g.ageTo}`}
                    min={1}
                    max={300}
                    value={g.dailyMaximum}
                    onChange={(e) => group(i, { dailyMaximum: Number(e.target.value) })}
                    className="field w-[90px]"
                  />
                </td>
                {g.rest.map((r, k) => (
                  <td key={k} className="pe-3">
                    {r.to === null ? (
                      `${r.restDays} days`
                    ) : (
                      <input
                        type="number"
                        aria-label={`${r.restDays} rest days up to, ${g.ageFrom} to ${g.ageTo}`}
                        min={r.from}
                        max={300}
                        value={r.to}
                        onChange={(e) => end(i, k, Number(e.target.value))}
                        className="field w-[84px]"
                      />
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {!wrong.success && (
        <p role="alert" className="care-band mt-2 mb-0 px-3 py-2">
          {wrong.error.issues[0]!.message}
        </p>
      )}
    </>
  );
}

function NewCamp({ like, zones }: { like: Settings; zones: readonly string[] }) {
  const [camp, setCamp] = useState<CampFacts>({
    name: '',
    place: like.place,
    firstDay: '',
    lastDay: '',
    timeZone: like.timeZone,
    units: like.units,
  });
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <details className="mt-8 border-t-2 border-ink pt-2">
      <summary className="sign flex min-h-[48px] cursor-pointer items-center text-[26px] font-semibold">Another camp</summary>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          askServer<{ id: string }>('/api/camps', { method: 'POST', body: camp })
            .then(({ id }) => {
              const form = document.createElement('form');
              form.method = 'post';
              form.action = '/api/camp-at-work';
              form.append(Object.assign(document.createElement('input'), { name: 'camp', value: id, type: 'hidden' }));
              document.body.append(form);
              form.submit();
            })
            .catch((error: Error) => setProblem(error.message));
        }}
      >
        <p className="m-0 text-[15px] text-soft">
          It begins with the sheet, schools, distances and limits of this one. You are its lead.
        </p>
        <Facts value={camp} zones={zones} onChange={(change) => setCamp((c) => ({ ...c, ...change }))} />
        {problem && (
          <p role="alert" className="care-band mt-3 mb-0 px-3 py-2">
            {problem}
          </p>
        )}
        <button type="submit" className="main-action mt-4 min-h-[48px]">
          Make the camp
        </button>
      </form>
    </details>
  );
}
