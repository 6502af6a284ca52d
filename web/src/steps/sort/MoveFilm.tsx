import { zodResolver } from '@hookform/resolvers/zod';
import { moveFilmSchema } from '@stride-chalk/core';
import { useForm } from 'react-hook-form';
import { Field } from '../../parts/Field.tsx';
import { Action } from '../../parts/Action.tsx';
import { VIEWS } from './views.ts';
import type { FilmPlace } from './types.ts';

/** Asks where a film belongs; what is marked on it goes along. */
export function MoveFilm({
  name,
  from,
  onMove,
  onLeave,
}: {
  name: string;
  from: FilmPlace;
  onMove: (to: FilmPlace) => void;
  onLeave: () => void;
}) {
  const {
    register,
    handleSubmit,
    formState: { errors },
  } = useForm<FilmPlace>({ resolver: zodResolver(moveFilmSchema), defaultValues: from });
  return (
    <form
      aria-label={`Where does ${name} belong?`}
      className="grid gap-2 border-t border-rule bg-wash px-3 py-2 text-small"
      onSubmit={handleSubmit(onMove)}
    >
      <p className="m-0 font-semibold">Where does it belong? Key frames and points go along; levels stay.</p>
      <div className="grid grid-cols-2 gap-2 [&_input]:w-full [&_input]:min-w-0 [&_select]:w-full">
        <Field label="Bib" why={errors.bib?.message}>
          <input type="number" min={0} max={999} required {...register('bib', { valueAsNumber: true })} />
        </Field>
        <Field label="Delivery" why={errors.delivery?.message}>
          <input type="number" min={1} required autoFocus {...register('delivery', { valueAsNumber: true })} />
        </Field>
        <div className="col-span-2">
          <Field label="View">
            <select {...register('view')}>
              {VIEWS.map(([id, view]) => (
                <option key={id} value={id}>
                  {view}
                </option>
              ))}
            </select>
          </Field>
        </div>
      </div>
      <div className="flex flex-wrap gap-2">
        <Action type="submit" main>
          Move it
        </Action>
        <Action onClick={onLeave}>Leave it</Action>
      </div>
    </form>
  );
}
