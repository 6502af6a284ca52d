import { Action } from '../../parts/Action.tsx';
import { zodResolver } from '@hookform/resolvers/zod';
import { erasureSchema } from '@stride-chalk/core';
import { useForm } from 'react-hook-form';
import type { z } from 'zod';
import { Field } from '../../parts/Field.tsx';

const REASONS = ['asked by the family', 'retention ended', 'entered by mistake'] as const;

/** Erases everything about a child, after the bib was typed. */
export function EraseChild({ bib, onErase }: { bib: number; onErase: (reason: string, bib: number) => void }) {
  const {
    register,
    handleSubmit,
    formState: { errors },
  } = useForm<z.input<typeof erasureSchema>>({ resolver: zodResolver(erasureSchema), defaultValues: { reason: REASONS[0] } });
  return (
    <details className="mt-4">
      <summary className="flex min-h-[48px] cursor-pointer items-center text-note underline">
        Erase everything about this child
      </summary>
      <form
        className="care-band flex flex-wrap items-end gap-3 px-5 py-4"
        onSubmit={handleSubmit((said) => onErase(said.reason, said.bib))}
      >
        <p className="m-0 w-full text-note">
          Rows, films, evaluations and messages of this camp go; what other camps keep is theirs to erase. It cannot be taken
          back. Kept is only that somebody was erased, when, by whom and why, without the name.
        </p>
        <Field label="Why">
          <select {...register('reason')}>
            {REASONS.map((r) => (
              <option key={r}>{r}</option>
            ))}
          </select>
        </Field>
        <Field label={`Type the bib, ${bib}`} why={errors.bib && 'The bib is a whole number.'}>
          <input required inputMode="numeric" className="w-[130px]" {...register('bib', { valueAsNumber: true })} />
        </Field>
        <Action type="submit" className="bg-paper">
          Erase
        </Action>
      </form>
    </details>
  );
}
