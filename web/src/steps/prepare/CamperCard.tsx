import { Panel } from '../../parts/Panel.tsx';
import { Action } from '../../parts/Action.tsx';
import { useState } from 'react';
import { doneSchema } from '@stride-chalk/core';
import { Alert } from '../../parts/Alert.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { DeviceTrouble } from '../../parts/DeviceTrouble.tsx';
import { RefusedEntries } from '../../parts/RefusedEntries.tsx';
import { useAwake } from '../../parts/use-awake.ts';
import { ArmToday } from './ArmToday.tsx';
import type { CardProps, SendChange } from './card.ts';
import { CamperForm } from './CamperForm.tsx';
import { ConsentGate } from './ConsentGate.tsx';
import { EraseChild } from './EraseChild.tsx';
import { ThrowLedger } from './ThrowLedger.tsx';
import { useCare } from './use-care.ts';
import { careInWords } from '../../parts/care-words.ts';

/** What is known of one camper: whether he may throw, his ledger, and for the lead his consent, data, export and erasure. */
export function CamperCard(props: CardProps) {
  const { camper, may } = props;
  const awake = useAwake();
  const care = useCare(camper.id, props.staffId);
  const [problem, setProblem] = useState<string | null>(null);
  /** Every change is shown as the server has it: the page is loaded again. */
  const send: SendChange = (path, method, body, then = window.location.pathname) => {
    askServer(doneSchema, `/api/campers/${camper.id}/${path}`, { method, body })
      .then(() => window.location.assign(then))
      .catch((error: Error) => setProblem(error.message));
  };
  return (
    <div data-awake={awake} className="grid gap-8">
      {problem && <Alert>{problem}</Alert>}
      <DeviceTrouble news={care.news} />
      <RefusedEntries
        refused={care.news.refused}
        wordsOf={(e) => careInWords(e, props.at)}
        onRetry={care.retry}
        onDrop={care.drop}
      />
      {care.waiting.length > 0 && (
        <div role="status" data-testid="care-waiting" className="border-2 border-ink bg-paper px-5 py-3 text-body">
          <b>
            {care.news.signedOut
              ? 'You are signed out. Kept on this device until you sign in again:'
              : care.news.offline
                ? 'No connection. Kept on this device, and sent as soon as there is one:'
                : 'On its way:'}
          </b>
          <ul className="m-0 ps-6">
            {care.waiting.map((e, i) => (
              <li key={i}>{careInWords(e, props.at)}</li>
            ))}
          </ul>
          {care.news.signedOut && (
            <Action href={`/sign-in?go=/campers/${camper.bib}/card`} className="mt-2">
              Sign in
            </Action>
          )}
        </div>
      )}
      <ArmToday card={props} enter={care.enter} waiting={care.waiting} />
      <ThrowLedger card={props} enter={care.enter} />
      {may.keep && (
        <>
          <ConsentGate
            guardian={camper.guardian}
            at={props.at}
            {...props.consent}
            onAnswer={(answer) => send('consents', 'POST', answer)}
          />
          <Panel id="data" title="Data" headClass="mb-2">
            <CamperForm
              camper={camper}
              firstDay={props.firstDay}
              action="Save"
              onSave={async ({ consentToFilm: _f, consentToShare: _s, consentUntil: _u, ...facts }) => {
                await askServer(doneSchema, `/api/campers/${camper.id}`, { method: 'PUT', body: facts });
                window.location.assign(`/campers/${facts.bib}/card`);
              }}
            />
            <div className="mt-4 flex flex-wrap items-center gap-3">
              <Action onClick={() => send('withdrawal', 'PUT', { withdrawn: !props.withdrawn })}>
                {props.withdrawn ? 'Is back at the camp' : 'Goes home: withdraw'}
              </Action>
              {may.erase && (
                <Action href={`/api/campers/${camper.id}/everything.zip`} download>
                  Export everything (ZIP)
                </Action>
              )}
            </div>
            {may.erase && (
              <EraseChild bib={camper.bib} onErase={(reason, bib) => send('erasure', 'POST', { reason, bib }, '/roster')} />
            )}
          </Panel>
        </>
      )}
    </div>
  );
}
