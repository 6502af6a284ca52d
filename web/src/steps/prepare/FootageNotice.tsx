import { Action } from '../../parts/Action.tsx';
import { doneSchema } from '@stride-chalk/core';
import { useState } from 'react';
import { Alert } from '../../parts/Alert.tsx';
import { askServer } from '../../parts/ask-server.ts';

/** What happens to films whose time is over, and a clock that nobody believes: the lead has the last word on both. */
export function FootageNotice({
  hidden,
  clock,
}: {
  hidden: { readonly films: number; readonly from: string } | null;
  clock: { readonly shows: string; readonly believed: string } | null;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const say = (is: 'kept on' | 'clock right'): void => {
    askServer(doneSchema, '/api/footage', { method: 'PUT', body: { is } })
      .then(() => window.location.reload())
      .catch((error: Error) => setProblem(error.message));
  };
  return (
    <>
      {problem && <Alert className="my-3">{problem}</Alert>}
      {clock && (
        <p className="care-band my-3 flex flex-wrap items-center gap-4 px-5 py-3 text-body">
          <span className="me-auto">
            <b>The clock of this machine shows {clock.shows}</b>, and was last at {clock.believed}. Nothing is removed until
            somebody has looked at it.
          </span>
          <Action className="bg-paper" onClick={() => say('clock right')}>
            The clock is right
          </Action>
        </p>
      )}
      {hidden && (
        <p className="care-band my-3 flex flex-wrap items-center gap-4 px-5 py-3 text-body">
          <span className="me-auto">
            <b>
              {hidden.films} {hidden.films === 1 ? 'film is' : 'films are'} hidden:
            </b>{' '}
            the time for which the camp keeps footage is over. From {hidden.from} on they are removed for good.
          </span>
          <Action className="bg-paper" onClick={() => say('kept on')}>
            Keep them a month more
          </Action>
        </p>
      )}
    </>
  );
}
