import { Action } from '../../parts/Action.tsx';
import { Alert } from '../../parts/Alert.tsx';
import type { OutboxNews } from '../../parts/outbox.ts';

/** What of a phone the server does not have yet, at the head of a page of the field. */
export function Waits({ news: { waiting, refused } }: { news: Pick<OutboxNews<unknown>, 'waiting' | 'refused'> }) {
  const open = waiting + refused.length;
  return (
    <p
      data-testid="waiting"
      data-waiting={open}
      role="status"
      className={`m-0 px-2 py-1 text-note font-semibold ${open > 0 ? 'border-2 border-ink' : 'text-grass'}`}
    >
      {waiting > 0
        ? `${waiting} ${waiting === 1 ? 'waits' : 'wait'} on this phone`
        : refused.length > 0
          ? `${refused.length} not taken`
          : 'All sent'}
    </p>
  );
}

/** Says that nothing is sent before somebody signs in again. */
export function SignedOut({ go }: { go: '/check-in' | '/mound' }) {
  return (
    <Alert className="mt-2 flex items-center gap-3">
      You are signed out. What waits on this phone is sent when you sign in again.
      <Action href={`/sign-in?go=${go}`} className="whitespace-nowrap bg-paper">
        Sign in
      </Action>
    </Alert>
  );
}
