import type { APIRoute } from 'astro';
import { z } from 'zod';
import { noteMessage } from '../../../server/messages.ts';
import { answer } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';
import { bodyOf, parsed } from '../../../server/front/parsed.ts';

/** Notes what has become of a message: it was printed, or somebody was told. */
export const PATCH: APIRoute = async (context) => {
  const { camp, id } = atWork(context);
  const { is } = await bodyOf(context, 'PATCH /api/messages/[id]');
  await noteMessage(camp.id, parsed(z.uuid(), context.params.id), is, id);
  return answer('PATCH /api/messages/[id]', { is });
};
