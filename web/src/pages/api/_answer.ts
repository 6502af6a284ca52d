export const json = (body: unknown, status = 200): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json', 'cache-control': 'no-store' } });

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
