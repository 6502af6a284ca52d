import type { z } from 'zod';
import { noteBuild } from './old-page.ts';
import { campHeaders, pageCamp } from './page-camp.ts';
import { noteClock } from './server-clock.ts';

/** What the server said no to: its own words, and its code for programs. */
export class AskError extends Error {
  readonly code: string | null;
  constructor(message: string, code: string | null) {
    super(message);
    this.name = 'AskError';
    this.code = code;
  }
}

/**
 * Calls an endpoint, and reads its answer by the schema of it; throws an AskError with the server's own words when it says no, and with ours when the
 * answer is not in the form agreed: a page of an older version is open.
 */
export async function askServer<S extends z.ZodType>(
  schema: S,
  path: string,
  options: {
    readonly method: 'POST' | 'PUT' | 'PATCH' | 'DELETE' | 'GET';
    readonly body?: unknown;
    /** Sent even when the page is left meanwhile. */
    readonly keepalive?: boolean;
  },
): Promise<z.output<S>> {
  const sent = Date.now();
  const response = await fetch(path, {
    method: options.method,
    keepalive: options.keepalive ?? false,
    headers: {
      ...campHeaders(pageCamp()),
      ...(options.body === undefined ? {} : { 'content-type': 'application/json' }),
    },
    ...(options.body === undefined ? {} : { body: JSON.stringify(options.body) }),
  });
  noteBuild(response);
  if (options.method !== 'GET') noteClock(sent, response);
  const answer: unknown = response.status === 204 ? null : await response.json().catch(() => null);
  if (!response.ok) {
    const problem = answer as { title?: string; code?: string } | null;
    throw new AskError(problem?.title ?? `The server answered ${response.status}.`, problem?.code ?? null);
  }
  const read = schema.safeParse(answer);
  if (!read.success)
    throw new AskError('The server answers in a form that this page does not know. Load the page again.', 'not-as-agreed');
  return read.data;
}
