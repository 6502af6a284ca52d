import { Action } from '../../parts/Action.tsx';
import type { Said } from '@stride-chalk/core';
import { DraftLine } from './DraftLine.tsx';
import type { Draft } from './use-draft.ts';

type Strength = Said['strengths'][number];

/** What the camper does well, each line the coach's own to change. */
export function StrengthLines({ strengths, draft }: { strengths: readonly Strength[]; draft: Draft }) {
  const put = (index: number, part: Partial<Strength>): void =>
    draft.change((d) => ({ ...d, strengths: d.strengths.map((s, i) => (i === index ? { ...s, ...part } : s)) }));
  return (
    <div className="grid gap-2">
      <h2 className="m-0 text-lead">Keep doing</h2>
      {strengths.map((s, i) => (
        <div key={s.checkpoint} className="grid grid-cols-[1fr_1.4fr_auto] items-start gap-2">
          <DraftLine label={`Strength ${i + 1}`} value={s.title} onChange={(title) => put(i, { title })} />
          <DraftLine label="Seen" value={s.text} onChange={(text) => put(i, { text })} />
          <Action
            className="!px-2 !py-[7px] !min-h-0"
            aria-label={`Drop strength ${i + 1}`}
            onClick={() => draft.change((d) => ({ ...d, strengths: d.strengths.filter((_, k) => k !== i) }))}
          >
            Drop
          </Action>
        </div>
      ))}
    </div>
  );
}
