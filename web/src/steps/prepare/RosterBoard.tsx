import { PageHead } from '../../parts/PageHead.tsx';
import { Action } from '../../parts/Action.tsx';
import { useState } from 'react';
import { doneSchema, type RosterRow } from '@stride-chalk/core';
import { askServer } from '../../parts/ask-server.ts';
import { DataTable, type Column } from '../../parts/DataTable.tsx';
import { useAwake } from '../../parts/use-awake.ts';
import { CamperForm } from './CamperForm.tsx';

export interface RosterLine {
  readonly id: string;
  readonly bib: number;
  readonly name: string;
  readonly age: number;
  readonly ageGroup: string;
  readonly hand: string;
  readonly height: string;
  readonly heightCentimetres: number;
  readonly guardian: string;
  /** Why there is no consent to film; null where there is one. */
  readonly consent: string | null;
  /** Outside 7 to 18 years on the first day: shown, not planned. */
  readonly outsideAges: boolean;
  readonly sore: boolean;
  readonly withdrawn: boolean;
  /** Earlier camps. */
  readonly camps: number;
  readonly together: string | null;
}

/** How much there is to note: what stops work comes first. */
const weightOf = (l: RosterLine): number =>
  Number(l.consent !== null) * 8 + Number(l.sore) * 8 + Number(l.outsideAges) * 4 + Number(l.withdrawn) * 2 + Number(l.camps > 0);

const COLUMNS: ReadonlyArray<Column<RosterLine>> = [
  {
    ...{ id: 'bib', name: 'Bib', always: true, className: 'sign tabular text-head font-semibold' },
    by: (l) => l.bib,
    cell: (l) => l.bib,
  },
  {
    ...{ id: 'name', name: 'Name', always: true },
    by: (l) => l.name,
    cell: (l) => (
      <a href={`/campers/${l.bib}/card`} className="inline-flex min-h-[48px] items-center font-semibold">
        {l.name}
      </a>
    ),
  },
  {
    ...{ id: 'age', name: 'Age', className: 'tabular' },
    by: (l) => l.age,
    cell: (l) => (
      <>
        {l.age} {!l.outsideAges && <span className="text-soft max-[820px]:hidden">({l.ageGroup})</span>}
      </>
    ),
  },
  { id: 'hand', name: 'Throws', wideOnly: true, by: (l) => l.hand, cell: (l) => l.hand },
  {
    ...{ id: 'height', name: 'Height', wideOnly: true, className: 'tabular' },
    by: (l) => l.heightCentimetres,
    cell: (l) => l.height,
  },
  { id: 'guardian', name: 'Guardian', wideOnly: true, by: (l) => l.guardian, cell: (l) => l.guardian },
  {
    ...{ id: 'note', name: 'To note', className: 'text-small' },
    by: (l) => -weightOf(l),
    cell: (l) => (
      <>
        {l.withdrawn && <span className="me-2">gone home</span>}
        {l.consent && <span className="care-band me-2 inline-block px-2">{l.consent}</span>}
        {l.outsideAges && (
          <span className="care-band me-2 inline-block px-2">{l.age} years old on the first day: look at the birth date</span>
        )}
        {l.sore && <span className="care-band me-2 inline-block px-2">sore arm</span>}
        {l.together && <span className="me-2 text-soft">with {l.together}</span>}
        {l.camps > 0 && (
          <span className="text-soft">{l.camps === 1 ? 'was here before' : `was here ${l.camps} times before`}</span>
        )}
      </>
    ),
  },
];

/** The roster: everybody with what may stop work, a file in, a file out, one by hand. */
export function RosterBoard({ lines, firstDay }: { lines: readonly RosterLine[]; firstDay: string }) {
  const awake = useAwake();
  const [adding, setAdding] = useState(false);
  const [text, setText] = useState('');
  const stops = lines.filter((l) => l.consent !== null || l.sore || l.outsideAges).length;
  const add = async (row: RosterRow): Promise<void> => {
    await askServer(doneSchema, '/api/campers', { method: 'POST', body: row });
    window.location.href = `/campers/${row.bib}/card`;
  };
  return (
    <div data-awake={awake}>
      <PageHead title="Roster" count={lines.filter((l) => !l.withdrawn).length}>
        {lines.length > 0 && (
          <label className="text-small text-soft">
            <span className="sr-only">Find</span>
            <input
              type="search"
              placeholder="Bib, name, guardian"
              value={text}
              onChange={(e) => setText(e.target.value)}
              className="field w-[210px]"
            />
          </label>
        )}
        {lines.length > 0 && (
          <Action href="/api/roster.csv" download>
            Export CSV
          </Action>
        )}
        {lines.length > 0 && <Action href="/cards">Cards for the cameras</Action>}
        <Action onClick={() => setAdding(true)}>Add by hand</Action>
        <Action main href="/roster/import">
          Import a file
        </Action>
      </PageHead>
      {adding && (
        <div className="mt-4">
          <CamperForm camper={null} firstDay={firstDay} action="Add the camper" onSave={add} onCancel={() => setAdding(false)} />
        </div>
      )}
      {lines.length === 0 && !adding && (
        <p className="my-8 text-lead">
          Nobody is in the roster yet. Import the list that you have, whatever its columns are called, or add the first camper by
          hand.
        </p>
      )}
      {stops > 0 && (
        <p className="mt-3 mb-0 text-note">
          <b>{stops}</b> without consent, with a sore arm, or outside 7 to 18 years: they stand in no film plan.
        </p>
      )}
      {lines.length > 0 && (
        <DataTable
          label="Roster"
          rows={lines}
          columns={COLUMNS}
          keyOf={(l) => l.id}
          wordsOf={(l) => `${l.bib} ${l.name} ${l.guardian}`}
          find={text}
          empty="Nobody like that. Look for a part of the name, or the bib."
          rowClass={(l) => (l.withdrawn ? 'text-soft' : '')}
        />
      )}
    </div>
  );
}
