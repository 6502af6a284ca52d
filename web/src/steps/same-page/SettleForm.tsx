import { zodResolver } from '@hookform/resolvers/zod';
import { agreedLevelKeptSchema, reasonSchema, type DeliveryId } from '@stride-chalk/core';
import { useRef, useState } from 'react';
import { useForm } from 'react-hook-form';
import { v7 } from 'uuid';
import { z } from 'zod';
import { Action } from '../../parts/Action.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Field } from '../../parts/Field.tsx';
import { Outcome } from '../../parts/Outcome.tsx';
import { Tick } from '../../parts/Tick.tsx';

export const LEVEL_NAMES = { '3': '3, there', '2': '2, nearly', '1': '1, starting', '0': '0, not there', NV: 'not visible' };

const formSchema = z.object({
  level: z.enum(['0', '1', '2', '3', 'NV'], { error: 'Choose a level.' }),
  faults: z.array(z.string()),
  reason: reasonSchema,
});
type Form = z.input<typeof formSchema>;

/** Asks for the level that is to hold where two differ, and why. The lead decides, a coach proposes. */
export function SettleForm({
  of,
  faults,
  decides,
  onSettled,
}: {
  of: { readonly deliveryId: DeliveryId; readonly checkpoint: string };
  faults: ReadonlyArray<{ readonly code: string; readonly name: string }>;
  decides: boolean;
  onSettled: () => void;
}) {
  // One id for as long as the form stands: sent twice it is the same record.
  const id = useRef(v7());
  const [problem, setProblem] = useState<string | null>(null);
  const {
    register,
    handleSubmit,
    watch,
    formState: { errors, isSubmitting },
  } = useForm<Form>({ resolver: zodResolver(formSchema), defaultValues: { faults: [], reason: '' } });
  const level = watch('level');
  const send = handleSubmit(({ faults: chosen, ...said }) =>
    askServer(agreedLevelKeptSchema, `/api/agreed-levels/${id.current}`, {
      method: 'PUT',
      body: { ...of, ...said, faults: said.level === '3' || said.level === 'NV' ? [] : chosen },
    }).then(onSettled, (error: Error) => setProblem(error.message)),
  );
  return (
    <form className="mt-2 grid gap-3 border-s-4 border-rule ps-4" onSubmit={send} onChange={() => setProblem(null)}>
      <div className="flex flex-wrap items-end gap-3">
        <Field label="The level that holds" className="w-[170px]" why={errors.level?.message}>
          <select defaultValue="" {...register('level')}>
            <option value="" disabled>
              choose
            </option>
            {(['3', '2', '1', '0', 'NV'] as const).map((l) => (
              <option key={l} value={l}>
                {LEVEL_NAMES[l]}
              </option>
            ))}
          </select>
        </Field>
        <Field label="Why" className="min-w-[240px] flex-1" why={errors.reason && 'Say it in three letters at least.'}>
          <input maxLength={400} placeholder="what both of you saw on the film" {...register('reason')} />
        </Field>
        <Action type="submit" disabled={isSubmitting}>
          {decides ? 'Decide' : 'Propose'}
        </Action>
        <Outcome problem={problem} />
      </div>
      {level && level !== '3' && level !== 'NV' && (
        <fieldset className="m-0 flex flex-wrap gap-x-5 border-0 p-0">
          <legend className="text-small text-soft">What was wrong</legend>
          {faults.map((f) => (
            <Tick key={f.code} value={f.code} label={f.name} {...register('faults')} />
          ))}
        </fieldset>
      )}
    </form>
  );
}
