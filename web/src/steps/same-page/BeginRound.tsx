import { eveningMadeSchema } from '@stride-chalk/core';
import { useState } from 'react';
import { Action } from '../../parts/Action.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Outcome } from '../../parts/Outcome.tsx';

/** Begins the ten minutes of tonight. */
export function BeginRound({ main = true }: { main?: boolean }) {
  const [problem, setProblem] = useState<string | null>(null);
  const begin = (): Promise<void> =>
    askServer(eveningMadeSchema, '/api/evening-rounds', { method: 'POST' }).then(
      ({ id }) => {
        window.location.href = `/same-page/tonight?round=${id}`;
      },
      (error: Error) => setProblem(error.message),
    );
  return (
    <span className="flex flex-wrap items-center gap-3">
      <Action main={main} onClick={begin}>
        Begin a round of five clips
      </Action>
      <Outcome problem={problem} />
    </span>
  );
}
