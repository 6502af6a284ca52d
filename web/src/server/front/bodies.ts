import { isUtf8 } from 'node:buffer';
import type { IncomingMessage, ServerResponse } from 'node:http';

/** The longest body of a request but for films, in bytes. */
export const MOST_BODY = 1_048_576;
/** How long such a body may take, in milliseconds. A film may take as long as it moves. */
const SLOWEST = 30_000;

/** A film is streamed to disk; it has limits of its own. */
const isFilm = ({ method, url = '' }: IncomingMessage): boolean =>
  (method === 'POST' && /^\/api\/clips\?/.test(url)) || (method === 'PATCH' && /^\/api\/uploads\/[0-9a-f-]{36}$/.test(url));

const hasBody = (request: IncomingMessage): boolean =>
  request.headers['transfer-encoding'] !== undefined || Number(request.headers['content-length'] ?? 0) > 0;

/** Why a body is not taken; the same form as every other problem of an endpoint (RFC 9457). */
const PROBLEMS = {
  'too-large': [413, `The request is longer than ${MOST_BODY / 1024 / 1024} MB.`],
  'too-slow': [408, 'The request took too long to arrive.'],
  'not-utf-8': [400, 'The body of the request is no UTF-8 text.'],
} as const;

function refuse(request: IncomingMessage, response: ServerResponse, code: keyof typeof PROBLEMS): void {
  const [status, title] = PROBLEMS[code];
  // What still comes is not read: the connection ends with the answer.
  response.writeHead(status, { 'content-type': 'application/problem+json', 'cache-control': 'no-store', connection: 'close' });
  response.end(JSON.stringify({ type: 'about:blank', title, status, code }), () => request.destroy());
}

/**
 * Reads the body of a request before anything else sees it, as text: one that is too long, too slow or no text is answered here. The adapter of the
 * pages takes `request.body` in the place of the stream. A film is left alone. Resolves with true when the request is to go on.
 */
export async function readBody(request: IncomingMessage & { body?: string }, response: ServerResponse): Promise<boolean> {
  if (isFilm(request) || !hasBody(request)) return true;
  if (Number(request.headers['content-length'] ?? 0) > MOST_BODY) {
    refuse(request, response, 'too-large');
    return false;
  }
  const chunks: Buffer[] = [];
  let bytes = 0;
  const ended = await new Promise<keyof typeof PROBLEMS | 'whole' | 'gone'>((resolve) => {
    const timer = setTimeout(() => resolve('too-slow'), SLOWEST);
    request.on('data', (chunk: Buffer) => {
      bytes += chunk.length;
      if (bytes > MOST_BODY) resolve('too-large');
      else chunks.push(chunk);
    });
    request.once('end', () => resolve('whole'));
    request.once('close', () => {
      clearTimeout(timer);
      resolve('gone');
    });
    request.once('error', () => resolve('gone'));
    request.once('end', () => clearTimeout(timer));
  });
  if (ended === 'gone') return false;
  if (ended !== 'whole') {
    refuse(request, response, ended);
    return false;
  }
  const body = Buffer.concat(chunks);
  if (!isUtf8(body)) {
    refuse(request, response, 'not-utf-8');
    return false;
  }
  request.body = body.toString('utf8');
  return true;
}
