import { ChangedRows, NewRows } from './ImportRows.tsx';
import { PageHead } from '../../parts/PageHead.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { Action } from '../../parts/Action.tsx';
import { useRef, useState } from 'react';
import {
  FIELD_NAMES,
  importedSchema,
  ROW_NAMES,
  TEXT_ENCODINGS,
  type KnownCamper,
  type TextEncoding,
  type Imported,
  type CampId,
} from '@stride-chalk/core';
import { Alert } from '../../parts/Alert.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { useFileDrop } from '../../parts/use-file-drop.ts';
import { useAwake } from '../../parts/use-awake.ts';
import { DateOrderQuestion } from './DateOrderQuestion.tsx';
import { ImportColumns } from './ImportColumns.tsx';
import { MendRow } from './MendRow.tsx';
import { useRosterFile, type FileRow } from './use-roster-file.ts';
import { WhoIsIt } from './WhoIsIt.tsx';

/** A file into the roster: its columns, the questions it leaves open, the rows to mend, then all of them at once. */
export function ImportBoard({
  roster,
  firstDay,
  campId,
  at,
}: {
  roster: readonly KnownCamper[];
  firstDay: string;
  campId: CampId;
  at: { readonly timeZone: string };
}) {
  const awake = useAwake();
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [sending, setSending] = useState(false);
  const [result, setResult] = useState<Imported | null>(null);
  const f = useRosterFile(roster, firstDay, campId);
  const open = (file: File): void => {
    setProblem(null);
    setResult(null);
    f.open(file).catch(() => setProblem(`${file.name} could not be read.`));
  };
  const drop = useFileDrop(open);
  const wrong = f.rows.filter((r) => r.problems.length > 0);
  const read = f.rows.filter((r) => r.problems.length === 0);
  const unsure = read.filter((r) => r.match?.kind === 'unsure' && r.decision === 'match');
  const consents = read.filter((r) => r.loosens);
  const unanswered = consents.filter((r) => r.consent === null);
  const willAdd = read.filter((r) => r.decision === 'new' || r.match?.kind === 'new');
  const willChange = read.filter((r) => r.known && r.changes.length > 0);
  const same = read.filter((r) => r.known && r.changes.length === 0);
  const questions = [
    f.toConfirm > 0 && `${f.toConfirm} ${f.toConfirm === 1 ? 'column' : 'columns'} to confirm`,
    wrong.length > 0 && `${wrong.length} to mend`,
    unsure.length > 0 && `${unsure.length} to answer`,
    unanswered.length > 0 && `${unanswered.length} ${unanswered.length === 1 ? 'consent' : 'consents'} to answer`,
  ].filter(Boolean);
  const ready = f.rows.length > 0 && questions.length === 0;
  const take = (): void => {
    setSending(true);
    askServer(importedSchema, '/api/roster/import', {
      method: 'POST',
      body: { rows: f.rows.map(({ said, decision, consent }) => ({ said, decision, consent })) },
    })
      .then((r) => {
        f.taken();
        setResult(r);
        setProblem(null);
      })
      .catch((error: Error) => setProblem(error.message))
      .finally(() => setSending(false));
  };

  if (result) {
    return (
      <div data-awake={awake} className="my-10 grid justify-items-start gap-4">
        <h1 className="m-0 text-sign">The roster is up to date</h1>
        <p role="status" className="m-0 text-lead">
          <b>{result.added}</b> added, <b>{result.updated}</b> changed, <b>{result.unchanged}</b> as they were.
        </p>
        <div className="flex gap-3">
          <Action main href="/day-plan">
            Plan the day
          </Action>
          <Action href="/roster">See the roster</Action>
        </div>
      </div>
    );
  }
  return (
    <div data-awake={awake}>
      <PageHead title="Import a file" />
      <div
        {...drop.place}
        className={`my-4 flex flex-wrap items-center gap-4 border-2 border-dashed px-5 ${f.file ? 'py-3' : 'py-12'} ${drop.over ? 'border-clay bg-wash' : 'border-soft'}`}
      >
        <Action main={!f.file} onClick={() => input.current?.click()}>
          {f.file ? 'Another file' : 'Choose the file'}
        </Action>
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
            <span className="text-body">
              <b>{f.file.name}</b>, {f.file.lines.length - 1} rows{f.again ? ', as it was left' : ''}
              {!f.stays && (
                <span className="block text-small text-clay">
                  Too large to be kept for a reload: take it before you leave this page.
                </span>
              )}
            </span>
            <label className="ms-auto text-small text-soft">
              Letters read as{' '}
              <select value={f.file.encoding} onChange={(e) => f.readAs(e.target.value as TextEncoding)} className="field ms-1">
                {TEXT_ENCODINGS.map((e) => (
                  <option key={e}>{e}</option>
                ))}
              </select>
            </label>
          </>
        ) : (
          <span className="text-body">
            or drop it here: CSV as any spreadsheet saves it. Nothing is changed before you say so.
          </span>
        )}
      </div>
      {!f.file && (
        <p className="m-0 max-w-[820px] text-note text-soft">
          Known are {Object.values(FIELD_NAMES).join(', ').toLowerCase()}: in any order, under any heading. What a column holds is
          shown before anything is taken, and what cannot be read is mended here.
        </p>
      )}
      {problem && <Alert className="my-4">{problem}</Alert>}
      {f.file && <ImportColumns file={f.file} onName={f.nameColumn} />}
      <DateOrderQuestion askedOrder={f.askedOrder} askedEpoch={f.askedEpoch} dates={f.dates} onAnswer={f.setDates} />
      {wrong.length > 0 && (
        <Panel id="mend" title="To mend" count={wrong.length} className="mt-6">
          <ul className="m-0 list-none p-0">
            {wrong.map((r) => (
              <MendRow key={r.line} row={r} onMend={f.mend} onLeave={f.leaveOut} />
            ))}
          </ul>
        </Panel>
      )}
      {unsure.length > 0 && (
        <Panel id="ask" title="Who is it?" count={unsure.length} className="mt-6">
          <ul className="m-0 list-none p-0">
            {unsure.map((r) => (
              <WhoIsIt key={r.line} row={r} roster={roster} onDecide={f.decide} onLeave={f.leaveOut} />
            ))}
          </ul>
        </Panel>
      )}
      {consents.length > 0 && (
        <Panel id="consents" title="Consent" count={unanswered.length} className="mt-6">
          <p className="m-0 text-note">
            The file allows more than the roster does. A file is never enough for that: say for each camper whether the family
            has.
          </p>
          <ul className="m-0 list-none p-0">
            {consents.map((r) => (
              <ConsentRow key={r.line} row={r} onAnswer={f.answerConsent} />
            ))}
          </ul>
        </Panel>
      )}
      {willChange.length > 0 && (
        <Panel id="change" title="Will change" count={willChange.length} className="mt-6">
          <ChangedRows rows={willChange} />
        </Panel>
      )}
      {willAdd.length > 0 && (
        <Panel id="new" title="New" count={willAdd.length} className="mt-6">
          <NewRows rows={willAdd} at={at} />
        </Panel>
      )}
      {f.file && (
        <div className="sticky bottom-0 mt-6 flex flex-wrap items-center gap-4 border-t-2 border-ink bg-bone py-3">
          <Action disabled={!ready || sending} main className="min-h-[52px] !text-lead" onClick={take}>
            {sending ? 'Taking them in' : `Take ${willAdd.length + willChange.length} into the roster`}
          </Action>
          <span className="text-note text-soft">
            {ready
              ? `${willAdd.length} new, ${willChange.length} changed, ${same.length} as they are`
              : questions.join(', ') || 'The file has no rows.'}
          </span>
        </div>
      )}
    </div>
  );
}

/** A camper whose consent the file would loosen or lengthen: two answers, none of them given beforehand. */
function ConsentRow({ row: r, onAnswer }: { row: FileRow; onAnswer: (line: number, answer: 'keep' | 'take') => void }) {
  const consent = r.changes.filter((c) => c.field.startsWith('consent'));
  return (
    <li className="flex flex-wrap items-center gap-3 border-b border-rule py-2" data-testid={`consent-${r.line}`}>
      <span className="me-auto">
        <b className="sign text-lead">{r.known!.bib}</b> <b>{r.known!.name}</b>{' '}
        <span className="text-soft">{consent.map((c) => `${ROW_NAMES[c.field]}: ${c.from} → ${c.to}`).join(', ')}</span>
      </span>
      {(['keep', 'take'] as const).map((answer) => (
        <Action
          key={answer}
          aria-pressed={r.consent === answer}
          main={r.consent === answer}
          onClick={() => onAnswer(r.line, answer)}
        >
          {answer === 'keep' ? 'Keep what the roster says' : 'The family has said so'}
        </Action>
      ))}
    </li>
  );
}
