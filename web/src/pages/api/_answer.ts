import type { APIContext } from 'astro';
import { ZodError, type z } from 'zod';
import { Refusal } from '../../server/refusal.ts';
import type { StaffMember } from '../../server/staff.ts';

/** Problem details (RFC 9457) with a stable code. */
export function problem(refusal: Refusal): Response {
  return new Response(JSON.stringify({ type: 'about:blank', title: refusal.message, status: refusal.status, code: refusal.code }), {
    status: refusal.status, headers: { 'content-type': 'application/problem+json' },
  });
}

export const json = (body: unknown, status = 200): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json', 'cache-control': 'no-store' } });

/** Who is at work; the middleware has let nobody else through. */
export function atWork(context: APIContext): StaffMember {
  const member = context.locals.staff;
  if (!member) throw new Refusal('no-staff', 'Choose who is at work first.', 401);
  return member;
}

/** The JSON body of a request in the form expected; a Refusal names the first thing that is wrong with it. */
export async function bodyAs<S extends z.ZodType>(context: APIContext, schema: S): Promise<z.output<S>> {
  const body: unknown = await context.request.json().catch(() => {
    throw new Refusal('not-json', 'The body of the request is not JSON.', 400);
  });
  return parsed(schema, body);
}

export function parsed<S extends z.ZodType>(schema: S, value: unknown): z.output<S> {
  try {
    return schema.parse(value);
  } catch (error) {
    if (!(error instanceof ZodError)) throw error;
    const first = error.issues[0]!;
    throw new Refusal('not-as-expected', `${first.path.join('.') || 'the request'}: ${first.message}`, 400);
  }
}
