import { FIELD_NAMES, ROSTER_FIELDS, type RosterField } from '@stride-chalk/core';
import type { OpenFile } from './use-roster-file.ts';

const NEEDED: readonly RosterField[] = ['bib', 'name', 'born', 'hand', 'height', 'guardian'];

/** The columns of the file with the first rows under them: what each is read as, and which are missing. */
export function ImportColumns({ file, onName }: { file: OpenFile; onName: (column: number, field: RosterField | null) => void }) {
  const fields = file.columns.map((c) => c.field);
  const missing = NEEDED.filter(
    (n) => !fields.includes(n) && !(n === 'name' && (fields.includes('firstName') || fields.includes('lastName'))),
  );
  return (
    <section aria-labelledby="columns">
      <h2 id="columns" className="m-0 text-[24px]">
        Columns
      </h2>
      <div className="mt-1 overflow-x-auto">
        <table className="border-collapse text-[15px]">
          <thead>
            <tr>
              {file.columns.map((c, i) => (
                <th key={i} scope="col" className="min-w-[150px] border border-rule p-2 text-start align-top font-normal">
                  <span className="block text-soft">{c.heading || 'without heading'}</span>
                  <select
                    aria-label={`Column ${c.heading || i + 1}`}
                    value={c.field ?? ''}
                    onChange={(e) => onName(i, (e.target.value || null) as RosterField | null)}
                    className={`field mt-1 w-full !px-2 !text-[15px] font-semibold ${c.field && !c.sure ? '!border-clay' : ''} ${c.field ? '' : 'text-soft'}`}
                  >
                    <option value="">leave out</option>
                    {ROSTER_FIELDS.map((r) => (
                      <option key={r} value={r}>
                        {FIELD_NAMES[r]}
                      </option>
                    ))}
                  </select>
                  {c.field && !c.sure && <span className="block text-[13.5px] text-clay">is this right?</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {file.cells.slice(1, 4).map((r, i) => (
              <tr key={i}>
                {r.map((cell, k) => (
                  <td key={k} className={`max-w-[220px] truncate border border-rule px-2 py-1 ${fields[k] ? '' : 'text-soft'}`}>
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {missing.length > 0 && (
        <p className="care-band mt-3 mb-0 px-4 py-2">
          No column is named {missing.map((m) => FIELD_NAMES[m].toLowerCase()).join(', ')}: name it above, or mend every row.
        </p>
      )}
    </section>
  );
}
