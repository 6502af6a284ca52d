import { useState } from 'react';
import { SORE_PLACES } from '@stride-chalk/core';
import type { CardProps, SendChange } from './card.ts';

/** Whether he may throw today and why, what the lead may lift or allow, and the report of a sore arm. */
export function ArmToday({ card, send }: { card: CardProps; send: SendChange }) {
  const { standing, sore, may } = card;
  return (
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
      <p className="m-0 mt-2 text-[14px] text-soft">Limits: {card.source}</p>
      {may.care && (sore || standing.plannable === 0) && (
        <ReasonForm
          label={sore ? 'Why the sore arm is lifted' : 'Why more throws are allowed today'}
          action={sore ? 'Lift it' : 'Allow more today'}
          onSend={(reason) =>
            sore ? send('sore/lift', 'POST', { reason }) : send('allowance', 'POST', { day: card.today, reason })
          }
        />
      )}
      {!sore && <ReportSore onReport={(place) => send('sore', 'POST', { place, since: card.today })} />}
    </section>
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

function ReportSore({ onReport }: { onReport: (place: string) => void }) {
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
