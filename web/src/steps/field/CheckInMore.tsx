import { Action } from '../../parts/Action.tsx';
import { addDays, MOBILITY_NOTES, type GateLine } from '@stride-chalk/core';
import { tall } from '../../parts/tall.ts';
import { DAYS_ASKED, type CheckInEntry } from './gate.ts';

/** A button over the whole width, for a thumb. */
export const WIDE = 'min-h-[64px] w-full justify-center !text-head';

/** What the family reports and the coach notices; everything by tapping, the goals by typing when there are any. */
export function CheckInMore({
  day,
  units,
  camper,
  value,
  onChange,
  done,
  onDone,
}: {
  day: string;
  units: 'metric' | 'imperial';
  camper: GateLine;
  value: Partial<CheckInEntry>;
  onChange: (m: Partial<CheckInEntry>) => void;
  /** What the last button says. */
  done: string;
  onDone: () => void;
}) {
  // It begins with what was reported today already: only what is changed here changes.
  const reported = value.throwsReported ?? camper.throwsReported ?? [];
  const thrown = (back: number): number =>
    reported.filter((t) => t.day === addDays(day, -back)).reduce((sum, t) => sum + t.count, 0);
  const setThrown = (back: number, count: number): void => {
    const on = addDays(day, -back);
    const kind = reported.find((t) => t.day === on)?.kind ?? 'game';
    const others = reported.filter((t) => t.day !== on);
    onChange({ throwsReported: count > 0 ? [...others, { day: on, count, kind }] : others });
  };
  const height = value.heightCentimetres ?? camper.heightCentimetres;
  const inch = units === 'imperial' ? 2.54 : 1;
  const toggle = (on: boolean): string =>
    `min-h-[56px] border-2 px-4 text-lead font-semibold ${on ? 'border-ink bg-ink text-bone' : 'border-soft bg-paper'}`;
  const stepper = 'sign min-h-[56px] min-w-[56px] border-2 border-ink bg-paper text-head';
  return (
    <div className="grid gap-4">
      <fieldset className="m-0 border-0 p-0">
        <legend className="mb-1 text-body">Throws in games and practice</legend>
        {Array.from({ length: DAYS_ASKED }, (_, i) => [i + 1, i === 0 ? 'Yesterday' : `${i + 1} days ago`] as const).map(
          ([back, when]) => (
            <div key={back} className="flex items-center gap-2 py-1">
              <span className="flex-1 text-body">{when}</span>
              <button
                type="button"
                className={stepper}
                aria-label={`${when}, ten fewer`}
                onClick={() => setThrown(back, Math.max(0, thrown(back) - 10))}
              >
                −
              </button>
              <output className="sign tabular w-[56px] text-center text-large font-semibold" aria-label={`${when}, throws`}>
                {thrown(back)}
              </output>
              <button
                type="button"
                className={stepper}
                aria-label={`${when}, ten more`}
                onClick={() => setThrown(back, Math.min(300, thrown(back) + 10))}
              >
                +
              </button>
            </div>
          ),
        )}
      </fieldset>
      <fieldset className="m-0 border-0 p-0">
        <legend className="mb-1 text-body">Drills done since last time</legend>
        <div className="grid grid-cols-3 gap-2">
          {(['none', 'some', 'all'] as const).map((d) => (
            <button
              key={d}
              type="button"
              aria-pressed={value.drillsDone === d}
              className={toggle(value.drillsDone === d)}
              onClick={() => onChange({ drillsDone: d })}
            >
              {d}
            </button>
          ))}
        </div>
      </fieldset>
      <fieldset className="m-0 border-0 p-0">
        <legend className="mb-1 text-body">Height</legend>
        <div className="flex items-center gap-2">
          <button
            type="button"
            className={stepper}
            aria-label="Shorter"
            onClick={() => onChange({ heightCentimetres: Math.max(80, height - inch) })}
          >
            −
          </button>
          <output className="sign tabular flex-1 text-center text-large font-semibold" aria-label="Height">
            {tall(height, units)}
          </output>
          <button
            type="button"
            className={stepper}
            aria-label="Taller"
            onClick={() => onChange({ heightCentimetres: Math.min(230, height + inch) })}
          >
            +
          </button>
        </div>
      </fieldset>
      <fieldset className="m-0 border-0 p-0">
        <legend className="mb-1 text-body">Noticed</legend>
        <div className="grid grid-cols-2 gap-2">
          {MOBILITY_NOTES.map((m) => {
            const on = value.mobility?.includes(m) ?? false;
            return (
              <button
                key={m}
                type="button"
                aria-pressed={on}
                className={toggle(on)}
                onClick={() =>
                  onChange({ mobility: on ? value.mobility!.filter((x) => x !== m) : [...(value.mobility ?? []), m] })
                }
              >
                {m}
              </button>
            );
          })}
        </div>
      </fieldset>
      <label className="grid gap-1 text-body">
        Goals, in the camper's words
        <input
          value={value.goals ?? ''}
          maxLength={400}
          onChange={(e) => onChange({ goals: e.target.value })}
          className="field min-h-[56px]"
        />
      </label>
      <Action main className={WIDE} onClick={onDone}>
        {done}
      </Action>
    </div>
  );
}
