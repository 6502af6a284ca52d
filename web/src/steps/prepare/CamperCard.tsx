import { useState } from 'react';
import { v7 } from 'uuid';
import { SORE_PLACES, THROW_KINDS, type KnownCamper, type RosterRow, type ThrowKind } from '@stride-chalk/core';
import { askServer } from '../../parts/ask-server.ts';
import { useAwake } from '../../parts/use-awake.ts';
import { CamperForm } from './CamperForm.tsx';

const KIND_NAMES: Readonly<Record<ThrowKind, string>> = {
  warmUp: 'warm-up',
  drill: 'drill',
  filming: 'filming',
  bullpen: 'bullpen',
  game: 'game',
};
export interface CardProps {
  readonly camper: KnownCamper;
  readonly sore: { readonly place: string; readonly since: string } | null;
  readonly withdrawn: boolean;
  readonly today: string;
  readonly firstDay: string;
  readonly standing: {
    readonly says: string;
    readonly leftToday: number;
    readonly leftWithoutRest: number;
    readonly plannable: number;
    readonly dailyMaximum: number;
    readonly thrownToday: number;
    readonly allowed: string | null;
  };
  readonly source: string;
  readonly ledger: ReadonlyArray<{
    readonly id: string;
    readonly day: string;
    readonly kind: ThrowKind;
    readonly count: number;
    readonly delivery: boolean;
    readonly by: string;
  }>;
  readonly soreHistory: ReadonlyArray<{
    readonly place: string;
    readonly since: string;
    readonly lifted: string | null;
    readonly reason: string | null;
  }>;
  readonly allowances: ReadonlyArray<{ readonly day: string; readonly reason: string }>;
  readonly may: { readonly keep: boolean; readonly care: boolean; readonly erase: boolean };
}

/** What is known of one camper: whether he may throw, his ledger, and for the lead his data, consent, export and erasure. */
export function CamperCard(props: CardProps) {
  const { camper, standing, sore, may } = props;
  const awake = useAwake();
  const [problem, setProblem] = useState<string | null>(null);
  /** Every change is shown as the server has it: the page is loaded again. */
  const send = (path: string, method: 'POST' | 'PUT' | 'DELETE', body?: unknown, then = window.location.pathname): void => {
    askServer(`/api/campers/${camper.id}/${path}`, { method, body })
      .then(() => window.location.assign(then))
      .catch((error: Error) => setProblem(error.message));
  };
  return (
    <div data-awake={awake} className="grid gap-8">
      {problem && (
        <p role="alert" className="care-band m-0 px-5 py-3 text-[17px]">
          {problem}
        </p>
      )}
      <section
        aria-labelledby="arm"
        className={sore || standing.plannable === 0 ? 'care-band px-5 py-4' : 'border-2 border-ink bg-paper px-5 py-4'}
      >
        <h2 id="arm" className="m-0 text-[28px]">
          {sore
            ? `A sore ${sore.place} since ${sore.since}: no throwing`
            : standing.plannable === 0
              ? 'No throws today'
              : `${standing.plannable} throws left today`}
        </h2>
        <p className="m-0 mt-1 text-[17px]">
          {sore
            ? 'The family and the lead have a message. We do not diagnose: pain means stop, and a licensed medical professional decides when throwing starts again.'
            : standing.leftToday > 0
              ? `${standing.thrownToday} of ${standing.dailyMaximum} thrown today. ${standing.leftWithoutRest} more without a day of rest.`
              : standing.says}
        </p>
        {standing.allowed && (
          <p className="m-0 mt-1 text-[16px]">
            <b>The lead allowed more today:</b> {standing.allowed}
          </p>
        )}
        <p className="m-0 mt-2 text-[14px] text-soft">Limits: {props.source}</p>
        {may.care && (sore || standing.plannable === 0) && (
          <ReasonForm
            label={sore ? 'Why the sore arm is lifted' : 'Why more throws are allowed today'}
            action={sore ? 'Lift it' : 'Allow more today'}
            onSend={(reason) =>
              sore ? send('sore/lift', 'POST', { reason }) : send('allowance', 'POST', { day: props.today, reason })
            }
          />
        )}
        {!sore && <Sore today={props.today} onReport={(place) => send('sore', 'POST', { place, since: props.today })} />}
      </section>

      <section aria-labelledby="ledger">
        <h2 id="ledger" className="m-0 text-[26px]">
          Throws
        </h2>
        <Count onCount={(kind, count) => send('throws', 'POST', { id: v7(), day: props.today, kind, count })} />
        {props.ledger.length === 0 ? (
          <p className="text-soft">Nothing is counted yet. Count the warm-up, drills and what the family reports.</p>
        ) : (
          <table className="mt-3 w-full max-w-[760px] border-collapse text-[16px]">
            <thead>
              <tr className="border-b-2 border-ink text-start">
                {['Day', 'Kind', 'Throws', 'Entered by', ''].map((h) => (
                  <th key={h} scope="col" className="sign py-1 text-start text-[17px] font-medium text-soft">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {props.ledger.map((t) => (
                <tr key={t.id} className="border-b border-rule">
                  <td className="tabular py-2">{t.day}</td>
                  <td>{KIND_NAMES[t.kind]}</td>
                  <td className="tabular">{t.count}</td>
                  <td className="text-soft">{t.by}</td>
                  <td className="text-end">
                    {!t.delivery && (
                      <button
                        type="button"
                        className="min-h-[48px] border-0 bg-transparent px-2 underline"
                        onClick={() => send(`throws/${t.id}`, 'DELETE')}
                        aria-label={`Take back ${t.count} throws of ${t.day}`}
                      >
                        take back
                      </button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {props.allowances.map((a) => (
          <p key={a.day + a.reason} className="m-0 border-b border-rule py-2">
            <b>The lead allowed more on {a.day}:</b> {a.reason}
          </p>
        ))}
        {props.soreHistory.length > 0 && (
          <ul className="mt-3 mb-0 list-none p-0 text-[16px]">
            {props.soreHistory.map((s) => (
              <li key={s.since + s.place} className="border-b border-rule py-2">
                <b>Sore {s.place}</b> since {s.since}. {s.lifted ? `Lifted on ${s.lifted}: ${s.reason}` : 'Not lifted.'}
              </li>
            ))}
          </ul>
        )}
      </section>

      {may.keep && (
        <section aria-labelledby="data">
          <h2 id="data" className="m-0 mb-2 text-[26px]">
            Data and consent
          </h2>
          <CamperForm
            camper={camper}
            firstDay={props.firstDay}
            action="Save"
            onSave={async (row: RosterRow) => {
              await askServer(`/api/campers/${camper.id}`, { method: 'PUT', body: row });
              if (row.bib !== camper.bib) window.location.assign(`/campers/${row.bib}/card`);
            }}
          />
          <div className="mt-4 flex flex-wrap items-center gap-3">
            <button
              type="button"
              className="quiet-action min-h-[48px]"
              onClick={() => send('withdrawal', 'PUT', { withdrawn: !props.withdrawn })}
            >
              {props.withdrawn ? 'Is back at the camp' : 'Goes home: withdraw'}
            </button>
            {may.erase && (
              <a className="quiet-action min-h-[48px]" href={`/api/campers/${camper.id}/everything.zip`} download>
                Export everything (ZIP)
              </a>
            )}
          </div>
          {may.erase && <Erase bib={camper.bib} onErase={(reason, bib) => send('erasure', 'POST', { reason, bib }, '/roster')} />}
        </section>
      )}
    </div>
  );
}

function ReasonForm({ label, action, onSend }: { label: string; action: string; onSend: (reason: string) => void }) {
  const [reason, setReason] = useState('');
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (reason.trim().length >= 3) onSend(reason.trim());
      }}
    >
      <label className="grid min-w-[280px] flex-1 gap-1 text-[15px]">
        {label}
        <input
          required
          minLength={3}
          maxLength={400}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          className="field"
        />
      </label>
      <button type="submit" className="quiet-action min-h-[48px] bg-paper">
        {action}
      </button>
    </form>
  );
}

function Sore({ onReport }: { today: string; onReport: (place: string) => void }) {
  return (
    <details className="mt-3">
      <summary className="flex min-h-[48px] cursor-pointer items-center text-[16px] underline">The arm is sore</summary>
      <p className="m-0 mb-2 text-[15px]">Where? It stops all throwing, and the family and the lead get a message.</p>
      <div className="flex flex-wrap gap-2">
        {SORE_PLACES.map((p) => (
          <button key={p} type="button" className="quiet-action min-h-[48px]" onClick={() => onReport(p)}>
            {p}
          </button>
        ))}
      </div>
    </details>
  );
}

function Count({ onCount }: { onCount: (kind: ThrowKind, count: number) => void }) {
  const [kind, setKind] = useState<ThrowKind>('warmUp');
  const [count, setCount] = useState(10);
  const step = (by: number): void => setCount((c) => Math.min(300, Math.max(1, c + by)));
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2" role="group" aria-label="Count throws of today">
      <select aria-label="Kind of throw" value={kind} onChange={(e) => setKind(e.target.value as ThrowKind)} className="field">
        {THROW_KINDS.map((k) => (
          <option key={k} value={k}>
            {KIND_NAMES[k]}
          </option>
        ))}
      </select>
      <button
        type="button"
        className="quiet-action min-h-[48px] min-w-[56px] justify-center"
        onClick={() => step(-5)}
        aria-label="Five fewer"
      >
        −5
      </button>
      <output className="sign tabular min-w-[52px] text-center text-[30px] font-semibold" aria-label="Throws to count">
        {count}
      </output>
      <button
        type="button"
        className="quiet-action min-h-[48px] min-w-[56px] justify-center"
        onClick={() => step(5)}
        aria-label="Five more"
      >
        +5
      </button>
      <button
        type="button"
        className="quiet-action min-h-[48px] min-w-[56px] justify-center"
        onClick={() => step(1)}
        aria-label="One more"
      >
        +1
      </button>
      <button type="button" className="main-action min-h-[48px]" onClick={() => onCount(kind, count)}>
        Count {count}
      </button>
    </div>
  );
}

const REASONS = ['asked by the family', 'retention ended', 'entered by mistake'] as const;
function Erase({ bib, onErase }: { bib: number; onErase: (reason: string, bib: number) => void }) {
  const [typed, setTyped] = useState('');
  const [reason, setReason] = useState<string>(REASONS[0]);
  return (
    <details className="mt-4">
      <summary className="flex min-h-[48px] cursor-pointer items-center text-[16px] underline">
        Erase everything about this child
      </summary>
      <form
        className="care-band flex flex-wrap items-end gap-3 px-5 py-4"
        onSubmit={(e) => {
          e.preventDefault();
          onErase(reason, Number(typed));
        }}
      >
        <p className="m-0 w-full text-[16px]">
          Rows, films, evaluations and messages go, at every camp. It cannot be taken back. Kept is only that somebody was erased,
          when, by whom and why, without the name.
        </p>
        <label className="grid gap-1 text-[15px]">
          Why
          <select value={reason} onChange={(e) => setReason(e.target.value)} className="field">
            {REASONS.map((r) => (
              <option key={r}>{r}</option>
            ))}
          </select>
        </label>
        <label className="grid gap-1 text-[15px]">
          Type the bib, {bib}
          <input
            required
            inputMode="numeric"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            className="field w-[130px]"
          />
        </label>
        <button type="submit" className="quiet-action min-h-[48px] bg-paper">
          Erase
        </button>
      </form>
    </details>
  );
}
