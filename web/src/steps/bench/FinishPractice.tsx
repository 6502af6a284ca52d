import { doneSchema, type SittingId } from '@stride-chalk/core';
import { useState } from 'react';
import { Action } from '../../parts/Action.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Outcome } from '../../parts/Outcome.tsx';

/** Ends a practice clip: its levels stay as they are, and the reference is shown. */
export function FinishPractice({
  sitting,
  left,
  waiting,
}: {
  sitting: SittingId;
  left: number;
  /** Entries that the server has not yet. */
  waiting: number;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const finish = (): Promise<void> =>
    askServer(doneSchema, `/api/sittings/${sitting}/finish`, { method: 'POST' }).then(
      () => {
        window.location.href = `/practice?compared=${sitting}`;
      },
      (error: Error) => setProblem(error.message),
    );
  return (
    <>
      <Action main className="shrink-0 !min-h-0 !py-[9px] !text-lead" disabled={left > 0 || waiting > 0} onClick={finish}>
        {left > 0 ? `${left} left, then compare` : 'Finish and compare'}
      </Action>
      <Outcome problem={problem} />
    </>
  );
}
