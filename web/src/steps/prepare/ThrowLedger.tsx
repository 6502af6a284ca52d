import { useState } from 'react';
import { v7 } from 'uuid';
import { THROW_KINDS, type ThrowKind } from '@stride-chalk/core';
import type { CardProps, SendChange } from './card.ts';

const KIND_NAMES: Readonly<Record<ThrowKind, string>> = {
  warmUp: 'warm-up',
  drill: 'drill',
  filming: 'filming',
  bullpen: 'bullpen',
  game: 'game',
};

/** Every throw that is known, who counted it, and the place to count more. */
export function ThrowLedger({ card, send }: { card: CardProps; send: SendChange }) {
  return (
    <section aria-labelledby="ledger">
      <h2 id="ledger" className="m-0 text-[26px]">
        Throws
      </h2>
      <CountThrows onCount={(kind, count) => send('throws', 'POST', { id: v7(), day: card.today, kind, count })} />
      {card.ledger.length === 0 ? (
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
            {card.ledger.map((t) => (
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
      {card.allowances.map((a) => (
        <p key={a.day + a.reason} className="m-0 border-b border-rule py-2">
          <b>The lead allowed more on {a.day}:</b> {a.reason}
        </p>
      ))}
      {card.soreHistory.length > 0 && (
        <ul className="mt-3 mb-0 list-none p-0 text-[16px]">
          {card.soreHistory.map((s) => (
            <li key={s.since + s.place} className="border-b border-rule py-2">
              <b>Sore {s.place}</b> since {s.since}. {s.lifted ? `Lifted on ${s.lifted}: ${s.reason}` : 'Not lifted.'}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function CountThrows({ onCount }: { onCount: (kind: ThrowKind, count: number) => void }) {
  const [kind, setKind] = useState<ThrowKind>('warmUp');
  const [count, setCount] = useState(10);
  const step = (by: number): void => setCount((c) => Math.min(300, Math.max(1, c + by)));
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2" role="group" aria-label="Count throws of today">
      <select
        aria-label="Kind of throw"
        value={kind}
        onChange={(e) => setKind(e.target.value as ThrowKind)}
        className="field max-[480px]:w-full"
      >
        {THROW_KINDS.map((k) => (
          <option key={k} value={k}>
            {KIND_NAMES[k]}
          </option>
        ))}
      </select>
      <Step by={-5} name="Five fewer" onStep={step} />
      <output className="sign tabular min-w-[52px] text-center text-[30px] font-semibold" aria-label="Throws to count">
        {count}
      </output>
      <Step by={5} name="Five more" onStep={step} />
      <Step by={1} name="One more" onStep={step} />
      <button
        type="button"
        className="main-action min-h-[48px] justify-center max-[480px]:w-full"
        onClick={() => onCount(kind, count)}
      >
        Count {count}
      </button>
    </div>
  );
}

function Step({ by, name, onStep }: { by: number; name: string; onStep: (by: number) => void }) {
  return (
    <button
      type="button"
      className="quiet-action min-h-[48px] min-w-[56px] justify-center"
      onClick={() => onStep(by)}
      aria-label={name}
    >
      {by < 0 ? `−${-by}` : `+${by}`}
    </button>
  );
}
