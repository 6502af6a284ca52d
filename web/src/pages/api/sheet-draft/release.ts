import type { APIRoute } from 'astro';
import { releaseSheet } from '../../../server/sheet-desk.ts';
import { answer } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';
import { bodyOf } from '../../../server/front/parsed.ts';

/** The draft becomes the next version; camps keep theirs until somebody decides. */
export const POST: APIRoute = async (context) => {
  const said = await bodyOf(context, 'POST /api/sheet-draft/release');
  const { camp, id } = atWork(context);
  return answer('POST /api/sheet-draft/release', await releaseSheet(camp, said, id));
};
