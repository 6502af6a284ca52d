import { ENDPOINTS, type Endpoint, type EndpointName } from '@stride-chalk/core';
import type { z } from 'zod';

type Answer<N extends EndpointName> = (typeof ENDPOINTS)[N]['answers'] extends infer S extends z.ZodType ? z.input<S> : never;

/** Answers as the endpoint has promised: what its schema does not name stays here, and what does not fit it is a fault of ours. */
export function answer<N extends EndpointName>(endpoint: N, value: Answer<N>, status?: number): Response {
  const { answers, ...promised } = ENDPOINTS[endpoint] as Endpoint;
  return new Response(JSON.stringify((answers as z.ZodType).parse(value)), {
    status: status ?? promised.status,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
  });
}

/** Answers with nothing but that it was done. */
export const done = (endpoint: EndpointName): Response => new Response(null, { status: ENDPOINTS[endpoint].status });

/** Answers a form with a page; the cookies go along. */
export function seeOther(location: string, cookies: readonly string[] = []): Response {
  const headers = new Headers({ location });
  for (const cookie of cookies) headers.append('set-cookie', cookie);
  return new Response(null, { status: 303, headers });
}

/** A path of this site, or the start when it is none: read as a browser reads it, so that no spelling leads elsewhere. */
export function localPath(path: string): string {
  const here = 'http://here.invalid';
  if (!path.startsWith('/') || !URL.canParse(path, here)) return '/';
  const url = new URL(path, here);
  return url.origin === here ? `${url.pathname}${url.search}`.replace(/^\/+/, '/') : '/';
}

/** A file to be saved; the name is ours and has plain letters only. */
export const download = (body: BodyInit, type: string, fileName: string): Response =>
  new Response(body, {
    headers: { 'content-type': type, 'content-disposition': `attachment; filename="${fileName}"`, 'cache-control': 'no-store' },
  });
