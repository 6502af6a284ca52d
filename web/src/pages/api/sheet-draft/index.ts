import type { APIRoute } from 'astro';
import { dropSheetDraft, saveSheetDraft, startSheetDraft } from '../../../server/sheet-desk.ts';
import { answer, done } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';
import { bodyOf } from '../../../server/front/parsed.ts';

/** Begins the draft of the organisation, of the version in use or of a file. */
export const POST: APIRoute = async (context) => {
  const said = await bodyOf(context, 'POST /api/sheet-draft');
  const { camp, id } = atWork(context);
  return answer('POST /api/sheet-draft', await startSheetDraft(camp, said, id));
};

/** Keeps it, whole or not. */
export const PUT: APIRoute = async (context) => {
  const said = await bodyOf(context, 'PUT /api/sheet-draft');
  const { camp, id } = atWork(context);
  return answer('PUT /api/sheet-draft', await saveSheetDraft(camp, said, id));
};

export const DELETE: APIRoute = async (context) => {
  await dropSheetDraft(atWork(context).camp);
  return done('DELETE /api/sheet-draft');
};
