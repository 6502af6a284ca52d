import { drillPlan, type Said } from '@stride-chalk/core';
import { tall } from '../../parts/tall.ts';
import { deliveriesOf } from './deliveries-of.ts';
import { DrillPlan } from './DrillPlan.tsx';
import { HandOutFocus, type HandOutFreeze } from './HandOutFocus.tsx';
import { HandOutSummary } from './HandOutSummary.tsx';
import { longDay } from './long-day.ts';

export interface HandOutProps {
  readonly document: Said;
  readonly camper: {
    readonly bib: number;
    readonly name: string;
    readonly age: number;
    readonly hand: 'R' | 'L';
    readonly heightCentimetres: number;
  };
  readonly camp: { readonly name: string; readonly units: 'metric' | 'imperial'; readonly timeZone?: string | undefined };
  readonly sheet: { readonly name: string; readonly version: number };
  readonly coaches: readonly string[];
  readonly thrownOn: string | null;
  readonly freezes: ReadonlyArray<HandOutFreeze | null>;
  readonly version: number;
  readonly released: boolean;
}

/** The hand-out that a family takes home: two pages at most, the same on screen and on paper. */
export function HandOut(props: HandOutProps) {
  const { document: d, camper, camp } = props;
  const plan = drillPlan(d.focus, d.drillDays, d.drillThrows);
  return (
    <article className="hand-out mx-auto bg-white text-[#2a1d15]" aria-label={`Evaluation of ${camper.name}`}>
      <header className="grid grid-cols-[auto_1fr_auto] items-end gap-[18px] border-b-[3px] border-[#2a1d15] pb-[10px] max-[640px]:grid-cols-[auto_1fr]">
        <div className="sign tabular bg-[#2a1d15] px-4 py-[9px] text-sign font-semibold leading-none text-white">
          {camper.bib}
        </div>
        <div>
          <h1 className="m-0 text-title">{camper.name}</h1>
          <p className="m-0 text-[#63503f]">What we saw, what comes first, and how we will know</p>
        </div>
        <p className="m-0 text-end text-fine leading-snug text-[#63503f] max-[640px]:col-span-2 max-[640px]:text-start">
          {camp.name}
          <br />
          {camper.age} years · throws {camper.hand === 'L' ? 'left' : 'right'} · {tall(camper.heightCentimetres, camp.units)}
          <br />
          {deliveriesOf(d)}
          {props.thrownOn ? ` filmed ${longDay(props.thrownOn, camp.timeZone)}` : ''}
        </p>
      </header>
      {!props.released && (
        <p className="m-0 mt-2 border-[1.5px] border-[#9c3d1e] px-3 py-1 text-fine text-[#9c3d1e]">
          Draft: not released yet, not for the family.
        </p>
      )}
      <HandOutSummary document={d} />
      {d.strengths.length > 0 && (
        <section className="mt-3">
          <h2 className="m-0 mb-[6px] text-head">Keep doing</h2>
          <div className="grid grid-cols-3 gap-[22px] max-[640px]:grid-cols-1 max-[640px]:gap-3">
            {d.strengths.map((s) => (
              <div key={s.checkpoint}>
                <h3 className="m-0 text-lead">{s.title}</h3>
                <p className="m-0 mt-[3px] text-fine leading-snug text-[#3d2d22]">{s.text}</p>
              </div>
            ))}
          </div>
        </section>
      )}
      {d.focus.length === 0 && (
        <p className="mt-5 text-body">
          {d.deliveries === 1
            ? 'One delivery was seen: too little to call anything a habit.'
            : `Nothing that has to change now showed in most deliveries${d.notSeen.length > 0 ? ', as far as the films show it' : ''}.`}
          {d.strengths.length > 0 ? ' Keep doing what stands above.' : ''}
        </p>
      )}
      {d.focus.map((f, i) => (
        <HandOutFocus
          key={f.checkpoint}
          focus={f}
          hand={camper.hand}
          plan={plan}
          number={i + 1}
          freeze={props.freezes[i] ?? null}
          first={i === 0}
        />
      ))}
      {d.focus.length > 0 && <DrillPlan document={d} timeZone={camp.timeZone} />}
      {d.oneOffs.length > 0 && (
        <p className="mt-3 mb-0 text-fine text-[#3d2d22]">
          <b>Seen, but not a habit:</b> {d.oneOffs.map((o) => o.replace(/^Once: /, '').replace(/\.$/, '')).join('; ')}.
        </p>
      )}
      {d.seenOnce.length > 0 && (
        <p className="mt-1 mb-0 text-fine text-[#3d2d22]">
          <b>Seen once only, so nothing is said:</b> {d.seenOnce.join(', ')}.
        </p>
      )}
      {d.notSeen.length > 0 && (
        <p className="mt-1 mb-0 text-fine text-[#3d2d22]">
          <b>Not to be seen in these films, so nothing is said:</b> {d.notSeen.join(', ')}.
        </p>
      )}
      <footer className="mt-4 break-inside-avoid border-t-[1.5px] border-[#d8cdb8] pt-2 text-fine leading-[1.4] text-[#4d3d2f]">
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
