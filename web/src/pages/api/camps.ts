import type { APIRoute } from 'astro';
import { addCamp, newCampSchema } from '../../server/camp-settings.ts';
import { json } from './_answer.ts';
import { atWork } from '../../server/front/asked.ts';
import { bodyAs } from '../../server/front/parsed.ts';

/** Another camp beside this one; whoever makes it is its lead. */
export const POST: APIRoute = async (context) => {
  const body = await bodyAs(context, newCampSchema);
  const { camp, ...staff } = atWork(context);
  return json({ id: await addCamp(camp, body, staff) }, 201);
};
