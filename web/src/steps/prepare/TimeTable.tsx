import { useDraggable, useDroppable, type DragEndEvent } from '@dnd-kit/core';
import { clockOf } from '@stride-chalk/core';
import type { DayPlanData, Planned } from './day-plan-data.ts';
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
  move: (camper: string, mound: string, from: number) => void,
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
          <h2 key={m.name} className="m-0 border-b-2 border-ink px-2 pb-1 text-[22px]">
            {m.name}
          </h2>
        ))}
        <div className="relative" ref={putStyle({ height: tallFor(to - from) })} aria-hidden="true">
          {hours.map((m) => (
            <span
              key={m}
              className="tabular absolute end-2 -translate-y-1/2 text-[14px] text-soft"
              ref={putStyle({ top: `max(8px, ${tallFor(m - from)})` })}
            >
              {clockOf(m)}
            </span>
          ))}
          {now !== null && (
            <b
              className="tabular absolute end-0 z-10 -translate-y-1/2 bg-clay px-2 text-[14px] text-bone"
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
      className={`relative m-0 list-none border-s border-rule p-0 ${isOver ? 'bg-wash' : ''}`}
    >
      {hours.map((m) => (
        <li
          key={m}
          aria-hidden="true"
          className="absolute w-full border-t border-rule opacity-60"
          ref={putStyle({ top: tallFor(m - from) })}
        />
      ))}
      {data.settings.breaks
        .filter((b) => b.from < to && b.to > from)
        .map((b) => (
          <li
            key={b.from}
            className="absolute grid w-full place-items-center bg-wash text-[15px] text-soft"
            ref={putStyle({ top: tallFor(b.from - from), height: tallFor(Math.min(b.to, to) - b.from) })}
          >
            Break
          </li>
        ))}
      {mound.to < to && (
        <li
          className="absolute w-full border-t-2 border-ink px-2 text-[14px] text-soft"
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
  mayPlan,
}: TableProps & { session: Planned; after: number; lane: number; lanes: number }) {
  const { setNodeRef, attributes, listeners, transform, isDragging } = useDraggable({ id: s.camper, disabled: !mayPlan });
  const camper = campers.get(s.camper);
  const over = data.now !== null && s.to <= data.now;
  const calm = over ? 'border-rule bg-bone' : 'border-ink bg-paper';
  const look = broken.has(s.camper) ? 'care-band border-care' : chosen === s.camper ? 'border-clay bg-wash' : calm;
  return (
    <li
      className="absolute px-[3px]"
      ref={putStyle({
        width: `${100 / lanes}%`,
        left: `${(100 * lane) / lanes}%`,
        top: `calc(${tallFor(after)} + 1px)`,
        height: `calc(${tallFor(s.to - s.from)} - 2px)`,
        zIndex: isDragging ? '5' : '1',
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : '',
      })}
    >
      <button
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        type="button"
        aria-pressed={chosen === s.camper}
        data-testid={`session-${camper?.bib}`}
        aria-label={`Bib ${camper?.bib}, ${clockOf(s.from)} to ${clockOf(s.to)}, ${s.mound}`}
        onClick={() => onChoose(chosen === s.camper ? null : s.camper)}
        className={`grid h-full w-full touch-none grid-cols-[auto_1fr_auto] items-center gap-2 overflow-hidden border-2 px-2 text-start text-[14px] leading-tight ${look}`}
      >
        <b className="sign tabular text-[20px]">{camper?.bib}</b>
        <span className="truncate">{camper?.name ?? 'gone'}</span>
        <span className="whitespace-nowrap text-[13px] text-soft">
          {short(staff.get(s.scorer))}
          {s.secondScorer ? `+${short(staff.get(s.secondScorer))}` : ''}
        </span>
      </button>
    </li>
  );
}
