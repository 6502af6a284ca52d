import type { IncomingMessage, ServerResponse } from 'node:http';

/** The longest body of a request but for films, in bytes. */
export const MOST_BODY = 1_048_576;
/** How long such a body may take, in milliseconds. A film may take as long as it moves. */
const SLOWEST = 30_000;

class BodyError extends Error {
  readonly code: 'BODY_TOO_LARGE' | 'BODY_TOO_SLOW';
  constructor(code: BodyError['code'], message: string) {
    super(message);
    this.name = 'BodyError';
    this.code = code;
  }
}

/** A film is streamed to disk; it has limits of its own. */
const isFilm = (request: IncomingMessage): boolean => request.method === 'POST' && /^\/api\/clips\?/.test(request.url ?? '');

const TOO_LARGE = `The request is longer than ${MOST_BODY / 1024 / 1024} MB.`;

/**
 * Ends bodies that are too long before they are in memory, or too slow. True when the request is answered already.
 *
 * Whatever reads the body reads it through `request.body`, which the adapter of the pages takes in the place of the request itself.
 */
export function guardBody(request: IncomingMessage & { body?: AsyncIterable<Buffer> }, response: ServerResponse): boolean {
  if (['GET', 'HEAD'].includes(request.method ?? '') || isFilm(request)) return false;
  if (Number(request.headers['content-length'] ?? 0) > MOST_BODY) {
    const body = JSON.stringify({ type: 'about:blank', title: TOO_LARGE, status: 413, code: 'too-large' });
    // What still comes is not read: the connection ends with the answer.
    response.writeHead(413, { 'content-type': 'application/problem+json', connection: 'close' });
    response.end(body, () => request.destroy());
    return true;
  }
  request.body = limited(request);
  return false;
}

async function* limited(request: IncomingMessage): AsyncGenerator<Buffer> {
  let bytes = 0;
  let late = false;
  const timer = setTimeout(() => {
    late = true;
    request.destroy();
  }, SLOWEST);
  try {
    for await (const chunk of request as AsyncIterable<Buffer>) {
      bytes += chunk.length;
      if (bytes > MOST_BODY) throw new BodyError('BODY_TOO_LARGE', TOO_LARGE);
      yield chunk;
    }
  } catch (error) {
    if (late) throw new BodyError('BODY_TOO_SLOW', 'The request took too long to arrive.');
    throw error;
  } finally {
    clearTimeout(timer);
  }
}
