import type { APIRoute } from 'astro';
import { notFound } from '../../server/refusal.ts';
import { seeOther } from './_answer.ts';
import { formOf } from '../../server/front/parsed.ts';

/** Changes the camp at work on this device. */
export const POST: APIRoute = async (context) => {
  const { camp } = await formOf(context, 'POST /api/camp-at-work');
  if (!context.locals.camps.some((c) => c.id === camp)) throw notFound('The camp');
  context.cookies.set('camp', camp, { path: '/', httpOnly: true, sameSite: 'lax', maxAge: 60 * 60 * 24 * 30 });
  return seeOther('/');
};
