import { clockInWords, type OutboxNews } from './outbox.ts';

/** What its owner has to know of a device: that its clock is far off, that its browser keeps nothing. */
export function DeviceTrouble({ news }: { news: Pick<OutboxNews<unknown>, 'clockAhead' | 'unkept'> }) {
  const said = [
    ...(news.unkept ? ['This browser keeps nothing on the device: what is not sent yet is lost when this page closes.'] : []),
    ...(news.clockAhead === null ? [] : [clockInWords(news.clockAhead)]),
  ];
  return said.map((words) => (
    <p key={words} role="status" className="care-band m-0 mt-2 w-full px-3 py-2 text-ink">
      {words}
    </p>
  ));
}
