import { agreedLevelKeptSchema, type Seen, type SettledLevel, type StaffDifference, type StaffId } from '@stride-chalk/core';
import { useState } from 'react';
import { Action } from '../../parts/Action.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Outcome } from '../../parts/Outcome.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { LEVEL_NAMES, SettleForm } from './SettleForm.tsx';

interface BoardProps {
  readonly differences: readonly StaffDifference[];
  readonly checkpoints: Readonly<
    Record<
      string,
      { readonly name: string; readonly phase: string; readonly faults: ReadonlyArray<{ code: string; name: string }> }
    >
  >;
  readonly me: { readonly id: StaffId; readonly lead: boolean };
}

const keyOf = (d: StaffDifference): string => `${d.deliveryId} ${d.checkpoint}`;

/** Where two have seen different things: what waits to be settled first, then small differences, then what was settled. */
export function DifferencesBoard(props: BoardProps) {
  const { differences } = props;
  const waiting = differences.filter((d) => d.waits).sort((a, b) => Number(b.hangs) - Number(a.hangs) || a.bib - b.bib);
  const small = differences.filter((d) => !d.waits && d.settled === null);
  const settled = differences.filter((d) => d.settled !== null);
  return (
    <div className="mt-4 grid gap-8">
      <Panel id="to-settle" title="To settle" count={waiting.length}>
        {waiting.length === 0 ? (
          <p className="m-0 text-note text-soft">
            Nothing waits: no two are two levels apart, and no focus hangs on a difference.
          </p>
        ) : (
          <List {...props} of={waiting} />
        )}
      </Panel>
      {small.length > 0 && (
        <details>
          <summary className="sign flex min-h-[48px] cursor-pointer items-center text-head font-semibold">
            Small differences, nothing hangs on them: {small.length}
          </summary>
          <List {...props} of={small} />
        </details>
      )}
      {settled.length > 0 && (
        <Panel id="settled" title="Settled" count={settled.length}>
          <List {...props} of={settled} />
        </Panel>
      )}
    </div>
  );
}

function List({ of, ...props }: BoardProps & { of: readonly StaffDifference[] }) {
  return (
    <ul className="m-0 list-none p-0">
      {of.map((d, i) => (
        <Row key={keyOf(d)} {...props} d={d} first={i === 0} />
      ))}
    </ul>
  );
}

function Row({ d, first, checkpoints, me }: Omit<BoardProps, 'differences'> & { d: StaffDifference; first: boolean }) {
  const [open, setOpen] = useState(first && d.waits && d.proposed.length === 0);
  const checkpoint = checkpoints[d.checkpoint];
  const mine = d.said.some((s) => s.coachId === me.id);
  const reload = () => window.location.reload();
  return (
    <li
      data-testid={`difference-${d.bib}-${d.delivery}-${d.checkpoint}`}
      className="grid grid-cols-[64px_1fr] items-start gap-x-4 gap-y-1 border-b border-rule py-3"
    >
      <a className="bib-block min-h-[48px] no-underline" href={`/bench/${d.bib}`} aria-label={`Bib ${d.bib} at the bench`}>
        {d.bib}
      </a>
      <div className="min-w-0">
        <p className="m-0 text-lead">
          <a href={`/sheet?phase=${checkpoint?.phase ?? ''}#${d.checkpoint}`} className="font-semibold">
            {d.checkpoint} {checkpoint?.name}
          </a>{' '}
          <span className="text-soft">
            delivery {d.delivery}, {d.name}
          </span>
          {d.settled === null && d.hangs && <b className="text-clay"> · the focus hangs on it</b>}
        </p>
        <ul className="m-0 mt-1 grid list-none gap-x-6 p-0 text-note sm:grid-cols-2">
          {d.said.map((s) => (
            <li key={s.coachId}>
              {s.by}: <LevelAndFaults level={s.level} faults={s.faults} of={checkpoint?.faults ?? []} />
              {s.fair !== null && <span className="text-soft">, fair {s.fair.toFixed(1)}</span>}
              {s.note && ` (“${s.note}”)`}
            </li>
          ))}
        </ul>
        {d.settled && (
          <p className="m-0 mt-1 text-note">
            <b className="text-grass">Holds:</b>{' '}
            <LevelAndFaults level={d.settled.level} faults={d.settled.faults} of={checkpoint?.faults ?? []} />,{' '}
            {d.settled.with === null
              ? `${d.settled.by.name} has decided`
              : `${d.settled.by.name} and ${d.settled.with} have agreed`}
            : {d.settled.reason}
          </p>
        )}
        {d.proposed.map((p) => (
          <Proposal key={p.id} p={p} of={checkpoint?.faults ?? []} mayAgree={mine && p.by.id !== me.id} onAgreed={reload} />
        ))}
        {(mine || me.lead) &&
          (open ? (
            <SettleForm of={d} faults={checkpoint?.faults ?? []} decides={me.lead} onSettled={reload} />
          ) : (
            <button
              type="button"
              className="min-h-[44px] border-0 bg-transparent p-0 text-note underline"
              onClick={() => setOpen(true)}
            >
              {d.settled
                ? 'Settle it anew'
                : me.lead
                  ? 'Decide'
                  : d.proposed.length > 0
                    ? 'Propose another level'
                    : 'Propose a level'}
            </button>
          ))}
      </div>
    </li>
  );
}

function LevelAndFaults({
  level,
  faults,
  of,
}: {
  level: Seen;
  faults: readonly string[];
  of: ReadonlyArray<{ code: string; name: string }>;
}) {
  return (
    <>
      <b>{level === 'NV' ? LEVEL_NAMES.NV : `level ${LEVEL_NAMES[level]}`}</b>
      {faults.length > 0 && `, ${faults.map((f) => of.find((x) => x.code === f)?.name ?? f).join(', ')}`}
    </>
  );
}

function Proposal({
  p,
  of,
  mayAgree,
  onAgreed,
}: {
  p: SettledLevel;
  of: ReadonlyArray<{ code: string; name: string }>;
  mayAgree: boolean;
  onAgreed: () => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <p className="m-0 mt-1 flex flex-wrap items-center gap-3 text-note">
      <span>
        {p.by.name} proposes <LevelAndFaults level={p.level} faults={p.faults} of={of} />: {p.reason}
      </span>
      {mayAgree && (
        <Action
          onClick={() =>
            askServer(agreedLevelKeptSchema, `/api/agreed-levels/${p.id}/agreement`, { method: 'POST' }).then(
              onAgreed,
              (error: Error) => setProblem(error.message),
            )
          }
        >
          Agree
        </Action>
      )}
      <Outcome problem={problem} />
    </p>
  );
}
