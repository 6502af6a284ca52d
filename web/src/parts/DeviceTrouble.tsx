import { Action } from './Action.tsx';
import { useOldPage } from './old-page.ts';
import { clockInWords, type OutboxNews } from './outbox.ts';

/** What its owner has to know of a device: that its page is older than the server, that its clock is far off, that its browser keeps nothing, that somebody else has left something on it. */
export function DeviceTrouble({ news }: { news: Pick<OutboxNews<unknown>, 'clockAhead' | 'unkept' | 'ofOthers'> }) {
  const old = useOldPage();
  const said = [
    ...(news.unkept ? ['This browser keeps nothing on the device: what is not sent yet is lost when this page closes.'] : []),
    ...(news.clockAhead === null ? [] : [clockInWords(news.clockAhead)]),
    ...(news.ofOthers > 0
      ? [
          `${news.ofOthers} ${news.ofOthers === 1 ? 'thing' : 'things'} that somebody else has entered ${news.ofOthers === 1 ? 'waits' : 'wait'} on this device: sent when he signs in here.`,
        ]
      : []),
  ];
  return (
    <>
      {old && (
        <p role="status" className="care-band m-0 mt-2 flex w-full flex-wrap items-center gap-3 px-3 py-2 text-ink">
          The product was renewed while this page was open. Load it again; what waits on this device stays.
          <Action className="bg-paper" onClick={() => location.reload()}>
            Load again
          </Action>
        </p>
      )}
      {said.map((words) => (
        <p key={words} role="status" className="care-band m-0 mt-2 w-full px-3 py-2 text-ink">
          {words}
        </p>
      ))}
    </>
  );
}
