import { createServer, request as ask, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { connect } from 'node:net';
import { v7 } from 'uuid';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { enteredAt } from './asked.ts';
import { MOST_BODY, readBody } from './bodies.ts';
import { clientAddress, keepTrueAddress, readProxies } from './client-address.ts';
import { standingHeaders } from './headers.ts';

let server: Server | null = null;
afterEach(() => server?.close());

/** How many requests went on to the pages. */
let wentOn = 0;
/** A server that reads bodies, and answers how many bytes of text it has handed on. */
async function guarded(): Promise<number> {
  wentOn = 0;
  server = createServer((request: IncomingMessage & { body?: string }, response) => {
    void readBody(request, response).then(async (goesOn) => {
      if (!goesOn) return;
      wentOn += 1;
      let bytes = Buffer.byteLength(request.body ?? '');
      if (request.body === undefined) for await (const chunk of request as AsyncIterable<Buffer>) bytes += chunk.length;
      response.end(String(bytes));
    });
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
      const over = await post(port, path, Buffer.alloc(MOST_BODY + 1), chunked).catch((e: { code: string }) => ({
        status: e.code,
        text: '',
      }));
      // The answer, or the end of the connection while it was still being sent.
      expect(['EPIPE', 'ECONNRESET', 413], path).toContain(over.status);
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

  test('that is no text is refused by name; none at all is none', async () => {
    const port = await guarded();
    const bad = await post(port, '/api/x', Buffer.from([0x7b, 0xff, 0xfe]));
    expect([bad.status, JSON.parse(bad.text)]).toEqual([400, expect.objectContaining({ code: 'not-utf-8', status: 400 })]);
    expect(wentOn).toBe(0);
    expect(await post(port, '/api/x', Buffer.from('ä€𝄞'))).toEqual({ status: 200, text: '9' });
    expect(await post(port, '/api/x', Buffer.alloc(0))).toEqual({ status: 200, text: '0' });
  });

  test('that does not come to its end is nothing, and the next one is served', async () => {
    const port = await guarded();
    await new Promise<void>((resolve) => {
      const socket = connect(port, '127.0.0.1', () => {
        socket.write('PUT /api/x HTTP/1.1\r\nhost: x\r\ncontent-length: 100\r\n\r\nhalf', () => socket.destroy());
      });
      socket.on('close', () => resolve());
    });
    expect(await post(port, '/api/x', Buffer.from('whole'))).toEqual({ status: 200, text: '5' });
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

test('the clock of the server goes with every answer, and what was ten seconds on its way was entered when it was', () => {
  const now = Date.UTC(2026, 6, 14, 18);
  vi.useFakeTimers({ now });
  expect(standingHeaders(false)['x-clock']).toBe(String(now));
  const id = v7({ msecs: now - 25_000 });
  const entered = (headers: Record<string, string>): number => enteredAt({ request: new Request('http://a/', { headers }) }, id);
  const sent = { 'x-sent-at': String(now - 10_000) };
  expect(entered({ ...sent, 'x-clock-ahead': '0' })).toBe(now - 25_000);
  // Without a word of the clocks, and with one that is no number, it counts from its arrival.
  const unusable: ReadonlyArray<Record<string, string>> = [{}, { 'x-clock-ahead': 'much' }];
  for (const said of unusable) expect(entered({ ...sent, ...said })).toBe(now - 15_000);
  vi.useRealTimers();
});
