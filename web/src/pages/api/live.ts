import type { APIRoute } from 'astro';
import { queryOf } from '../../server/front/parsed.ts';
import { hearCamp } from '../../server/live.ts';
import { notFound, Refusal } from '../../server/refusal.ts';

/** So often something is sent, that nothing on the way takes the connection for dead; in milliseconds. */
const BEAT = 25_000;
/** After this long the page asks anew, so that whoever may not any more is not told any more. */
const LONGEST = 120_000;

/** What changes at a camp of the one who asks, for as long as a page is looked at (Server-sent events, WHATWG HTML, 9.2). */
export const GET: APIRoute = (context) => {
  // The camp of the page: another tab may have gone to another one meanwhile, and a stream sends no headers of ours.
  const { camp } = queryOf(context, 'GET /api/live');
  if (!context.locals.camps.some((c) => c.id === camp)) throw notFound('The camp');
  if (!/\btext\/event-stream\b/.test(context.request.headers.get('accept') ?? ''))
    throw new Refusal('no-stream-asked', 'This is a stream of events: ask for text/event-stream.', 406);
  const text = new TextEncoder();
  let end = (): void => undefined;
  const body = new ReadableStream<Uint8Array>({
    start(stream) {
      const say = (words: string): void => stream.enqueue(text.encode(`${words}\n\n`));
      const stop = hearCamp(camp, (change) =>
        say(change ? `event: changed\ndata: ${JSON.stringify(change)}` : 'event: missed\ndata: {}'),
      );
      const beat = setInterval(() => say(': still there'), BEAT);
      const over = setTimeout(() => {
        end();
        stream.close();
      }, LONGEST);
      end = () => {
        stop();
        clearInterval(beat);
        clearTimeout(over);
      };
      // What has changed since the page was drawn is not known here: it asks once.
      say('retry: 1000\nevent: missed\ndata: {}');
    },
    cancel: () => end(),
  });
  return new Response(body, { headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' } });
};
