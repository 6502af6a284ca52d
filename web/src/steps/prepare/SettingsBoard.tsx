import { useState } from 'react';
import {
  outsideAgesSchema,
  AGE_GROUPS,
  type AgeGroup,
  type ArmCareRules,
  type OutsideAges,
  type SheetId,
} from '@stride-chalk/core';
import { askServer } from '../../parts/ask-server.ts';
import { useAwake } from '../../parts/use-awake.ts';
import { ArmCareLimits } from './ArmCareLimits.tsx';
import { CampFactFields, type CampFacts } from './CampFactFields.tsx';
import { NewCamp } from './NewCamp.tsx';
import { SchoolFields, type School } from './SchoolFields.tsx';

interface Settings extends CampFacts {
  readonly distances: Partial<Record<AgeGroup, number>>;
  readonly retentionDays: number;
  readonly sheetId: SheetId;
  readonly schools: Record<string, string>;
  readonly schoolReasons: Record<string, string>;
  readonly armCare: ArmCareRules | null;
}
/** A camper whose age on the first day is outside 7 to 18. */
interface Props {
  readonly camp: Settings;
  /** The organisation of the camp; null for whoever may make no camps of it. */
  readonly organisation: string | null;
  readonly zones: readonly string[];
  readonly published: ArmCareRules;
  readonly sheets: ReadonlyArray<{ readonly id: SheetId; readonly name: string }>;
  readonly schools: readonly School[];
}

/** The camp's own settings, and another camp beside it. */
export function SettingsBoard(props: Props) {
  const awake = useAwake();
  const [camp, setCamp] = useState(props.camp);
  const [problem, setProblem] = useState<string | null>(null);
  const [saved, setSaved] = useState(false);
  const [outside, setOutside] = useState<OutsideAges>([]);
  const set = (change: Partial<Settings>): void => {
    setCamp((c) => ({ ...c, ...change }));
    setSaved(false);
  };
  const save = (): void => {
    askServer(outsideAgesSchema, '/api/settings', { method: 'PUT', body: camp })
      .then((answer) => {
        setProblem(null);
        setOutside(answer.outside);
        setSaved(true);
      })
      .catch((error: Error) => setProblem(error.message));
  };
  const limits = camp.armCare ?? props.published;
  return (
    <div data-awake={awake}>
      <h1 className="m-0 text-[36px]">Settings</h1>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          save();
        }}
      >
        <CampFactFields value={camp} zones={props.zones} onChange={set} />
        <section aria-labelledby="distances" className="mt-6">
          <h2 id="distances" className="m-0 text-[24px]">
            From the rubber to the plate, in feet
          </h2>
          <div className="mt-1 flex flex-wrap gap-3">
            {AGE_GROUPS.map((g) => (
              <label key={g} className="grid gap-1 text-[15px] text-soft">
                {g}
                <input
                  type="number"
                  step={0.5}
                  min={20}
                  max={70}
                  value={camp.distances[g] ?? ''}
                  onChange={(e) => {
                    const { [g]: _, ...others } = camp.distances;
                    set({ distances: e.target.value === '' ? others : { ...others, [g]: Number(e.target.value) } });
                  }}
                  className="field w-[100px]"
                />
              </label>
            ))}
          </div>
        </section>
        <section aria-labelledby="sheet" className="mt-6">
          <h2 id="sheet" className="m-0 text-[24px]">
            Checkpoint sheet and schools
          </h2>
          <label className="mt-1 grid max-w-[430px] gap-1 text-[15px] text-soft">
            Version in force
            <select value={camp.sheetId} onChange={(e) => set({ sheetId: e.target.value as SheetId })} className="field">
              {props.sheets.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </select>
          </label>
          <SchoolFields schools={props.schools} chosen={camp.schools} reasons={camp.schoolReasons} onChange={set} />
        </section>
        <section aria-labelledby="retention" className="mt-6">
          <h2 id="retention" className="m-0 text-[24px]">
            Footage
          </h2>
          <label className="flex flex-wrap items-center gap-2 text-[16px]">
            Films are hidden{' '}
            <input
              type="number"
              min={1}
              max={3650}
              value={camp.retentionDays}
              onChange={(e) => set({ retentionDays: Number(e.target.value) })}
              className="field w-[110px]"
            />{' '}
            days after the last day, and removed two weeks later. Levels and evaluations stay.
          </label>
        </section>
        <section aria-labelledby="limits" className="mt-6">
          <h2 id="limits" className="m-0 text-[24px]">
            Arm care
          </h2>
          <p className="m-0 text-[15px] text-soft">
            {camp.armCare ? 'Your own limits:' : 'The published limits:'} {limits.source}. The league's own rule stands above
            them.
          </p>
          <ArmCareLimits rules={limits} onChange={(armCare) => set({ armCare })} />
          {camp.armCare && (
            <button type="button" className="quiet-action mt-2 min-h-[48px]" onClick={() => set({ armCare: null })}>
              Back to the published limits
            </button>
          )}
        </section>
        <div className="sticky bottom-0 mt-6 flex items-center gap-4 border-t-2 border-ink bg-bone py-3">
          <button type="submit" className="main-action min-h-[52px]">
            Save the settings
          </button>
          {saved && (
            <span role="status" className="font-semibold text-grass">
              Saved
            </span>
          )}
          {outside.length > 0 && (
            <span role="alert" className="care-band px-3 py-1">
              Outside 7 to 18 years on the first day, so shown and not planned:{' '}
              {outside.map((c) => `bib ${c.bib} ${c.name}, ${c.age}`).join('; ')}
            </span>
          )}
          {problem && (
            <span role="alert" className="care-band px-3 py-1">
              {problem}
            </span>
          )}
        </div>
      </form>
      {props.organisation !== null && <NewCamp like={props.camp} zones={props.zones} organisation={props.organisation} />}
    </div>
  );
}
