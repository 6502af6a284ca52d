import { v7 } from 'uuid';
import { z } from 'zod';
import { checkedInSchema, CLOCK_TOLERANCE, recordedSchema, STAFF_HEADER, standingSchema, type StaffId } from '@stride-chalk/core';
import { shelfOf, type Shelf } from './device-store.ts';
import { noteBuild } from './old-page.ts';
import { campHeaders, pageCamp } from './page-camp.ts';
import { clockHeaders, noteClock } from './server-clock.ts';

export interface Waiting<T> {
  readonly id: string;
  readonly staffId: StaffId;
  /** Where it was entered; null for entries of older pages. */
  readonly camp?: string | null;
  readonly entry: T;
  /** What the server said when it did not take it: it stays until somebody sends it again or drops it. */
  readonly refused?: string;
}

/** An entry that the server has not taken, and why. */
export interface RefusedEntry<T> {
  readonly id: string;
  readonly message: string;
  readonly entry: T;
}

export interface OutboxNews<T> {
  /** False until the page has taken up work; keys pressed before that are not heard. */
  readonly open: boolean;
  /** True when this browser keeps nothing: what is not sent when the page closes is lost. */
  readonly unkept: boolean;
  /** Entries that the server has not confirmed yet. */
  readonly waiting: number;
  /** Of those: entries that do not lie on the device yet, and are gone if it dies this moment. */
  readonly writing: number;
  /** True while the server cannot be reached. */
  readonly offline: boolean;
  /** True when the session has run out: nothing is sent before somebody signs in again. */
  readonly signedOut: boolean;
  /** How far the clock of this device is ahead of the server's, in milliseconds, where that is far; null where it is right. */
  readonly clockAhead: number | null;
  /** How many entries of somebody else wait in this browser: they are his, and are sent when he signs in here. */
  readonly ofOthers: number;
  /** Entries that the server has not taken, the oldest first. They stay on the device until they are sent again or dropped by hand. */
  readonly refused: ReadonlyArray<RefusedEntry<T>>;
}

export const NOTHING_KNOWN = {
  open: false,
  unkept: false,
  waiting: 0,
  writing: 0,
  offline: false,
  signedOut: false,
  clockAhead: null,
  ofOthers: 0,
  refused: [],
} as const;

/** What is entered, where it goes, and what the server answers. */
export interface OutboxKind<A = unknown> {
  /** Its own shelf on the device. */
  readonly name: 'entry' | 'check-in' | 'care';
  readonly path: string;
  readonly answers: z.ZodType<A>;
}
export const ENTRIES = { name: 'entry', path: '/api/entries', answers: recordedSchema } as const;
export const CARE = { name: 'care', path: '/api/care', answers: standingSchema } as const;
export const CHECK_INS = { name: 'check-in', path: '/api/check-ins', answers: checkedInSchema } as const;

/**
 * Keeps what was entered until the server has confirmed it. Each entry is written to the device before it is
 * sent, is sent in the order of entering, as often as needed, under one id, for the camp where it was entered, and leaves the device when it is
 * confirmed. One that the server refuses stays, and is named.
 */
export class Outbox<T, A = unknown> {
  readonly #staffId: StaffId;
  readonly #kind: OutboxKind<A>;
  readonly #listen: (news: OutboxNews<T>) => void;
  readonly #settled: (entry: T, answer: A | null) => void;
  readonly #shelf: Shelf<Waiting<T>>;
  /** What lies on the shelf, or is on its way there, by id. */
  readonly #kept = new Map<string, Waiting<T>>();
  /** Ids on their way to the shelf. */
  readonly #writing = new Set<string>();
  /** Resolves when everything that was added so far lies on the shelf. */
  #written: Promise<void> = Promise.resolve();
  /** Resolves when what waited on the device from before is known. */
  readonly opened: Promise<void>;
  #open = false;
  #ofOthers = 0;
  #unkept = false;
  #sending = false;
  #stopped = false;
  #failures = 0;
  #signedOut = false;
  #clockAhead: number | null = null;
  #wake: (() => void) | null = null;

  /**
   * @param settled told of each entry that needs no further sending, with the server's answer; null when it was refused, or answered in another form
   * @param shelf where entries lie; the device's own unless a test says otherwise
   */
  constructor(
    kind: OutboxKind<A>,
    staffId: StaffId,
    listen: (news: OutboxNews<T>) => void,
    settled: (entry: T, answer: A | null) => void = () => {},
    shelf: Shelf<Waiting<T>> = shelfOf(kind.name, { prefix: `stride-chalk.${kind.name}.`, read: waitingIn<T> }),
  ) {
    this.#kind = kind;
    this.#staffId = staffId;
    this.#listen = listen;
    this.#settled = settled;
    this.#shelf = shelf;
    window.addEventListener('online', this.#hurry);
    this.opened = this.#load().then(() => void this.#send());
  }

  async #load(): Promise<void> {
    try {
      for (const w of await this.#shelf.all())
        if (w.staffId === this.#staffId) this.#kept.set(w.id, w);
        else this.#ofOthers += 1;
    } catch {
      this.#unkept = true;
    }
    this.#open = true;
    this.#tell();
  }

  /** Entries of this person that wait in this browser to be sent, oldest first. */
  pending(): Waiting<T>[] {
    return this.#inOrder().filter((w) => w.refused === undefined);
  }

  #inOrder(): Waiting<T>[] {
    return [...this.#kept.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
  }

  /** @param at when it happened, by the clock of this device; now, where nothing else is said */
  add(entry: T, at?: number): string {
    const waiting: Waiting<T> = {
      id: v7(at === undefined ? undefined : { msecs: at }),
      staffId: this.#staffId,
      camp: pageCamp(),
      entry,
    };
    this.#keep(waiting);
    this.#tell();
    void this.#send();
    return waiting.id;
  }

  /** Sends an entry again that the server had refused. */
  retry(id: string): void {
    const kept = this.#kept.get(id);
    if (!kept) return;
    const { refused: _, ...waiting } = kept;
    this.#keep(waiting);
    this.#tell();
    void this.#send();
  }

  /** Drops an entry that the server has refused: it is nowhere then. */
  drop(id: string): void {
    if (this.#kept.get(id)?.refused !== undefined) this.#remove(id);
    this.#tell();
  }

  stop(): void {
    this.#stopped = true;
    window.removeEventListener('online', this.#hurry);
    this.#hurry();
  }

  #keep(waiting: Waiting<T>): void {
    this.#kept.set(waiting.id, waiting);
    this.#writing.add(waiting.id);
    this.#write(this.#shelf.put(waiting), () => this.#writing.delete(waiting.id));
  }

  #remove(id: string): void {
    this.#kept.delete(id);
    this.#write(this.#shelf.remove(id));
  }

  /** A device that keeps nothing still sends: the page says that what is not sent is lost with it. */
  #write(done: Promise<void>, over: () => void = () => {}): void {
    const kept = done
      .catch(() => {
        this.#unkept = true;
      })
      .then(() => {
        over();
        this.#tell();
      });
    this.#written = Promise.all([this.#written, kept]).then(() => undefined);
  }

  readonly #hurry = (): void => {
    this.#wake?.();
  };

  #tell(): void {
    if (!this.#stopped)
      this.#listen({
        open: this.#open,
        unkept: this.#unkept,
        waiting: this.pending().length,
        writing: this.#writing.size,
        offline: this.#failures > 0,
        signedOut: this.#signedOut,
        clockAhead: this.#clockAhead,
        ofOthers: this.#ofOthers,
        refused: this.#inOrder().flatMap(({ id, entry, refused }) =>
          refused === undefined ? [] : [{ id, entry, message: refused }],
        ),
      });
  }

  async #send(): Promise<void> {
    if (this.#sending || !this.#open) return;
    this.#sending = true;
    try {
      for (let next = this.pending()[0]; next && !this.#stopped; next = this.pending()[0]) {
        await this.#written;
        if (await this.#deliver(next)) continue;
        await new Promise<void>((resolve) => {
          const timer = setTimeout(resolve, Math.min(5000, 250 * 2 ** this.#failures));
          this.#wake = () => {
            clearTimeout(timer);
            resolve();
          };
        });
        this.#wake = null;
      }
    } finally {
      this.#sending = false;
    }
    this.#tell();
  }

  /** True when the entry needs no further sending by itself: it was taken, or refused. */
  async #deliver(waiting: Waiting<T>): Promise<boolean> {
    let response: Response;
    const sent = Date.now();
    try {
      response = await fetch(`${this.#kind.path}/${waiting.id}`, {
        method: 'PUT',
        headers: {
          'content-type': 'application/json',
          ...clockHeaders(sent),
          ...campHeaders(waiting.camp ?? null),
          [STAFF_HEADER]: waiting.staffId,
        },
        body: JSON.stringify(waiting.entry),
        keepalive: true,
      });
    } catch {
      // The network or the server is away: the entry stays in the storage and is sent again.
      this.#failures += 1;
      this.#tell();
      return false;
    }
    noteBuild(response);
    noteClock(sent, response);
    this.#clockAhead = aheadOf(response);
    this.#signedOut = response.status === 401;
    if (
      !response.ok &&
      (response.status >= 500 || response.status === 401 || response.status === 408 || response.status === 429)
    ) {
      this.#failures += 1;
      this.#tell();
      return false;
    }
    this.#failures = 0;
    if (response.ok) this.#remove(waiting.id);
    else {
      const problem = (await response.json().catch(() => ({}))) as { title?: string };
      this.#keep({ ...waiting, refused: problem.title ?? 'The server did not take this entry.' });
    }
    await this.#written;
    const read = response.ok ? this.#kind.answers.safeParse(await response.json().catch(() => null)) : null;
    this.#settled(waiting.entry, read?.success ? read.data : null);
    this.#tell();
    return true;
  }
}

/** An entry that a page from before has kept as text. */
function waitingIn<T>(text: unknown): Waiting<T> | null {
  const read = z.looseObject({ id: z.string(), staffId: z.string(), entry: z.unknown() }).safeParse(text);
  return read.success ? (text as Waiting<T>) : null;
}

/** How far this device's clock is ahead of the one that wrote an answer; null where that is within what a network takes. */
function aheadOf(response: Response): number | null {
  const ahead = Date.now() - Date.parse(response.headers.get('date') ?? '');
  return Math.abs(ahead) > CLOCK_TOLERANCE ? ahead : null;
}

/** A clock that is far off, in words for the owner of the device. */
export function clockInWords(ahead: number): string {
  const minutes = Math.round(Math.abs(ahead) / 60_000);
  const span = minutes < 120 ? `${minutes} minutes` : `${Math.round(minutes / 60)} hours`;
  return `The clock of this device is ${span} ${ahead > 0 ? 'ahead' : 'behind'}. Nothing is lost for it; set it right.`;
}
