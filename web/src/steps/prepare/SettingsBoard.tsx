import { PageHead } from '../../parts/PageHead.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { Action } from '../../parts/Action.tsx';
import type { z } from 'zod';
import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { FormProvider, useForm } from 'react-hook-form';
import {
  campSettingsSchema,
  outsideAgesSchema,
  AGE_GROUPS,
  type ArmCareRules,
  type CampSettings,
  type OutsideAges,
  type SheetId,
} from '@stride-chalk/core';
import { askServer } from '../../parts/ask-server.ts';
import { Field } from '../../parts/Field.tsx';
import { Outcome } from '../../parts/Outcome.tsx';
import { useAwake } from '../../parts/use-awake.ts';
import { ArmCareLimits } from './ArmCareLimits.tsx';
import { CampFactFields } from './CampFactFields.tsx';
import { GroundMarkFields } from './GroundMarkFields.tsx';
import { NewCamp } from './NewCamp.tsx';
import { SchoolFields, type School } from './SchoolFields.tsx';

interface Props {
  readonly camp: CampSettings;
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
  const form = useForm<z.input<typeof campSettingsSchema>, unknown, CampSettings>({
    resolver: zodResolver(campSettingsSchema),
    defaultValues: props.camp,
  });
  const {
    register,
    setValue,
    formState: { errors, isSubmitting },
  } = form;
  const camp = form.watch();
  const [saved, setSaved] = useState(false);
  const [outside, setOutside] = useState<OutsideAges>([]);
  const set = (change: Partial<CampSettings>): void => {
    setSaved(false);
    for (const [key, value] of Object.entries(change)) setValue(key as keyof CampSettings, value);
  };
  const save = form.handleSubmit(async (body) => {
    try {
      const answer = await askServer(outsideAgesSchema, '/api/settings', { method: 'PUT', body });
      setOutside(answer.outside);
      setSaved(true);
    } catch (error) {
      form.setError('root', { message: (error as Error).message });
    }
  });
  const wrong =
    errors.root?.message ?? Object.values(errors).flatMap((e) => (typeof e?.message === 'string' ? [e.message] : []))[0];
  const limits = camp.armCare ?? props.published;
  return (
    <div data-awake={awake}>
      <PageHead title="Settings" />
      <FormProvider {...form}>
        <form onSubmit={save} onChange={() => setSaved(false)}>
          <CampFactFields zones={props.zones} />
          <Panel id="distances" title="From the rubber to the plate, in feet" className="mt-6">
            <div className="mt-1 flex flex-wrap gap-3">
              {AGE_GROUPS.map((g) => (
                <Field key={g} label={g}>
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
                    className="w-[100px]"
                  />
                </Field>
              ))}
            </div>
          </Panel>
          <GroundMarkFields units={camp.units} marks={camp.groundMarks} onChange={(groundMarks) => set({ groundMarks })} />
          <Panel id="sheet" title="Checkpoint sheet and schools" className="mt-6">
            <Field label="Version in force" className="mt-1 max-w-[430px]">
              <select {...register('sheetId')}>
                {props.sheets.map((s) => (
                  <option key={s.id} value={s.id}>
                    {s.name}
                  </option>
                ))}
              </select>
            </Field>
            <SchoolFields schools={props.schools} chosen={camp.schools} reasons={camp.schoolReasons} onChange={set} />
          </Panel>
          <Panel id="retention" title="Footage" className="mt-6">
            <label className="flex flex-wrap items-center gap-2 text-note">
              Films are hidden{' '}
              <input
                type="number"
                min={1}
                max={3650}
                {...register('retentionDays', { valueAsNumber: true })}
                className="field w-[110px]"
              />{' '}
              days after the last day, and removed two weeks later. Levels and evaluations stay.
            </label>
          </Panel>
          <Panel id="limits" title="Arm care" className="mt-6">
            <p className="m-0 text-small text-soft">
              {camp.armCare ? 'Your own limits:' : 'The published limits:'} {limits.source}. The league's own rule stands above
              them.
            </p>
            <ArmCareLimits rules={limits} onChange={(armCare) => set({ armCare })} />
            {camp.armCare && (
              <Action className="mt-2" onClick={() => set({ armCare: null })}>
                Back to the published limits
              </Action>
            )}
          </Panel>
          <div className="sticky bottom-0 mt-6 flex items-center gap-4 border-t-2 border-ink bg-bone py-3">
            <Action type="submit" main className="min-h-[52px]" disabled={isSubmitting}>
              Save the settings
            </Action>
            <Outcome done={saved && 'Saved'} problem={wrong} />
            {outside.length > 0 && (
              <span role="alert" className="care-band px-3 py-1">
                Outside 7 to 18 years on the first day, so shown and not planned:{' '}
                {outside.map((c) => `bib ${c.bib} ${c.name}, ${c.age}`).join('; ')}
              </span>
            )}
          </div>
        </form>
      </FormProvider>
      {props.organisation !== null && <NewCamp like={props.camp} zones={props.zones} organisation={props.organisation} />}
    </div>
  );
}
