import { mailSentSchema, mailShownSchema, type MailShown } from '@stride-chalk/core';
import { useState } from 'react';
import { askServer } from '../../parts/ask-server.ts';

const NONE: MailShown = {
  active: false,
  host: '',
  port: 587,
  secure: false,
  userName: null,
  fromAddress: '',
  hasPassword: false,
};

/** The mail service (SMTP) that takes messages of the camp; off until it is switched on, and tried with a message to oneself. */
export function MailService({ mail }: { mail: MailShown | null }) {
  const [m, setM] = useState(mail ?? NONE);
  const [password, setPassword] = useState('');
  const [said, setSaid] = useState<{ readonly good: boolean; readonly words: string } | null>(null);
  const set = (change: Partial<MailShown>): void => {
    setM((was) => ({ ...was, ...change }));
    setSaid(null);
  };
  const ask = (work: Promise<string>): void => {
    work.then((words) => setSaid({ good: true, words })).catch((e: Error) => setSaid({ good: false, words: e.message }));
  };
  const save = async (): Promise<string> => {
    const { hasPassword: _, ...others } = m;
    const kept = await askServer(mailShownSchema, '/api/mail', {
      method: 'PUT',
      body: { ...others, password: password || null },
    });
    setM(kept);
    setPassword('');
    return kept.active ? 'Saved. What is written from now on leaves by mail.' : 'Saved. Nothing leaves by mail.';
  };
  return (
    <form
      aria-labelledby="mail-service"
      className="mt-8 border-t-2 border-ink pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        ask(save());
      }}
    >
      <h2 id="mail-service" className="m-0 text-[24px]">
        Mail service
      </h2>
      <p className="m-0 text-[15px] text-soft">
        Off, nothing leaves this machine: messages wait in the outbox to be printed or handed over. Any SMTP service will do.
      </p>
      <div className="mt-2 grid grid-cols-[repeat(auto-fill,minmax(210px,1fr))] gap-3">
        <Field name="Server" value={m.host} required onChange={(host) => set({ host })} />
        <Field name="Port" value={String(m.port)} required onChange={(port) => set({ port: Number(port) || 0 })} />
        <Field name="User name" value={m.userName ?? ''} onChange={(userName) => set({ userName: userName || null })} />
        <Field
          name={m.hasPassword ? 'Password (kept; type to change)' : 'Password'}
          type="password"
          value={password}
          onChange={setPassword}
        />
        <Field name="Sent from" type="email" value={m.fromAddress} required onChange={(fromAddress) => set({ fromAddress })} />
        <Tick name="Encrypted from the first byte (port 465)" on={m.secure} onTick={(secure) => set({ secure })} />
        <Tick name="Send messages by mail" on={m.active} onTick={(active) => set({ active })} />
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <button type="submit" className="quiet-action min-h-[48px]">
          Save the mail service
        </button>
        <button
          type="button"
          className="quiet-action min-h-[48px]"
          onClick={() =>
            ask(
              askServer(mailSentSchema, '/api/mail/test', { method: 'POST' }).then(
                ({ to }) => `The service has taken a test message to ${to}.`,
              ),
            )
          }
        >
          Send me a test message
        </button>
        {said && (
          <span role={said.good ? 'status' : 'alert'} className={said.good ? 'font-semibold text-grass' : 'care-band px-3 py-1'}>
            {said.words}
          </span>
        )}
      </div>
    </form>
  );
}

function Field(props: { name: string; value: string; type?: string; required?: boolean; onChange: (value: string) => void }) {
  return (
    <label className="grid gap-1 text-[15px] text-soft">
      {props.name}
      <input
        type={props.type ?? 'text'}
        required={props.required}
        autoComplete="off"
        value={props.value}
        onChange={(e) => props.onChange(e.target.value)}
        className="field"
      />
    </label>
  );
}

function Tick({ name, on, onTick }: { name: string; on: boolean; onTick: (on: boolean) => void }) {
  return (
    <label className="flex min-h-[48px] items-center gap-3 self-end text-[16px]">
      <input
        type="checkbox"
        checked={on}
        onChange={(e) => onTick(e.target.checked)}
        className="h-[26px] w-[26px] shrink-0 accent-clay"
      />
      {name}
    </label>
  );
}
