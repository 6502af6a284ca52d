import type { APIContext } from 'astro';
import { type z, ZodError } from 'zod';
import { Refusal } from '../refusal.ts';

/** PostgreSQL keeps no NUL: refused by name rather than by a failure. */
const refuseNul = (_key: string, value: unknown): unknown => {
  if (typeof value === 'string' && value.includes('\0'))
    throw new Refusal('nul', 'A text in the request has a NUL character in it.', 400);
  return value;
};

/** The JSON body of a request in the form expected; a Refusal names the first thing that is wrong with it. */
export async function bodyAs<S extends z.ZodType>(context: APIContext, schema: S): Promise<z.output<S>> {
  // Read and found to be text before it came here (see `front/bodies`).
  const text = await context.request.text();
  let body: unknown;
  try {
    body = JSON.parse(text, refuseNul);
  } catch (error) {
    throw error instanceof Refusal ? error : new Refusal('not-json', 'The body of the request is not JSON.', 400);
  }
  return parsed(schema, body);
}

/** The fields of a form in the form expected. */
export async function formAs<S extends z.ZodType>(context: APIContext, schema: S): Promise<z.output<S>> {
  if (!/^application\/x-www-form-urlencoded\b/.test(context.request.headers.get('content-type') ?? ''))
    throw new Refusal('not-a-form', 'The body of the request is no form.', 400);
  const fields = Object.fromEntries(new URLSearchParams(await context.request.text()));
  for (const value of Object.values(fields)) refuseNul('', value);
  return parsed(schema, fields);
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
