import { campSheetSchema, type SheetId } from '@stride-chalk/core';
import { useState } from 'react';
import { Action } from '../../parts/Action.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Outcome } from '../../parts/Outcome.tsx';
import { ReasonForm } from './ReasonForm.tsx';

/** Lets the camp go over to a version: at once while nothing is scored, after that with a reason. */
export function UseVersion({ id, version, scored }: { id: SheetId; version: number; scored: boolean }) {
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const use = (reason: string | null): Promise<void> =>
    askServer(campSheetSchema, '/api/camp-sheet', { method: 'PUT', body: { sheetId: id, reason } }).then(
      () => window.location.reload(),
      (error: Error) => setProblem(error.message),
    );
  return (
    <div>
      {!asking && (
        <Action onClick={() => (scored ? setAsking(true) : use(null))} aria-label={`Use version ${version} here`}>
          Use it here
        </Action>
      )}
      {asking && (
        <ReasonForm
          label="Levels were given under the version in use. Why does the camp go over?"
          action="Decide"
          hint="it is kept as a decision"
          onSend={use}
        />
      )}
      <Outcome problem={problem} />
    </div>
  );
}
