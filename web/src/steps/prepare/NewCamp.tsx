import { doneSchema, madeSchema } from '@stride-chalk/core';
import { useState } from 'react';
import { Alert } from '../../parts/Alert.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { CampFactFields, type CampFacts } from './CampFactFields.tsx';

/** Another camp of the organisation; it begins with what this one has agreed. */
export function NewCamp({ like, zones, organisation }: { like: CampFacts; zones: readonly string[]; organisation: string }) {
  const [camp, setCamp] = useState<CampFacts>({
    name: '',
    place: like.place,
    firstDay: '',
    lastDay: '',
    timeZone: like.timeZone,
    units: like.units,
  });
  const [problem, setProblem] = useState<string | null>(null);
  const [named, setNamed] = useState<string | null>(null);
  return (
    <details className="mt-8 border-t-2 border-ink pt-2">
      <summary className="sign flex min-h-[48px] cursor-pointer items-center text-[26px] font-semibold">Another camp</summary>
      <form
        className="mb-4 flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          const body = Object.fromEntries(new FormData(e.currentTarget)) as { name: string };
          askServer(doneSchema, '/api/organisation', { method: 'PUT', body })
            .then(() => setNamed(body.name))
            .catch((error: Error) => setProblem(error.message));
        }}
      >
        <label className="grid min-w-[260px] gap-1 text-[15px] text-soft">
          Organisation: who runs the camps
          <input name="name" required maxLength={120} defaultValue={organisation} className="field" />
        </label>
        <button type="submit" className="quiet-action min-h-[48px]">
          {named === null ? 'Keep the name' : 'Kept'}
        </button>
      </form>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          askServer(madeSchema, '/api/camps', { method: 'POST', body: camp })
            .then(({ id }) => {
              const form = document.createElement('form');
              form.method = 'post';
              form.action = '/api/camp-at-work';
              form.append(Object.assign(document.createElement('input'), { name: 'camp', value: id, type: 'hidden' }));
              document.body.append(form);
              form.submit();
            })
            .catch((error: Error) => setProblem(error.message));
        }}
      >
        <p className="m-0 text-[15px] text-soft">
          It begins with the sheet, schools, distances and limits of this one. You are its lead.
        </p>
        <CampFactFields value={camp} zones={zones} onChange={(change) => setCamp((c) => ({ ...c, ...change }))} />
        {problem && <Alert className="mt-3 mb-0">{problem}</Alert>}
        <button type="submit" className="main-action mt-4 min-h-[48px]">
          Make the camp
        </button>
      </form>
    </details>
  );
}
