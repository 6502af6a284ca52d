import { zodResolver } from '@hookform/resolvers/zod';
import { doneSchema, madeSchema, newCampSchema, organisationSchema } from '@stride-chalk/core';
import { useState } from 'react';
import { FormProvider, useForm } from 'react-hook-form';
import { Action } from '../../parts/Action.tsx';
import { Alert } from '../../parts/Alert.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Field } from '../../parts/Field.tsx';
import { Outcome } from '../../parts/Outcome.tsx';
import { CampFactFields, type CampFacts } from './CampFactFields.tsx';

/** Another camp of the organisation; it begins with what this one has agreed. */
export function NewCamp({ like, zones, organisation }: { like: CampFacts; zones: readonly string[]; organisation: string }) {
  const form = useForm<CampFacts>({
    resolver: zodResolver(newCampSchema),
    defaultValues: { name: '', place: like.place, firstDay: '', lastDay: '', timeZone: like.timeZone, units: like.units },
  });
  const make = form.handleSubmit(async (camp) => {
    try {
      goToCamp((await askServer(madeSchema, '/api/camps', { method: 'POST', body: camp })).id);
    } catch (error) {
      form.setError('root', { message: (error as Error).message });
    }
  });
  return (
    <details className="mt-8 border-t-2 border-ink pt-2">
      <summary className="sign flex min-h-[48px] cursor-pointer items-center text-head font-semibold">Another camp</summary>
      <OrganisationName name={organisation} />
      <FormProvider {...form}>
        <form onSubmit={make}>
          <p className="m-0 text-small text-soft">
            It begins with the sheet, schools, distances and limits of this one. You are its lead.
          </p>
          <CampFactFields zones={zones} />
          {form.formState.errors.root && <Alert className="mt-3 mb-0">{form.formState.errors.root.message}</Alert>}
          <Action type="submit" main className="mt-4" disabled={form.formState.isSubmitting}>
            Make the camp
          </Action>
        </form>
      </FormProvider>
    </details>
  );
}

function OrganisationName({ name }: { name: string }) {
  const [kept, setKept] = useState(false);
  const {
    register,
    handleSubmit,
    setError,
    formState: { errors },
  } = useForm({ resolver: zodResolver(organisationSchema), defaultValues: { name } });
  const keep = handleSubmit(async (body) => {
    try {
      await askServer(doneSchema, '/api/organisation', { method: 'PUT', body });
      setKept(true);
    } catch (error) {
      setError('root', { message: (error as Error).message });
    }
  });
  return (
    <form className="mb-4 flex flex-wrap items-end gap-3" onSubmit={keep} onChange={() => setKept(false)}>
      <Field label="Organisation: who runs the camps" className="min-w-[260px]" why={errors.name?.message}>
        <input required maxLength={120} {...register('name')} />
      </Field>
      <Action type="submit">{kept ? 'Kept' : 'Keep the name'}</Action>
      <Outcome problem={errors.root?.message} />
    </form>
  );
}

/** From now on this device works at the camp; the page is drawn anew. */
function goToCamp(id: string): void {
  const form = Object.assign(document.createElement('form'), { method: 'post', action: '/api/camp-at-work' });
  form.append(Object.assign(document.createElement('input'), { name: 'camp', value: id, type: 'hidden' }));
  document.body.append(form);
  form.submit();
}
