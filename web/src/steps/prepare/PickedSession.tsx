import { Action } from '../../parts/Action.tsx';
import { Fragment, useEffect, useRef, useState } from 'react';
import { clockOf, type CamperId } from '@stride-chalk/core';
import { VIEW_NAMES } from '../../parts/view-names.ts';
import { minuteOf, timeValue } from '../../parts/clock.ts';
import type { DayPlanData, Planned } from './day-plan-data.ts';

/** One session in full, and its move without dragging. */
export function PickedSession({
  session: s,
  data,
  staff,
  mayPlan,
  onMove,
  onLate,
}: {
  session: Planned;
  data: DayPlanData;
  staff: ReadonlyMap<string, string>;
  mayPlan: boolean;
  onMove: (camper: CamperId, mound: string, from: number) => void;
  onLate: (camper: CamperId, from: number) => void;
}) {
  const camper = data.campers.find((c) => c.id === s.camper);
  const scorer = data.staff.find((p) => p.id === s.scorer);
  const [mound, setMound] = useState(s.mound);
  const [time, setTime] = useState(timeValue(s.from));
  const minutes = minuteOf(time);
  const box = useRef<HTMLElement>(null);
  // Whoever has chosen it by keyboard goes on here.
  useEffect(() => {
    if (document.activeElement?.matches(':focus-visible')) box.current?.focus();
  }, []);
  return (
    <section ref={box} tabIndex={-1} aria-label="The session" className="border-2 border-ink bg-paper p-4">
      <h2 className="m-0 text-head">
        <span className="tabular">{camper?.bib}</span> <a href={`/campers/${camper?.bib}/card`}>{camper?.name}</a>
      </h2>
      <dl className="m-0 mt-1 grid grid-cols-[92px_1fr] gap-y-1 text-small">
        <dt className="text-soft">Warm-up</dt>
        <dd className="tabular m-0">{clockOf(s.warmUpFrom)}</dd>
        <dt className="text-soft">Mound</dt>
        <dd className="tabular m-0">
          {s.mound}, {clockOf(s.from)} to {clockOf(s.to)}
        </dd>
        <dt className="text-soft">Deliveries</dt>
        <dd className="m-0">{s.deliveries}</dd>
        {data.again
          .filter((a) => a.camper === s.camper)
          .map((a) => (
            <Fragment key={a.id}>
              <dt className="text-soft">Film again</dt>
              <dd className="m-0">
                <b>{VIEW_NAMES[a.view].toLowerCase()}</b>, {a.why}
              </dd>
            </Fragment>
          ))}
        <dt className="text-soft">Films</dt>
        <dd className="m-0">
          {staff.get(s.filmer)}, {s.camera}
        </dd>
        <dt className="text-soft">Scores</dt>
        <dd className="m-0">
          {staff.get(s.scorer)}
          {s.secondScorer && (
            <>
              <br />
              {staff.get(s.secondScorer)}, blind:{' '}
              {scorer?.twice ? `all that ${scorer.name.split(' ')[0]} scores is scored twice` : 'of the share that is compared'}
            </>
          )}
        </dd>
        {camper?.together && (
          <>
            <dt className="text-soft">With</dt>
            <dd className="m-0">{camper.together}</dd>
          </>
        )}
      </dl>
      {mayPlan && (
        <form
          className="mt-3 flex flex-wrap items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (minutes !== null) onMove(s.camper, mound, minutes);
          }}
        >
          <label className="grid gap-1 text-small text-soft">
            Mound
            <select value={mound} onChange={(e) => setMound(e.target.value)} className="field">
              {data.settings.mounds.map((m) => (
                <option key={m.name}>{m.name}</option>
              ))}
            </select>
          </label>
          <label className="grid gap-1 text-small text-soft">
            From
            <input type="time" value={time} onChange={(e) => setTime(e.target.value)} className="field" />
          </label>
          <Action type="submit">Move</Action>
        </form>
      )}
      {!data.over && (
        <Action className="mt-2" onClick={() => onLate(s.camper, Math.max(s.from, data.now ?? 0) + 15)}>
          Comes later: from {clockOf(Math.max(s.from, data.now ?? 0) + 15)}
        </Action>
      )}
    </section>
  );
}
