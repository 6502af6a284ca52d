import type { APIRequestContext } from '@playwright/test';

/** What a server answered. */
export interface PlainAnswer {
  readonly status: number;
  readonly headers: Headers;
  readonly text: string;
}

/** The cookies of a context, as a header says them. */
export const cookieOf = async (context: APIRequestContext): Promise<string> =>
  (await context.storageState()).cookies.map((c) => `${c.name}=${c.value}`).join('; ');

/** Asks without a browser, and follows nothing: a walk over all routes takes thousands of requests. What goes on for ever is not waited for. */
export async function plainly(
  address: string,
  method: string,
  { cookie = '', headers = {} }: { readonly cookie?: string; readonly headers?: Readonly<Record<string, string>> } = {},
): Promise<PlainAnswer> {
  const answer = await fetch(address, {
    method,
    redirect: 'manual',
    headers: {
      ...(cookie ? { cookie } : {}),
      ...(method === 'GET' ? {} : { 'content-type': 'application/json' }),
      ...headers,
    },
    ...(method === 'GET' ? {} : { body: '{}' }),
  });
  const live = answer.headers.get('content-type')?.startsWith('text/event-stream') ?? false;
  if (live) await answer.body?.cancel();
  return { status: answer.status, headers: answer.headers, text: live ? '' : await answer.text() };
}
