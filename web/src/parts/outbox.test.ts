import { madeOnDevice, type StaffId } from '@stride-chalk/core';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { z } from 'zod';
import type { Shelf } from './device-store.ts';
import { CHECK_INS, clockInWords, ENTRIES, Outbox, type OutboxKind, type OutboxNews, type Waiting } from './outbox.ts';
import { anId } from './testing/an-id.ts';

interface Sent {
  readonly id: string;
  readonly body: unknown;
  readonly camp: string | null;
  readonly staff?: string | null;
}
type Answer = number | 'no network';

/** A browser as far as the outbox needs one, and a server that answers as told: an answer a request, then always the last one. */
function browser(answers: readonly Answer[], camp: string | null = null) {
  vi.stubGlobal('document', { querySelector: () => (camp === null ? null : { content: camp }) });
  items = new Map();
  vi.stubGlobal('window', new EventTarget());
  const sent: Sent[] = [];
  vi.stubGlobal('fetch', async (path: string, { body, headers }: { body: string; headers: Record<string, string> }) => {
    const answer = answers[Math.min(sent.length, answers.length - 1)]!;
    sent.push({
      id: path.split('/').at(-1)!,
      body: JSON.parse(body),
      camp: headers['x-camp'] ?? null,
      staff: headers['x-staff'] ?? null,
    });
    if (answer === 'no network') throw new TypeError('Failed to fetch');
    return new Response(JSON.stringify({ title: `answered ${answer}`, at: 'now' }), { status: answer });
  });
  return { items, sent };
}

let items: Map<string, unknown>;
/** A device's own shelf, as far as the outbox needs one. */
const shelfOf = (kind: string): Shelf<Waiting<string>> => ({
  all: async () => [...items].flatMap(([key, item]) => (key.startsWith(kind) ? [item as Waiting<string>] : [])),
  put: async (item) => void items.set(`${kind} ${item.id}`, item),
  remove: async (id) => void items.delete(`${kind} ${id}`),
});
let news: Array<OutboxNews<string>>;
let settled: Array<readonly [string, unknown]>;
const answers = z.object({ title: z.string(), at: z.string() });
const open = (staffId: StaffId = anId('me'), kind: OutboxKind = ENTRIES): Outbox<string> =>
  new Outbox<string>(
    { ...kind, answers },
    staffId,
    (n) => news.push(n),
    (entry, answer) => settled.push([entry, answer]),
    shelfOf(kind.name),
  );
const now = (): OutboxNews<string> => news.at(-1)!;

beforeEach(() => {
  vi.useFakeTimers();
  [news, settled] = [[], []];
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('what is entered', () => {
  test('lies in the storage before it is sent, is sent in its order, and leaves when it is confirmed', async () => {
    const { items, sent } = browser([200]);
    const box = open();
    await box.opened;
    for (const entry of ['a', 'b', 'c']) box.add(entry);
    expect(items.size).toBe(3);
    expect(now()).toMatchObject({ open: true, waiting: 3 });
    await vi.runAllTimersAsync();
    expect(sent.map((s) => s.body)).toEqual(['a', 'b', 'c']);
    expect(settled).toEqual(['a', 'b', 'c'].map((entry) => [entry, { title: 'answered 200', at: 'now' }]));
    expect(items.size).toBe(0);
    expect(now()).toMatchObject({ waiting: 0, offline: false, refused: [] });
  });

  test('is not called kept before it lies on the device', async () => {
    browser(['no network']);
    let laid = (): void => {};
    const slow = { ...shelfOf(ENTRIES.name), put: () => new Promise<void>((resolve) => (laid = resolve)) };
    const box = new Outbox<string>(
      { ...ENTRIES, answers },
      anId('me'),
      (n) => news.push(n),
      () => {},
      slow,
    );
    await box.opened;
    box.add('a');
    await vi.advanceTimersByTimeAsync(1000);
    expect(now()).toMatchObject({ waiting: 1, writing: 1, offline: false });
    laid();
    await vi.advanceTimersByTimeAsync(0);
    expect(now()).toMatchObject({ waiting: 1, writing: 0, offline: true });
  });

  test('is sent again under its own id while the network or the server is away, and nothing overtakes it', async () => {
    const { sent } = browser(['no network', 503, 429, 200]);
    const box = open();
    const first = box.add('a');
    box.add('b');
    await vi.advanceTimersByTimeAsync(0);
    expect(now()).toMatchObject({ waiting: 2, offline: true });
    await vi.runAllTimersAsync();
    expect(sent.map((s) => s.body)).toEqual(['a', 'a', 'a', 'a', 'b']);
    expect(new Set(sent.slice(0, 4).map((s) => s.id))).toEqual(new Set([first]));
    expect(now()).toMatchObject({ waiting: 0, offline: false });
  });

  test('is sent at once when the network comes back', async () => {
    const { sent } = browser(['no network', 'no network', 'no network', 'no network', 200]);
    const box = open();
    box.add('a');
    await vi.advanceTimersByTimeAsync(4000);
    const tries = sent.length;
    window.dispatchEvent(new Event('online'));
    await vi.advanceTimersByTimeAsync(0);
    expect(sent.length).toBe(tries + 1);
  });

  test('waits for a sign-in when the session has run out, and says so', async () => {
    const { items } = browser([401, 200]);
    open().add('a');
    await vi.advanceTimersByTimeAsync(0);
    expect(now()).toMatchObject({ waiting: 1, signedOut: true });
    expect(items.size).toBe(1);
    await vi.runAllTimersAsync();
    expect(now()).toMatchObject({ waiting: 0, signedOut: false });
  });

  test('stays when the server refuses it, in its words; the next one goes on, and it waits for a hand', async () => {
    const { items, sent } = browser([409, 200, 404, 200]);
    const box = open();
    const id = box.add('a');
    box.add('b');
    await vi.runAllTimersAsync();
    expect(sent.map((s) => s.body)).toEqual(['a', 'b']);
    expect(settled).toEqual([
      ['a', null],
      ['b', { title: 'answered 200', at: 'now' }],
    ]);
    expect(now()).toMatchObject({ waiting: 0, refused: [{ id, message: 'answered 409', entry: 'a' }] });
    expect(items.size).toBe(1);
    // Not by itself, and it holds nothing up: also on the next page.
    box.add('c');
    await vi.runAllTimersAsync();
    box.stop();
    const next = open();
    await vi.runAllTimersAsync();
    expect(sent.map((s) => s.body)).toEqual(['a', 'b', 'c']);
    expect(now().refused.map((r) => [r.entry, r.message])).toEqual([
      ['a', 'answered 409'],
      ['c', 'answered 404'],
    ]);
    expect(next.pending()).toEqual([]);
    // Sent again by hand, under its own id.
    next.retry(id);
    await vi.runAllTimersAsync();
    expect(sent.at(-1)).toMatchObject({ id, body: 'a' });
    expect(now().refused.map((r) => r.entry)).toEqual(['c']);
    next.drop(now().refused[0]!.id);
    expect(now()).toMatchObject({ waiting: 0, refused: [] });
    expect(items.size).toBe(0);
    next.retry(id);
    await vi.runAllTimersAsync();
    expect(sent).toHaveLength(4);
  });

  test('is not sent before it lies on the device; one that keeps nothing sends all the same, and says so', async () => {
    const { sent } = browser([200]);
    let laid = (): void => undefined;
    let refuses = false;
    const slow: Shelf<Waiting<string>> = {
      ...shelfOf('slow'),
      put: () => (refuses ? Promise.reject(new Error('no room')) : new Promise((resolve) => (laid = () => resolve()))),
    };
    const box = new Outbox<string>(
      { ...ENTRIES, answers },
      anId('me'),
      (n) => news.push(n),
      () => undefined,
      slow,
    );
    await box.opened;
    box.add('a');
    await vi.runAllTimersAsync();
    expect([sent.length, now().waiting, now().unkept]).toEqual([0, 1, false]);
    laid();
    await vi.runAllTimersAsync();
    expect([sent.length, now().waiting, now().unkept]).toEqual([1, 0, false]);
    refuses = true;
    box.add('b');
    await vi.runAllTimersAsync();
    expect([sent.length, now().waiting, now().unkept]).toEqual([2, 0, true]);
  });

  test('before the device is read is kept, and sent after what waited there', async () => {
    const { sent } = browser(['no network', 200]);
    const first = open();
    await first.opened;
    first.add('old');
    await vi.advanceTimersByTimeAsync(0);
    first.stop();
    sent.length = 0;
    const next = open();
    next.add('new');
    expect(now()).toMatchObject({ open: false, waiting: 1 });
    await vi.runAllTimersAsync();
    expect(sent.map((s) => s.body).slice(-2)).toEqual(['old', 'new']);
  });

  test('that waits to be sent is not dropped with one that was refused', async () => {
    const { items } = browser(['no network']);
    const box = open();
    const id = box.add('a');
    box.drop(id);
    expect([items.size, now().waiting]).toEqual([1, 1]);
  });

  test('goes to the camp where it was entered, whatever camp the device is at when it is sent', async () => {
    const { sent } = browser(['no network', 200], 'first camp');
    open().add('a');
    await vi.advanceTimersByTimeAsync(0);
    vi.stubGlobal('document', { querySelector: () => ({ content: 'second camp' }) });
    await vi.runAllTimersAsync();
    expect(sent.map((s) => s.camp)).toEqual(['first camp', 'first camp']);
    expect(sent.map((s) => s.staff)).toEqual([anId('me'), anId('me')]);
  });

  test('by somebody else, or of another kind, on the same device is left alone', async () => {
    const { sent } = browser(['no network']);
    open(anId('another')).add('his');
    open(anId('me'), CHECK_INS).add('at the gate');
    await vi.advanceTimersByTimeAsync(0);
    sent.length = 0;
    expect(open(anId('me')).pending()).toEqual([]);
    await vi.advanceTimersByTimeAsync(0);
    expect(sent).toEqual([]);
  });

  test('waits for the next page when this one closes, and is there again', async () => {
    const { sent } = browser(['no network', 200]);
    const first = open();
    first.add('a');
    await vi.advanceTimersByTimeAsync(0);
    first.stop();
    await vi.runAllTimersAsync();
    expect(sent.map((s) => s.body)).toEqual(['a']);
    open();
    await vi.runAllTimersAsync();
    expect(sent.map((s) => s.body)).toEqual(['a', 'a']);
    expect(sent[0]!.id).toBe(sent[1]!.id);
    expect(now()).toMatchObject({ open: true, waiting: 0 });
  });

  test('says when it happened, and how far the clock of the server is ahead, as the quickest answer of it showed', async () => {
    vi.setSystemTime(100_000);
    const ahead: Array<string | undefined> = [];
    const ids: string[] = [];
    const answers = [2_000, 100, 4_000].values();
    vi.stubGlobal('window', new EventTarget());
    vi.stubGlobal('fetch', async (path: string, { headers }: { headers: Record<string, string> }) => {
      ahead.push(headers['x-clock-ahead']);
      ids.push(path.split('/').at(-1)!);
      const took = answers.next().value!;
      vi.setSystemTime(Date.now() + took / 2);
      const clock = String(Date.now() + 7_000);
      vi.setSystemTime(Date.now() + took / 2);
      return new Response('{}', { headers: { 'x-clock': clock } });
    });
    const box = open();
    for (const at of [undefined, 90_000, undefined]) {
      box.add('a', at);
      await vi.advanceTimersByTimeAsync(10_000);
    }
    expect(ahead).toEqual([undefined, '7000', '7000']);
    expect(madeOnDevice(ids[1]!)).toBe(90_000);
    box.stop();
  });

  test('says what the clock of the device shows as it is sent; a clock that is far off is told, a right one is not', async () => {
    const { sent } = browser([200]);
    vi.setSystemTime(Date.UTC(2026, 6, 14, 18));
    const dates = [Date.UTC(2026, 6, 14, 15), Date.UTC(2026, 6, 14, 17, 59), Date.UTC(2026, 6, 14, 20)];
    const ahead: Array<number | null> = [];
    for (const date of dates) {
      vi.stubGlobal('fetch', async (_: string, { headers }: { headers: Record<string, string> }) => {
        sent.push({ id: '', body: null, camp: headers['x-sent-at'] ?? null });
        return new Response('{}', { headers: { date: new Date(date).toUTCString() } });
      });
      const box = open();
      box.add('a');
      await vi.runAllTimersAsync();
      ahead.push(now().clockAhead);
      box.stop();
    }
    expect(ahead).toEqual([3 * 3_600_000, null, -2 * 3_600_000]);
    expect(new Set(sent.map((s) => s.camp))).toEqual(new Set([String(Date.UTC(2026, 6, 14, 18))]));
    expect(clockInWords(3 * 3_600_000)).toContain('3 hours ahead');
    expect(clockInWords(-5 * 60_000)).toContain('5 minutes behind');
  });
});
