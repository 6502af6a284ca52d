import { Alert } from '../../parts/Alert.tsx';
import { useId, useState } from 'react';
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
  const id = useId();
  const [raw, setRaw] = useState<Raw>(camper ? rawOf(camper) : { consentToFilm: 'no', consentToShare: 'no' });
  const [shown, setShown] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [saved, setSaved] = useState(false);
  const reading = readNewCamper(raw, { firstDay });
  const set = (field: RosterField, value: string): void => {
    setRaw((r) => ({ ...r, [field]: value }));
    setSaved(false);
  };
  const whyOf = (field: RosterField) => (shown ? reading.problems.find((p) => p.field === field) : undefined);
  return (
    <form
      className="border-2 border-ink bg-paper p-4"
      aria-label={camper ? `Data of ${camper.name}` : 'Add a camper'}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        setShown(true);
        if (!reading.row) return;
        onSave(reading.row)
          .then(() => {
            setProblem(null);
            setSaved(true);
          })
          .catch((error: Error) => setProblem(error.message));
      }}
    >
      <div className="grid grid-cols-[repeat(auto-fill,minmax(230px,1fr))] gap-x-4 gap-y-3">
        {(camper ? FIELDS : [...FIELDS, CONSENT_DAY]).map(([field, hint]) => {
          const why = whyOf(field);
          return (
            <div key={field} className="grid content-start gap-1">
              <label htmlFor={`${id}-${field}`} className="text-[15px] text-soft">
                {FIELD_NAMES[field]}
              </label>
              <input
                id={`${id}-${field}`}
                value={raw[field] ?? ''}
                placeholder={hint}
                onChange={(e) => set(field, e.target.value)}
                autoComplete="off"
                aria-invalid={why ? true : undefined}
                aria-describedby={why ? `${id}-${field}-why` : undefined}
                className="field"
              />
              {why && (
                <span id={`${id}-${field}-why`} className="text-[14.5px] font-semibold text-clay">
                  {why.why}
                  {why.offers?.map((o) => (
                    <button key={o.value} type="button" className="quiet-action ms-2 !py-1" onClick={() => set(field, o.value)}>
                      {o.label}
                    </button>
                  ))}
                </span>
              )}
            </div>
          );
        })}
        {(camper ? [] : (['consentToFilm', 'consentToShare'] as const)).map((field) => (
          <label key={field} className="flex min-h-[48px] items-center gap-3 self-end text-[16px]">
            <input
              type="checkbox"
              checked={raw[field] === 'yes'}
              onChange={(e) => set(field, e.target.checked ? 'yes' : 'no')}
              className="h-[26px] w-[26px] accent-clay"
            />
            {FIELD_NAMES[field]}
          </label>
        ))}
      </div>
      {problem && <Alert className="mt-3 mb-0">{problem}</Alert>}
      <div className="mt-4 flex items-center gap-3">
        <button type="submit" className="main-action min-h-[48px]">
          {action}
        </button>
        {onCancel && (
          <button type="button" className="quiet-action min-h-[48px]" onClick={onCancel}>
            Cancel
          </button>
        )}
        {saved && (
          <span role="status" className="font-semibold text-grass">
            Saved
          </span>
        )}
      </div>
    </form>
  );
}
