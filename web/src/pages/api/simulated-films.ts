import { Readable } from 'node:stream';
import type { APIRoute } from 'astro';
import { z } from 'zod';
import { log } from '../../server/log.ts';
import { Refusal } from '../../server/refusal.ts';
import { filmSimulated } from '../../server/simulated-camera.ts';
import { atWork, bodyAs, ofCamp } from './_answer.ts';

/** Films a view with the simulated camera. Answers a line of JSON at a time: `{share}` ..., at last `{id}` or `{title}`. */
export const POST: APIRoute = async (context) => {
  const input = await bodyAs(context, z.object({ deliveryId: z.uuid(), view: z.enum(['openSide', 'front']) }));
  await ofCamp(context, 'delivery', input.deliveryId);
  const film = filmSimulated({ ...input, staffId: atWork(context).id });
  // The first step checks consent and arm: a refusal there is answered like any other.
  await film.next();
  const lines = async function* (): AsyncGenerator<string> {
    try {
      for await (const news of film) yield `${JSON.stringify('clip' in news ? { id: news.clip.id } : news)}\n`;
    } catch (error) {
      // A coach who leaves the page ends the film: nothing is wrong then.
      if (error instanceof Error && error.name === 'AbortError') return;
      if (!(error instanceof Refusal)) log.error({ err: error }, 'simulated camera');
      yield `${JSON.stringify({ title: error instanceof Refusal ? error.message : 'The simulated camera failed. Ask it again.' })}\n`;
    }
  };
  return new Response(Readable.toWeb(Readable.from(lines(), { objectMode: false })) as ReadableStream, {
    headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
  });
};
