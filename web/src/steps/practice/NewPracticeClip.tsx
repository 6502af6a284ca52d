import { practiceClipMadeSchema, type DeliveryId } from '@stride-chalk/core';
import { useState } from 'react';
import { Action } from '../../parts/Action.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Outcome } from '../../parts/Outcome.tsx';

export interface OwnLevel {
  readonly checkpoint: string;
  readonly name: string;
  readonly level: string;
  readonly faults: readonly string[];
  readonly faultNames: readonly string[];
  readonly note: string | null;
}

/** Makes a practice clip of a delivery: one's own levels become the reference, each with the reason that a coach is shown. */
export function NewPracticeClip({ deliveryId, levels }: { deliveryId: DeliveryId; levels: readonly OwnLevel[] }) {
  const [taken, setTaken] = useState<ReadonlySet<string>>(() => new Set(levels.filter((l) => l.note).map((l) => l.checkpoint)));
  const [reasons, setReasons] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(levels.map((l) => [l.checkpoint, l.note ?? ''])),
  );
  const [problem, setProblem] = useState<string | null>(null);
  const chosen = levels.filter((l) => taken.has(l.checkpoint));
  const lacking = chosen.filter((l) => (reasons[l.checkpoint] ?? '').trim().length < 3);
  const make = (): Promise<void> =>
    askServer(practiceClipMadeSchema, '/api/practice-clips', {
      method: 'POST',
      body: {
        deliveryId,
        references: chosen.map(({ checkpoint, level, faults }) => ({ checkpoint, level, faults, reason: reasons[checkpoint] })),
      },
    }).then(
      () => {
        window.location.href = '/practice/set';
      },
      (error: Error) => setProblem(error.message),
    );
  return (
    <form onSubmit={(e) => e.preventDefault()}>
      <ul className="m-0 list-none p-0">
        {levels.map((l) => (
          <li key={l.checkpoint} className="grid items-center gap-3 border-b border-rule py-1 sm:grid-cols-[300px_1fr]">
            <label className="flex min-h-[44px] items-center gap-3 text-note">
              <input
                type="checkbox"
                className="h-[22px] w-[22px] shrink-0 accent-clay"
                checked={taken.has(l.checkpoint)}
                onChange={(e) => {
                  const next = new Set(taken);
                  if (e.target.checked) next.add(l.checkpoint);
                  else next.delete(l.checkpoint);
                  setTaken(next);
                }}
              />
              <span>
                <b>
                  {l.checkpoint} {l.name}
                </b>{' '}
                {l.level === 'NV' ? 'not visible' : `level ${l.level}`}
                {l.faultNames.length > 0 && `, ${l.faultNames.join(', ')}`}
              </span>
            </label>
            <input
              className="field"
              aria-label={`Why ${l.checkpoint} is level ${l.level}`}
              maxLength={400}
              placeholder="what shows it on the film"
              value={reasons[l.checkpoint] ?? ''}
              onChange={(e) => {
                setReasons({ ...reasons, [l.checkpoint]: e.target.value });
                if (e.target.value.trim().length >= 3) setTaken(new Set([...taken, l.checkpoint]));
              }}
            />
          </li>
        ))}
      </ul>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <Action main type="submit" disabled={chosen.length === 0 || lacking.length > 0} onClick={make}>
          Make it a practice clip with {chosen.length} {chosen.length === 1 ? 'level' : 'levels'}
        </Action>
        {lacking.length > 0 && (
          <span className="text-small">A reason is missing at {lacking.map((l) => l.checkpoint).join(', ')}.</span>
        )}
        <Outcome problem={problem} />
      </div>
    </form>
  );
}
