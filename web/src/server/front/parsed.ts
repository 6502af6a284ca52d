import type { APIContext } from 'astro';
import { type z, ZodError } from 'zod';
import { ENDPOINTS, type Endpoint, type EndpointName } from '@stride-chalk/core';
import { Refusal } from '../refusal.ts';

type Of<N extends EndpointName, K extends 'body' | 'form' | 'query'> = (typeof ENDPOINTS)[N] extends {
  readonly [key in K]: infer S extends z.ZodType;
}
  ? z.output<S>
  : never;

/** PostgreSQL keeps no NUL: refused by name rather than by a failure. */
const refuseNul = (_key: string, value: unknown): unknown => {
  if (typeof value === 'string' && value.includes('\0'))
    throw new Refusal('nul', 'A text in the request has a NUL character in it.', 400);
  return value;
};

/** The JSON body of a request in the form that its endpoint takes; a Refusal names the first thing that is wrong with it. */
export async function bodyOf<N extends EndpointName>(context: APIContext, endpoint: N): Promise<Of<N, 'body'>> {
  // Read and found to be text before it came here (see `front/bodies`).
  const text = await context.request.text();
  let body: unknown;
  try {
    body = JSON.parse(text, refuseNul);
  } catch (error) {
    throw error instanceof Refusal ? error : new Refusal('not-json', 'The body of the request is not JSON.', 400);
  }
  return parsed((ENDPOINTS[endpoint] as Endpoint).body!, body) as Of<N, 'body'>;
}

/** What stands behind the `?` of the address. */
export const queryOf = <N extends EndpointName>(context: Pick<APIContext, 'url'>, endpoint: N): Of<N, 'query'> =>
  parsed((ENDPOINTS[endpoint] as Endpoint).query!, Object.fromEntries(context.url.searchParams)) as Of<N, 'query'>;

/** The fields of a form. */
export async function formOf<N extends EndpointName>(context: APIContext, endpoint: N): Promise<Of<N, 'form'>> {
  if (!/^application\/x-www-form-urlencoded\b/.test(context.request.headers.get('content-type') ?? ''))
    throw new Refusal('not-a-form', 'The body of the request is no form.', 400);
  const fields = Object.fromEntries(new URLSearchParams(await context.request.text()));
  for (const value of Object.values(fields)) refuseNul('', value);
  return parsed((ENDPOINTS[endpoint] as Endpoint).form!, fields) as Of<N, 'form'>;
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
