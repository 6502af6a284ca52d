import { Action } from '../../parts/Action.tsx';
import type { FocusItem } from '@stride-chalk/core';
import { DraftLine } from './DraftLine.tsx';

type Drill = FocusItem['drills'][number];

/** A drill of the draft: how often, in numbers that arm care holds; and the way to drop it. */
export function DrillLine({
  drill,
  number,
  planned,
  most,
  onChange,
  onDrop,
}: {
  drill: Drill;
  number: number;
  /** How often the plan has it. */
  planned: number;
  most: number | null;
  onChange: (drill: Drill) => void;
  onDrop: () => void;
}) {
  const { dose } = drill;
  const cut = dose !== null && planned < dose.times;
  return (
    <div className="mt-[3px] grid grid-cols-[1fr_auto] items-end gap-2">
      {dose ? (
        <label className="block min-w-0 text-fine text-soft">
          Drill {number}: {drill.name}
          <span className="flex flex-wrap items-baseline gap-2 text-small text-ink">
            <input
              type="number"
              min={0}
              max={200}
              value={dose.times}
              onChange={(e) => {
                const times = Math.round(e.target.valueAsNumber);
                if (times >= 0 && times <= 200) onChange({ ...drill, dose: { ...dose, times } });
              }}
              className="tabular w-[76px] border-0 border-b border-rule bg-transparent px-1 py-[3px]"
            />
            {dose.ball ? `throws${dose.distance ? `, ${dose.distance}` : ''}` : 'times, no ball'}
            {cut && (
              <b role="status" className="text-small text-clay">
                {planned} in the plan: arm care leaves {most} throws on a drill day
              </b>
            )}
          </span>
        </label>
      ) : (
        <DraftLine
          label={`Drill ${number}: ${drill.name}`}
          value={drill.amount ?? ''}
          onChange={(amount) => onChange({ ...drill, amount })}
        />
      )}
      <Action className="!px-2 !py-[7px] !min-h-0" aria-label={`Drop drill ${drill.name}`} onClick={onDrop}>
        Drop
      </Action>
    </div>
  );
}
