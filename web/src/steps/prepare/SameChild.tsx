import { Panel } from '../../parts/Panel.tsx';
import { Action } from '../../parts/Action.tsx';
import { doneSchema, type CamperId } from '@stride-chalk/core';
import { useState } from 'react';
import { Alert } from '../../parts/Alert.tsx';
import { askServer } from '../../parts/ask-server.ts';

interface Namesake {
  readonly camperId: CamperId;
  readonly bib: number;
  readonly camp: string;
  readonly firstDay: string;
}
interface Question {
  readonly camperId: CamperId;
  readonly bib: number;
  readonly name: string;
  readonly born: string;
  readonly asking: { readonly camperId: CamperId; readonly camp: string };
}
type Answer = { readonly other: string; readonly is: 'same' | 'other' };

const answer = (camper: string, body: Answer | { ask: true }): Promise<unknown> =>
  askServer(doneSchema, `/api/campers/${camper}/same-child`, { method: 'POST', body });

function SameOrOther({ onAnswer }: { onAnswer: (is: Answer['is']) => void }) {
  return (
    <span className="flex gap-2">
      <Action main onClick={() => onAnswer('same')}>
        The same child
      </Action>
      <Action onClick={() => onAnswer('other')}>Somebody else</Action>
    </span>
  );
}

/** Whether other camps know a camper. The lead of both says so at once; otherwise the lead of the other camp is asked. */
export function SameChild({
  camper,
  name,
  known,
  namesakes,
}: {
  camper: string;
  name: string;
  known: boolean;
  namesakes: readonly Namesake[];
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const [asked, setAsked] = useState(false);
  const failed = (error: Error): void => setProblem(error.message);
  return (
    <Panel id="other-camps" title="At other camps" className="mt-8">
      {problem && <Alert>{problem}</Alert>}
      {namesakes.map((n) => (
        <div key={n.camperId} className="flex flex-wrap items-center gap-4 border-b border-rule py-2">
          <span className="me-auto text-body">
            <b>
              {n.camp}, {n.firstDay.slice(0, 4)}
            </b>
            , bib {n.bib}: the same name and birth date. His sore arms, throws and evaluations belong together if it is he.
          </span>
          <SameOrOther
            onAnswer={(is) =>
              void answer(camper, { other: n.camperId, is })
                .then(() => window.location.reload())
                .catch(failed)
            }
          />
        </div>
      ))}
      {asked ? (
        <p role="status" className="m-0 mt-1 text-note">
          Asked. Where a camp of the organisation knows {name}, its lead answers, and the history appears here.
        </p>
      ) : (
        <p className="m-0 mt-1 flex flex-wrap items-center gap-3 text-note text-soft">
          {known ? 'Was he at one more camp?' : 'Was he at a camp before?'} Sore arms and throws count across camps.
          <Action onClick={() => void answer(camper, { ask: true }).then(() => setAsked(true), failed)}>
            Ask the other leads
          </Action>
        </p>
      )}
    </Panel>
  );
}

/** What other camps of the organisation ask about campers of this one. */
export function SameChildQuestions({ questions }: { questions: readonly Question[] }) {
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Panel id="asked" title="Another camp asks" className="mb-6 border-2 border-ink bg-paper px-5 py-3">
      {problem && <Alert>{problem}</Alert>}
      <ul className="m-0 list-none p-0">
        {questions.map((q) => (
          <li
            key={`${q.camperId} ${q.asking.camperId}`}
            className="flex flex-wrap items-center gap-4 border-b border-rule py-2 last:border-b-0"
          >
            <span className="me-auto text-body">
              <b>{q.asking.camp}</b> has a camper {q.name}, born {q.born}. Is it your bib {q.bib}? Then sore arms, throws and
              evaluations of both camps are seen at both.
            </span>
            <SameOrOther
              onAnswer={(is) =>
                void answer(q.camperId, { other: q.asking.camperId, is })
                  .then(() => window.location.reload())
                  .catch((error: Error) => setProblem(error.message))
              }
            />
          </li>
        ))}
      </ul>
    </Panel>
  );
}
