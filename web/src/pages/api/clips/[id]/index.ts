import type { APIRoute } from 'astro';
import { z } from 'zod';
import { clipById, removeClip, setCaptureScale } from '../../../../server/clips.ts';
import { atWork, bodyAs, json, parsed } from '../../_answer.ts';

const idOf = (params: Record<string, string | undefined>): string => parsed(z.uuid(), params.id);

export const GET: APIRoute = async ({ params }) => {
  const { id, state, progress, fileName, view } = await clipById(idOf(params));
  return json({ id, state, progress, fileName, view });
};

export const PATCH: APIRoute = async (context) => {
  atWork(context);
  const { captureScale } = await bodyAs(context, z.object({ captureScale: z.number().positive().max(100) }));
  await setCaptureScale(idOf(context.params), captureScale);
  return json({ captureScale });
};

export const DELETE: APIRoute = async (context) => {
  atWork(context);
  await removeClip(idOf(context.params));
  return new Response(null, { status: 204 });
};
