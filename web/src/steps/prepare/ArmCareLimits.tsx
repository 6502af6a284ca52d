import { Alert } from '../../parts/Alert.tsx';
import { armCareRulesSchema, type ArmCareRules } from '@stride-chalk/core';

/** The table of limits; any change makes it the lead's own, with a source of its own. */
export function ArmCareLimits({ rules, onChange }: { rules: ArmCareRules; onChange: (r: ArmCareRules) => void }) {
  const wrong = armCareRulesSchema.safeParse(rules);
  const group = (i: number, change: Partial<ArmCareRules['groups'][number]>): void =>
    onChange({ ...rules, groups: rules.groups.map((g, k) => (k === i ? { ...g, ...change } : g)) });
  // The next row begins where this one ends.
  const end = (i: number, k: number, to: number): void =>
    group(i, { rest: rules.groups[i]!.rest.map((r, n) => (n === k ? { ...r, to } : n === k + 1 ? { ...r, from: to + 1 } : r)) });
  return (
    <>
      <label className="mt-2 grid gap-1 text-small text-soft">
        Source
        <input required value={rules.source} onChange={(e) => onChange({ ...rules, source: e.target.value })} className="field" />
      </label>
      <div className="mt-2 overflow-x-auto">
        <table className="border-collapse text-small">
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
      {!wrong.success && <Alert className="mt-2 mb-0">{wrong.error.issues[0]!.message}</Alert>}
    </>
  );
}
