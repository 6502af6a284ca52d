import { Action } from '../../parts/Action.tsx';
import { Alert } from '../../parts/Alert.tsx';
import { useState } from 'react';
import { useForm, type FieldError, type FieldErrors, type Resolver } from 'react-hook-form';
import { Field } from '../../parts/Field.tsx';
import { Outcome } from '../../parts/Outcome.tsx';
import { Tick } from '../../parts/Tick.tsx';
import { FIELD_NAMES, readNewCamper, type KnownCamper, type RosterField, type RosterRow } from '@stride-chalk/core';

const FIELDS: ReadonlyArray<readonly [RosterField, string]> = [
  ['bib', 'number on the bib'],
  ['name', ''],
  ['born', '2014-03-09'],
  ['hand', 'R, L or both'],
  ['height', `163 cm or 5'4"`],
  ['guardian', ''],
  ['guardianEmail', ''],
  ['guardianPhone', ''],
  ['together', 'the same word for siblings'],
];
/** Consent is asked with the first entry; later answers have a gate of their own, with a history. */
const CONSENT_DAY = ['consentUntil', 'empty: until withdrawn'] as const;
type Raw = Partial<Record<RosterField, string>>;

/** The words of a known camper, as a row of a file would have them. */
const rawOf = (c: RosterRow): Raw => ({
  bib: String(c.bib),
  name: c.name,
  born: c.born,
  hand: c.throwsBoth ? `both (films ${c.hand})` : c.hand,
  height: `${Math.round(c.heightCentimetres * 10) / 10} cm`,
  guardian: c.guardian,
  guardianEmail: c.guardianEmail ?? '',
  guardianPhone: c.guardianPhone ?? '',
  together: c.togetherWith ?? '',
});

type FieldProblem = FieldError & { readonly offers?: ReadonlyArray<{ readonly value: string; readonly label: string }> };

/** Reads the form as a row of a file is read; under each field stands why it cannot be, with what may have been meant. */
const readBy =
  (firstDay: string): Resolver<Raw, unknown, { row: RosterRow }> =>
  (raw) => {
    const { row, problems } = readNewCamper(raw, { firstDay });
    if (row) return { values: { row }, errors: {} as Record<string, never> };
    const errors: Partial<Record<RosterField, FieldProblem>> = {};
    for (const { field, why, offers } of problems)
      errors[field] ??= { type: 'unread', message: why, ...(offers ? { offers } : {}) };
    return { values: {} as Record<string, never>, errors: errors as FieldErrors<Raw> };
  };

/** One camper by hand: read by the same rules as a file, with the reason under each field that cannot be read. */
export function CamperForm({
  camper,
  firstDay,
  action,
  onSave,
  onCancel,
}: {
  camper: KnownCamper | null;
  firstDay: string;
  action: string;
  onSave: (row: RosterRow) => Promise<void>;
  onCancel?: () => void;
}) {
  const {
    register,
    handleSubmit,
    setValue,
    setError,
    formState: { errors },
  } = useForm<Raw, unknown, { row: RosterRow }>({
    resolver: readBy(firstDay),
    defaultValues: camper ? rawOf(camper) : { consentToFilm: 'no', consentToShare: 'no' },
  });
  const [saved, setSaved] = useState(false);
  const save = handleSubmit(async ({ row }) => {
    try {
      await onSave(row);
      setSaved(true);
    } catch (error) {
      setError('root', { message: (error as Error).message });
    }
  });
  const problem = errors.root?.message;
  return (
    <form
      className="border-2 border-ink bg-paper p-4"
      aria-label={camper ? `Data of ${camper.name}` : 'Add a camper'}
      noValidate
      onSubmit={save}
      onChange={() => setSaved(false)}
    >
      <div className="grid grid-cols-[repeat(auto-fill,minmax(230px,1fr))] gap-x-4 gap-y-3">
        {(camper ? FIELDS : [...FIELDS, CONSENT_DAY]).map(([field, hint]) => {
          const why = errors[field] as FieldProblem | undefined;
          return (
            <Field
              key={field}
              label={FIELD_NAMES[field]}
              why={
                why && (
                  <>
                    {why.message}
                    {why.offers?.map((o) => (
                      <Action
                        key={o.value}
                        className="ms-2 !py-1"
                        onClick={() => setValue(field, o.value, { shouldValidate: true })}
                      >
                        {o.label}
                      </Action>
                    ))}
                  </>
                )
              }
            >
              <input placeholder={hint} autoComplete="off" {...register(field)} />
            </Field>
          );
        })}
        {(camper ? [] : (['consentToFilm', 'consentToShare'] as const)).map((field) => (
          <Tick
            key={field}
            label={FIELD_NAMES[field]}
            className="self-end"
            onChange={(e) => setValue(field, e.target.checked ? 'yes' : 'no')}
          />
        ))}
      </div>
      {problem && <Alert className="mt-3 mb-0">{problem}</Alert>}
      <div className="mt-4 flex items-center gap-3">
        <Action type="submit" main>
          {action}
        </Action>
        {onCancel && <Action onClick={onCancel}>Cancel</Action>}
        <Outcome done={saved && 'Saved'} />
      </div>
    </form>
  );
}
