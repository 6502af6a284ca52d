import { useEffect, useRef, useState, type ReactNode } from 'react';
import { OCCASIONS, PITCH_HEIGHTS, PITCH_RESULTS, PITCH_SIDES, PITCHES, SPEED_UNITS, type ClipOrigin } from '@stride-chalk/core';
import { Action } from '../../../parts/Action.tsx';
import { HEIGHT_NAMES, OCCASION_NAMES, PITCH_NAMES, SIDE_NAMES } from '../../../parts/origin-words.ts';

const RESULT_NAMES = { ball: 'ball', strike: 'strike' } as const;

/** Where a clip comes from that was not filmed at the camp, and what became of the pitch as far as somebody knows. */
export function OriginForm({
  known,
  day,
  others,
  onSay,
  onLeave,
}: {
  known: ClipOrigin | null;
  /** The day that stands in the form at first. */
  day: string;
  /** How many other clips of its camera stand under nobody. */
  others: number;
  onSay: (origin: ClipOrigin | null, others: boolean) => void;
  onLeave: () => void;
}) {
  const [origin, setOrigin] = useState<ClipOrigin>(
    known ?? {
      ...{ occasion: 'game', filmedOn: day, sentBy: null, pitch: null, result: null, height: null, side: null },
      ...{ speed: null, speedUnit: null },
    },
  );
  const [all, setAll] = useState(false);
  const first = useRef<HTMLSelectElement>(null);
  useEffect(() => first.current?.focus(), []);
  const set = (change: Partial<ClipOrigin>): void => setOrigin({ ...origin, ...change });
  return (
    <form
      className="flex flex-wrap items-end gap-x-3 gap-y-2 px-2 pb-2"
      data-testid="origin-form"
      onKeyDown={(e) => {
        if (e.key !== 'Escape') return;
        e.stopPropagation();
        onLeave();
      }}
      onSubmit={(e) => {
        e.preventDefault();
        onSay(origin, all);
      }}
    >
      <Field name="Filmed at">
        <select
          ref={first}
          className="field"
          value={origin.occasion}
          onChange={(e) => set({ occasion: e.target.value as ClipOrigin['occasion'] })}
        >
          {OCCASIONS.map((o) => (
            <option key={o} value={o}>
              {OCCASION_NAMES[o]}
            </option>
          ))}
        </select>
      </Field>
      <Field name="on">
        <input
          type="date"
          required
          className="field"
          value={origin.filmedOn}
          onChange={(e) => set({ filmedOn: e.target.value })}
        />
      </Field>
      <Field name="Sent by">
        <input
          className="field w-[180px]"
          maxLength={120}
          value={origin.sentBy ?? ''}
          onChange={(e) => set({ sentBy: e.target.value.trim() === '' ? null : e.target.value })}
        />
      </Field>
      <Choice name="Pitch" all={PITCHES} names={PITCH_NAMES} value={origin.pitch} onChange={(pitch) => set({ pitch })} />
      <Choice
        name="Called"
        all={PITCH_RESULTS}
        names={RESULT_NAMES}
        value={origin.result}
        onChange={(result) => set({ result })}
      />
      <Choice
        name="Height"
        all={PITCH_HEIGHTS}
        names={HEIGHT_NAMES}
        value={origin.height}
        onChange={(height) => set({ height })}
      />
      <Choice name="Side" all={PITCH_SIDES} names={SIDE_NAMES} value={origin.side} onChange={(side) => set({ side })} />
      <Field name="Speed, if measured">
        <span className="flex gap-1">
          <input
            type="number"
            min="1"
            max="200"
            step="any"
            className="field w-[84px]"
            value={origin.speed ?? ''}
            onChange={(e) =>
              set(
                e.target.value === ''
                  ? { speed: null, speedUnit: null }
                  : { speed: Number(e.target.value), speedUnit: origin.speedUnit ?? SPEED_UNITS[0] },
              )
            }
          />
          <select
            aria-label="Unit of the speed"
            className="field"
            disabled={origin.speed === null}
            value={origin.speedUnit ?? SPEED_UNITS[0]}
            onChange={(e) => set({ speedUnit: e.target.value as ClipOrigin['speedUnit'] })}
          >
            {SPEED_UNITS.map((unit) => (
              <option key={unit}>{unit}</option>
            ))}
          </select>
        </span>
      </Field>
      {others > 0 && (
        <label className="flex min-h-[48px] basis-full items-center gap-2 text-note">
          <input type="checkbox" className="size-5" checked={all} onChange={(e) => setAll(e.target.checked)} />
          Occasion, day and sender hold for the {others} other {others === 1 ? 'clip' : 'clips'} of this camera that{' '}
          {others === 1 ? 'stands' : 'stand'} under nobody
        </label>
      )}
      <Action main type="submit">
        Say so <kbd>Enter</kbd>
      </Action>
      {known && <Action onClick={() => onSay(null, false)}>It is from the camp</Action>}
      <Action onClick={onLeave}>
        Leave it <kbd>Esc</kbd>
      </Action>
    </form>
  );
}

function Field({ name, children }: { name: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the field is what it is given
    <label className="text-small text-soft">
      <span className="block">{name}</span>
      {children}
    </label>
  );
}

/** One of a few, or not known. */
function Choice<T extends string>({
  name,
  all,
  names,
  value,
  onChange,
}: {
  name: string;
  all: readonly T[];
  names: Readonly<Record<T, string>>;
  value: T | null;
  onChange: (value: T | null) => void;
}) {
  return (
    <Field name={name}>
      <select
        className="field"
        value={value ?? ''}
        onChange={(e) => onChange(e.target.value === '' ? null : (e.target.value as T))}
      >
        <option value="">not known</option>
        {all.map((one) => (
          <option key={one} value={one}>
            {names[one]}
          </option>
        ))}
      </select>
    </Field>
  );
}
