import { zodResolver } from '@hookform/resolvers/zod';
import { mailSentSchema, mailSettingsSchema, mailShownSchema, type MailShown } from '@stride-chalk/core';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Action } from '../../parts/Action.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Field } from '../../parts/Field.tsx';
import { Outcome } from '../../parts/Outcome.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { Tick } from '../../parts/Tick.tsx';

const NONE: MailShown = {
  active: false,
  host: '',
  port: 587,
  secure: false,
  userName: null,
  fromAddress: '',
  hasPassword: false,
};
/** As the form holds it: what is left empty is a text without letters. */
const asTyped = ({ hasPassword: _, userName, ...mail }: MailShown) => ({ ...mail, userName: userName ?? '', password: '' });
const orNull = (text: unknown): string | null => (typeof text === 'string' && text !== '' ? text : null);

/** The mail service (SMTP) that takes messages of the camp; off until it is switched on, and tried with a message to oneself. */
export function MailService({ mail }: { mail: MailShown | null }) {
  const [kept, setKept] = useState(mail ?? NONE);
  const [said, setSaid] = useState<{ readonly done?: string; readonly problem?: string }>({});
  const {
    register,
    handleSubmit,
    reset,
    formState: { errors },
  } = useForm({ resolver: zodResolver(mailSettingsSchema), defaultValues: asTyped(kept) });
  const ask = (work: Promise<string>): Promise<void> =>
    work.then(
      (done) => setSaid({ done }),
      (error: Error) => setSaid({ problem: error.message }),
    );
  const save = handleSubmit((body) =>
    ask(
      askServer(mailShownSchema, '/api/mail', { method: 'PUT', body }).then((now) => {
        setKept(now);
        reset(asTyped(now));
        return now.active ? 'Saved. What is written from now on leaves by mail.' : 'Saved. Nothing leaves by mail.';
      }),
    ),
  );
  const tryIt = (): Promise<void> =>
    ask(
      askServer(mailSentSchema, '/api/mail/test', { method: 'POST' }).then(
        ({ to }) => `The service has taken a test message to ${to}.`,
      ),
    );
  return (
    <form className="mt-8 border-t-2 border-ink pt-3" aria-labelledby="mail-service" onSubmit={save} onChange={() => setSaid({})}>
      <Panel id="mail-service" title="Mail service">
        <p className="m-0 text-small text-soft">
          Off, nothing leaves this machine: messages wait in the outbox to be printed or handed over. Any SMTP service will do.
        </p>
        <div className="mt-2 grid grid-cols-[repeat(auto-fill,minmax(210px,1fr))] gap-3">
          <Field label="Server" why={errors.host?.message}>
            <input required maxLength={200} autoComplete="off" {...register('host')} />
          </Field>
          <Field label="Port" why={errors.port?.message}>
            <input required type="number" min={1} max={65535} autoComplete="off" {...register('port', { valueAsNumber: true })} />
          </Field>
          <Field label="User name" why={errors.userName?.message}>
            <input maxLength={200} autoComplete="off" {...register('userName', { setValueAs: orNull })} />
          </Field>
          <Field label={kept.hasPassword ? 'Password (kept; type to change)' : 'Password'} why={errors.password?.message}>
            <input type="password" maxLength={400} autoComplete="off" {...register('password', { setValueAs: orNull })} />
          </Field>
          <Field label="Sent from" why={errors.fromAddress?.message}>
            <input required type="email" maxLength={200} autoComplete="off" {...register('fromAddress')} />
          </Field>
          <Tick label="Encrypted from the first byte (port 465)" className="self-end" {...register('secure')} />
          <Tick label="Send messages by mail" className="self-end" {...register('active')} />
        </div>
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <Action type="submit">Save the mail service</Action>
          <Action onClick={() => void tryIt()}>Send me a test message</Action>
          <Outcome {...said} />
        </div>
      </Panel>
    </form>
  );
}
