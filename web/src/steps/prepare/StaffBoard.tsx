import { PageHead } from '../../parts/PageHead.tsx';
import { Action } from '../../parts/Action.tsx';
import { zodResolver } from '@hookform/resolvers/zod';
import { doneSchema, invitedSchema, newStaffSchema, resetSchema } from '@stride-chalk/core';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Alert } from '../../parts/Alert.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Field } from '../../parts/Field.tsx';
import { useAwake } from '../../parts/use-awake.ts';

type Role = 'lead' | 'coach' | 'helper';
interface Person {
  readonly id: string;
  readonly name: string;
  readonly address: string;
  readonly role: Role;
  readonly active: boolean;
  readonly hasPassword: boolean;
  readonly makesCamps: boolean;
}
interface Invitation {
  name: string;
  email: string;
  role: Role;
}
const ROLES: readonly Role[] = ['lead', 'coach', 'helper'];

/**
 * The staff of the camp: invite, change the role, make a new link, deactivate.
 *
 * @param givesCamps true for whoever may make camps of the organisation, and gives that right
 */
export function StaffBoard({
  people: first,
  self,
  givesCamps,
}: {
  people: readonly Person[];
  self: string;
  givesCamps: boolean;
}) {
  const awake = useAwake();
  const [people, setPeople] = useState(first);
  const [problem, setProblem] = useState<string | null>(null);
  const [link, setLink] = useState<{ readonly name: string; readonly url: string | null } | null>(null);
  const [copied, setCopied] = useState(false);
  const failed = (error: Error): void => setProblem(error.message);
  const show = (name: string, url: string | null): void => {
    setLink({ name, url });
    setCopied(false);
    setProblem(null);
  };
  const invite = async (body: Invitation): Promise<void> => {
    const made = await askServer(invitedSchema, '/api/staff', { method: 'POST', body });
    setPeople((all) =>
      [
        ...all,
        { ...body, address: body.email.toLowerCase(), id: made.id, active: true, hasPassword: false, makesCamps: false },
      ].sort((a, b) => a.name.localeCompare(b.name)),
    );
    show(body.name, made.link);
  };
  const change = (person: Person, next: { role?: Role; active?: boolean }): void => {
    setProblem(null);
    askServer(doneSchema, `/api/staff/${person.id}`, { method: 'PATCH', body: next })
      .then(() => setPeople((all) => all.map((p) => (p.id === person.id ? { ...p, ...next } : p))))
      .catch(failed);
  };
  const allowCamps = (person: Person, may: boolean): void => {
    setProblem(null);
    askServer(doneSchema, `/api/staff/${person.id}/makes-camps`, { method: 'PUT', body: { may } })
      .then(() => setPeople((all) => all.map((p) => (p.id === person.id ? { ...p, makesCamps: may } : p))))
      .catch(failed);
  };
  const reset = (person: Person): void => {
    setLink(null);
    askServer(resetSchema, `/api/staff/${person.id}/reset`, { method: 'POST' })
      .then((made) => show(person.name, made.link))
      .catch(failed);
  };
  return (
    <div data-awake={awake}>
      <PageHead title="Staff" count={people.filter((p) => p.active).length} />
      <InviteForm onInvite={invite} />
      {problem && <Alert className="my-4">{problem}</Alert>}
      {link && (
        <div
          role="status"
          className="my-4 flex flex-wrap items-center gap-3 border-l-[6px] border-grass bg-wash px-5 py-3 text-note"
        >
          {link.url ? (
            <span className="min-w-0 flex-1">
              The link for <b>{link.name}</b>, good for three days, once. Copy it now: it is not shown again.
              <br />
              <code className="[overflow-wrap:anywhere]" data-testid="link">
                {link.url}
              </code>
            </span>
          ) : (
            <span>
              A link has gone to the mail address of <b>{link.name}</b>.
            </span>
          )}
          {link.url && (
            <Action onClick={() => void navigator.clipboard.writeText(link.url!).then(() => setCopied(true))}>
              {copied ? 'Copied' : 'Copy'}
            </Action>
          )}
        </div>
      )}
      <ul className="m-0 list-none p-0">
        {people.map((p) => (
          <li
            key={p.id}
            className={`grid min-h-[60px] items-center gap-3 border-b ${givesCamps ? 'grid-cols-[1fr_110px_150px_auto]' : 'grid-cols-[1fr_110px_auto]'} border-rule py-1 max-[700px]:grid-cols-1 ${p.active ? '' : 'text-soft'}`}
          >
            <span className="leading-tight">
              <b>{p.name}</b>
              {p.id === self && ' (you)'}
              <br />
              <span className="text-small text-soft">
                {p.address}
                {!p.active ? ' · deactivated' : p.hasPassword ? '' : ' · no password yet'}
                {p.makesCamps && ' · may make camps'}
              </span>
            </span>
            <select
              aria-label={`Role of ${p.name}`}
              value={p.role}
              disabled={!p.active}
              onChange={(e) => change(p, { role: e.target.value as Role })}
              className="field"
            >
              {ROLES.map((r) => (
                <option key={r}>{r}</option>
              ))}
            </select>
            {givesCamps && (
              <span className={p.active && p.role === 'lead' ? 'grid' : 'max-[700px]:hidden'}>
                {p.active && p.role === 'lead' && (
                  <Action
                    aria-pressed={p.makesCamps}
                    className="justify-center"
                    onClick={() => allowCamps(p, !p.makesCamps)}
                    aria-label={`${p.makesCamps ? 'No more camps by' : 'May make camps:'} ${p.name}`}
                  >
                    {p.makesCamps ? 'No more camps' : 'May make camps'}
                  </Action>
                )}
              </span>
            )}
            <span className="flex flex-wrap gap-2">
              <Action disabled={!p.active} onClick={() => reset(p)} aria-label={`New link for ${p.name}`}>
                New link
              </Action>
              <Action
                onClick={() => change(p, { active: !p.active })}
                aria-label={`${p.active ? 'Deactivate' : 'Activate'} ${p.name}`}
              >
                {p.active ? 'Deactivate' : 'Activate'}
              </Action>
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

function InviteForm({ onInvite }: { onInvite: (invitation: Invitation) => Promise<void> }) {
  const {
    register,
    handleSubmit,
    reset,
    setError,
    formState: { errors, isSubmitting },
  } = useForm<Invitation>({ resolver: zodResolver(newStaffSchema), defaultValues: { name: '', email: '', role: 'coach' } });
  const invite = handleSubmit((invitation) =>
    onInvite(invitation).then(
      () => reset(),
      (error: Error) => setError('root', { message: error.message }),
    ),
  );
  return (
    <form
      onSubmit={invite}
      className="my-4 flex flex-wrap items-end gap-3 border-2 border-ink bg-paper p-4"
      aria-label="Invite somebody"
    >
      <Field label="Name" className="flex-1" why={errors.name?.message}>
        <input required maxLength={80} autoComplete="off" className="min-w-[200px]" {...register('name')} />
      </Field>
      <Field label="Mail address" className="flex-1" why={errors.email?.message}>
        <input type="email" required maxLength={200} autoComplete="off" className="min-w-[220px]" {...register('email')} />
      </Field>
      <Field label="Role">
        <select {...register('role')}>
          {ROLES.map((r) => (
            <option key={r}>{r}</option>
          ))}
        </select>
      </Field>
      <Action type="submit" main disabled={isSubmitting}>
        Invite
      </Action>
      {errors.root && <Alert className="m-0 w-full">{errors.root.message}</Alert>}
    </form>
  );
}
