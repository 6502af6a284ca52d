import type { APIRoute } from 'astro';
import { atWork, ofCamp } from '../../../server/front/asked.ts';
import { bodyOf } from '../../../server/front/parsed.ts';
import { setCameraView } from '../../../server/tray/cameras.ts';
import { done } from '../_answer.ts';

/** Says from where a camera films. */
export const PUT: APIRoute = async (context) => {
  const camera = await ofCamp(context, 'camera', context.params.id);
  const { view } = await bodyOf(context, 'PUT /api/cameras/[id]');
  await setCameraView(camera, view, atWork(context).id);
  return done('PUT /api/cameras/[id]');
};
