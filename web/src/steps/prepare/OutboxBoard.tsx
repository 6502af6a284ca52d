import { PageHead } from '../../parts/PageHead.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { Action } from '../../parts/Action.tsx';
import { doneSchema } from '@stride-chalk/core';
import { useState } from 'react';
import { Alert } from '../../parts/Alert.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { useAwake } from '../../parts/use-awake.ts';

type State = 'written' | 'printed' | 'handed over' | 'mailed';
export interface OutboxLine {
  readonly id: string;
  readonly to: string;
  readonly address: string | null;
  readonly phone: string | null;
  readonly subject: string;
  readonly body: string;
  readonly written: string;
  readonly state: State;
  readonly problem: string | null;
}

const SAYS: Readonly<Record<State, string>> = {
  written: 'Written. Nobody has it yet.',
  printed: 'Printed. Somebody hands it over.',
  'handed over': 'Handed over.',
  mailed: 'Sent by mail.',
};

/** What families and staff are to be told: whom to call first, then every message with what has become of it. */
export function OutboxBoard({
  mail,
  calls,
  messages,
}: {
  mail: boolean;
  calls: readonly OutboxLine[];
  messages: readonly OutboxLine[];
}) {
  const awake = useAwake();
  const [states, setStates] = useState<Readonly<Record<string, State>>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const [printing, setPrinting] = useState<string | null>(null);
  const stateOf = (m: OutboxLine): State => states[m.id] ?? m.state;
  const note = (m: OutboxLine, is: 'printed' | 'handed over' | 'not handed over'): Promise<void> =>
    askServer(doneSchema, `/api/messages/${m.id}`, { method: 'PATCH', body: { is } })
      .then(() => {
        setProblem(null);
        setStates((s) => ({ ...s, [m.id]: is === 'not handed over' ? 'written' : is }));
      })
      .catch((error: Error) => setProblem(error.message));
  const print = (m: OutboxLine): void => {
    setPrinting(m.id);
    // The page shows only this message before the browser prints it.
    requestAnimationFrame(() =>
      requestAnimationFrame(() => {
        window.print();
        setPrinting(null);
        if (stateOf(m) === 'written') void note(m, 'printed');
      }),
    );
  };
  const open = calls.filter((m) => stateOf(m) !== 'handed over');
  return (
    <div data-awake={awake}>
      <div className={printing ? 'screen-only' : ''}>
        <PageHead title="Outbox" />
        <p className="m-0 mt-1 text-soft">
          {mail
            ? 'Messages with an address leave by the mail service of the settings. The others are printed, or somebody calls.'
            : 'No mail service is set up: nothing leaves this machine. Print a message, or call, and say so here.'}
        </p>
      </div>
      {problem && <Alert className="my-3">{problem}</Alert>}
      {open.length > 0 && (
        <Panel id="calls" title="To call" count={open.length} className={`mt-5 ${printing ? 'screen-only' : ''}`}>
          <p className="m-0 text-small text-soft">No mail address is known.</p>
          <ul className="m-0 list-none p-0">
            {open.map((m) => (
              <li key={m.id} className="flex flex-wrap items-center gap-4 border-b border-rule py-2">
                <b className="text-lead">{m.to}</b>
                {m.phone ? (
                  <a href={`tel:${m.phone.replace(/[^\d+]/g, '')}`} className="tabular text-lead">
                    {m.phone}
                  </a>
                ) : (
                  <span className="care-band px-2">no phone either: in person</span>
                )}
                <span className="me-auto text-soft">{m.subject}</span>
                <Action main onClick={() => void note(m, 'handed over')}>
                  Told
                </Action>
              </li>
            ))}
          </ul>
        </Panel>
      )}
      {messages.length === 0 && (
        <p className="my-8 text-lead">Nothing yet. Invite somebody on the staff page, or check a camper in who is sore.</p>
      )}
      <ol className="m-0 mt-5 list-none p-0">
        {messages.map((m) => (
          <li
            key={m.id}
            className={`grid grid-cols-[240px_1fr] gap-4 border-b border-rule py-4 max-[700px]:grid-cols-1 ${printing && printing !== m.id ? 'screen-only' : ''}`}
          >
            <div className="text-small [overflow-wrap:anywhere]">
              <b>{m.to}</b>
              <br />
              <span className="text-soft">{m.address ?? 'no mail address'}</span>
              <br />
              <time className="text-soft">{m.written}</time>
              <p
                className={`m-0 mt-1 font-semibold ${stateOf(m) === 'handed over' || stateOf(m) === 'mailed' ? 'text-grass' : ''}`}
                role="status"
              >
                {SAYS[stateOf(m)]}
              </p>
              {m.problem && stateOf(m) !== 'mailed' && (
                <p className="care-band m-0 mt-1 px-2">The mail service said: {m.problem}</p>
              )}
            </div>
            <div>
              <h2 className="m-0 !font-body text-body !font-bold">{m.subject}</h2>
              <p className="m-0 mt-1 whitespace-pre-wrap text-note [overflow-wrap:anywhere]">{m.body}</p>
              <div className="screen-only mt-2 flex flex-wrap gap-2">
                <Action onClick={() => print(m)}>Print</Action>
                <Action onClick={() => void note(m, stateOf(m) === 'handed over' ? 'not handed over' : 'handed over')}>
                  {stateOf(m) === 'handed over' ? 'Not handed over after all' : 'Handed over'}
                </Action>
              </div>
            </div>
          </li>
        ))}
      </ol>
    </div>
  );
}
