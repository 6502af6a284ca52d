import {
  doneSchema,
  qualificationDecisionSchema,
  type PracticeClipId,
  type Qualification,
  type StaffId,
} from '@stride-chalk/core';
import { useState } from 'react';
import { Action } from '../../parts/Action.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Field } from '../../parts/Field.tsx';
import { Outcome } from '../../parts/Outcome.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { nearnessInWords } from './standing-words.ts';

interface Coach {
  readonly id: StaffId;
  readonly name: string;
  readonly found: Qualification;
  readonly decided: { readonly qualified: boolean; readonly reason: string; readonly by: string } | null;
  readonly qualified: boolean;
}
interface SetClip {
  readonly id: PracticeClipId;
  readonly number: number;
  readonly says: string;
  /** Made at this camp: elsewhere it is not taken out. */
  readonly own: boolean;
}

/** The practice set of the organisation, and who of the camp's staff is qualified: for the lead. */
export function SetBoard({ asked, coaches, clips }: { asked: boolean; coaches: readonly Coach[]; clips: readonly SetClip[] }) {
  return (
    <div className="mt-4 grid gap-8">
      <Panel id="qualified" title="Who is qualified">
        {!asked && (
          <p className="m-0 mb-2 text-note">
            The set gives fewer judgements than it takes to qualify: nobody is asked to, and only what you decide counts.
          </p>
        )}
        <ul className="m-0 list-none p-0">
          {coaches.map((c) => (
            <CoachRow key={c.id} coach={c} asked={asked} />
          ))}
        </ul>
      </Panel>
      <Panel id="set" title="The set" count={clips.length}>
        <ul className="m-0 list-none p-0">
          {clips.map((c) => (
            <ClipRow key={c.id} clip={c} />
          ))}
        </ul>
      </Panel>
    </div>
  );
}

function CoachRow({ coach, asked }: { coach: Coach; asked: boolean }) {
  const [deciding, setDeciding] = useState(false);
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const decide = (qualified: boolean | null): Promise<void> =>
    askServer(qualificationDecisionSchema, `/api/staff/${coach.id}/qualification`, {
      method: 'PUT',
      body: { qualified, reason },
    }).then(
      () => window.location.reload(),
      (error: Error) => setProblem(error.message),
    );
  const { found, decided, qualified } = coach;
  const twice = !qualified && (asked || decided !== null);
  return (
    <li
      data-testid={`coach-${coach.name}`}
      className="grid gap-x-4 gap-y-1 border-b border-rule py-3 sm:grid-cols-[220px_1fr_auto]"
    >
      <b className="text-lead">{coach.name}</b>
      <div className="text-note">
        <b className={twice ? 'text-clay' : 'text-grass'}>
          {qualified ? 'qualified' : twice ? 'not qualified: all of it is scored a second time' : 'not asked to qualify'}
        </b>
        <span className="block">
          {nearnessInWords(found)}
          {found.lacks.length > 0 && `; missing: ${found.lacks.join('; ')}`}
        </span>
        {decided && (
          <span className="block text-soft">
            {decided.by} has decided so: {decided.reason}
          </span>
        )}
        {deciding && (
          <form className="mt-2 flex flex-wrap items-end gap-3" onSubmit={(e) => e.preventDefault()}>
            <Field label="Why" className="min-w-[240px] flex-1">
              <input value={reason} maxLength={400} onChange={(e) => setReason(e.target.value)} />
            </Field>
            <Action disabled={reason.trim().length < 3} onClick={() => decide(true)}>
              Counts as qualified
            </Action>
            <Action disabled={reason.trim().length < 3} onClick={() => decide(false)}>
              Is scored a second time
            </Action>
            {decided && (
              <Action disabled={reason.trim().length < 3} onClick={() => decide(null)}>
                As the clips say
              </Action>
            )}
            <Outcome problem={problem} />
          </form>
        )}
      </div>
      {!deciding && <Action onClick={() => setDeciding(true)}>Decide otherwise</Action>}
    </li>
  );
}

function ClipRow({ clip }: { clip: SetClip }) {
  const [sure, setSure] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const out = (): Promise<void> =>
    askServer(doneSchema, `/api/practice-clips/${clip.id}`, { method: 'DELETE' }).then(
      () => window.location.reload(),
      (error: Error) => setProblem(error.message),
    );
  return (
    <li className="grid grid-cols-[58px_1fr_auto] items-center gap-3 border-b border-rule py-2">
      <span className="bib-block h-[44px] !text-head">{clip.number}</span>
      <span className="text-note">{clip.says}</span>
      <span className="flex flex-wrap items-center gap-2">
        <Outcome problem={problem} />
        {!clip.own ? (
          <span className="text-small text-soft">of another camp</span>
        ) : sure ? (
          <Action onClick={out}>Take clip {clip.number} out</Action>
        ) : (
          <button type="button" className="min-h-[44px] border-0 bg-transparent underline" onClick={() => setSure(true)}>
            Take it out
          </button>
        )}
      </span>
    </li>
  );
}
