import { dayInWords, ROW_NAMES } from '@stride-chalk/core';
import { DataTable, type Column } from '../../parts/DataTable.tsx';
import type { FileRow } from './use-roster-file.ts';

const BIB = 'sign tabular text-lead font-semibold';

/** What a row changes of a camper, field by field; a consent that is kept is left out. */
function changesInWords(r: FileRow): string {
  const shown = r.changes.filter((c) => !(r.loosens && r.consent !== 'take' && c.field.startsWith('consent')));
  return shown.map((c) => `${ROW_NAMES[c.field]}: ${c.from} → ${c.to}`).join(', ') || 'nothing: the consent stays as it is';
}

const CHANGED: ReadonlyArray<Column<FileRow>> = [
  { id: 'bib', name: 'Bib', always: true, className: BIB, by: (r) => r.known!.bib, cell: (r) => r.known!.bib },
  { id: 'name', name: 'Name', always: true, by: (r) => r.known!.name, cell: (r) => <b>{r.known!.name}</b> },
  { id: 'change', name: 'Changes', always: true, className: 'text-soft', by: changesInWords, cell: changesInWords },
];

/** Campers of whom the file says something new. */
export const ChangedRows = ({ rows }: { rows: readonly FileRow[] }) => (
  <DataTable
    label="Will change"
    rows={rows}
    columns={CHANGED}
    keyOf={(r) => String(r.line)}
    wordsOf={(r) => `${r.known!.bib} ${r.known!.name} ${changesInWords(r)}`}
    empty="No change like that."
  />
);

const newColumns = (at: { readonly timeZone: string }): ReadonlyArray<Column<FileRow>> => [
  { id: 'bib', name: 'Bib', always: true, className: BIB, by: (r) => r.said.bib ?? 0, cell: (r) => r.said.bib },
  { id: 'name', name: 'Name', always: true, by: (r) => r.said.name ?? '', cell: (r) => <b>{r.said.name}</b> },
  {
    ...{ id: 'born', name: 'Born', always: true, className: 'tabular' },
    by: (r) => r.said.born ?? '',
    cell: (r) => r.said.born && dayInWords(r.said.born, at, 'dated'),
  },
  { id: 'hand', name: 'Throws', always: true, by: (r) => r.said.hand ?? '', cell: (r) => r.said.hand },
  {
    ...{ id: 'height', name: 'Height, cm', wideOnly: true, always: true, className: 'tabular' },
    by: (r) => r.said.heightCentimetres ?? 0,
    cell: (r) => r.said.heightCentimetres,
  },
  {
    ...{ id: 'consent', name: 'Consent', always: true },
    by: (r) => Number(r.said.consentToFilm ?? false),
    cell: (r) => (r.said.consentToFilm ? 'yes' : <span className="care-band px-2">no consent</span>),
  },
  {
    id: 'line',
    name: 'Line',
    wideOnly: true,
    always: true,
    className: 'tabular text-soft',
    by: (r) => r.line,
    cell: (r) => r.line,
  },
];

/** Campers whom the roster does not know yet. */
export const NewRows = ({ rows, at }: { rows: readonly FileRow[]; at: { readonly timeZone: string } }) => (
  <DataTable
    label="New campers"
    rows={rows}
    columns={newColumns(at)}
    keyOf={(r) => String(r.line)}
    wordsOf={(r) => `${r.said.bib} ${r.said.name} ${r.said.guardian ?? ''}`}
    empty="No new camper like that."
  />
);
