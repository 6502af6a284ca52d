import { DndContext, KeyboardSensor, PointerSensor, useDraggable, useDroppable, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { useState } from 'react';
import { clockOf, type DayPlanFacts, type DaySettings, type LinkedDesign, type PlanProblem, type Session } from '@stride-chalk/core';
import { minuteOf, timeValue } from '../../parts/clock.ts';
import { askServer } from '../../parts/ask-server.ts';
import { useAwake } from '../../parts/use-awake.ts';
import { sideBySide } from './side-by-side.ts';
import { DaySettingsForm } from './DaySettingsForm.tsx';

export interface DayPlanData {
  readonly day: string;
  readonly now: number | null;
  /** The day is over: nothing of it is planned any more. */
  readonly over: boolean;
  readonly revision: number;
  readonly settings: DaySettings;
  readonly sessions: ReadonlyArray<Session & { readonly scorer: string; readonly secondScorer: string | null }>;
  readonly resting: ReadonlyArray<{ readonly camper: string; readonly why: string }>;
  readonly unplanned: readonly string[];
  readonly facts: DayPlanFacts;
  readonly problems: readonly PlanProblem[];
  readonly linked: LinkedDesign;
  readonly campers: ReadonlyArray<{ readonly id: string; readonly bib: number; readonly name: string; readonly ageGroup: string; readonly together: string | null }>;
  readonly staff: ReadonlyArray<{ readonly id: string; readonly name: string; readonly role: string; readonly active: boolean }>;
}
type Planned = DayPlanData['sessions'][number];

/** The plan of a day: mounds as columns of time, what it comes to, which rules it breaks, and everything to change it. */
export function DayPlanBoard({ data: first, days, ...role }: { data: DayPlanData; days: readonly string[]; mayPlan: boolean }) {
  const mayPlan = role.mayPlan && !first.over;
  const awake = useAwake();
  const [data, setData] = useState(first);
  const [settings, setSettings] = useState(first.settings);
  const [chosen, setChosen] = useState<string | null>(null);
  const [working, setWorking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const campers = new Map(data.campers.map((c) => [c.id, c]));
  const staff = new Map(data.staff.map((s) => [s.id, s.name]));
  const bibOf = (id: string): string => String(campers.get(id)?.bib ?? '?');
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }), useSensor(KeyboardSensor));
  const take = (page: DayPlanData): void => {
    setData(page);
    setSettings(page.settings);
  };

  const solve = (anew: boolean, changed = settings): void => {
    setWorking(true);
    setProblem(null);
    setSaid(null);
    askServer<{ page: DayPlanData; moved: string[]; unplaced: Array<{ camper: string; why: string }> }>(`/api/day-plan/${data.day}/solve`, { method: 'POST', body: { settings: changed, revision: data.revision, now: data.now, anew } })
      .then(({ page, moved, unplaced }) => {
        take(page);
        const room = unplaced.filter((u) => u.why === 'noRoom').length;
        setSaid([data.sessions.length > 0 && !anew ? `${moved.length === 0 ? 'Nobody' : moved.length} moved` : `${page.sessions.length} planned`, room > 0 && `${room} found no room`].filter(Boolean).join(', '));
      }).catch((error: Error) => setProblem(error.message)).finally(() => setWorking(false));
  };
  const move = (camperId: string, mound: string, from: number): void => {
    setProblem(null);
    setSaid(null);
    askServer<{ page: DayPlanData }>(`/api/day-plan/${data.day}/move`, { method: 'POST', body: { camperId, mound, from, revision: data.revision } }).then(({ page }) => take(page)).catch((error: Error) => setProblem(error.message));
  };
  const late = (camperId: string, fromMinute: number): void => {
    askServer(`/api/campers/${camperId}/late`, { method: 'PUT', body: { day: data.day, fromMinute } }).then(() => (mayPlan ? solve(false) : setSaid(`Bib ${bibOf(camperId)} is noted from ${clockOf(fromMinute)}`))).catch((error: Error) => setProblem(error.message));
  };
  const broken = new Set(data.problems.flatMap((p) => p.campers));
  const picked = data.sessions.find((s) => s.camper === chosen) ?? null;
  const { facts } = data;
  const empty = data.sessions.length === 0;

  return (
    <div data-awake={awake}>
      <header className="flex flex-wrap items-center gap-3">
        <h1 className="m-0 text-[36px]">Day plan</h1>
        <label className="me-auto"><span className="sr-only">Day</span><select value={data.day} onChange={(e) => window.location.assign(`/day-plan?day=${e.target.value}`)} className="field">{days.map((d, i) => <option key={d} value={d}>Day {i + 1}, {d}</option>)}</select></label>
        {!empty && <a className="quiet-action min-h-[48px]" href={`/day-plan/print?day=${data.day}`}>Print</a>}
        {!empty && <a className="quiet-action min-h-[48px]" href={`/api/day-plan/${data.day}/plan.csv`} download>CSV</a>}
        {!empty && <a className="quiet-action min-h-[48px]" href={`/api/day-plan/${data.day}/plan.ics`} download>Calendar</a>}
        {mayPlan && !empty && <button type="button" className="quiet-action min-h-[48px]" disabled={working} onClick={() => solve(true)}>Plan anew</button>}
        {mayPlan && <button type="button" className="main-action min-h-[48px]" disabled={working} onClick={() => solve(empty)}>{working ? 'Planning' : empty ? 'Plan the day' : data.now === null ? 'Mend the plan' : `Mend from ${clockOf(data.now)} on`}</button>}
      </header>
      {problem && <p role="alert" className="care-band my-3 px-5 py-3 text-[17px]">{problem}</p>}
      {said && <p role="status" className="my-3 border-l-[6px] border-grass bg-wash px-5 py-3 text-[17px]">{said}.</p>}

      {!empty && (
        <dl className="my-4 grid grid-cols-4 border-y border-rule max-[820px]:grid-cols-2" aria-label="What the plan comes to">
          <Fact name="Done at" value={facts.finish === null ? 'none' : clockOf(facts.finish)} more={`${facts.minutes} minutes; the ${facts.bound.by === 'mounds' ? 'mounds allow' : 'staff allows'} no less than ${Math.ceil(facts.bound.minutes)}`} />
          <Fact name="Campers" value={String(data.sessions.length)} more={`${data.resting.length} rest or are away, ${data.unplanned.length} without a place`} />
          <Fact name="Rules broken" value={String(data.problems.length)} more={data.problems.length === 0 ? 'every rule holds' : 'named below'} alert={data.problems.length > 0} />
          <Fact name="Coaches linked" value={data.linked.linked ? 'yes' : 'no'} more={data.linked.linked ? `${data.sessions.filter((s) => s.secondScorer).length} campers are scored twice` : data.linked.wouldLink.map((w) => `${staff.get(w.coach)} should score one of ${w.campers.slice(0, 3).map(bibOf).join(', ')}`).join('; ')} alert={!data.linked.linked} />
        </dl>
      )}
      {data.problems.length > 0 && (
        <ul aria-label="Broken rules" className="care-band my-3 list-none px-5 py-3 text-[17px]">
          {data.problems.map((p, i) => <li key={i}><b>Bib {p.campers.map(bibOf).join(' and ')}:</b> {p.says}</li>)}
        </ul>
      )}

      {empty && (
        <p className="my-6 text-[20px]">{first.over ? 'Nothing was planned on this day.' : mayPlan ? `Nothing is planned yet. ${data.unplanned.length} campers may throw: look at mounds and staff below, then plan the day.` : 'The lead has not planned this day yet.'}</p>
      )}
      {!empty && (
        <div className="grid grid-cols-[1fr_270px] gap-5 max-[1000px]:grid-cols-1">
          <DndContext sensors={sensors} onDragEnd={(e) => dropped(e, data, move)}>
            <TimeTable data={data} broken={broken} chosen={chosen} onChoose={setChosen} staff={staff} campers={campers} mayPlan={mayPlan} />
          </DndContext>
          <aside className="grid content-start gap-5">
            {picked && <Picked key={picked.camper} session={picked} data={data} staff={staff} mayPlan={mayPlan} onMove={move} onLate={late} />}
            <Loads data={data} />
            {data.unplanned.length > 0 && <Names title="Without a place" ids={data.unplanned} campers={campers} />}
            {data.resting.length > 0 && (
              <section aria-labelledby="rest"><h2 id="rest" className="m-0 text-[24px]">Not throwing</h2>
                <ul className="m-0 list-none p-0">{data.resting.map((r) => <li key={r.camper} className="care-band mb-1 px-3 py-2 text-[15px]"><b>{bibOf(r.camper)} {campers.get(r.camper)?.name}</b><br />{r.why}</li>)}</ul></section>
            )}
          </aside>
        </div>
      )}
      {mayPlan && <DaySettingsForm settings={settings} staff={data.staff.filter((p) => p.active || settings.staff.some((s) => s.id === p.id))} onChange={setSettings} open={empty} now={data.now} onLost={(next) => {
        setSettings(next);
        solve(false, next);
      }} planned={!empty} />}
    </div>
  );
}

function Fact({ name, value, more, alert = false }: { name: string; value: string; more: string; alert?: boolean }) {
  return (
    <div className={`border-e border-rule px-4 py-2 last:border-e-0 ${alert ? 'care-band' : ''}`}>
      <dt className="sign text-[17px] text-soft">{name}</dt>
      <dd className="m-0"><span className="sign tabular block text-[32px] font-semibold leading-none">{value}</span><span className="text-[14px] text-soft">{more}</span></dd>
    </div>
  );
}

/** What falls to each: minutes at the camera, campers to score. */
function Loads({ data }: { data: DayPlanData }) {
  const scored = (id: string): number => data.sessions.filter((s) => s.scorer === id || s.secondScorer === id).length;
  return (
    <section aria-label="What falls to each"><h2 className="m-0 text-[24px]">What falls to each</h2>
      <table className="w-full border-collapse text-[15px]"><thead><tr>{['', 'films, min', 'scores'].map((h) => <th key={h} scope="col" className={`border-b border-ink font-normal text-soft ${h ? 'text-end' : ''}`}>{h || <span className="sr-only">Who</span>}</th>)}</tr></thead>
        <tbody>{data.staff.filter((p) => data.settings.staff.some((s) => s.id === p.id)).map((p) => <tr key={p.id} className="border-b border-rule"><th scope="row" className="py-1 text-start font-normal">{p.name}</th><td className="tabular text-end">{data.facts.filmingMinutes[p.id] ?? ''}</td><td className="tabular text-end">{scored(p.id) || ''}</td></tr>)}</tbody></table></section>
  );
}

function Names({ title, ids, campers }: { title: string; ids: readonly string[]; campers: ReadonlyMap<string, DayPlanData['campers'][number]> }) {
  return (
    <section aria-label={title}><h2 className="m-0 text-[24px]">{title}</h2>
      <ul className="m-0 list-none p-0">{ids.map((id) => <li key={id} className="border-b border-rule py-1"><b className="sign tabular text-[20px]">{campers.get(id)?.bib}</b> {campers.get(id)?.name}</li>)}</ul></section>
  );
}

/** The height of some minutes; how tall a minute is, the style says: on a phone the shortest session can be tapped. */
const tallFor = (minutes: number): string => `calc(var(--minute) * ${minutes})`;

function spanOf(data: DayPlanData): { readonly from: number; readonly to: number } {
  return { from: Math.min(...data.sessions.map((s) => s.from)), to: Math.max(...data.sessions.map((s) => s.to)) + 20 };
}

function dropped(event: DragEndEvent, data: DayPlanData, move: (camper: string, mound: string, from: number) => void): void {
  const s = data.sessions.find((x) => x.camper === event.active.id);
  if (!s || !event.over) return;
  const { from: first, to: last } = spanOf(data);
  const by = Math.round(event.delta.y / (event.over.rect.height / (last - first)));
  const mound = String(event.over.id);
  // A move of a minute or two up or down on the way to another mound was not meant.
  const from = mound !== s.mound && Math.abs(by) <= 2 ? s.from : s.from + by;
  if (mound !== s.mound || from !== s.from) move(s.camper, mound, Math.max(0, from));
}

interface TableProps {
  readonly data: DayPlanData;
  readonly broken: ReadonlySet<string>;
  readonly chosen: string | null;
  readonly onChoose: (id: string | null) => void;
  readonly staff: ReadonlyMap<string, string>;
  readonly campers: ReadonlyMap<string, DayPlanData['campers'][number]>;
  readonly mayPlan: boolean;
}

function TimeTable(props: TableProps) {
  const { data } = props;
  const { from, to } = spanOf(data);
  const hours = Array.from({ length: Math.ceil(to / 15) - Math.ceil(from / 15) + 1 }, (_, i) => (Math.ceil(from / 15) + i) * 15).filter((m) => m <= to);
  return (
    <div className="overflow-x-auto pb-2">
      <div className="time-table grid min-w-[560px]" style={{ ['--shortest' as string]: Math.min(...data.sessions.map((s) => s.to - s.from)), gridTemplateColumns: `52px repeat(${data.settings.mounds.length}, minmax(150px, 1fr))` }}>
        <span />
        {data.settings.mounds.map((m) => <h2 key={m.name} className="m-0 border-b-2 border-ink px-2 pb-1 text-[22px]">{m.name}</h2>)}
        <div className="relative" style={{ height: tallFor(to - from) }} aria-hidden="true">
          {hours.map((m) => <span key={m} className="tabular absolute end-2 -translate-y-1/2 text-[14px] text-soft" style={{ top: `max(8px, ${tallFor(m - from)})` }}>{clockOf(m)}</span>)}
        </div>
        {data.settings.mounds.map((m) => <Mound key={m.name} {...props} name={m.name} from={from} to={to} hours={hours} />)}
      </div>
    </div>
  );
}

function Mound({ name, from, to, hours, ...props }: TableProps & { name: string; from: number; to: number; hours: readonly number[] }) {
  const { data } = props;
  const { setNodeRef, isOver } = useDroppable({ id: name });
  const mound = data.settings.mounds.find((m) => m.name === name)!;
  const own = data.sessions.filter((s) => s.mound === name);
  const places = sideBySide(own);
  return (
    <ol ref={setNodeRef} aria-label={name} className={`relative m-0 list-none border-s border-rule p-0 ${isOver ? 'bg-wash' : ''}`} style={{ height: tallFor(to - from) }}>
      {hours.map((m) => <li key={m} aria-hidden="true" className="absolute w-full border-t border-rule opacity-60" style={{ top: tallFor(m - from) }} />)}
      {data.settings.breaks.filter((b) => b.from < to && b.to > from).map((b) => <li key={b.from} className="absolute grid w-full place-items-center bg-wash text-[15px] text-soft" style={{ top: tallFor(b.from - from), height: tallFor(Math.min(b.to, to) - b.from) }}>Break</li>)}
      {mound.to < to && <li className="absolute w-full border-t-2 border-ink px-2 text-[14px] text-soft" style={{ top: tallFor(Math.max(0, mound.to - from)) }}>closed from {clockOf(mound.to)}</li>}
      {own.map((s, i) => <Block key={s.camper} session={s} after={s.from - from} {...places[i]!} {...props} />)}
    </ol>
  );
}

const short = (name: string | undefined): string => (name ?? '?').split(' ')[0]!;

function Block({ session: s, after, lane, lanes, broken, chosen, onChoose, campers, staff, data, mayPlan }: TableProps & { session: Planned; after: number; lane: number; lanes: number }) {
  const { setNodeRef, attributes, listeners, transform, isDragging } = useDraggable({ id: s.camper, disabled: !mayPlan });
  const camper = campers.get(s.camper);
  const over = data.now !== null && s.to <= data.now;
  return (
    <li className="absolute px-[3px]" style={{ width: `${100 / lanes}%`, left: `${(100 * lane) / lanes}%`, top: `calc(${tallFor(after)} + 1px)`, height: `calc(${tallFor(s.to - s.from)} - 2px)`, zIndex: isDragging ? 5 : 1, ...(transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : {}) }}>
      <button ref={setNodeRef} {...attributes} {...listeners} type="button" aria-pressed={chosen === s.camper} data-testid={`session-${camper?.bib}`}
        aria-label={`Bib ${camper?.bib}, ${clockOf(s.from)} to ${clockOf(s.to)}, ${s.mound}`}
        onClick={() => onChoose(chosen === s.camper ? null : s.camper)}
        className={`grid h-full w-full touch-none grid-cols-[auto_1fr_auto] items-center gap-2 overflow-hidden border-2 px-2 text-start text-[14px] leading-tight ${broken.has(s.camper) ? 'care-band border-care' : chosen === s.camper ? 'border-clay bg-wash' : over ? 'border-rule bg-bone' : 'border-ink bg-paper'}`}>
        <b className="sign tabular text-[20px]">{camper?.bib}</b>
        <span className="truncate">{camper?.name ?? 'gone'}</span>
        <span className="whitespace-nowrap text-[13px] text-soft">{short(staff.get(s.scorer))}{s.secondScorer ? `+${short(staff.get(s.secondScorer))}` : ''}</span>
      </button>
    </li>
  );
}

/** One session in full, and its move without dragging. */
function Picked({ session: s, data, staff, mayPlan, onMove, onLate }: { session: Planned; data: DayPlanData; staff: ReadonlyMap<string, string>; mayPlan: boolean; onMove: (camper: string, mound: string, from: number) => void; onLate: (camper: string, from: number) => void }) {
  const camper = data.campers.find((c) => c.id === s.camper);
  const [mound, setMound] = useState(s.mound);
  const [time, setTime] = useState(timeValue(s.from));
  const minutes = minuteOf(time);
  return (
    <section aria-label="The session" className="border-2 border-ink bg-paper p-4">
      <h2 className="m-0 text-[24px]"><span className="tabular">{camper?.bib}</span> <a href={`/campers/${camper?.bib}/card`}>{camper?.name}</a></h2>
      <dl className="m-0 mt-1 grid grid-cols-[92px_1fr] gap-y-1 text-[15.5px]">
        <dt className="text-soft">Warm-up</dt><dd className="tabular m-0">{clockOf(s.warmUpFrom)}</dd><dt className="text-soft">Mound</dt><dd className="tabular m-0">{s.mound}, {clockOf(s.from)} to {clockOf(s.to)}</dd>
        <dt className="text-soft">Deliveries</dt><dd className="m-0">{s.deliveries}</dd><dt className="text-soft">Films</dt><dd className="m-0">{staff.get(s.filmer)}, {s.camera}</dd>
        <dt className="text-soft">Scores</dt><dd className="m-0">{staff.get(s.scorer)}{s.secondScorer && <><br />{staff.get(s.secondScorer)}, blind</>}</dd>
        {camper?.together && <><dt className="text-soft">With</dt><dd className="m-0">{camper.together}</dd></>}
      </dl>
      {mayPlan && (
        <form className="mt-3 flex flex-wrap items-end gap-2" onSubmit={(e) => {
          e.preventDefault();
          if (minutes !== null) onMove(s.camper, mound, minutes);
        }}>
          <label className="grid gap-1 text-[14px] text-soft">Mound<select value={mound} onChange={(e) => setMound(e.target.value)} className="field">{data.settings.mounds.map((m) => <option key={m.name}>{m.name}</option>)}</select></label>
          <label className="grid gap-1 text-[14px] text-soft">From<input type="time" value={time} onChange={(e) => setTime(e.target.value)} className="field" /></label>
          <button type="submit" className="quiet-action min-h-[48px]">Move</button>
        </form>
      )}
      {!data.over && <button type="button" className="quiet-action mt-2 min-h-[48px]" onClick={() => onLate(s.camper, Math.max(s.from, data.now ?? 0) + 15)}>Comes later: from {clockOf(Math.max(s.from, data.now ?? 0) + 15)}</button>}
    </section>
  );
}
