import { zodResolver } from '@hookform/resolvers/zod';
import { reasonSchema } from '@stride-chalk/core';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { Action } from '../../parts/Action.tsx';
import { Field } from '../../parts/Field.tsx';

const formSchema = z.object({ reason: reasonSchema });

/** Asks why, before something about an arm is changed; the words stand in the record. */
export function ReasonForm({
  label,
  action,
  hint,
  className = '',
  onSend,
}: {
  label: string;
  action: string;
  hint?: string;
  className?: string;
  onSend: (reason: string) => void;
}) {
  const {
    register,
    handleSubmit,
    formState: { errors },
  } = useForm({ resolver: zodResolver(formSchema), defaultValues: { reason: '' } });
  return (
    <form className={`mt-3 flex flex-wrap items-end gap-3 ${className}`} onSubmit={handleSubmit(({ reason }) => onSend(reason))}>
      <Field label={label} className="min-w-[270px] flex-1 text-start" why={errors.reason && 'Say it in three letters at least.'}>
        <input required minLength={3} maxLength={400} placeholder={hint} {...register('reason')} />
      </Field>
      <Action type="submit" className="bg-paper">
        {action}
      </Action>
    </form>
  );
}
