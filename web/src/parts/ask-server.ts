import { campHeaders, pageCamp } from './page-camp.ts';

/** What the server said no to: its own words, and its code for programs. */
export class AskError extends Error {
  readonly code: string | null;
  constructor(message: string, code: string | null) {
    super(message);
    this.name = 'AskError';
    this.code = code;
  }
}

/** Calls an endpoint; throws an AskError with the server's own words when it says no. */
export async function askServer<T>(
  path: string,
  options: {
    readonly method: 'POST' | 'PUT' | 'PATCH' | 'DELETE' | 'GET';
    readonly body?: unknown;
    /** Sent even when the page is left meanwhile. */
    readonly keepalive?: boolean;
  },
): Promise<T> {
  const response = await fetch(path, {
    method: options.method,
    keepalive: options.keepalive ?? false,
    headers: {
      ...campHeaders(pageCamp()),
      ...(options.body === undefined ? {} : { 'content-type': 'application/json' }),
    },
    ...(options.body === undefined ? {} : { body: JSON.stringify(options.body) }),
  });
  const answer: unknown = response.status === 204 ? null : await response.json().catch(() => null);
  if (!response.ok) {
    const problem = answer as { title?: string; code?: string } | null;
    throw new AskError(problem?.title ?? `The server answered ${response.status}.`, problem?.code ?? null);
  }
  return answer as T;
}
