import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import {
  LEAST_JUDGEMENTS,
  samePage,
  type CheckpointAgreement,
  type CoachDay,
  type PairAgreement,
  type StaffLevel,
} from '@stride-chalk/core';
import { Panel } from '../../parts/Panel.tsx';
import { SeverityLines } from './SeverityLines.tsx';

/** The chart is the heaviest part of the page: it comes after the rest. */
const CoachDays = lazy(() => import('./CoachDays.tsx').then((m) => ({ default: m.CoachDays })));

export interface SamePageProps {
  readonly levels: readonly StaffLevel[];
  readonly coaches: Readonly<Record<string, string>>;
  readonly bibs: Readonly<Record<string, number>>;
  readonly days: readonly CoachDay[];
  readonly dayNames: Readonly<Record<string, string>>;
  readonly phases: ReadonlyArray<{ readonly id: string; readonly name: string }>;
  readonly checkpoints: ReadonlyArray<{ readonly id: string; readonly name: string; readonly phase: string }>;
}

const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** How alike the staff score: which words to repair, who is strict, and which two see different things. */
export function SamePageBoard(props: SamePageProps) {
  const { levels, phases, checkpoints } = props;
  const page = useMemo(() => samePage(levels), [levels]);
  // In the browser only: what a server would stream after the page needs a script in it, which no page of ours may have.
  const [drawn, setDrawn] = useState(false);
  useEffect(() => setDrawn(true), []);
  const of = new Map(page.checkpoints.map((c) => [c.checkpoint, c]));
  const shared = page.all.value === null ? 0 : page.all.pairs;
  return (
    <div className="mt-3 grid gap-6">
      <p className="m-0 text-lead">
        {page.all.value === null ? (
          'No delivery has been scored by two coaches yet: the day plan names second scorers, and here stands how alike they score.'
        ) : (
          <>
            <b>{percent(page.all.value)}</b> of {shared} shared judgements are the same, <b>{percent(page.all.withinOne)}</b>{' '}
            within one level.
          </>
        )}
      </p>
      <RepairFirst {...props} ids={page.repairFirst.slice(0, 3)} of={of} />
      <Panel id="severity" title="Strict and mild">
        <SeverityLines levels={levels} coaches={props.coaches} bibs={props.bibs} />
      </Panel>
      <Panel id="days" title="Coaches over the days">
        {drawn && (
          <Suspense fallback={<p className="m-0 text-soft">Drawing …</p>}>
            <CoachDays days={props.days} coaches={props.coaches} dayNames={props.dayNames} />
          </Suspense>
        )}
      </Panel>
      <Panel id="line" title="Along the delivery">
        <p className="m-0 mb-2 text-small text-soft">
          Share of judgements by two that lie within one level, and are the same. Below {LEAST_JUDGEMENTS} judgements their number
          stands there instead.
        </p>
        <ol className="same-line m-0 grid list-none p-0">
          {phases.map((p) => (
            <li key={p.id} className="min-w-0 border-t-[7px] border-[var(--track)] pt-2">
              <h3 className="m-0 text-lead">{p.name}</h3>
              <ul className="m-0 list-none p-0">
                {checkpoints
                  .filter((c) => c.phase === p.id)
                  .map((c) => (
                    <CheckpointRow
                      key={c.id}
                      id={c.id}
                      name={c.name}
                      found={of.get(c.id)}
                      weak={page.repairFirst.slice(0, 3).includes(c.id)}
                    />
                  ))}
              </ul>
            </li>
          ))}
        </ol>
      </Panel>
      {page.pairs.length > 0 && <Pairs pairs={page.pairs} coaches={props.coaches} />}
    </div>
  );
}

function CheckpointRow({
  id,
  name,
  found,
  weak,
}: {
  id: string;
  name: string;
  found: CheckpointAgreement | undefined;
  weak: boolean;
}) {
  const a = found?.agreement;
  const pairs = a && a.value !== null ? a.pairs : 0;
  return (
    <li
      className={`grid grid-cols-[32px_1fr_auto] gap-2 border-b border-rule py-1 text-small ${weak ? 'font-semibold text-clay' : ''}`}
    >
      <span className="tabular">{id}</span>
      <span className="min-w-0">{name}</span>
      <span className="tabular" data-testid={`agreement-${id}`}>
        {a && a.value !== null && pairs >= LEAST_JUDGEMENTS ? `${percent(a.withinOne)} · ${percent(a.value)}` : `${pairs} shared`}
      </span>
    </li>
  );
}

/** The wording that two read differently, with the deliveries where they differ most. */
function RepairFirst({
  ids,
  of,
  checkpoints,
  bibs,
}: SamePageProps & { ids: readonly string[]; of: ReadonlyMap<string, CheckpointAgreement> }) {
  if (ids.length === 0) return null;
  return (
    <Panel id="repair" title="Talk about these words first">
      <ol className="m-0 grid list-none grid-cols-3 gap-4 p-0 max-[900px]:grid-cols-1">
        {ids.map((id) => {
          const { agreement, alpha, widest } = of.get(id)!;
          const checkpoint = checkpoints.find((c) => c.id === id);
          return (
            <li key={id} className="border-s-4 border-clay ps-3">
              <a href={`/sheet?phase=${checkpoint?.phase}#${id}`} className="sign text-lead font-semibold">
                {id} {checkpoint?.name}
              </a>
              <p className="m-0 text-small">
                {agreement.value !== null && `${percent(agreement.value)} the same of ${agreement.pairs}`}
                {alpha.value !== null && `, alpha ${alpha.value.toFixed(2)}`}
              </p>
              <p className="m-0 text-small">
                {widest.map((w, i) => (
                  <span key={w.delivery}>
                    {i > 0 && ', '}
                    <a href={`/bench/${bibs[w.camper]}`}>bib {bibs[w.camper]}</a> {w.apart} levels apart
                  </span>
                ))}
              </p>
            </li>
          );
        })}
      </ol>
    </Panel>
  );
}

function Pairs({ pairs, coaches }: { pairs: readonly PairAgreement[]; coaches: Readonly<Record<string, string>> }) {
  return (
    <Panel id="pairs" title="Two by two">
      <table className="w-full border-collapse text-note">
        <thead>
          <tr className="text-start text-small text-soft">
            {['Coaches', 'Shared', 'Within one', 'Kappa, 95 % limits', 'The first gives'].map((h) => (
              <th key={h} scope="col" className="border-b-2 border-ink py-1 text-start font-medium">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {pairs.map(({ coaches: [a, b], shared, agreement, kappa, bias }) => {
            const few = shared < LEAST_JUDGEMENTS;
            return (
              <tr key={`${a} ${b}`} className="tabular border-b border-rule">
                <th scope="row" className="py-2 text-start font-semibold">
                  {coaches[a]} and {coaches[b]}
                </th>
                <td>{shared}</td>
                {few ? (
                  <td colSpan={3} className="text-soft">
                    too few to say anything
                  </td>
                ) : (
                  <>
                    <td>{agreement.value === null ? agreement.reason : percent(agreement.withinOne)}</td>
                    <td>
                      {kappa.value === null
                        ? kappa.reason
                        : `${kappa.value.toFixed(2)} (${kappa.lower.toFixed(2)} to ${kappa.upper.toFixed(2)})`}
                    </td>
                    <td>{bias && biasInWords(bias)}</td>
                  </>
                )}
              </tr>
            );
          })}
        </tbody>
      </table>
    </Panel>
  );
}

function biasInWords({ value, lower, upper }: NonNullable<PairAgreement['bias']>): string {
  const amount = `${Math.abs(value).toFixed(2)} levels ${value < 0 ? 'less' : 'more'}`;
  return lower <= 0 && upper >= 0 ? `as much, as far as can be told (${value.toFixed(2)})` : amount;
}
