import { useState } from 'react';
import { doneSchema, type RosterRow } from '@stride-chalk/core';
import { askServer } from '../../parts/ask-server.ts';
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

/** The roster: everybody with what may stop work, a file in, a file out, one by hand. */
export function RosterBoard({ lines, firstDay }: { lines: readonly RosterLine[]; firstDay: string }) {
  const awake = useAwake();
  const [adding, setAdding] = useState(false);
  const [text, setText] = useState('');
  const found = lines.filter((l) => `${l.bib} ${l.name} ${l.guardian}`.toLowerCase().includes(text.toLowerCase()));
  const stops = lines.filter((l) => l.consent !== null || l.sore || l.outsideAges).length;
  const add = async (row: RosterRow): Promise<void> => {
    await askServer(doneSchema, '/api/campers', { method: 'POST', body: row });
    window.location.href = `/campers/${row.bib}/card`;
  };
  return (
    <div data-awake={awake}>
      <header className="flex flex-wrap items-center gap-3">
        <h1 className="m-0 me-auto text-[36px]">
          Roster <span className="text-soft">{lines.filter((l) => !l.withdrawn).length}</span>
        </h1>
        {lines.length > 0 && (
          <label className="text-[15px] text-soft">
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
          <a className="quiet-action min-h-[48px]" href="/api/roster.csv" download>
            Export CSV
          </a>
        )}
        <button type="button" className="quiet-action min-h-[48px]" onClick={() => setAdding(true)}>
          Add by hand
        </button>
        <a className="main-action min-h-[48px]" href="/roster/import">
          Import a file
        </a>
      </header>
      {adding && (
        <div className="mt-4">
          <CamperForm camper={null} firstDay={firstDay} action="Add the camper" onSave={add} onCancel={() => setAdding(false)} />
        </div>
      )}
      {lines.length === 0 && !adding && (
        <p className="my-8 text-[20px]">
          Nobody is in the roster yet. Import the list that you have, whatever its columns are called, or add the first camper by
          hand.
        </p>
      )}
      {stops > 0 && (
        <p className="mt-3 mb-0 text-[16px]">
          <b>{stops}</b> without consent, with a sore arm, or outside 7 to 18 years: they stand in no film plan.
        </p>
      )}
      {lines.length > 0 && (
        <div className="mt-3 overflow-x-auto">
          <table className="w-full border-collapse text-[16px] max-[820px]:text-[15px]">
            <thead>
              <tr className="border-b-2 border-ink">
                {['Bib', 'Name', 'Age', 'Throws', 'Height', 'Guardian', 'To note'].map((h) => (
                  <th
                    key={h}
                    scope="col"
                    className={`sign py-1 pe-3 text-start text-[18px] font-medium text-soft ${['Height', 'Guardian', 'Throws'].includes(h) ? 'max-[820px]:hidden' : ''}`}
                  >
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {found.map((l) => (
                <tr key={l.id} className={`border-b border-rule ${l.withdrawn ? 'text-soft' : ''}`}>
                  <td className="sign tabular h-[48px] pe-3 text-[24px] font-semibold">{l.bib}</td>
                  <td className="pe-3">
                    <a href={`/campers/${l.bib}/card`} className="inline-flex min-h-[48px] items-center font-semibold">
                      {l.name}
                    </a>
                  </td>
                  <td className="tabular pe-3">
                    {l.age} {!l.outsideAges && <span className="text-soft max-[820px]:hidden">({l.ageGroup})</span>}
                  </td>
                  <td className="pe-3 max-[820px]:hidden">{l.hand}</td>
                  <td className="tabular pe-3 max-[820px]:hidden">{l.height}</td>
                  <td className="pe-3 max-[820px]:hidden">{l.guardian}</td>
                  <td className="text-[15px]">
                    {l.withdrawn && <span className="me-2">gone home</span>}
                    {l.consent && <span className="care-band me-2 inline-block px-2">{l.consent}</span>}
                    {l.outsideAges && (
                      <span className="care-band me-2 inline-block px-2">
                        {l.age} years old on the first day: look at the birth date
                      </span>
                    )}
                    {l.sore && <span className="care-band me-2 inline-block px-2">sore arm</span>}
                    {l.together && <span className="me-2 text-soft">with {l.together}</span>}
                    {l.camps > 0 && (
                      <span className="text-soft">{l.camps === 1 ? 'was here before' : `was here ${l.camps} times before`}</span>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {found.length === 0 && <p className="text-soft">Nobody like that. Look for a part of the name, or the bib.</p>}
        </div>
      )}
    </div>
  );
}
