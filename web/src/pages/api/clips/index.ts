import type { APIRoute } from 'astro';
import { z } from 'zod';
import { VIEW_IDS } from '@stride-chalk/core';
import { takeInClip } from '../../../server/take-in-clip.ts';
import { LIMITS } from '../../../server/intake/inspect.ts';
import { Refusal } from '../../../server/refusal.ts';
import { json } from '../_answer.ts';
import { atWork, ofCamp } from '../../../server/front/asked.ts';
import { parsed } from '../../../server/front/parsed.ts';

/** Takes a film as the plain body of the request: `POST /api/clips?deliveryId=...&view=openSide&fileName=...`. */
export const POST: APIRoute = async (context) => {
  const query = parsed(
    z.object({
      deliveryId: z.uuid(),
      view: z.enum(VIEW_IDS),
      fileName: z.string().min(1).max(1000),
      browser: z.string().max(60).optional(),
    }),
    Object.fromEntries(context.url.searchParams),
  );
  await ofCamp(context, 'delivery', query.deliveryId);
  if (Number(context.request.headers.get('content-length') ?? 0) > LIMITS.bytes)
    throw new Refusal('too-large', `The file is larger than ${LIMITS.bytes / 1024 / 1024} MB. Cut it to one delivery.`, 413);
  if (!context.request.body) throw new Refusal('empty', 'The file is empty.');
  const clip = await takeInClip({ ...query, body: context.request.body as never, staffId: atWork(context).id });
  return json({ id: clip.id, state: clip.state }, 202);
};
