import { ArrowDown, ArrowUp } from 'lucide-react';
import { Action } from '../../parts/Action.tsx';
import type { DrillPlan, FocusItem } from '@stride-chalk/core';
import { DraftLine } from './DraftLine.tsx';
import { DrillLine } from './DrillLine.tsx';
import type { Draft } from './use-draft.ts';

/** One focus of the draft: its place in the order, its words, its drills. */
export function FocusCard({
  focus: f,
  index: i,
  draft,
  plan,
  most,
  last,
}: {
  focus: FocusItem;
  index: number;
  draft: Draft;
  plan: DrillPlan;
  /** Throws that arm care allows on a drill day; null where nobody asked. */
  most: number | null;
  last: boolean;
}) {
  return (
    <li
      data-focus={i}
      tabIndex={-1}
      className="border border-rule bg-paper p-3"
      onKeyDown={(e) => {
        if (!e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return;
        e.preventDefault();
        draft.moveFocus(i, e.key === 'ArrowUp' ? -1 : 1);
      }}
    >
      <div className="flex items-center gap-2">
        <span className="sign text-large font-semibold leading-none text-clay">{i + 1}</span>
        <DraftLine label={`Title of focus ${i + 1}`} value={f.title} big onChange={(title) => draft.changeFocus(i, { title })} />
        <Action
          className="!px-2 !min-h-0"
          aria-label={`Move focus ${i + 1} up`}
          disabled={i === 0}
          onClick={() => draft.moveFocus(i, -1)}
        >
          <ArrowUp aria-hidden="true" className="size-[18px]" />
        </Action>
        <Action
          className="!px-2 !min-h-0"
          aria-label={`Move focus ${i + 1} down`}
          disabled={last}
          onClick={() => draft.moveFocus(i, 1)}
        >
          <ArrowDown aria-hidden="true" className="size-[18px]" />
        </Action>
        <Action className="!px-2 !min-h-0" aria-label={`Drop focus ${i + 1}`} onClick={() => draft.dropFocus(i)}>
          Drop
        </Action>
      </div>
      <p className="m-0 mb-1 text-fine text-soft">{f.reasons.join(' · ')}</p>
      <DraftLine label="Cue" value={f.cue} onChange={(cue) => draft.changeFocus(i, { cue })} />
      <DraftLine label="Seen" value={f.seen} onChange={(seen) => draft.changeFocus(i, { seen })} />
      <DraftLine label="Why" value={f.why} onChange={(why) => draft.changeFocus(i, { why })} />
      {f.drills.map((drill, k) => (
        <DrillLine
          key={drill.id}
          drill={drill}
          number={k + 1}
          planned={plan.timesOf(f.checkpoint, drill.id)}
          most={most}
          onChange={(next) => draft.changeFocus(i, { drills: f.drills.map((x, n) => (n === k ? next : x)) })}
          onDrop={() => draft.changeFocus(i, { drills: f.drills.filter((_, n) => n !== k) })}
        />
      ))}
      <DraftLine label="Look again" value={f.lookAgain} onChange={(lookAgain) => draft.changeFocus(i, { lookAgain })} />
    </li>
  );
}
