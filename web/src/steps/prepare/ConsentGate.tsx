import { Panel } from '../../parts/Panel.tsx';
import { Action } from '../../parts/Action.tsx';
import { useState } from 'react';
import { zodResolver } from '@hookform/resolvers/zod';
import type { z } from 'zod';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { Field } from '../../parts/Field.tsx';
import { Tick } from '../../parts/Tick.tsx';
import { CONSENT_WAYS, consentSchema, dayInWords, type ConsentWay } from '@stride-chalk/core';

export interface ConsentAnswer {
  readonly film: boolean;
  readonly share: boolean;
  readonly training?: boolean | undefined;
  readonly until: string | null;
  readonly givenBy: string;
  readonly how: ConsentWay;
}
export interface ConsentRecord extends ConsentAnswer {
  /** The day on which it was written down. */
  readonly on: string;
  readonly by: string;
}

const words = (a: Pick<ConsentAnswer, 'film' | 'share' | 'training' | 'until'>, at: { readonly timeZone: string }): string => {
  if (!a.film) return 'No film, nothing handed out';
  return [
    `Film${a.share ? ', and sharing with other coaches' : ', for the family only'}`,
    a.until ? `until ${dayInWords(a.until, at, 'dated')}` : 'until withdrawn',
  ].join(' ');
};

/** What the family has answered about filming, who, when and how; and the place to write down another answer. */
export function ConsentGate({
  guardian,
  at,
  says,
  open,
  history,
  onAnswer,
}: {
  guardian: string;
  /** Where the camp is: dates are written as people there do. */
  at: { readonly timeZone: string };
  /** What holds today, in a sentence. */
  says: string;
  open: boolean;
  history: readonly ConsentRecord[];
  onAnswer: (answer: ConsentAnswer) => void;
}) {
  const [writing, setWriting] = useState(false);
  return (
    <Panel id="consent" title="Consent" headClass="mb-2">
      <div className={open ? 'border-2 border-ink bg-paper px-5 py-4' : 'care-band px-5 py-4'}>
        <p className="m-0 text-lead font-semibold">{says}</p>
        <p className="m-0 mt-1 text-note">
          {open
            ? 'It is asked wherever a film is taken in or shown, at the release, and on the printed page.'
            : 'Not on the film plan, no film is taken in or shown, nothing is printed or handed out. What was scored is kept.'}
        </p>
        {!writing && (
          <Action className="mt-3 bg-paper" onClick={() => setWriting(true)}>
            {open ? 'The family changes or withdraws it' : 'The family has answered'}
          </Action>
        )}
        {writing && <AnswerForm guardian={guardian} onAnswer={onAnswer} onCancel={() => setWriting(false)} />}
      </div>
      {history.length > 0 && (
        <ul className="mt-3 mb-0 list-none p-0 text-note" aria-label="Answers so far">
          {history.map((h, i) => (
            <li key={`${h.on} ${i}`} className="grid grid-cols-[110px_1fr] gap-3 border-b border-rule py-2">
              <span className="tabular text-soft">{h.on}</span>
              <span>
                <b>{words(h, at)}.</b>{' '}
                <span className="text-soft">
                  {h.givenBy}, {h.how}; written down by {h.by}
                </span>
              </span>
            </li>
          ))}
        </ul>
      )}
    </Panel>
  );
}

function AnswerForm({
  guardian,
  onAnswer,
  onCancel,
}: {
  guardian: string;
  onAnswer: (answer: ConsentAnswer) => void;
  onCancel: () => void;
}) {
  const {
    register,
    control,
    handleSubmit,
    formState: { errors },
  } = useForm<z.input<typeof consentSchema>, unknown, ConsentAnswer>({
    resolver: zodResolver(consentSchema),
    defaultValues: { share: false, training: false, until: null, givenBy: guardian, how: 'signed form' },
  });
  const film = useWatch({ control, name: 'film' }) as boolean | undefined;
  return (
    <form
      className="mt-3 grid gap-3"
      aria-label="The family's answer"
      onSubmit={handleSubmit(({ share, training, until, ...answer }) =>
        onAnswer({
          ...answer,
          share: answer.film && share,
          training: answer.film && training === true,
          until: answer.film ? until : null,
        }),
      )}
    >
      <Controller
        control={control}
        name="film"
        render={({ field: { value, onChange } }) => (
          <div className="flex flex-wrap gap-2" role="group" aria-label="May he be filmed?">
            {([true, false] as const).map((yes) => (
              <Action
                key={String(yes)}
                main={value === yes}
                className={value === yes ? '' : 'bg-paper'}
                aria-pressed={value === yes}
                onClick={() => onChange(yes)}
              >
                {yes ? 'Yes, film' : 'No film'}
              </Action>
            ))}
          </div>
        )}
      />
      {film && (
        <div className="flex flex-wrap items-end gap-4">
          <Tick label="May be shared with his other coaches" {...register('share')} />
          <Tick label="The staff may learn on his films" {...register('training')} />
          <Field label="Last day (empty: until withdrawn)" why={errors.until?.message}>
            <input type="date" {...register('until', { setValueAs: (day) => day || null })} />
          </Field>
        </div>
      )}
      <div className="flex flex-wrap items-end gap-4">
        <Field label="Who answered" why={errors.givenBy?.message}>
          <input required maxLength={120} {...register('givenBy')} />
        </Field>
        <Field label="How">
          <select {...register('how')}>
            {CONSENT_WAYS.filter((w) => w !== 'before the history').map((w) => (
              <option key={w}>{w}</option>
            ))}
          </select>
        </Field>
        <Action type="submit" main disabled={film === undefined}>
          Write it down
        </Action>
        <Action className="bg-paper" onClick={onCancel}>
          Not now
        </Action>
      </div>
    </form>
  );
}
