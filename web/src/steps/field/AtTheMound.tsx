import { clockOf, dayInWords, type GateLine } from '@stride-chalk/core';
import { VIEW_NAMES } from '../../parts/view-names.ts';
import type { Turn } from './mound.ts';
import type { GateCamp } from './use-gate.ts';

/** Who stands at the mound, how many he has thrown, or why he does not throw. */
export function AtTheMound({ turn: { line, thrown, left, why } }: { turn: Turn }) {
  return (
    <div>
      <div className="flex items-center gap-3">
        <span className="bib-block min-h-[112px] min-w-[140px] !text-[72px]">{line.bib}</span>
        <p className="m-0 text-lead font-semibold leading-tight">
          {line.name}
          <br />
          <span className="text-note font-normal text-soft">
            {line.session
              ? `warm-up ${clockOf(line.session.warmUpFrom)}, on the mound ${clockOf(line.session.from)}`
              : 'not on the plan'}
            {line.present === null && ', not at the gate yet'}
            {line.present === false && ', said not to come'}
          </span>
        </p>
      </div>
      {!why &&
        line.again.map((a) => (
          <p
            key={`${a.view} ${a.why}`}
            className="m-0 mt-2 border-l-[6px] border-clay bg-wash px-3 py-2 text-lead"
            data-testid="film-again"
          >
            <b>Film him again: {VIEW_NAMES[a.view].toLowerCase()}.</b> {a.why[0]!.toUpperCase()}
            {a.why.slice(1)} last time.
          </p>
        ))}
      {why ? (
        <p className="care-band m-0 mt-3 px-4 py-3 text-lead">
          <b>{why}</b> {line.sore ? 'Only the lead lifts it.' : line.consent ? 'Only the lead allows more.' : 'He is not filmed.'}{' '}
          <a href={`/campers/${line.bib}/card`} className="inline-flex min-h-[48px] items-center font-semibold">
            His card
          </a>
        </p>
      ) : (
        <p data-testid="thrown" className="tabular m-0 mt-2 text-head">
          <b className="sign text-[64px] leading-none">{thrown}</b> thrown <span className="text-soft">· {left} left today</span>
        </p>
      )}
    </div>
  );
}

/** Nobody comes any more, and why. */
export function Nobody({ turns, day, camp }: { turns: readonly Turn[]; day: string; camp: GateCamp }) {
  const barred: readonly GateLine[] = turns.filter((t) => t.why !== null && t.thrown === 0).map((t) => t.line);
  return (
    <p className="m-0 text-lead">
      {turns.length === 0
        ? `Nothing is planned here for ${dayInWords(day, camp)}. Take whoever is there by his bib.`
        : `Everybody on this mound has thrown${barred.length > 0 ? `, but for ${barred.map((l) => l.bib).join(', ')}, who may not` : ''}.`}
    </p>
  );
}
