import { useState } from 'react';
import { doneSchema } from '@stride-chalk/core';
import { Action } from '../../parts/Action.tsx';
import { Alert } from '../../parts/Alert.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Panel } from '../../parts/Panel.tsx';
import { askAgain } from '../../parts/use-live.ts';
import { VIEW_NAMES } from '../../parts/view-names.ts';
import type { DayPlanData } from './day-plan-data.ts';

/** Who is to be filmed once more, from where and why; done by itself as soon as such a film is there. */
export function FilmAgain({ data }: { data: DayPlanData }) {
  const [problem, setProblem] = useState<string | null>(null);
  if (data.again.length === 0) return null;
  const campers = new Map(data.campers.map((c) => [c.id, c]));
  const onPlan = new Set(data.sessions.map((s) => s.camper));
  const drop = (id: string): void => {
    setProblem(null);
    askServer(doneSchema, `/api/refilms/${id}`, { method: 'DELETE' })
      .then(() => askAgain(`/api/day-plan/${data.day}`))
      .catch((error: Error) => setProblem(error.message));
  };
  return (
    <Panel id="film-again" title="Film again" count={data.again.length}>
      {problem && <Alert className="mb-2">{problem}</Alert>}
      <ul className="m-0 list-none p-0">
        {data.again.map(({ id, camper, view, why }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-2 border-b border-rule py-1 text-small">
            <span className="min-w-0 flex-1">
              <b className="sign tabular text-lead">{campers.get(camper)?.bib}</b> <b>{campers.get(camper)?.name}</b>,{' '}
              {VIEW_NAMES[view].toLowerCase()}
              <br />
              {why}
              {!onPlan.has(camper) && ', has no place on this day'}
            </span>
            <Action onClick={() => drop(id)} aria-label={`Bib ${campers.get(camper)?.bib} need not be filmed again`}>
              Not any more
            </Action>
          </li>
        ))}
      </ul>
    </Panel>
  );
}
