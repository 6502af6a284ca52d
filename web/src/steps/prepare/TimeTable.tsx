import { useDraggable, useDroppable, type DragEndEvent } from '@dnd-kit/core';
import { clockOf, type CamperId } from '@stride-chalk/core';
import type { DayPlanData, Planned } from './day-plan-data.ts';
import type { Stood } from './newer-plan.ts';
import { sideBySide } from './side-by-side.ts';
import { putStyle } from '../../parts/put-style.ts';
import { useAwake } from '../../parts/use-awake.ts';

/** The height of some minutes; how tall a minute is, the style says: on a phone the shortest session can be tapped. */
const tallFor = (minutes: number): string => `calc(var(--minute) * ${minutes})`;

function spanOf(data: DayPlanData): { readonly from: number; readonly to: number } {
  return { from: Math.min(...data.sessions.map((s) => s.from)), to: Math.max(...data.sessions.map((s) => s.to)) + 20 };
}

export function dropped(
  event: DragEndEvent,
  data: DayPlanData,
  move: (camper: CamperId, mound: string, from: number) => void,
): void {
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
  /** Where those stood who have moved with the last change. */
  readonly stood: ReadonlyMap<string, Stood>;
  /** Who is here. */
  readonly here: ReadonlySet<string>;
  readonly mayPlan: boolean;
}

export function TimeTable(props: TableProps) {
  const { data } = props;
  const awake = useAwake();
  const { from, to } = spanOf(data);
  const hours = Array.from(
    { length: Math.ceil(to / 15) - Math.ceil(from / 15) + 1 },
    (_, i) => (Math.ceil(from / 15) + i) * 15,
  ).filter((m) => m <= to);
  const now = data.now !== null && data.now >= from && data.now <= to ? data.now : null;
  // Its measures are put on it when it is on the page (see `putStyle`): before that it would be shown crushed.
  if (!awake) return <div className="min-h-[70vh]" />;
  return (
    <div className="overflow-x-auto pb-2">
      <div
        className="time-table grid min-w-[560px]"
        ref={putStyle({
          '--shortest': String(Math.min(...data.sessions.map((s) => s.to - s.from))),
          gridTemplateColumns: `52px repeat(${data.settings.mounds.length}, minmax(150px, 1fr))`,
        })}
      >
        <span />
        {data.settings.mounds.map((m) => (
          <h2 key={m.name} className="m-0 border-b-2 border-ink px-2 pb-1 text-lead">
            {m.name}
          </h2>
        ))}
        <div className="relative" ref={putStyle({ height: tallFor(to - from) })} aria-hidden="true">
          {hours.map((m) => (
            <span
              key={m}
              className="tabular absolute end-2 -translate-y-1/2 text-small text-soft"
              ref={putStyle({ top: `max(8px, ${tallFor(m - from)})` })}
            >
              {clockOf(m)}
            </span>
          ))}
          {now !== null && (
            <b
              className="tabular absolute end-0 z-10 -translate-y-1/2 bg-clay px-2 text-small text-bone"
              ref={putStyle({ top: `max(8px, ${tallFor(now - from)})` })}
            >
              {clockOf(now)}
            </b>
          )}
        </div>
        {data.settings.mounds.map((m) => (
          <Mound key={m.name} {...props} name={m.name} from={from} to={to} hours={hours} now={now} />
        ))}
      </div>
    </div>
  );
}

function Mound({
  name,
  from,
  to,
  hours,
  now,
  ...props
}: TableProps & { name: string; from: number; to: number; hours: readonly number[]; now: number | null }) {
  const { data } = props;
  const { setNodeRef, isOver } = useDroppable({ id: name });
  const mound = data.settings.mounds.find((m) => m.name === name)!;
  const own = data.sessions.filter((s) => s.mound === name);
  const places = sideBySide(own);
  return (
    <ol
      ref={(element) => {
        setNodeRef(element);
        putStyle({ height: tallFor(to - from) })(element);
      }}
      aria-label={name}
      className={`relative m-0 list-none p-0 ${isOver ? 'bg-wash' : ''}`}
    >
      {/* The line that a delivery has too: the day runs from the rubber down to the plate. */}
      <li aria-hidden="true" className="absolute start-[7px] h-full w-[8px] rounded-full bg-[var(--track)]" />
      {now !== null && now > from && (
        <li
          aria-hidden="true"
          className="absolute start-[9px] top-0 w-[4px] rounded-full bg-ink"
          ref={putStyle({ height: tallFor(now - from) })}
        />
      )}
      {hours.map((m) => (
        <li
          key={m}
          aria-hidden="true"
          className="absolute start-[22px] end-0 border-t border-rule opacity-60"
          ref={putStyle({ top: tallFor(m - from) })}
        />
      ))}
      {data.settings.breaks
        .filter((b) => b.from < to && b.to > from)
        .map((b) => (
          <li
            key={b.from}
            className="absolute grid w-full place-items-center bg-wash text-small text-soft"
            ref={putStyle({ top: tallFor(b.from - from), height: tallFor(Math.min(b.to, to) - b.from) })}
          >
            Break
          </li>
        ))}
      {mound.to < to && (
        <li
          className="absolute w-full border-t-2 border-ink px-2 text-small text-soft"
          ref={putStyle({ top: tallFor(Math.max(0, mound.to - from)) })}
        >
          closed from {clockOf(mound.to)}
        </li>
      )}
      {now !== null && (
        <li
          aria-hidden="true"
          className="pointer-events-none absolute z-10 w-full border-t-[3px] border-clay opacity-40"
          ref={putStyle({ top: tallFor(now - from) })}
        />
      )}
      {own.map((s, i) => (
        <Block key={s.camper} session={s} after={s.from - from} {...places[i]!} {...props} />
      ))}
    </ol>
  );
}

const short = (name: string | undefined): string => (name ?? '?').split(' ')[0]!;

function Block({
  session: s,
  after,
  lane,
  lanes,
  broken,
  chosen,
  onChoose,
  campers,
  staff,
  data,
  stood,
  here,
  mayPlan,
}: TableProps & { session: Planned; after: number; lane: number; lanes: number }) {
  const { setNodeRef, attributes, listeners, transform, isDragging } = useDraggable({ id: s.camper, disabled: !mayPlan });
  const camper = campers.get(s.camper);
  const over = data.now !== null && s.to <= data.now;
  const look = broken.has(s.camper)
    ? 'care-band'
    : chosen === s.camper
      ? 'bg-wash outline-2 outline-clay'
      : 'bg-bone hover:bg-wash';
  const was = stood.get(s.camper);
  const isHere = here.has(s.camper);
  return (
    <li
      className={`absolute pe-[3px] ${over ? 'text-soft' : ''}`}
      ref={putStyle({
        width: `${100 / lanes}%`,
        left: `${(100 * lane) / lanes}%`,
        top: `calc(${tallFor(after)} + 1px)`,
        height: `calc(${tallFor(s.to - s.from)} - 2px)`,
        zIndex: isDragging ? '5' : '1',
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : '',
      })}
    >
      {/* The strokes of the line: it begins here, and it lasts so long. */}
      <span aria-hidden="true" className={`absolute start-[3px] top-0 h-[3px] w-[16px] ${over ? 'bg-soft' : 'bg-ink'}`} />
      <button
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        type="button"
        aria-pressed={chosen === s.camper}
        data-testid={`session-${camper?.bib}`}
        aria-label={`Bib ${camper?.bib}, ${clockOf(s.from)} to ${clockOf(s.to)}, ${s.mound}`}
        onClick={() => onChoose(chosen === s.camper ? null : s.camper)}
        className={`ms-[22px] grid h-full w-[calc(100%-22px)] touch-none grid-cols-[42px_1fr] items-center gap-2 overflow-hidden border-0 p-0 text-start text-small leading-[1.15] ${look}`}
      >
        <b
          className={`sign tabular grid h-[28px] place-items-center border-2 text-lead leading-none ${isHere ? 'border-ink bg-ink text-bone' : over ? 'border-soft' : 'border-ink'}`}
        >
          {camper?.bib}
        </b>
        <span className="min-w-0">
          <span className="block truncate font-semibold">{camper?.name ?? 'gone'}</span>
          <span className="block truncate text-fine text-soft">
            {was ? (
              <b className="text-clay">
                was {clockOf(was.from)}
                {was.mound === s.mound ? '' : `, ${was.mound}`}
              </b>
            ) : (
              <>
                {short(staff.get(s.filmer))} films, {short(staff.get(s.scorer))}
                {s.secondScorer ? `+${short(staff.get(s.secondScorer))}` : ''} scores
              </>
            )}
          </span>
        </span>
      </button>
    </li>
  );
}
