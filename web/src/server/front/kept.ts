import { open } from 'node:fs/promises';
import { Readable } from 'node:stream';
import type { APIContext } from 'astro';
import rangeParser from 'range-parser';
import { notFound } from '../refusal.ts';

/** Bytes that never change, asked for by an ETag: a browser keeps them and asks each time whether it may still show them. */
export async function keptBytes(
  context: Pick<APIContext, 'request'>,
  etag: string,
  type: string,
  bytes: () => Promise<Uint8Array>,
): Promise<Response> {
  const headers = { etag: `"${etag}"`, 'cache-control': 'private, no-cache' };
  if (context.request.headers.get('if-none-match') === headers.etag) return new Response(null, { status: 304, headers });
  return new Response(new Uint8Array(await bytes()), { headers: { ...headers, 'content-type': type } });
}

/** A file that never changes, streamed from the disk as it is read at the other end: whole, or the part that was asked for (RFC 9110, section 14). */
export async function keptFile(
  context: Pick<APIContext, 'request'>,
  kept: { readonly etag: string; readonly type: string; readonly path: string; readonly noun: string },
): Promise<Response> {
  const { etag, type, path, noun } = kept;
  const headers: Record<string, string> = { etag: `"${etag}"`, 'cache-control': 'private, no-cache', 'accept-ranges': 'bytes' };
  if (context.request.headers.get('if-none-match') === headers.etag) return new Response(null, { status: 304, headers });
  const file = await open(path).catch((error: NodeJS.ErrnoException) => {
    throw error.code === 'ENOENT' ? notFound(noun) : error;
  });
  const { size } = await file.stat();
  const asked = context.request.headers.get('range');
  const parts = asked === null ? null : rangeParser(size, asked);
  if (parts === -1) {
    await file.close();
    return new Response(null, { status: 416, headers: { ...headers, 'content-range': `bytes */${size}` } });
  }
  // Several parts at once, or what is no range: the whole file, as the standard allows.
  const part = Array.isArray(parts) && parts.length === 1 ? parts[0]! : null;
  const { start, end } = part ?? { start: 0, end: size - 1 };
  if (part) headers['content-range'] = `bytes ${start}-${end}/${size}`;
  const body = Readable.toWeb(file.createReadStream({ start, end })) as ReadableStream;
  return new Response(body, {
    status: part ? 206 : 200,
    headers: { ...headers, 'content-type': type, 'content-length': String(end - start + 1) },
  });
}
