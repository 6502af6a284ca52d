import type { APIRoute } from 'astro';
import { addCamp } from '../../server/camp-settings.ts';
import { answer } from './_answer.ts';
import { atWork } from '../../server/front/asked.ts';
import { bodyOf } from '../../server/front/parsed.ts';

/** Another camp beside this one; whoever makes it is its lead. */
export const POST: APIRoute = async (context) => {
  const body = await bodyOf(context, 'POST /api/camps');
  const { camp, ...staff } = atWork(context);
  return answer('POST /api/camps', { id: await addCamp(camp, body, staff) });
};
