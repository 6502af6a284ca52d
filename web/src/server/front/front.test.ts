import { createServer, request as ask, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { connect } from 'node:net';
import { afterEach, describe, expect, test } from 'vitest';
import { guardBody, MOST_BODY } from './bodies.ts';
import { clientAddress, keepTrueAddress, readProxies } from './client-address.ts';
import { standingHeaders } from './headers.ts';

let server: Server | null = null;
afterEach(() => server?.close());

/** A server that guards bodies and answers how many bytes it has read, or the code of what ended it. */
async function guarded(): Promise<number> {
  server = createServer((request: IncomingMessage & { body?: AsyncIterable<Buffer> }, response) => {
    if (guardBody(request, response)) return;
    void (async () => {
      let bytes = 0;
      try {
        for await (const chunk of request.body ?? (request as AsyncIterable<Buffer>)) bytes += chunk.length;
        response.end(String(bytes));
      } catch (error) {
        response.end((error as { code?: string }).code);
      }
    })();
  });
  await new Promise<void>((resolve) => server!.listen(0, '127.0.0.1', resolve));
  return (server.address() as AddressInfo).port;
}
const post = (port: number, path: string, body: Buffer, headers: Record<string, string> = {}, method = 'POST') =>
  new Promise<{ status: number; text: string }>((resolve, reject) => {
    const sent = ask({ port, path, method, headers }, (answer) => {
      let text = '';
      answer.on('data', (c: Buffer) => {
        text += c.toString();
      });
      answer.on('end', () => resolve({ status: answer.statusCode!, text }));
    });
    sent.on('error', reject);
    sent.end(body);
  });

describe('a body', () => {
  test('of a megabyte is read, one byte more is not: by its length before it comes, else as soon as it is too long', async () => {
    const port = await guarded();
    expect(await post(port, '/api/x', Buffer.alloc(MOST_BODY))).toEqual({ status: 200, text: String(MOST_BODY) });
    const chunked = { 'transfer-encoding': 'chunked' };
    expect(await post(port, '/api/x', Buffer.alloc(MOST_BODY), chunked)).toMatchObject({ text: String(MOST_BODY) });
    for (const path of ['/api/x', '/api/clips/y', '/api/clips', '/api/sign-in?x=/api/clips?']) {
      expect(await post(port, path, Buffer.alloc(MOST_BODY + 1), chunked), path).toMatchObject({ text: 'BODY_TOO_LARGE' });
      // Nothing of it is sent but its length: the answer comes all the same.
      const said = await new Promise<string>((resolve) => {
        const socket = connect(port, '127.0.0.1', () =>
          socket.write(`PUT ${path} HTTP/1.1\r\nhost: x\r\ncontent-length: ${MOST_BODY + 1}\r\n\r\n`),
        );
        let text = '';
        socket.on('data', (c) => {
          text += c.toString();
        });
        socket.on('close', () => resolve(text));
      });
      expect(said, path).toContain('413');
      expect(said).toContain('application/problem+json');
    }
  });

  test('of a film has limits of its own', async () => {
    const port = await guarded();
    const film = Buffer.alloc(MOST_BODY + 1);
    expect(await post(port, '/api/clips?deliveryId=x', film)).toEqual({ status: 200, text: String(film.length) });
    expect(await post(port, '/api/clips?deliveryId=x', film, {}, 'PUT').catch(() => ({ status: 413 }))).toMatchObject({
      status: 413,
    });
  });
});

describe('who is at the other end', () => {
  const proxies = readProxies('127.0.0.1, 10.0.0.0/8, ::1');

  test.each([
    ['203.0.113.9', '198.51.100.1', '203.0.113.9', 'a stranger says what he likes'],
    ['127.0.0.1', '198.51.100.1', '198.51.100.1', 'our proxy says who it is'],
    ['127.0.0.1', '6.6.6.6, 198.51.100.1', '198.51.100.1', 'what stands before it the client has written'],
    ['::ffff:127.0.0.1', '198.51.100.1, 10.1.2.3', '198.51.100.1', 'two of our proxies, one behind the other'],
    ['127.0.0.1', undefined, '127.0.0.1', 'nobody says anything'],
    ['127.0.0.1', 'nonsense', '127.0.0.1', 'what is no address is none'],
    ['::1', '2001:db8::7', '2001:db8::7', 'the other family'],
  ] as ReadonlyArray<[string, string | undefined, string, string]>)('%s with %s: %s (%s)', (connected, forwarded, client) => {
    expect(clientAddress(connected, forwarded, proxies)).toBe(client);
  });

  test('without named proxies no word is taken, and what is wrong is named', () => {
    expect(clientAddress('127.0.0.1', '198.51.100.1', readProxies(undefined))).toBe('127.0.0.1');
    expect(() => readProxies('10.0.0.1, proxy.example')).toThrow('proxy.example');
  });

  test('no other header about it is left', () => {
    const headers: Record<string, string> = {
      'x-forwarded-for': '6.6.6.6',
      'x-forwarded-host': 'evil.example',
      forwarded: 'for=6.6.6.6',
    };
    keepTrueAddress({ headers, socket: { remoteAddress: '203.0.113.9' } } as never, proxies);
    expect(headers).toEqual({ 'x-forwarded-for': '203.0.113.9' });
  });
});

test('strict transport is asked for under https only', () => {
  expect(standingHeaders(true)['strict-transport-security']).toContain('max-age=');
  expect(standingHeaders(false)).not.toHaveProperty('strict-transport-security');
});
