import { useFormContext } from 'react-hook-form';
import { Field } from '../../parts/Field.tsx';

export interface CampFacts {
  name: string;
  place: string;
  firstDay: string;
  lastDay: string;
  timeZone: string;
  units: 'metric' | 'imperial';
}

/** Name, place, days, time zone and units of a camp: a part of a form about it. */
export function CampFactFields({ zones }: { zones: readonly string[] }) {
  const {
    register,
    watch,
    formState: { errors },
  } = useFormContext<CampFacts>();
  return (
    <div className="mt-3 grid grid-cols-[repeat(auto-fill,minmax(250px,1fr))] gap-x-4 gap-y-3">
      <Field label="Name" why={errors.name?.message}>
        <input required maxLength={120} {...register('name')} />
      </Field>
      <Field label="Place" why={errors.place?.message}>
        <input required maxLength={120} {...register('place')} />
      </Field>
      <Field label="First day" why={errors.firstDay?.message}>
        <input required type="date" {...register('firstDay')} />
      </Field>
      <Field label="Last day" why={errors.lastDay?.message}>
        <input required type="date" min={watch('firstDay')} {...register('lastDay')} />
      </Field>
      <Field label="Time zone" why={errors.timeZone?.message}>
        <select className="w-full min-w-0" {...register('timeZone')}>
          {zones.map((z) => (
            <option key={z}>{z}</option>
          ))}
        </select>
      </Field>
      <Field label="Heights in">
        <select {...register('units')}>
          <option value="metric">centimetres</option>
          <option value="imperial">feet and inches</option>
        </select>
      </Field>
    </div>
  );
}
