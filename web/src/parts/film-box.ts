import type { CamperId, ClipId, StaffId, ViewId } from '@stride-chalk/core';
import { shelfOf, type Shelf } from './device-store.ts';

/** A film that was made on this device, as it lies here. */
export interface KeptFilm {
  /** A UUIDv7: films are sent in the order in which they were made. */
  readonly id: ClipId;
  readonly staffId: StaffId;
  /** Whose it is, for somebody else who takes up this device. */
  readonly staffName: string;
  readonly camp: string | null;
  readonly camperId: CamperId;
  readonly bib: number;
  /** The id under which its throw was told. */
  readonly throwsId: string;
  readonly view: ViewId;
  readonly fileName: string;
  readonly sha256: string;
  readonly bytes: Blob;
  /** What the server said when it did not take it: it stays until somebody sends it again or drops it. */
  readonly refused?: string;
}

/** How it went to send a film. */
export type Sent =
  | { readonly is: 'taken' }
  /** Its throw has not arrived, or the server is away: later once more. */
  | { readonly is: 'later'; readonly why: 'network' | 'server full' | 'throw' }
  | { readonly is: 'signed out' }
  | { readonly is: 'refused'; readonly message: string };

export interface FilmNews {
  /** False until what lies here is known. */
  readonly open: boolean;
  /** Films of this person that lie here and are to be sent, the oldest first. */
  readonly waiting: readonly KeptFilm[];
  readonly refused: readonly KeptFilm[];
  /** How many of them lie only in this page: the device had no room to keep them. */
  readonly unkept: number;
  /** Films that somebody else has left on this device, by name. */
  readonly ofOthers: ReadonlyArray<{ readonly name: string; readonly films: number }>;
  /** Share of the film that is on its way; null for none. */
  readonly share: number | null;
  /** The network, or the server, was away when one was sent last. */
  readonly offline: boolean;
  /** The server has no room for films. */
  readonly serverFull: boolean;
  readonly signedOut: boolean;
  /** Bytes of all films here. */
  readonly bytes: number;
}
export const NO_FILMS: FilmNews = {
  ...{ open: false, waiting: [], refused: [], ofOthers: [], share: null },
  ...{ offline: false, serverFull: false, signedOut: false, bytes: 0, unkept: 0 },
};

/** Sends one film: what has arrived of it stays, whatever happens. */
export type SendFilm = (film: KeptFilm, onShare: (share: number) => void, signal: AbortSignal) => Promise<Sent>;

const lockOf = (id: string): string => `stride-chalk film ${id}`;

const FIRST_WAIT = 500;
const LONGEST_WAIT = 15_000;

/**
 * Keeps the films of this device until the server has them. Each lies on the device before it is called safe, is sent under its own id when nothing smaller waits, the oldest first, and leaves the device
 * when the server says that it has it whole. One page of the device sends at a time.
 */
export class FilmBox {
  readonly #staffId: StaffId;
  readonly #listen: (news: FilmNews) => void;
  readonly #send: SendFilm;
  readonly #shelf: Shelf<KeptFilm>;
  /** Whether something smaller still waits to be sent. */
  readonly #smallerWaits: () => boolean;
  readonly #films = new Map<string, KeptFilm>();
  /** Films of which somebody still decides whether they stay. */
  readonly #held = new Map<string, () => void>();
  /** The other pages of this device. */
  readonly #others = new BroadcastChannel('stride-chalk films');
  /** Films that lie in this page only. */
  readonly #unkept = new Set<string>();
  readonly #leave = new AbortController();
  readonly opened: Promise<void>;
  #open = false;
  #share: number | null = null;
  #offline = false;
  #serverFull = false;
  #signedOut = false;
  #failures = 0;
  #wake: (() => void) | null = null;

  constructor(
    staffId: StaffId,
    listen: (news: FilmNews) => void,
    send: SendFilm,
    smallerWaits: () => boolean,
    shelf: Shelf<KeptFilm> = shelfOf<KeptFilm>('film'),
  ) {
    this.#staffId = staffId;
    this.#listen = listen;
    this.#send = send;
    this.#smallerWaits = smallerWaits;
    this.#shelf = shelf;
    this.opened = this.#load();
    window.addEventListener('online', this.hurry);
    this.#others.onmessage = () => void this.#reread().then(this.hurry);
    void this.opened.then(() => this.#go());
  }

  async #load(): Promise<void> {
    // A browser that keeps nothing has none, and says so when one is to be kept.
    for (const film of await this.#shelf.all().catch(() => [])) this.#films.set(film.id, film);
    this.#open = true;
    this.#tell();
  }

  /**
   * Lays a film down on the device. Resolves with true when it lies there: from then on it is safe here. Where the device has no room it is sent all the same, and is lost with the page before that.
   *
   * @param held true while somebody decides whether it stays; it is not sent before `release`
   */
  async keep(film: KeptFilm, held = false): Promise<boolean> {
    if (held) await this.#hold(film.id);
    const kept = await this.#shelf.put(film).then(
      () => true,
      () => false,
    );
    if (!kept) {
      this.#letGo(film.id);
      this.#unkept.add(film.id);
    }
    this.#films.set(film.id, film);
    this.#changed();
    return kept;
  }

  release(id: string): void {
    this.#letGo(id);
    this.#changed();
  }

  /** Takes a film off the device: it is nowhere then, unless the server has it. */
  async drop(id: string): Promise<void> {
    this.#films.delete(id);
    this.#unkept.delete(id);
    await this.#shelf.remove(id);
    this.#letGo(id);
    this.#changed();
  }

  async retry(id: string): Promise<void> {
    const kept = this.#films.get(id);
    if (!kept) return;
    const { refused: _, ...film } = kept;
    await this.#shelf.put(film);
    this.#films.set(id, film);
    this.#failures = 0;
    this.#changed();
  }

  stop(): void {
    window.removeEventListener('online', this.hurry);
    this.#leave.abort();
    this.#others.close();
    for (const id of [...this.#held.keys()]) this.#letGo(id);
    this.hurry();
  }

  /** Something has changed: it is tried at once. */
  readonly hurry = (): void => {
    this.#wake?.();
  };

  #mine(): KeptFilm[] {
    return [...this.#films.values()].filter((f) => f.staffId === this.#staffId).sort((a, b) => (a.id < b.id ? -1 : 1));
  }

  #tell(): void {
    if (this.#leave.signal.aborted) return;
    const others = new Map<string, number>();
    for (const f of this.#films.values())
      if (f.staffId !== this.#staffId) others.set(f.staffName, (others.get(f.staffName) ?? 0) + 1);
    this.#listen({
      open: this.#open,
      waiting: this.#mine().filter((f) => f.refused === undefined),
      refused: this.#mine().filter((f) => f.refused !== undefined),
      ofOthers: [...others].map(([name, films]) => ({ name, films })),
      ...{ share: this.#share, offline: this.#offline, serverFull: this.#serverFull, signedOut: this.#signedOut },
      unkept: this.#unkept.size,
      bytes: [...this.#films.values()].reduce((sum, f) => sum + f.bytes.size, 0),
    });
  }

  /** Something of the films here is another thing now: for this page, and for the others of this device. */
  #changed(): void {
    this.#tell();
    this.#others.postMessage('changed');
    this.hurry();
  }

  /** While somebody decides whether a film stays no page sends it; a page that ends lets go by itself. */
  #hold(id: string): Promise<void> {
    return new Promise((held) => {
      const letGo = new Promise<void>((resolve) => this.#held.set(id, resolve));
      if (!navigator.locks) return held();
      void navigator.locks.request(lockOf(id), () => {
        held();
        return letGo;
      });
    });
  }

  #letGo(id: string): void {
    this.#held.get(id)?.();
    this.#held.delete(id);
  }

  /** What other pages of this device have laid down, or sent, meanwhile. */
  async #reread(): Promise<void> {
    const before = [...this.#films.keys()];
    const there = await this.#shelf.all().catch(() => null);
    if (!there) return;
    for (const id of before) if (!this.#unkept.has(id) && !there.some((f) => f.id === id)) this.#films.delete(id);
    for (const f of there) this.#films.set(f.id, f);
    this.#tell();
  }

  async #go(): Promise<void> {
    const { signal } = this.#leave;
    while (!signal.aborted) {
      // One page of the device sends at a time, a film after the other: whichever is open.
      const one = (): Promise<number | null> => this.#one();
      const rest = navigator.locks
        ? await navigator.locks.request('stride-chalk films', { signal }, one).catch(() => null)
        : await one();
      if (rest !== 0) await this.#until(rest);
    }
  }

  /** Sends the oldest film that may be sent; answers for how long to rest then, null until something happens. */
  async #one(): Promise<number | null> {
    const { signal } = this.#leave;
    await this.#reread();
    if (this.#smallerWaits()) return FIRST_WAIT;
    const held = new Set((await navigator.locks?.query())?.held?.map((l) => l.name));
    const waiting = this.#mine().filter((f) => f.refused === undefined && !this.#held.has(f.id));
    const next = waiting.find((f) => !held.has(lockOf(f.id)));
    if (!next) return waiting.length > 0 ? FIRST_WAIT : null;
    const sent = await this.#send(next, (share) => this.#onItsWay(share), signal);
    this.#share = null;
    if (signal.aborted) return null;
    this.#signedOut = sent.is === 'signed out';
    this.#offline = sent.is === 'later' && sent.why === 'network';
    this.#serverFull = sent.is === 'later' && sent.why === 'server full';
    if (sent.is === 'taken') await this.#gone(next.id);
    if (sent.is === 'refused' && this.#films.has(next.id)) {
      const refused = { ...next, refused: sent.message };
      await this.#shelf.put(refused).catch(() => undefined);
      this.#films.set(next.id, refused);
    }
    this.#failures = sent.is === 'taken' || sent.is === 'refused' ? 0 : this.#failures + 1;
    // What has failed is no news to the others: they would try it at once.
    if (this.#failures > 0) this.#tell();
    else this.#changed();
    return this.#failures > 0 ? Math.min(LONGEST_WAIT, FIRST_WAIT * 2 ** (this.#failures - 1)) : 0;
  }

  async #gone(id: string): Promise<void> {
    this.#films.delete(id);
    this.#unkept.delete(id);
    await this.#shelf.remove(id).catch(() => undefined);
  }

  #onItsWay(share: number): void {
    this.#share = share;
    this.#tell();
  }

  /** Rests for so long, or until something happens. */
  async #until(milliseconds: number | null): Promise<void> {
    await new Promise<void>((resolve) => {
      const timer = milliseconds === null ? undefined : setTimeout(resolve, milliseconds);
      this.#wake = () => {
        clearTimeout(timer);
        resolve();
      };
      if (this.#leave.signal.aborted) this.#wake();
    });
    this.#wake = null;
  }
}
