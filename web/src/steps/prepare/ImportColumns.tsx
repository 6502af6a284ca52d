import { Panel } from '../../parts/Panel.tsx';
import { Action } from '../../parts/Action.tsx';
import { FIELD_NAMES, mustConfirm, ROSTER_FIELDS, type ColumnMatch, type RosterField } from '@stride-chalk/core';
import type { OpenFile } from './use-roster-file.ts';

const NEEDED: readonly RosterField[] = ['bib', 'name', 'born', 'hand', 'height', 'guardian'];
const MOST_VALUES = 4;

/** What a guessed column would mean, as a question. */
function question(c: ColumnMatch): string {
  if (c.field === 'hand' && c.opposite) return 'The other hand is the throwing hand?';
  if (c.opposite) return 'Yes in this column means no consent?';
  if (c.field === 'together') return 'Are campers with the same word here kept together, as siblings are?';
  return `Is this ${FIELD_NAMES[c.field!].toLowerCase()}?`;
}

/** What stands in a column, the most frequent first: a family is small, an age group is not. */
function valuesOf(file: OpenFile, column: number): string {
  const counts = new Map<string, number>();
  for (const { cells } of file.lines.slice(1)) {
    const value = cells[column]!.trim();
    if (value) counts.set(value, (counts.get(value) ?? 0) + 1);
  }
  const sorted = [...counts].sort((a, b) => b[1] - a[1]);
  const shown = sorted.slice(0, MOST_VALUES).map(([value, n]) => (n > 1 ? `${value} (${n})` : value));
  return [...shown, ...(sorted.length > MOST_VALUES ? ['…'] : [])].join(', ');
}

/** The columns of the file with the first rows under them: what each is read as, which are to be confirmed, and which are missing. */
export function ImportColumns({
  file,
  onName,
}: {
  file: OpenFile;
  onName: (column: number, field: RosterField | null, opposite?: boolean) => void;
}) {
  const fields = file.columns.map((c) => c.field);
  const missing = NEEDED.filter(
    (n) =>
      !fields.includes(n) &&
      !(n === 'name' && (fields.includes('firstName') || fields.includes('lastName'))) &&
      !(n === 'guardian' && (fields.includes('guardianFirstName') || fields.includes('guardianLastName'))),
  );
  const open = file.columns.map((c, i) => ({ c, i })).filter(({ c }) => mustConfirm(c));
  return (
    <Panel id="columns" title="Columns">
      {open.length > 0 && (
        <ul aria-label="Columns to confirm" className="m-0 my-2 list-none border-2 border-ink bg-paper p-0">
          {open.map(({ c, i }) => (
            <li key={i} className="flex flex-wrap items-center gap-3 border-b border-rule px-4 py-2 last:border-b-0">
              <span className="me-auto text-body">
                <b>“{c.heading}”</b> {question(c)} <span className="text-soft">{valuesOf(file, i)}</span>
              </span>
              <Action main onClick={() => onName(i, c.field, c.opposite)}>
                Yes
              </Action>
              {c.opposite && <Action onClick={() => onName(i, c.field, false)}>No, as it stands</Action>}
              <Action onClick={() => onName(i, null)}>Leave it out</Action>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-1 overflow-x-auto">
        <table className="border-collapse text-small">
          <thead>
            <tr>
              {file.columns.map((c, i) => (
                <th key={i} scope="col" className="min-w-[150px] border border-rule p-2 text-start align-top font-normal">
                  <span className="block text-soft">{c.heading || 'without heading'}</span>
                  <select
                    aria-label={`Column ${c.heading || i + 1}`}
                    value={c.field ?? ''}
                    onChange={(e) => onName(i, (e.target.value || null) as RosterField | null)}
                    className={`field mt-1 w-full !px-2 !text-small font-semibold ${mustConfirm(c) ? '!border-clay' : ''} ${c.field ? '' : 'text-soft'}`}
                  >
                    <option value="">leave out</option>
                    {ROSTER_FIELDS.map((r) => (
                      <option key={r} value={r}>
                        {FIELD_NAMES[r]}
                      </option>
                    ))}
                  </select>
                  {c.field && !c.sure && <span className="block text-fine text-clay">is this right?</span>}
                  {c.field && c.sure && c.opposite && <span className="block text-fine text-clay">read the other way round</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {file.lines.slice(1, 4).map(({ line, cells }) => (
              <tr key={line}>
                {cells.map((cell, k) => (
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
        <p className="mt-3 mb-0 border-l-[6px] border-clay bg-wash px-4 py-2">
          No column is named {missing.map((m) => FIELD_NAMES[m].toLowerCase()).join(', ')}. Campers who are in the roster keep
          theirs; for somebody new name the column above, or mend his row.
        </p>
      )}
    </Panel>
  );
}
