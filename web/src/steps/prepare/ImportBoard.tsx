import { useRef, useState } from 'react';
import {
  FIELD_NAMES,
  ROSTER_FIELDS,
  TEXT_ENCODINGS,
  type KnownCamper,
  type RosterField,
  type TextEncoding,
} from '@stride-chalk/core';
import { askServer } from '../../parts/ask-server.ts';
import { useFileDrop } from '../../parts/use-file-drop.ts';
import { useAwake } from '../../parts/use-awake.ts';
import { useRosterFile, type FileRow } from './use-roster-file.ts';

const NEEDED: readonly RosterField[] = ['bib', 'name', 'born', 'hand', 'height', 'guardian'];
interface Result {
  readonly added: number;
  readonly updated: number;
  readonly unchanged: number;
}

/** A file into the roster: its columns, the questions it leaves open, the rows to mend, then all of them at once. */
export function ImportBoard({ roster, firstDay }: { roster: readonly KnownCamper[]; firstDay: string }) {
  const awake = useAwake();
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [sending, setSending] = useState(false);
  const [result, setResult] = useState<Result | null>(null);
  const f = useRosterFile(roster, firstDay);
  const open = (file: File): void => {
    setProblem(null);
    setResult(null);
    f.open(file).catch(() => setProblem(`${file.name} could not be read.`));
  };
  const drop = useFileDrop(open);
  const fields = f.file?.columns.map((c) => c.field) ?? [];
  const missing = NEEDED.filter(
    (n) => !fields.includes(n) && !(n === 'name' && (fields.includes('firstName') || fields.includes('lastName'))),
  );
  const wrong = f.rows.filter((r) => !r.row);
  const unsure = f.rows.filter((r) => r.match?.kind === 'unsure' && r.decision === 'match');
  const willAdd = f.rows.filter((r) => r.row && (r.decision === 'new' || (r.decision === 'match' && r.match?.kind === 'new')));
  const willChange = f.rows.filter(
    (r) => r.row && (typeof r.decision === 'object' || (r.decision === 'match' && r.match?.kind === 'update')),
  );
  const same = f.rows.filter((r) => r.match?.kind === 'same');
  const ready = f.rows.length > 0 && wrong.length === 0 && unsure.length === 0;
  const take = (): void => {
    setSending(true);
    askServer<Result>('/api/roster/import', {
      method: 'POST',
      body: { rows: f.rows.map((r) => ({ row: r.row, decision: r.decision })) },
    })
      .then((r) => {
        setResult(r);
        setProblem(null);
      })
      .catch((error: Error) => setProblem(error.message))
      .finally(() => setSending(false));
  };

  if (result) {
    return (
      <div data-awake={awake} className="my-10 grid justify-items-start gap-4">
        <h1 className="m-0 text-[40px]">The roster is up to date</h1>
        <p role="status" className="m-0 text-[20px]">
          <b>{result.added}</b> added, <b>{result.updated}</b> changed, <b>{result.unchanged}</b> as they were.
        </p>
        <div className="flex gap-3">
          <a className="main-action min-h-[48px]" href="/day-plan">
            Plan the day
          </a>
          <a className="quiet-action min-h-[48px]" href="/roster">
            See the roster
          </a>
        </div>
      </div>
    );
  }
  return (
    <div data-awake={awake}>
      <h1 className="m-0 text-[36px]">Import a file</h1>
      <div
        {...drop.place}
        className={`my-4 flex flex-wrap items-center gap-4 border-2 border-dashed px-5 ${f.file ? 'py-3' : 'py-12'} ${drop.over ? 'border-clay bg-wash' : 'border-soft'}`}
      >
        <button
          type="button"
          className={`${f.file ? 'quiet-action' : 'main-action'} min-h-[48px]`}
          onClick={() => input.current?.click()}
        >
          {f.file ? 'Another file' : 'Choose the file'}
        </button>
        <input
          ref={input}
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          hidden
          aria-hidden="true"
          tabIndex={-1}
          data-testid="roster-file"
          onChange={(e) => {
            const file = e.target.files?.[0];
            if (file) open(file);
            e.target.value = '';
          }}
        />
        {f.file ? (
          <>
            <span className="text-[17px]">
              <b>{f.file.name}</b>, {f.file.cells.length - 1} rows
            </span>
            <label className="ms-auto text-[15px] text-soft">
              Letters read as{' '}
              <select value={f.file.encoding} onChange={(e) => f.readAs(e.target.value as TextEncoding)} className="field ms-1">
                {TEXT_ENCODINGS.map((e) => (
                  <option key={e}>{e}</option>
                ))}
              </select>
            </label>
          </>
        ) : (
          <span className="text-[17px]">
            or drop it here: CSV as any spreadsheet saves it. Nothing is changed before you say so.
          </span>
        )}
      </div>
      {problem && (
        <p role="alert" className="care-band my-4 px-5 py-3 text-[17px]">
          {problem}
        </p>
      )}
      {f.file && (
        <section aria-labelledby="columns">
          <h2 id="columns" className="m-0 text-[24px]">
            Columns
          </h2>
          <div className="mt-1 overflow-x-auto">
            <table className="border-collapse text-[15px]">
              <thead>
                <tr>
                  {f.file.columns.map((c, i) => (
                    <th key={i} scope="col" className="min-w-[150px] border border-rule p-2 text-start align-top font-normal">
                      <span className="block text-soft">{c.heading || 'without heading'}</span>
                      <select
                        aria-label={`Column ${c.heading || i + 1}`}
                        value={c.field ?? ''}
                        onChange={(e) => f.nameColumn(i, (e.target.value || null) as RosterField | null)}
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
                {f.file.cells.slice(1, 4).map((r, i) => (
                  <tr key={i}>
                    {r.map((cell, k) => (
                      <td
                        key={k}
                        className={`max-w-[220px] truncate border border-rule px-2 py-1 ${fields[k] ? '' : 'text-soft'}`}
                      >
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
      )}
      {(f.asked > 0 || f.order) && (
        <section
          aria-label="Order of dates"
          className="mt-5 flex flex-wrap items-center gap-3 border-2 border-ink bg-paper px-4 py-3"
        >
          <span className="text-[17px]">
            {f.order ? (
              'Dates are read'
            ) : (
              <>
                <b>{f.asked}</b> {f.asked === 1 ? 'date' : 'dates'} can be read in two ways. How are dates written in this file?
              </>
            )}
          </span>
          {(['dayFirst', 'monthFirst'] as const).map((o) => (
            <button
              key={o}
              type="button"
              aria-pressed={f.order === o}
              className={`${f.order === o ? 'main-action' : 'quiet-action'} min-h-[48px]`}
              onClick={() => f.setOrder(o)}
            >
              {o === 'dayFirst' ? 'Day first: 25/12/2014' : 'Month first: 12/25/2014'}
            </button>
          ))}
        </section>
      )}
      {wrong.length > 0 && (
        <section aria-labelledby="mend" className="mt-6">
          <h2 id="mend" className="m-0 text-[24px]">
            To mend <span className="text-soft">{wrong.length}</span>
          </h2>
          <ul className="m-0 list-none p-0">
            {wrong.map((r) => (
              <MendRow key={r.line} row={r} onMend={f.mend} onLeave={f.leaveOut} />
            ))}
          </ul>
        </section>
      )}
      {unsure.length > 0 && (
        <section aria-labelledby="ask" className="mt-6">
          <h2 id="ask" className="m-0 text-[24px]">
            Who is it? <span className="text-soft">{unsure.length}</span>
          </h2>
          <ul className="m-0 list-none p-0">
            {unsure.map((r) => (
              <li key={r.line} className="flex flex-wrap items-center gap-3 border-b border-rule py-2">
                <span className="me-auto">
                  <b className="sign text-[20px]">{r.row!.bib}</b> <b>{r.row!.name}</b>, born {r.row!.born}.{' '}
                  <span className="text-soft">In the roster {r.match!.kind === 'unsure' && r.match!.why}.</span>
                </span>
                {r.match!.kind === 'unsure' &&
                  r.match!.candidates.map((c) => (
                    <button
                      key={c}
                      type="button"
                      className="quiet-action min-h-[48px]"
                      onClick={() => f.decide(r.line, { update: c })}
                    >
                      It is {roster.find((k) => k.id === c)!.name}
                    </button>
                  ))}
                <button type="button" className="quiet-action min-h-[48px]" onClick={() => f.decide(r.line, 'new')}>
                  Somebody new
                </button>
                <button type="button" className="quiet-action min-h-[48px]" onClick={() => f.leaveOut(r.line)}>
                  Leave out
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {willChange.length > 0 && (
        <section aria-labelledby="change" className="mt-6">
          <h2 id="change" className="m-0 text-[24px]">
            Will change <span className="text-soft">{willChange.length}</span>
          </h2>
          <ul className="m-0 list-none p-0">
            {willChange.map((r) => (
              <li key={r.line} className="border-b border-rule py-2">
                <b className="sign text-[20px]">{r.row!.bib}</b> <b>{r.row!.name}</b>{' '}
                <span className="text-soft">
                  {r.match?.kind === 'update'
                    ? r.match.changes.map((c) => `${c.field}: ${c.from} → ${c.to}`).join(', ')
                    : 'as you said'}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {willAdd.length > 0 && (
        <section aria-labelledby="new" className="mt-6">
          <h2 id="new" className="m-0 text-[24px]">
            New <span className="text-soft">{willAdd.length}</span>
          </h2>
          <ul className="m-0 grid list-none grid-cols-[repeat(auto-fill,minmax(330px,1fr))] gap-x-6 p-0">
            {willAdd.map((r) => (
              <li key={r.line} className="flex items-baseline gap-2 border-b border-rule py-1">
                <b className="sign tabular w-[38px] text-[20px]">{r.row!.bib}</b>
                <span className="truncate">{r.row!.name}</span>
                <span className="ms-auto whitespace-nowrap text-[14.5px] text-soft">
                  {r.row!.born} · {r.row!.hand} · {r.row!.heightCentimetres} cm{r.row!.consentToFilm ? '' : ' · no consent'}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {f.file && (
        <div className="sticky bottom-0 mt-6 flex flex-wrap items-center gap-4 border-t-2 border-ink bg-bone py-3">
          <button
            type="button"
            disabled={!ready || sending}
            className="main-action min-h-[52px] !text-[22px] disabled:opacity-50"
            onClick={take}
          >
            {sending ? 'Taking them in' : `Take ${willAdd.length + willChange.length} into the roster`}
          </button>
          <span className="text-[16px] text-soft">
            {ready
              ? `${willAdd.length} new, ${willChange.length} changed, ${same.length} as they are`
              : [wrong.length > 0 && `${wrong.length} to mend`, unsure.length > 0 && `${unsure.length} to answer`]
                  .filter(Boolean)
                  .join(', ') || 'The file has no rows.'}
          </span>
        </div>
      )}
    </div>
  );
}

/** A row that cannot be read: its reasons, each with its cell to mend. */
function MendRow({
  row,
  onMend,
  onLeave,
}: {
  row: FileRow;
  onMend: (line: number, field: RosterField, value: string) => void;
  onLeave: (line: number) => void;
}) {
  const name = row.raw.name || [row.raw.firstName, row.raw.lastName].filter(Boolean).join(' ');
  return (
    <li
      className="grid grid-cols-[170px_1fr_auto] items-start gap-3 border-b border-rule py-2 max-[820px]:grid-cols-1"
      data-testid={`mend-${row.line}`}
    >
      <span className="pt-2">
        <span className="text-[14px] text-soft">line {row.line}</span>
        <br />
        <b>{row.raw.bib}</b> {name}
      </span>
      <span className="grid gap-2">
        {row.problems.map((p) => (
          <span key={p.field} className="flex flex-wrap items-center gap-2">
            <label className="flex flex-wrap items-center gap-2">
              <span className="w-[130px] text-[15px] text-soft">{FIELD_NAMES[p.field]}</span>
              <input
                defaultValue={row.raw[p.field] ?? ''}
                aria-label={`Line ${row.line}, ${FIELD_NAMES[p.field]}`}
                onBlur={(e) => onMend(row.line, p.field, e.target.value)}
                onKeyDown={(e) => e.key === 'Enter' && onMend(row.line, p.field, e.currentTarget.value)}
                className="field w-[210px]"
              />
            </label>
            {p.offers?.map((o) => (
              <button
                key={o.value}
                type="button"
                className="quiet-action min-h-[48px]"
                onClick={() => onMend(row.line, p.field, o.value)}
              >
                {o.label}
              </button>
            ))}
            <span className="text-[15px] font-semibold text-clay">{p.why}</span>
          </span>
        ))}
      </span>
      <button
        type="button"
        className="quiet-action min-h-[48px]"
        onClick={() => onLeave(row.line)}
        aria-label={`Leave out line ${row.line}`}
      >
        Leave out
      </button>
    </li>
  );
}
