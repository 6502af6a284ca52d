import { Action } from './Action.tsx';
import type { RefusedEntry } from './outbox.ts';

/** What the server has not taken, each with its reason: sent again or dropped, by hand. */
export function RefusedEntries<T>({
  refused,
  wordsOf,
  onRetry,
  onDrop,
}: {
  refused: ReadonlyArray<RefusedEntry<T>>;
  wordsOf: (entry: T) => string;
  onRetry: (id: string) => void;
  onDrop: (id: string) => void;
}) {
  if (refused.length === 0) return null;
  return (
    <div role="alert" data-testid="refused" className="care-band m-0 px-4 py-3 text-small">
      <b>Not taken, and kept on this device:</b>
      <ul className="m-0 mt-1 list-none p-0">
        {refused.map((r) => (
          <li key={r.id} className="flex flex-wrap items-center gap-2 py-1">
            <span className="me-auto min-w-0">
              {wordsOf(r.entry)}: {r.message}
            </span>
            <span className="flex gap-2">
              <Action className="bg-paper" onClick={() => onRetry(r.id)}>
                Send again
              </Action>
              <Action className="bg-paper" onClick={() => onDrop(r.id)}>
                Drop
              </Action>
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
