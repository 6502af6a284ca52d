import { AGE_GROUPS, type AgeGroup } from '@stride-chalk/core';
import { Field } from '../../parts/Field.tsx';

/** A point on which good coaches differ: the question, both readings, and what the sheet itself chooses, by age. */
export interface School {
  readonly id: string;
  readonly question: string;
  readonly why: string;
  readonly options: ReadonlyArray<{ readonly id: string; readonly name: string; readonly rule: string }>;
  /** Which reading the sheet chooses, with the ages for which it does. */
  readonly own: ReadonlyArray<{ readonly option: string; readonly ages: string }>;
}
type Words = Readonly<Record<string, string>>;

/** What the staff teach where coaches differ, each choice with its reason. */
export function SchoolFields({
  schools,
  chosen,
  reasons,
  onChange,
}: {
  schools: readonly School[];
  chosen: Words;
  reasons: Words;
  onChange: (change: { schools?: Record<string, string>; schoolReasons?: Record<string, string> }) => void;
}) {
  return (
    <>
      <p className="mb-3 mt-4 text-note text-soft">
        Where good coaches differ, the staff agree before the first camper throws. Without a choice of yours the sheet's own
        holds; a choice needs its reason.
      </p>
      {schools.map((s) => (
        <SchoolChoice
          key={s.id}
          school={s}
          chosen={chosen[s.id] ?? null}
          byAge={Object.fromEntries(AGE_GROUPS.flatMap((g) => (chosen[`${s.id} ${g}`] ? [[g, chosen[`${s.id} ${g}`]!]] : [])))}
          onAge={(age, option) => {
            const { [`${s.id} ${age}`]: _, ...others } = chosen;
            onChange({ schools: option === null ? others : { ...others, [`${s.id} ${age}`]: option } });
          }}
          reason={reasons[s.id] ?? ''}
          onChoose={(option) => {
            const { [s.id]: _, ...others } = chosen;
            onChange({ schools: option === null ? others : { ...others, [s.id]: option } });
          }}
          onReason={(words) => onChange({ schoolReasons: { ...reasons, [s.id]: words } })}
        />
      ))}
    </>
  );
}

function SchoolChoice({
  school: s,
  chosen,
  byAge,
  reason,
  onChoose,
  onAge,
  onReason,
}: {
  school: School;
  /** For all ages; null: the sheet's own. */
  chosen: string | null;
  /** For single age groups, above the other. */
  byAge: Words;
  reason: string;
  onChoose: (option: string | null) => void;
  onAge: (age: AgeGroup, option: string | null) => void;
  onReason: (words: string) => void;
}) {
  const nameOf = (option: string): string => s.options.find((o) => o.id === option)?.name ?? option;
  const ages = Object.keys(byAge).length;
  const own = s.own.map((o) => `${nameOf(o.option)}${s.own.length > 1 ? ` at ${o.ages}` : ''}`).join(', ');
  return (
    <fieldset className="m-0 border-0 border-t border-rule p-0 py-3">
      <legend className="sign float-start w-full p-0 text-lead font-semibold">
        {s.question} <span className="text-note font-medium text-soft">{s.id}</span>
      </legend>
      <div className="clear-both grid grid-cols-3 gap-2 pt-1 max-[820px]:grid-cols-1">
        <Reading of={s.id} name="The sheet's own" rule={`${own}. ${s.why}`} on={chosen === null} onPick={() => onChoose(null)} />
        {s.options.map((o) => (
          <Reading key={o.id} of={s.id} name={o.name} rule={o.rule} on={chosen === o.id} onPick={() => onChoose(o.id)} />
        ))}
      </div>
      <details open={ages > 0} className="mt-1">
        <summary className="flex min-h-[48px] cursor-pointer items-center text-small underline">
          Another one at some ages{ages > 0 && `: ${ages}`}
        </summary>
        <div className="grid grid-cols-6 gap-2 max-[820px]:grid-cols-2">
          {AGE_GROUPS.map((g) => (
            <Field key={g} label={g.replace('-', ' to ')}>
              <select value={byAge[g] ?? ''} onChange={(e) => onAge(g, e.target.value || null)} aria-label={`${s.id} at ${g}`}>
                <option value="">as above</option>
                {s.options.map((o) => (
                  <option key={o.id} value={o.id}>
                    {o.name}
                  </option>
                ))}
              </select>
            </Field>
          ))}
        </div>
      </details>
      {(chosen !== null || ages > 0) && (
        <label className="mt-2 grid gap-1 text-small text-soft">
          Why {[...new Set([...(chosen === null ? [] : [chosen]), ...Object.values(byAge)])].map(nameOf).join(', ')}
          <input
            aria-label={`Reason for ${s.id}`}
            required
            value={reason}
            maxLength={400}
            onChange={(e) => onReason(e.target.value)}
            className="field"
          />
        </label>
      )}
    </fieldset>
  );
}

function Reading({ of, name, rule, on, onPick }: { of: string; name: string; rule: string; on: boolean; onPick: () => void }) {
  return (
    <label
      className={`flex min-h-[48px] cursor-pointer gap-3 border-[1.5px] px-3 py-2 ${on ? 'border-ink bg-wash' : 'border-rule bg-paper'}`}
    >
      <input
        type="radio"
        name={`school-${of}`}
        checked={on}
        onChange={onPick}
        className="mt-1 size-[18px] shrink-0 accent-[var(--clay)]"
      />
      <span className="leading-snug">
        <b className="first-letter:uppercase">{name}</b>
        <span className="block text-small text-soft first-letter:uppercase">{rule}</span>
      </span>
    </label>
  );
}
