/** Calls an endpoint; throws an Error with the server's own words when it says no. */
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
    ...(options.body === undefined
      ? {}
      : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(options.body) }),
  });
  const answer: unknown = response.status === 204 ? null : await response.json().catch(() => null);
  if (!response.ok) throw new Error((answer as { title?: string } | null)?.title ?? `The server answered ${response.status}.`);
  return answer as T;
}
