import type { EvaluationDocument, FocusItem, Level } from '@stride-chalk/core';
import { tall } from '../../parts/tall.ts';

interface HandOutFreeze {
  readonly src: string;
  readonly width: number;
  readonly height: number;
  readonly line: ReadonlyArray<{ readonly x: number; readonly y: number }>;
  /** Where the body is in x; null where that is unknown. */
  readonly centre: number | null;
}
export interface HandOutProps {
  readonly document: EvaluationDocument;
  readonly camper: {
    readonly bib: number;
    readonly name: string;
    readonly age: number;
    readonly hand: 'R' | 'L';
    readonly heightCentimetres: number;
  };
  readonly camp: { readonly name: string; readonly units: 'metric' | 'imperial' };
  readonly sheet: { readonly name: string; readonly version: number };
  readonly coaches: readonly string[];
  readonly thrownOn: string | null;
  readonly freezes: ReadonlyArray<HandOutFreeze | null>;
  readonly version: number;
  readonly released: boolean;
}

const day = (iso: string): string =>
  new Intl.DateTimeFormat('en', { weekday: 'long', day: 'numeric', month: 'long', timeZone: 'UTC' }).format(
    new Date(`${iso}T12:00:00Z`),
  );

/** The hand-out that a family takes home: two pages at most, the same on screen and on paper. */
export function HandOut(props: HandOutProps) {
  const { document: d, camper, camp } = props;
  return (
    <article className="hand-out mx-auto bg-white text-[#2a1d15]" aria-label={`Evaluation of ${camper.name}`}>
      <header className="grid grid-cols-[auto_1fr_auto] items-end gap-[18px] border-b-[3px] border-[#2a1d15] pb-[10px] max-[640px]:grid-cols-[auto_1fr]">
        <div className="sign tabular bg-[#2a1d15] px-4 py-[9px] text-[42px] font-semibold leading-none text-white">
          {camper.bib}
        </div>
        <div>
          <h1 className="m-0 text-[35px]">{camper.name}</h1>
          <p className="m-0 text-[#63503f]">What we saw, what comes first, and how we will know</p>
        </div>
        <p className="m-0 text-end text-[13px] leading-snug text-[#63503f] max-[640px]:col-span-2 max-[640px]:text-start">
          {camp.name}
          <br />
          {camper.age} years · throws {camper.hand === 'L' ? 'left' : 'right'} · {tall(camper.heightCentimetres, camp.units)}
          <br />
          {d.deliveries} deliveries{props.thrownOn ? ` filmed ${day(props.thrownOn)}` : ''}
        </p>
      </header>
      {!props.released && (
        <p className="m-0 mt-2 border-[1.5px] border-[#9c3d1e] px-3 py-1 text-[13px] text-[#9c3d1e]">
          Draft: not released yet, not for the family.
        </p>
      )}
      <Summary document={d} />
      {d.strengths.length > 0 && (
        <section className="mt-3">
          <h2 className="m-0 mb-[6px] text-[23px]">Keep doing</h2>
          <div className="grid grid-cols-3 gap-[22px] max-[640px]:grid-cols-1 max-[640px]:gap-3">
            {d.strengths.map((s) => (
              <div key={s.checkpoint}>
                <h3 className="m-0 text-[19px]">{s.title}</h3>
                <p className="m-0 mt-[3px] text-[13.5px] leading-snug text-[#3d2d22]">{s.text}</p>
              </div>
            ))}
          </div>
        </section>
      )}
      {d.focus.length === 0 && (
        <p className="mt-5 text-[17px]">Nothing that has to change now showed in most deliveries. Keep doing what you do.</p>
      )}
      {d.focus.map((f, i) => (
        <Focus key={f.checkpoint} focus={f} number={i + 1} freeze={props.freezes[i] ?? null} first={i === 0} />
      ))}
      {d.focus.length > 0 && <DrillPlan document={d} />}
      {d.oneOffs.length > 0 && (
        <p className="mt-3 mb-0 text-[13px] text-[#3d2d22]">
          <b>Seen, but not a habit:</b> {d.oneOffs.map((o) => o.replace(/^Once: /, '').replace(/\.$/, '')).join('; ')}.
        </p>
      )}
      {d.seenOnce.length > 0 && (
        <p className="mt-1 mb-0 text-[13px] text-[#3d2d22]">
          <b>Seen once only, so nothing is said:</b> {d.seenOnce.join(', ')}.
        </p>
      )}
      <footer className="mt-4 break-inside-avoid border-t-[1.5px] border-[#d8cdb8] pt-2 text-[12px] leading-[1.4] text-[#4d3d2f]">
        <p className="m-0">
          <b>{d.armCare}</b> {d.cautions.join(' ')}
        </p>
        <p className="m-0">
          Scored on the {props.sheet.name.toLowerCase()}, version {props.sheet.version}
          {props.coaches.length > 0 ? `, by ${props.coaches.join(' and ')}` : ''}. Our staff teach: {d.schools.join(' · ')}.
          Evaluation {props.version}.
        </p>
      </footer>
    </article>
  );
}

/** The chalk line of the camper: middle level of each phase. */
function Summary({ document: d }: { document: EvaluationDocument }) {
  const width = 746;
  const step = (width - 60) / d.phases.length;
  return (
    <svg
      viewBox={`0 0 ${width} 84`}
      width="100%"
      className="sign mt-3 block"
      role="img"
      aria-label={d.phases.map((p) => `${p.name}: ${p.middle === null ? 'not scored' : `level ${p.middle}`}`).join(', ')}
    >
      <text x="0" y="14" fontSize="14" fill="#63503f">
        From the rubber to the plate: three strokes = there, a dot = not yet. Middle of {d.deliveries} deliveries.
      </text>
      <path d={`M18 45H${width - 20}`} stroke="#d8cdb8" strokeWidth="8" strokeLinecap="round" />
      <rect x="0" y="34" width="13" height="22" fill="#2a1d15" />
      <path d={`M${width - 13} 36h12v11l-6 8-6-8z`} fill="#2a1d15" />
      {d.phases.map((p, i) => (
        <PhaseMark key={p.id} x={30 + step * (i + 0.5)} name={p.name} middle={p.middle as Level | null} focus={p.focus} />
      ))}
    </svg>
  );
}

function PhaseMark({ x, name, middle, focus }: { x: number; name: string; middle: Level | null; focus: boolean }) {
  const colour = focus ? '#9c3d1e' : '#2a1d15';
  const count = middle ?? 0;
  return (
    <g>
      {middle === null && <circle cx={x} cy="45" r="7" fill="#fff" stroke="#63503f" strokeWidth="2" />}
      {middle === 0 && <circle cx={x} cy="45" r="4.2" fill={colour} />}
      {Array.from({ length: count }, (_, k) => {
        const at = x + (k - (count - 1) / 2) * 9;
        return (
          <path
            key={k}
            d={`M${at} ${33 + (k % 2)} ${at - 1} ${57 - (k % 2)}`}
            stroke={colour}
            strokeWidth="3.7"
            strokeLinecap="round"
          />
        );
      })}
      <text x={x} y="80" textAnchor="middle" fontSize="15" fontWeight={focus ? 600 : 500} fill={focus ? '#9c3d1e' : '#63503f'}>
        {name}
      </text>
    </g>
  );
}

function Focus({
  focus: f,
  number,
  freeze,
  first,
}: {
  focus: FocusItem;
  number: number;
  freeze: HandOutFreeze | null;
  first: boolean;
}) {
  return (
    <section className="mt-3 grid break-inside-avoid grid-cols-[296px_1fr] gap-5 border-t-[1.5px] border-[#d8cdb8] pt-3 max-[640px]:grid-cols-1">
      {freeze ? (
        <Freeze freeze={freeze} title={f.title} />
      ) : (
        <div className="grid h-[200px] place-items-center border-[1.5px] border-dashed border-[#d8cdb8] px-4 text-center text-[13px] text-[#63503f]">
          No film shows this moment.
        </div>
      )}
      <div>
        <h2 className="m-0 text-[25px]">
          <span className="me-2 text-[29px] text-[#9c3d1e]">{number}</span>
          {f.title}
        </h2>
        <p className="sign my-[6px] border-s-[5px] border-[#9c3d1e] ps-[11px] text-[20px] font-medium leading-tight">“{f.cue}”</p>
        <dl className="m-0 grid grid-cols-[88px_1fr] gap-x-[10px] gap-y-[3px] text-[13.5px] leading-snug">
          <dt className="text-[#63503f]">Seen</dt>
          <dd className="m-0">{f.seen}</dd>
          <dt className="text-[#63503f]">{first ? 'Why first' : 'Why next'}</dt>
          <dd className="m-0">{f.why}</dd>
          {f.drills.length > 0 && (
            <>
              <dt className="text-[#63503f]">Do</dt>
              <dd className="m-0">
                {f.drills.map((x) => (
                  <span key={x.id} className="block">
                    <b>{x.name}</b>, {x.amount}. {x.how}
                  </span>
                ))}
              </dd>
            </>
          )}
          <dt className="text-[#63503f]">Look again</dt>
          <dd className="m-0">{f.lookAgain}</dd>
        </dl>
      </div>
    </section>
  );
}

/** The freeze frame, cropped around the body, with the figure in chalk. */
function Freeze({ freeze, title }: { freeze: HandOutFreeze; title: string }) {
  const { width, height, line } = freeze;
  // The body fills the lower four fifths of the picture; a standing film is shown whole.
  const cut = height > width ? height : 0.84 * height;
  const shown = Math.min(width, cut * 1.2);
  const middle = freeze.centre ?? (line.length > 0 ? line.reduce((s, p) => s + p.x, 0) / line.length : width / 2);
  const left = Math.max(0, Math.min(width - shown, middle - shown / 2));
  const d = `M${line.map((p) => `${p.x} ${p.y}`).join('L')}`;
  return (
    <svg
      viewBox={`${left} ${height - cut} ${shown} ${cut}`}
      className="block w-full rounded-[2px]"
      role="img"
      aria-label={`Freeze frame: ${title}`}
    >
      <image href={freeze.src} width={width} height={height} preserveAspectRatio="none" />
      {line.length > 1 && (
        <g fill="none" strokeLinecap="round" strokeLinejoin="round">
          <path d={d} stroke="#1d130c" strokeOpacity=".75" strokeWidth={height / 42} />
          <path d={d} stroke="#fff" strokeWidth={height / 86} />
          {line.map((p) => (
            <circle
              key={`${p.x} ${p.y}`}
              cx={p.x}
              cy={p.y}
              r={height / 64}
              fill="#fff"
              stroke="#1d130c"
              strokeWidth={height / 240}
            />
          ))}
        </g>
      )}
    </svg>
  );
}

const WEEKS = [1, 2, 3, 4] as const;

/** The drill plan, day by day with a box for each week; a drill of the second focus waits until the first holds. */
function DrillPlan({ document: d }: { document: EvaluationDocument }) {
  return (
    <section className="mt-4 break-inside-avoid border-t-[1.5px] border-[#d8cdb8] pt-3">
      <h2 className="m-0 mb-1 text-[25px]">The plan, three days a week</h2>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-[14px]">
          <thead>
            <tr className="sign text-[16px] text-[#63503f]">
              <th className="py-1 text-start font-medium">Day</th>
              {d.focus.map((f, i) => (
                <th key={f.checkpoint} className="py-1 ps-3 text-start font-medium">
                  <b className="text-[#9c3d1e]">{i + 1}</b> {f.title}
                </th>
              ))}
              {WEEKS.map((week) => (
                <th key={week} className="w-[44px] py-1 text-center font-medium">
                  {week === 1 ? 'Week 1' : week}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {d.drillDays.map((weekday, k) => (
              <tr key={weekday} className="border-t border-[#d8cdb8] align-top">
                <th scope="row" className="py-2 text-start font-semibold">
                  {weekday}
                </th>
                {d.focus.map((f) => {
                  const drill = f.drills[k % Math.max(1, f.drills.length)];
                  return (
                    <td key={f.checkpoint} className="py-2 ps-3">
                      {drill ? (
                        <>
                          <b>{drill.name}</b>
                          <br />
                          {drill.amount}
                        </>
                      ) : (
                        `Cue only: “${f.cue}”`
                      )}
                    </td>
                  );
                })}
                {WEEKS.map((week) => (
                  <td key={week} className="py-2 text-center">
                    <span className="inline-block h-[20px] w-[20px] border-[1.5px] border-[#63503f]" />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="m-0 mt-2 text-[13.5px] text-[#3d2d22]">
        Throws of drills count towards the day. One thing at a time: the next focus starts when the one before it holds.{' '}
        {d.reFilmOn ? <b>Re-film: {day(d.reFilmOn)}.</b> : 'The day of the re-film is set by the coach.'}
      </p>
    </section>
  );
}
