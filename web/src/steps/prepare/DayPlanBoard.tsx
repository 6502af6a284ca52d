import { PlanTable } from './PlanTable.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { Action } from '../../parts/Action.tsx';
import { DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useState } from 'react';
import { changedPlanSchema, doneSchema, solvedPlanSchema, clockOf, type CamperId } from '@stride-chalk/core';
import { Alert } from '../../parts/Alert.tsx';
import { askServer, type AskError } from '../../parts/ask-server.ts';
import { useAwake } from '../../parts/use-awake.ts';
import { BrokenRules } from './BrokenRules.tsx';
import type { DayPlanData } from './day-plan-data.ts';
import { DaySettingsForm } from './DaySettingsForm.tsx';
import { FilmAgain } from './FilmAgain.tsx';
import { PickedSession } from './PickedSession.tsx';
import { StaffLoads } from './StaffLoads.tsx';
import { dropped, TimeTable } from './TimeTable.tsx';
import { useDayPlan } from './use-day-plan.ts';

/** The plan of a day: mounds as columns of time, what it comes to, which rules it breaks, and everything to change it. */
export function DayPlanBoard({
  data: first,
  days,
  ...role
}: {
  data: DayPlanData;
  days: ReadonlyArray<{ readonly day: string; readonly name: string }>;
  mayPlan: boolean;
}) {
  const mayPlan = role.mayPlan && !first.over;
  const awake = useAwake();
  const { data, stood, settings, lost, setSettings, take, takeTheirs } = useDayPlan(first);
  const [chosen, setChosen] = useState<string | null>(null);
  const [working, setWorking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const campers = new Map(data.campers.map((c) => [c.id, c]));
  const staff = new Map(data.staff.map((s) => [s.id, s.name]));
  const here = new Set(data.here);
  const bibOf = (id: CamperId): string => String(campers.get(id)?.bib ?? '?');
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));

  /** Somebody else was faster: his plan is shown, and the hours in hand stay. */
  const refused = (error: AskError): void => {
    setProblem(error.message);
    if (error.code === 'plan-changed') takeTheirs();
  };
  const solve = (anew: boolean, changed = settings): void => {
    setWorking(true);
    setProblem(null);
    setSaid(null);
    askServer(solvedPlanSchema, `/api/day-plan/${data.day}/solve`, {
      method: 'POST',
      body: { settings: changed, revision: data.revision, anew },
    })
      .then(({ page, moved, unplaced }) => {
        take(page);
        const room = unplaced.filter((u) => u.why === 'noRoom').length;
        setSaid(
          [
            data.sessions.length > 0 && !anew
              ? `${moved.length === 0 ? 'Nobody' : moved.length} moved`
              : `${page.sessions.length} planned`,
            room > 0 && `${room} found no room`,
          ]
            .filter(Boolean)
            .join(', '),
        );
      })
      .catch(refused)
      .finally(() => setWorking(false));
  };
  const later = (minutes: number): void => {
    setProblem(null);
    askServer(changedPlanSchema, `/api/day-plan/${data.day}/later`, {
      method: 'POST',
      body: { minutes, revision: data.revision },
    })
      .then(({ page }) => {
        take(page);
        setSaid(`Everything that has not begun is ${minutes} minutes later`);
      })
      .catch(refused);
  };
  const move = (camperId: CamperId, mound: string, from: number): void => {
    setProblem(null);
    setSaid(null);
    askServer(changedPlanSchema, `/api/day-plan/${data.day}/move`, {
      method: 'POST',
      body: { camperId, mound, from, revision: data.revision },
    })
      .then(({ page }) => take(page))
      .catch(refused);
  };
  const late = (camperId: CamperId, fromMinute: number): void => {
    askServer(doneSchema, `/api/campers/${camperId}/late`, { method: 'PUT', body: { day: data.day, fromMinute } })
      .then(() => (mayPlan ? solve(false) : setSaid(`Bib ${bibOf(camperId)} is noted from ${clockOf(fromMinute)}`)))
      .catch((error: Error) => setProblem(error.message));
  };
  const broken = new Set(data.problems.flatMap((p) => p.campers));
  const picked = data.sessions.find((s) => s.camper === chosen) ?? null;
  const { facts } = data;
  const empty = data.sessions.length === 0;
  /** Somebody has begun to warm up: what is over stays as it was. */
  const begun = data.now !== null && data.sessions.some((s) => s.warmUpFrom < data.now!);
  /** Nothing is left to plan while every rule holds, everybody has a place and the day is asked for as it stands. */
  const toDo =
    empty || data.problems.length > 0 || data.unplanned.length > 0 || JSON.stringify(settings) !== JSON.stringify(data.settings);

  return (
    <div data-awake={awake}>
      <header className="flex flex-wrap items-center gap-3">
        <h1 className="m-0 text-title">Day plan</h1>
        <label className="me-auto">
          <span className="sr-only">Day</span>
          <select value={data.day} onChange={(e) => window.location.assign(`/day-plan?day=${e.target.value}`)} className="field">
            {days.map((d) => (
              <option key={d.day} value={d.day}>
                {d.name}
              </option>
            ))}
          </select>
        </label>
        {!empty && <Action href={`/day-plan/print?day=${data.day}`}>Print</Action>}
        {!empty && (
          <Action href={`/api/day-plan/${data.day}/plan.csv`} download>
            CSV
          </Action>
        )}
        {!empty && (
          <Action href={`/api/day-plan/${data.day}/plan.ics`} download>
            Calendar
          </Action>
        )}
        {mayPlan && !empty && !data.over && (
          <label>
            <span className="sr-only">All later by</span>
            <select
              value=""
              onChange={(e) => later(Number(e.target.value))}
              className="field min-h-[48px]"
              aria-label="All later by"
              disabled={working}
            >
              <option value="" disabled>
                All later by
              </option>
              {[5, 10, 15, 20, 30, 45, 60].map((m) => (
                <option key={m} value={m}>
                  {m} minutes
                </option>
              ))}
            </select>
          </label>
        )}
        {mayPlan && !empty && (
          <Action disabled={working} onClick={() => solve(true)}>
            Plan anew
          </Action>
        )}
        {mayPlan && (
          <Action main={toDo} disabled={working} onClick={() => solve(empty)}>
            {working ? 'Planning' : empty ? 'Plan the day' : !begun ? 'Mend the plan' : `Mend from ${clockOf(data.now!)} on`}
          </Action>
        )}
      </header>
      {problem && <Alert className="my-3">{problem}</Alert>}
      {lost && (
        <p role="status" className="care-band my-3 px-5 py-3 text-body">
          This is the plan as it was{data.now === null ? '' : ` at ${clockOf(data.now)}`}: the page cannot follow it. {lost}
        </p>
      )}
      {said && (
        <p role="status" className="my-3 border-l-[6px] border-grass bg-wash px-5 py-3 text-body">
          {said}.
        </p>
      )}

      {!empty && (
        <dl className="my-4 grid grid-cols-4 border-y border-rule max-[820px]:grid-cols-2" aria-label="What the plan comes to">
          <Fact name="Done at" value={facts.finish === null ? 'none' : clockOf(facts.finish)} more={aboveBound(facts)} />
          <Fact
            name="Campers"
            value={String(data.sessions.length)}
            more={`${data.resting.length} rest or are away, ${data.unplanned.length} without a place`}
          />
          <Fact
            name="Rules broken"
            value={String(data.problems.length)}
            more={data.problems.length === 0 ? 'every rule holds' : 'named below'}
            alert={data.problems.length > 0}
          />
          <Fact
            name="Coaches linked"
            value={data.linked.linked ? 'yes' : 'no'}
            more={
              data.linked.linked
                ? `${data.sessions.filter((s) => s.secondScorer).length} campers are scored twice`
                : data.linked.wouldLink
                    .map((w) => `${staff.get(w.coach)} should score one of ${w.campers.slice(0, 3).map(bibOf).join(', ')}`)
                    .join('; ')
            }
            alert={!data.linked.linked}
          />
        </dl>
      )}
      <BrokenRules problems={data.problems} bibOf={bibOf} />

      {empty && (
        <p className="my-6 text-lead">
          {first.over
            ? 'Nothing was planned on this day.'
            : mayPlan
              ? `Nothing is planned yet. ${data.unplanned.length} campers may throw: look at mounds and staff below, then plan the day.`
              : 'The lead has not planned this day yet.'}
        </p>
      )}
      {empty && <FilmAgain data={data} />}
      {!empty && (
        <div className="grid grid-cols-[1fr_270px] gap-5 max-[1000px]:grid-cols-1">
          <div className="min-w-0">
            <p className="m-0 mb-2 text-small text-soft">
              A filled bib is here, an open one has not been at the gate.
              {mayPlan && ' Drag a session, or choose it and say where and when.'}
            </p>
            <DndContext
              accessibility={{
                screenReaderInstructions: { draggable: 'Enter opens the session; its mound and its time are changed there.' },
              }}
              sensors={sensors}
              onDragEnd={(e) => dropped(e, data, move)}
            >
              <TimeTable
                data={data}
                broken={broken}
                chosen={chosen}
                onChoose={setChosen}
                staff={staff}
                campers={campers}
                stood={stood}
                here={here}
                mayPlan={mayPlan}
              />
            </DndContext>
          </div>
          <aside className="grid content-start gap-5">
            {picked && (
              <PickedSession
                key={`${picked.camper} ${picked.mound} ${picked.from}`}
                session={picked}
                data={data}
                staff={staff}
                mayPlan={mayPlan}
                onMove={move}
                onLate={late}
              />
            )}
            <FilmAgain data={data} />
            <StaffLoads data={data} mayPlan={mayPlan} />
            {data.unplanned.length > 0 && <Names title="Without a place" ids={data.unplanned} campers={campers} />}
            {data.resting.length > 0 && (
              <Panel id="rest" title="Not throwing">
                <ul className="m-0 list-none p-0">
                  {data.resting.map((r) => (
                    <li key={r.camper} className="care-band mb-1 px-3 py-2 text-small">
                      <b>
                        {bibOf(r.camper)} {campers.get(r.camper)?.name}
                      </b>
                      <br />
                      {r.why}
                    </li>
                  ))}
                </ul>
              </Panel>
            )}
          </aside>
        </div>
      )}
      {!empty && <PlanTable data={data} staff={staff} campers={campers} />}
      {mayPlan && (
        <DaySettingsForm
          settings={settings}
          staff={data.staff.filter((p) => p.active || settings.staff.some((s) => s.id === p.id))}
          onChange={setSettings}
          open={empty}
          now={data.now}
          onLost={(next) => {
            setSettings(next);
            solve(false, next);
            // What came of it stands at the top.
            window.scrollTo({ top: 0 });
          }}
          planned={!empty}
        />
      )}
    </div>
  );
}

const SCARCE = {
  mounds: 'the mounds allow',
  cameras: 'the cameras allow',
  staff: 'the staff allow',
  arrival: 'whoever comes last allows',
} as const;

/** How far above the least that any plan of these campers takes. */
function aboveBound({ minutes, leastMinutes, bound }: DayPlanData['facts']): string {
  const gap = minutes - leastMinutes;
  const least = `${SCARCE[bound.by]} no less than ${leastMinutes}`;
  return gap <= 0 ? `${minutes} minutes; ${least}` : `${minutes} minutes, ${gap} more than can be: ${least}`;
}

function Fact({ name, value, more, alert = false }: { name: string; value: string; more: string; alert?: boolean }) {
  return (
    <div className={`border-e border-rule px-4 py-2 last:border-e-0 ${alert ? 'care-band' : ''}`}>
      <dt className="sign text-body text-soft">{name}</dt>
      <dd className="m-0">
        <span className="sign tabular block text-title font-semibold leading-none">{value}</span>
        <span className="text-small text-soft">{more}</span>
      </dd>
    </div>
  );
}

function Names({
  title,
  ids,
  campers,
}: {
  title: string;
  ids: readonly string[];
  campers: ReadonlyMap<string, DayPlanData['campers'][number]>;
}) {
  return (
    <section aria-label={title}>
      <h2 className="m-0 text-head">{title}</h2>
      <ul className="m-0 list-none p-0">
        {ids.map((id) => (
          <li key={id} className="border-b border-rule py-1">
            <b className="sign tabular text-lead">{campers.get(id)?.bib}</b> {campers.get(id)?.name}
          </li>
        ))}
      </ul>
    </section>
  );
}
