import { Panel } from '../../parts/Panel.tsx';
import { Action } from '../../parts/Action.tsx';
import { useState } from 'react';
import { dayInWords, SORE_PLACES, type CareEntry } from '@stride-chalk/core';
import { Field } from '../../parts/Field.tsx';
import type { CardProps, EnterCare } from './card.ts';
import { ReasonForm } from './ReasonForm.tsx';

/** Whether he may throw today and why, what the lead may lift or allow, and the report of a sore arm. */
export function ArmToday({ card, enter, waiting }: { card: CardProps; enter: EnterCare; waiting: readonly CareEntry[] }) {
  const { standing, may } = card;
  // A sore arm stops at once, also while its report waits on this device.
  const reported = waiting.find((e) => e.kind === 'sore');
  const sore = card.sore ?? (reported ? { place: reported.place, since: reported.since } : null);
  const { allowance } = standing;
  return (
    <Panel
      id="arm"
      title={
        sore
          ? `A sore ${sore.place} since ${dayInWords(sore.since, card.at, 'dated')}: no throwing`
          : standing.plannable === 0
            ? 'No throws today'
            : `${standing.plannable} throws left today`
      }
      size="large"
      className={sore || standing.plannable === 0 ? 'care-band px-5 py-4' : 'border-2 border-ink bg-paper px-5 py-4'}
    >
      <p className="m-0 mt-1 text-body">
        {sore
          ? `${card.told ? `${card.told} ` : ''}We do not diagnose: pain means stop, and a licensed medical professional decides when throwing starts again.`
          : standing.leftToday > 0
            ? `${standing.thrownToday} of ${standing.dailyMaximum} thrown today. ${standing.leftWithoutRest} more without a day of rest.`
            : standing.says}
      </p>
      {allowance && !sore && (
        <p className="m-0 mt-1 text-note">
          <b>
            The lead allowed {allowance.throws} throws beyond the limit today, {allowance.left} of them left:
          </b>{' '}
          {allowance.reasons.join('; ')}
        </p>
      )}
      <p className="m-0 mt-2 text-small text-soft">Limits: {card.source}</p>
      {may.care && card.sore && (
        <ReasonForm
          label="Why the sore arm is lifted"
          action="Lift it"
          onSend={(reason) => enter({ kind: 'liftSore', reason })}
        />
      )}
      {may.care && !sore && standing.plannable === 0 && (
        <AllowForm onSend={(throws, reason) => enter({ kind: 'allow', day: card.today, throws, reason })} />
      )}
      {!sore && <ReportSore onReport={(place) => enter({ kind: 'sore', place, since: card.today })} />}
    </Panel>
  );
}

/** So many throws more, today only: they count down, and the lead can take them back. */
function AllowForm({ onSend }: { onSend: (throws: number, reason: string) => void }) {
  const [count, setCount] = useState(5);
  return (
    <div className="mt-3 flex flex-wrap items-end gap-3">
      <Field label="Throws allowed">
        <input
          type="number"
          min={1}
          max={100}
          value={count}
          onChange={(e) => setCount(Number(e.target.value))}
          className="w-[110px]"
        />
      </Field>
      <ReasonForm
        label="Why more throws are allowed today"
        action={`Allow ${count} today`}
        onSend={(reason) => count >= 1 && count <= 100 && onSend(Math.round(count), reason)}
      />
    </div>
  );
}

function ReportSore({ onReport }: { onReport: (place: (typeof SORE_PLACES)[number]) => void }) {
  return (
    <details className="mt-3">
      <summary className="flex min-h-[48px] cursor-pointer items-center text-note underline">The arm is sore</summary>
      <p className="m-0 mb-2 text-small">Where? It stops all throwing, and a message to the family and the lead is written.</p>
      <div className="flex flex-wrap gap-2">
        {SORE_PLACES.map((p) => (
          <Action key={p} onClick={() => onReport(p)}>
            {p}
          </Action>
        ))}
      </div>
    </details>
  );
}
