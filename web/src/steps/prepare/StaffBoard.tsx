import { doneSchema, invitedSchema, resetSchema } from '@stride-chalk/core';
import { useState } from 'react';
import { Alert } from '../../parts/Alert.tsx';
import { askServer } from '../../parts/ask-server.ts';
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
  const invite = (form: HTMLFormElement): void => {
    const body = Object.fromEntries(new FormData(form)) as { name: string; email: string; role: Role };
    askServer(invitedSchema, '/api/staff', { method: 'POST', body })
      .then((made) => {
        setPeople((all) =>
          [
            ...all,
            { ...body, address: body.email.toLowerCase(), id: made.id, active: true, hasPassword: false, makesCamps: false },
          ].sort((a, b) => a.name.localeCompare(b.name)),
        );
        show(body.name, made.link);
        form.reset();
      })
      .catch(failed);
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
      <h1 className="m-0 text-[36px]">
        Staff <span className="text-soft">{people.filter((p) => p.active).length}</span>
      </h1>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          invite(event.currentTarget);
        }}
        className="my-4 flex flex-wrap items-end gap-3 border-2 border-ink bg-paper p-4"
        aria-label="Invite somebody"
      >
        <label className="grid flex-1 gap-1 text-[15px] text-soft">
          Name
          <input name="name" required maxLength={80} autoComplete="off" className="field min-w-[200px]" />
        </label>
        <label className="grid flex-1 gap-1 text-[15px] text-soft">
          Mail address
          <input name="email" type="email" required maxLength={200} autoComplete="off" className="field min-w-[220px]" />
        </label>
        <label className="grid gap-1 text-[15px] text-soft">
          Role
          <select name="role" defaultValue="coach" className="field">
            {ROLES.map((r) => (
              <option key={r}>{r}</option>
            ))}
          </select>
        </label>
        <button type="submit" className="main-action min-h-[48px]">
          Invite
        </button>
      </form>
      {problem && <Alert className="my-4">{problem}</Alert>}
      {link && (
        <div
          role="status"
          className="my-4 flex flex-wrap items-center gap-3 border-l-[6px] border-grass bg-wash px-5 py-3 text-[16px]"
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
            <button
              type="button"
              className="quiet-action min-h-[48px]"
              onClick={() => void navigator.clipboard.writeText(link.url!).then(() => setCopied(true))}
            >
              {copied ? 'Copied' : 'Copy'}
            </button>
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
              <span className="text-[14.5px] text-soft">
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
                  <button
                    type="button"
                    aria-pressed={p.makesCamps}
                    className="quiet-action min-h-[48px] justify-center"
                    onClick={() => allowCamps(p, !p.makesCamps)}
                    aria-label={`${p.makesCamps ? 'No more camps by' : 'May make camps:'} ${p.name}`}
                  >
                    {p.makesCamps ? 'No more camps' : 'May make camps'}
                  </button>
                )}
              </span>
            )}
            <span className="flex flex-wrap gap-2">
              <button
                type="button"
                disabled={!p.active}
                className="quiet-action min-h-[48px] disabled:opacity-40"
                onClick={() => reset(p)}
                aria-label={`New link for ${p.name}`}
              >
                New link
              </button>
              <button
                type="button"
                className="quiet-action min-h-[48px]"
                onClick={() => change(p, { active: !p.active })}
                aria-label={`${p.active ? 'Deactivate' : 'Activate'} ${p.name}`}
              >
                {p.active ? 'Deactivate' : 'Activate'}
              </button>
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
