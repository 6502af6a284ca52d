import type { DrillPlan, FocusItem, Stroke } from '@stride-chalk/core';
import { ChalkStrokes } from '../../parts/ChalkStrokes.tsx';
import { AnchorPicture } from '../../parts/AnchorPicture.tsx';
import { amountOf } from './amount-of.ts';

export interface HandOutFreeze {
  readonly src: string;
  readonly width: number;
  readonly height: number;
  readonly line: ReadonlyArray<{ readonly x: number; readonly y: number }>;
  readonly strokes: readonly Stroke[];
  /** Where the body is in x; null where that is unknown. */
  readonly centre: number | null;
}
/** One thing to work on: how it looks, the cue, why it comes now, what to do, and how we will know. */
export function HandOutFocus({
  focus: f,
  hand,
  plan,
  number,
  freeze,
  first,
}: {
  focus: FocusItem;
  hand: 'R' | 'L';
  plan: DrillPlan;
  number: number;
  freeze: HandOutFreeze | null;
  first: boolean;
}) {
  return (
    <section className="mt-3 grid break-inside-avoid grid-cols-[296px_1fr] gap-5 border-t-[1.5px] border-[#d8cdb8] pt-3 max-[640px]:grid-cols-1">
      <div>
        {freeze ? (
          <Freeze freeze={freeze} title={f.title} />
        ) : (
          <div className="grid h-[200px] place-items-center border-[1.5px] border-dashed border-[#d8cdb8] px-4 text-center text-fine text-[#63503f]">
            No film shows this moment.
          </div>
        )}
        {f.picture && (
          <figure className="m-0 mt-2 grid grid-cols-[112px_1fr] items-center gap-3">
            <AnchorPicture src={f.picture} hand={hand} says={`Drawing: ${f.title}`} />
            <figcaption className="text-fine leading-snug text-[#63503f]">What it should look like</figcaption>
          </figure>
        )}
      </div>
      <div>
        <h2 className="m-0 text-head">
          <span className="me-2 text-large text-[#9c3d1e]">{number}</span>
          {f.title}
        </h2>
        <p className="sign my-[6px] border-s-[5px] border-[#9c3d1e] ps-[11px] text-lead font-medium leading-tight">“{f.cue}”</p>
        <dl className="m-0 grid grid-cols-[88px_1fr] gap-x-[10px] gap-y-[3px] text-fine leading-snug">
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
                    <b>{x.name}</b>, {amountOf(f, x, plan)}. {x.how}
                    <DrillMore drill={x} />
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

/** What else a family has to know of a drill; nothing in documents from before it was kept. */
function DrillMore({ drill: { need, feel, stop, noBall } }: { drill: FocusItem['drills'][number] }) {
  const lines = [feel && `Feel: ${lower(feel)}`, need && `You need: ${lower(need)}`, noBall && `No ball? ${noBall}`, stop];
  const said = lines.filter((line) => line);
  return said.length > 0 ? <span className="mb-[3px] block text-[#63503f]">{said.join(' ')}</span> : null;
}

const lower = (sentence: string): string => `${sentence[0]!.toLowerCase()}${sentence.slice(1)}`;

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
      <ChalkStrokes strokes={freeze.strokes} height={height} />
    </svg>
  );
}
