import type { StaffId } from '@stride-chalk/core';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { Shelf } from './device-store.ts';
import { FilmBox, type FilmNews, type KeptFilm, type SendFilm, type Sent } from './film-box.ts';
import { anId } from './testing/an-id.ts';

/** The pages of one device hear each other. */
class Channel {
  static readonly all = new Set<Channel>();
  onmessage: ((event: unknown) => void) | null = null;
  constructor() {
    Channel.all.add(this);
  }
  postMessage(data: unknown): void {
    for (const other of Channel.all) if (other !== this) queueMicrotask(() => other.onmessage?.({ data }));
  }
  close(): void {
    Channel.all.delete(this);
  }
}
/** Locks of a browser, as far as the box needs them: one holder a name, the others in turn. */
function newLocks() {
  const held = new Map<string, Promise<unknown>>();
  return {
    query: async () => ({ held: [...held.keys()].map((name) => ({ name })) }),
    request: async (name: string, ...rest: unknown[]) => {
      const work = rest.at(-1) as () => Promise<unknown>;
      while (held.has(name)) await held.get(name);
      const done = Promise.resolve().then(work);
      held.set(name, done);
      return done.finally(() => held.delete(name));
    },
  };
}

let items: Map<string, KeptFilm>;
const shelf: Shelf<KeptFilm> = {
  all: async () => [...items.values()],
  put: async (item) => void items.set(item.id, item),
  remove: async (id) => void items.delete(id),
};
let news: FilmNews[];
let sent: string[];
let smaller: boolean;
const ME: StaffId = anId('me');
const film = (id: string, more: Partial<KeptFilm> = {}): KeptFilm => ({
  ...{ id: anId(id), staffId: ME, staffName: 'Me', camp: 'c', camperId: anId('k'), bib: 7, throwsId: `t-${id}` },
  ...{ view: 'front', fileName: 'a.mp4', sha256: 'a', bytes: new Blob([id]) },
  ...more,
});
/** A server that answers as told: an answer a film that is sent, then always the last one. */
const answering =
  (...answers: readonly Sent[]): SendFilm =>
  async (f) => {
    sent.push(f.id);
    return answers[Math.min(sent.length, answers.length) - 1]!;
  };
const TAKEN = { is: 'taken' } as const;
const open = (send: SendFilm): FilmBox =>
  new FilmBox(
    ME,
    (n) => news.push(n),
    send,
    () => smaller,
    shelf,
  );
const now = (): FilmNews => news.at(-1)!;

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('window', new EventTarget());
  vi.stubGlobal('navigator', { locks: newLocks() });
  vi.stubGlobal('BroadcastChannel', Channel);
  Channel.all.clear();
  [items, news, sent, smaller] = [new Map(), [], [], false];
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('a film of this device', () => {
  test('lies here before it is sent, goes in the order of making, and leaves when the server has it', async () => {
    const box = open(answering(TAKEN));
    await box.opened;
    smaller = true;
    for (const id of ['2', '1', '3']) await box.keep(film(id));
    expect([...items.keys()].sort()).toEqual(['1', '2', '3']);
    expect(now().waiting.map((f) => f.id)).toEqual(['1', '2', '3']);
    // Small things go first.
    await vi.advanceTimersByTimeAsync(20_000);
    expect(sent).toEqual([]);
    smaller = false;
    await vi.advanceTimersByTimeAsync(1000);
    expect(sent).toEqual(['1', '2', '3']);
    expect([items.size, now().waiting.length, now().bytes]).toEqual([0, 0, 0]);
    box.stop();
  });

  test('is tried again while the server is away or full or its throw is not there, and at once when the network is back', async () => {
    const later = (why: 'network' | 'server full' | 'throw') => ({ is: 'later', why }) as const;
    const box = open(answering(later('network'), later('server full'), later('throw'), later('network'), TAKEN));
    await box.keep(film('1'));
    await vi.advanceTimersByTimeAsync(0);
    expect(now()).toMatchObject({ serverFull: false, offline: true });
    await vi.advanceTimersByTimeAsync(500);
    expect(now()).toMatchObject({ serverFull: true, offline: false });
    await vi.advanceTimersByTimeAsync(1000);
    await vi.advanceTimersByTimeAsync(2000);
    expect(sent).toHaveLength(4);
    expect(items.size).toBe(1);
    window.dispatchEvent(new Event('online'));
    await vi.advanceTimersByTimeAsync(0);
    expect([sent.length, items.size]).toEqual([5, 0]);
    box.stop();
  });

  test('that is refused stays, is named, lets others pass, and goes only by hand', async () => {
    const box = open(answering({ is: 'refused', message: 'no consent' }, TAKEN));
    await box.keep(film('1'));
    await box.keep(film('2'));
    await vi.advanceTimersByTimeAsync(0);
    expect(sent).toEqual(['1', '2']);
    expect(now().refused).toMatchObject([{ id: '1', refused: 'no consent' }]);
    expect(items.get('1')).toMatchObject({ refused: 'no consent' });
    await box.retry('1');
    await vi.advanceTimersByTimeAsync(0);
    expect([sent.at(-1), items.size]).toEqual(['1', 0]);
    await box.keep(film('3', { refused: 'x' }));
    await box.drop('3');
    expect(items.size).toBe(0);
    box.stop();
  });

  test('of which somebody still decides is not sent, and lies here all the same', async () => {
    const box = open(answering(TAKEN));
    await box.keep(film('1'), true);
    await vi.advanceTimersByTimeAsync(20_000);
    expect([sent, items.size]).toEqual([[], 1]);
    box.release('1');
    await vi.advanceTimersByTimeAsync(0);
    expect(sent).toEqual(['1']);
    box.stop();
  });

  test('of somebody else is not sent, and its owner is named', async () => {
    items.set('9', film('9', { staffId: anId('other'), staffName: 'Petra' }));
    const box = open(answering(TAKEN));
    await box.opened;
    await vi.advanceTimersByTimeAsync(20_000);
    expect(sent).toEqual([]);
    expect(now()).toMatchObject({ waiting: [], ofOthers: [{ name: 'Petra', films: 1 }] });
    expect(items.size).toBe(1);
    box.stop();
  });

  test('for which there is no room is not called safe, and is sent from the page', async () => {
    const full: Shelf<KeptFilm> = { ...shelf, put: async () => Promise.reject(new DOMException('full', 'QuotaExceededError')) };
    const box = new FilmBox(
      ME,
      (n) => news.push(n),
      answering(TAKEN),
      () => smaller,
      full,
    );
    await box.opened;
    smaller = true;
    expect(await box.keep(film('1'), true)).toBe(false);
    expect(now()).toMatchObject({ unkept: 1, waiting: [{ id: '1' }] });
    smaller = false;
    await vi.advanceTimersByTimeAsync(1000);
    expect([sent, now().unkept]).toEqual([['1'], 0]);
    box.stop();
  });

  test('is sent by whichever page of the device is open, once; one that another page still decides about is left alone', async () => {
    const [home, mound] = [open(answering(TAKEN)), open(answering(TAKEN))];
    await Promise.all([home.opened, mound.opened]);
    await vi.advanceTimersByTimeAsync(0);
    // Home has rested since before there was any film.
    await mound.keep(film('1'));
    await mound.keep(film('2'), true);
    await vi.advanceTimersByTimeAsync(5000);
    expect(sent).toEqual(['1']);
    expect(now().waiting.map((f) => f.id)).toEqual(['2']);
    mound.release('2');
    await vi.advanceTimersByTimeAsync(1000);
    expect([sent, items.size, now().waiting]).toEqual([['1', '2'], 0, []]);
    // A page that ends lets go of what nobody has decided.
    await mound.keep(film('3'), true);
    mound.stop();
    await vi.advanceTimersByTimeAsync(1000);
    expect(sent).toEqual(['1', '2', '3']);
    home.stop();
  });

  test('that two pages cannot send is not tried faster for it', async () => {
    const away = { is: 'later', why: 'network' } as const;
    const [one, two] = [open(answering(away)), open(answering(away))];
    await one.keep(film('1'));
    await vi.advanceTimersByTimeAsync(10_000);
    expect(sent.length).toBeGreaterThan(2);
    expect(sent.length).toBeLessThan(16);
    one.stop();
    two.stop();
  });

  test('waits when the session has run out', async () => {
    const box = open(answering({ is: 'signed out' }, TAKEN));
    await box.keep(film('1'));
    await vi.advanceTimersByTimeAsync(0);
    expect([now().signedOut, items.size]).toEqual([true, 1]);
    await vi.advanceTimersByTimeAsync(500);
    expect([now().signedOut, items.size]).toEqual([false, 0]);
    box.stop();
  });
});
