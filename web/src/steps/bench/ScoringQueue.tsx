import type { QueueItem } from './types.ts';

const isOpen = (t: QueueItem): boolean => t.state !== 'done';

/** What is to score, in a line: "12 to do, 3 of them second". */
export function queueInWords(queue: readonly QueueItem[]): string {
  const open = queue.filter(isOpen);
  const second = open.filter((t) => t.kind === 'second').length;
  if (open.length === 0) return 'all scored';
  return `${open.length} to do${second > 0 ? `, ${second} of them second` : ''}`;
}

const stateInWords = ({ state, levels }: QueueItem): string =>
  state === 'waits' ? 'no film yet' : state === 'done' ? 'done' : `${levels.done} of ${levels.of}`;

/** What the one at work has to score, by the plan; opened, a list of bibs. */
export function ScoringQueue({ queue, here }: { queue: readonly QueueItem[]; here: number }) {
  return (
    <details className="relative shrink-0">
      <summary data-testid="queue" className="quiet-action !min-h-0 cursor-pointer list-none whitespace-nowrap !py-[7px]">
        {queueInWords(queue)}
      </summary>
      <ol className="absolute end-0 z-20 m-0 mt-1 max-h-[60vh] w-[300px] list-none overflow-auto border-2 border-ink bg-paper p-0">
        {queue.map((t) => (
          <li key={t.bib}>
            <a
              href={`/bench/${t.bib}`}
              aria-current={t.bib === here ? 'page' : undefined}
              className={`grid min-h-[44px] grid-cols-[56px_1fr_auto] items-center gap-2 border-b border-rule px-3 no-underline hover:bg-wash ${t.state === 'done' ? 'text-soft' : ''} ${t.bib === here ? 'bg-wash font-semibold' : ''}`}
            >
              <span className="sign tabular text-lead font-semibold">{t.bib}</span>
              <span className="text-small">{t.kind === 'second' ? 'second, by yourself' : 'first'}</span>
              <span className="tabular text-small">{stateInWords(t)}</span>
            </a>
          </li>
        ))}
      </ol>
    </details>
  );
}
