import type { APIRoute } from 'astro';
import { z } from 'zod';
import { noteMessage } from '../../../server/messages.ts';
import { json } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';
import { bodyAs, parsed } from '../../../server/front/parsed.ts';

/** Notes what has become of a message: it was printed, or somebody was told. */
export const PATCH: APIRoute = async (context) => {
  const { camp, id } = atWork(context);
  const { is } = await bodyAs(context, z.object({ is: z.enum(['printed', 'handed over', 'not handed over']) }));
  await noteMessage(camp.id, parsed(z.uuid(), context.params.id), is, id);
  return json({ is });
};
