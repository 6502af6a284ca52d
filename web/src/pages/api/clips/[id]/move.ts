import type { APIRoute } from 'astro';
import { z } from 'zod';
import { VIEW_IDS } from '@stride-chalk/core';
import { moveClip } from '../../../../server/move-clip.ts';
import { atWork, ofShownCamper } from '../../../../server/front/asked.ts';
import { bodyAs } from '../../../../server/front/parsed.ts';

/** Moves a film with the work on it to another delivery of the camp, or to another view. */
export const POST: APIRoute = async (context) => {
  const clip = await ofShownCamper(context, 'clip', context.params.id);
  const to = await bodyAs(context, z.object({ bib: z.number().int(), delivery: z.number().int(), view: z.enum(VIEW_IDS) }));
  await moveClip(clip, { ...to, camp: atWork(context).camp });
  return new Response(null, { status: 204 });
};
