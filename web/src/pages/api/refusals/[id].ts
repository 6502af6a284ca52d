import type { APIRoute } from 'astro';
import { z } from 'zod';
import { dismissRefusal } from '../../../server/clips.ts';
import { atWork, parsed } from '../_answer.ts';

export const DELETE: APIRoute = async (context) => {
  atWork(context);
  await dismissRefusal(parsed(z.uuid(), context.params.id));
  return new Response(null, { status: 204 });
};
