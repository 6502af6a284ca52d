import type { APIRoute } from 'astro';
import { proposalsOf } from '../../../../server/look/proposals.ts';
import { ofShownCamper } from '../../../../server/front/asked.ts';
import { answer } from '../../_answer.ts';

/** What the computer proposes for the films of a camper. They come from his films, so that they are shown where these are. */
export const GET: APIRoute = async (context) =>
  answer('GET /api/campers/[id]/proposals', await proposalsOf(await ofShownCamper(context, 'camper', context.params.id)));
