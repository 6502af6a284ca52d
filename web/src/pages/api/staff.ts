import type { APIRoute } from 'astro';
import { staffMember } from '../../server/staff.ts';
import { notFound } from '../../server/refusal.ts';
import { z } from 'zod';
import { parsed } from './_answer.ts';

/** The staff picker: remembers who is at work on this device. Accounts take its place later. */
export const POST: APIRoute = async (context) => {
  const form = await context.request.formData();
  const { staff, go } = parsed(z.object({ staff: z.uuid(), go: z.string().default('/') }), Object.fromEntries(form));
  const member = await staffMember(staff);
  if (!member) throw notFound('The staff member');
  context.cookies.set('staff', member.id, { path: '/', httpOnly: true, sameSite: 'lax', maxAge: 60 * 60 * 16 });
  return context.redirect(/^\/(?![/\\])/.test(go) ? go : '/', 303);
};
