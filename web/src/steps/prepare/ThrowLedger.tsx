import { Panel } from '../../parts/Panel.tsx';
import { Action } from '../../parts/Action.tsx';
import { useState } from 'react';
import { dayInWords, THROW_KINDS, type ThrowKind } from '@stride-chalk/core';
import { KIND_NAMES } from '../../parts/care-words.ts';
import { DataTable, type Column } from '../../parts/DataTable.tsx';
import type { CardProps, EnterCare } from './card.ts';
import { ReasonForm } from './ReasonForm.tsx';

type Throws = CardProps['ledger'][number];
const columnsOf = (card: CardProps, enter: EnterCare): ReadonlyArray<Column<Throws>> => [
  {
    id: 'day',
    name: 'Day',
    always: true,
    className: 'tabular',
    by: (t) => t.day,
    cell: (t) => dayInWords(t.day, card.at, 'dated'),
  },
  { id: 'kind', name: 'Kind', always: true, by: (t) => KIND_NAMES[t.kind], cell: (t) => KIND_NAMES[t.kind] },
  {
    ...{ id: 'count', name: 'Throws', always: true, className: 'tabular' },
    by: (t) => t.count,
    cell: (t) => (t.takenBack ? <s>{t.count}</s> : t.count),
  },
  { id: 'by', name: 'Entered by', always: true, className: 'text-soft', by: (t) => t.by, cell: (t) => t.by },
  {
    ...{ id: 'back', name: '', always: true, className: 'text-end' },
    by: null,
    cell: (t) =>
      t.takenBack ? (
        <span className="text-small">
          taken back by {t.takenBack.by}
          {t.takenBack.why && `: ${t.takenBack.why}`}
        </span>
      ) : (
        !t.delivery &&
        !t.elsewhere && (
          <TakeBack
            what={`${t.count} throws of ${dayInWords(t.day, card.at, 'dated')}`}
            askWhy={!t.own && !card.may.care}
            onTake={(reason) => enter({ kind: 'takeBackThrows', throwsId: t.id, reason })}
          />
        )
      ),
  },
];

/** Every throw that is known, who counted it, and the place to count more. */
export function ThrowLedger({ card, enter }: { card: CardProps; enter: EnterCare }) {
  return (
    <Panel id="ledger" title="Throws">
      <CountThrows onCount={(throwKind, count) => enter({ kind: 'throws', day: card.today, throwKind, count })} />
      {card.ledger.length === 0 ? (
        <p className="text-soft">Nothing is counted yet. Count the warm-up, drills and what the family reports.</p>
      ) : (
        <DataTable
          label="Throws"
          rows={card.ledger}
          columns={columnsOf(card, enter)}
          keyOf={(t) => t.id}
          wordsOf={(t) => `${dayInWords(t.day, card.at, 'dated')} ${KIND_NAMES[t.kind]} ${t.by}`}
          empty="No throws like that."
          rowClass={(t) => (t.takenBack ? 'text-soft' : '')}
        />
      )}
      {card.allowances.map((a) => (
        <p
          key={a.id}
          className={`m-0 flex flex-wrap items-center gap-3 border-b border-rule py-1 ${a.takenBack ? 'text-soft' : ''}`}
        >
          <span className="me-auto py-2">
            <b>
              The lead allowed {a.throws} throws beyond the limit on {dayInWords(a.day, card.at, 'dated')}
              {a.takenBack && ', and took it back'}:
            </b>{' '}
            {a.reason}
          </span>
          {card.may.care && !a.takenBack && a.day >= card.today && (
            <button
              type="button"
              className="min-h-[48px] border-0 bg-transparent px-2 underline"
              onClick={() => enter({ kind: 'takeBackAllowance', allowanceId: a.id })}
              aria-label={`Take back the allowance of ${dayInWords(a.day, card.at, 'dated')}`}
            >
              take back
            </button>
          )}
        </p>
      ))}
      {card.soreHistory.length > 0 && (
        <ul className="mt-3 mb-0 list-none p-0 text-note">
          {card.soreHistory.map((s) => (
            <li key={s.since + s.place} className="border-b border-rule py-2">
              <b>Sore {s.place}</b> since {dayInWords(s.since, card.at, 'dated')}.{' '}
              {s.lifted ? `Lifted on ${s.lifted}: ${s.reason}` : 'Not lifted.'}
            </li>
          ))}
        </ul>
      )}
    </Panel>
  );
}

/** One tap; where somebody else has counted them, with the reason. */
function TakeBack({ what, askWhy, onTake }: { what: string; askWhy: boolean; onTake: (reason: string | null) => void }) {
  const [asking, setAsking] = useState(false);
  if (!asking)
    return (
      <button
        type="button"
        className="min-h-[48px] border-0 bg-transparent px-2 underline"
        onClick={() => (askWhy ? setAsking(true) : onTake(null))}
        aria-label={`Take back ${what}`}
      >
        take back
      </button>
    );
  return (
    <ReasonForm
      label={`Why ${what} are taken back`}
      hint="Somebody else counted them: why?"
      action="Take back"
      className="justify-end"
      onSend={onTake}
    />
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
      <output className="sign tabular min-w-[52px] text-center text-large font-semibold" aria-label="Throws to count">
        {count}
      </output>
      <Step by={5} name="Five more" onStep={step} />
      <Step by={1} name="One more" onStep={step} />
      <Action main className="justify-center max-[480px]:w-full" onClick={() => onCount(kind, count)}>
        Count {count}
      </Action>
    </div>
  );
}

function Step({ by, name, onStep }: { by: number; name: string; onStep: (by: number) => void }) {
  return (
    <Action className="min-w-[56px] justify-center" onClick={() => onStep(by)} aria-label={name}>
      {by < 0 ? `−${-by}` : `+${by}`}
    </Action>
  );
}
