import type { APIRoute } from 'astro';
import { takeInClip } from '../../../server/take-in-clip.ts';
import { LIMITS } from '../../../server/intake/inspect.ts';
import { Refusal } from '../../../server/refusal.ts';
import { answer } from '../_answer.ts';
import { atWork, ofCamp } from '../../../server/front/asked.ts';
import { queryOf } from '../../../server/front/parsed.ts';

/** Takes a film as the plain body of the request: `POST /api/clips?deliveryId=...&view=openSide&fileName=...`. */
export const POST: APIRoute = async (context) => {
  const query = queryOf(context, 'POST /api/clips');
  await ofCamp(context, 'delivery', query.deliveryId);
  if (Number(context.request.headers.get('content-length') ?? 0) > LIMITS.bytes)
    throw new Refusal('too-large', `The file is larger than ${LIMITS.bytes / 1024 / 1024} MB. Cut it to one delivery.`, 413);
  if (!context.request.body) throw new Refusal('empty', 'The file is empty.');
  const clip = await takeInClip({ ...query, body: context.request.body as never, staffId: atWork(context).id });
  return answer('POST /api/clips', { id: clip.id, state: clip.state });
};
