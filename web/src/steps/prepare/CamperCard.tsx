import { useState } from 'react';
import type { RosterRow } from '@stride-chalk/core';
import { askServer } from '../../parts/ask-server.ts';
import { useAwake } from '../../parts/use-awake.ts';
import { ArmToday } from './ArmToday.tsx';
import type { CardProps, SendChange } from './card.ts';
import { CamperForm } from './CamperForm.tsx';
import { EraseChild } from './EraseChild.tsx';
import { ThrowLedger } from './ThrowLedger.tsx';

/** What is known of one camper: whether he may throw, his ledger, and for the lead his data, consent, export and erasure. */
export function CamperCard(props: CardProps) {
  const { camper, may } = props;
  const awake = useAwake();
  const [problem, setProblem] = useState<string | null>(null);
  /** Every change is shown as the server has it: the page is loaded again. */
  const send: SendChange = (path, method, body, then = window.location.pathname) => {
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
      <ArmToday card={props} send={send} />
      <ThrowLedger card={props} send={send} />

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
          {may.erase && (
            <EraseChild bib={camper.bib} onErase={(reason, bib) => send('erasure', 'POST', { reason, bib }, '/roster')} />
          )}
        </section>
      )}
    </div>
  );
}
