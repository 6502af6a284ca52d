import { v7 } from 'uuid';
import type { z } from 'zod';
import { checkedInSchema, CLOCK_TOLERANCE, recordedSchema, SENT_HEADER, standingSchema, type StaffId } from '@stride-chalk/core';
import { campHeaders, pageCamp } from './page-camp.ts';

interface Waiting<T> {
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
  /** Entries that the server has not confirmed yet. */
  readonly waiting: number;
  /** True while the server cannot be reached. */
  readonly offline: boolean;
  /** True when the session has run out: nothing is sent before somebody signs in again. */
  readonly signedOut: boolean;
  /** How far the clock of this device is ahead of the server's, in milliseconds, where that is far; null where it is right. */
  readonly clockAhead: number | null;
  /** Entries that the server has not taken, the oldest first. They stay on the device until they are sent again or dropped by hand. */
  readonly refused: ReadonlyArray<RefusedEntry<T>>;
}

export const NOTHING_KNOWN = {
  open: false,
  waiting: 0,
  offline: false,
  signedOut: false,
  clockAhead: null,
  refused: [],
} as const;

/** What is entered, where it goes, and what the server answers. */
export interface OutboxKind<A = unknown> {
  /** Its own place in the browser's storage. */
  readonly name: 'entry' | 'check-in' | 'care';
  readonly path: string;
  readonly answers: z.ZodType<A>;
}
export const ENTRIES = { name: 'entry', path: '/api/entries', answers: recordedSchema } as const;
export const CARE = { name: 'care', path: '/api/care', answers: standingSchema } as const;
export const CHECK_INS = { name: 'check-in', path: '/api/check-ins', answers: checkedInSchema } as const;

/**
 * Keeps what was entered until the server has confirmed it. Each entry is written to the browser's storage before it is
 * sent, is sent in the order of entering, as often as needed, under one id, for the camp where it was entered, and leaves the storage when it is
 * confirmed. One that the server refuses stays, and is named.
 */
export class Outbox<T, A = unknown> {
  readonly #staffId: StaffId;
  readonly #kind: OutboxKind<A>;
  readonly #listen: (news: OutboxNews<T>) => void;
  readonly #settled: (entry: T, answer: A | null) => void;
  #sending = false;
  #stopped = false;
  #failures = 0;
  #signedOut = false;
  #clockAhead: number | null = null;
  #wake: (() => void) | null = null;

  /** @param settled told of each entry that needs no further sending, with the server's answer; null when it was refused, or answered in another form */
  constructor(
    kind: OutboxKind<A>,
    staffId: StaffId,
    listen: (news: OutboxNews<T>) => void,
    settled: (entry: T, answer: A | null) => void = () => {},
  ) {
    this.#kind = kind;
    this.#staffId = staffId;
    this.#listen = listen;
    this.#settled = settled;
    window.addEventListener('online', this.#hurry);
    void this.#send();
  }

  /** Entries of this person that wait in this browser to be sent, oldest first. */
  pending(): Waiting<T>[] {
    return this.#kept().filter((w) => w.refused === undefined);
  }

  #kept(): Waiting<T>[] {
    const ids: string[] = [];
    for (let i = 0; i < localStorage.length; i++) {
      const key = localStorage.key(i);
      if (key?.startsWith(this.#key(''))) ids.push(key);
    }
    return ids
      .sort()
      .map((key) => JSON.parse(localStorage.getItem(key)!) as Waiting<T>)
      .filter((w) => w.staffId === this.#staffId);
  }

  add(entry: T): string {
    const waiting: Waiting<T> = { id: v7(), staffId: this.#staffId, camp: pageCamp(), entry };
    this.#keep(waiting);
    this.#tell();
    void this.#send();
    return waiting.id;
  }

  /** Sends an entry again that the server had refused. */
  retry(id: string): void {
    const kept = this.#kept().find((w) => w.id === id);
    if (!kept) return;
    const { refused: _, ...waiting } = kept;
    this.#keep(waiting);
    this.#tell();
    void this.#send();
  }

  /** Drops an entry that the server has refused: it is nowhere then. */
  drop(id: string): void {
    if (this.#kept().some((w) => w.id === id && w.refused !== undefined)) localStorage.removeItem(this.#key(id));
    this.#tell();
  }

  stop(): void {
    this.#stopped = true;
    window.removeEventListener('online', this.#hurry);
    this.#hurry();
  }

  readonly #key = (id: string): string => `stride-chalk.${this.#kind.name}.${id}`;

  #keep(waiting: Waiting<T>): void {
    localStorage.setItem(this.#key(waiting.id), JSON.stringify(waiting));
  }

  readonly #hurry = (): void => {
    this.#wake?.();
  };

  #tell(): void {
    if (!this.#stopped)
      this.#listen({
        open: true,
        waiting: this.pending().length,
        offline: this.#failures > 0,
        signedOut: this.#signedOut,
        clockAhead: this.#clockAhead,
        refused: this.#kept().flatMap(({ id, entry, refused }) =>
          refused === undefined ? [] : [{ id, entry, message: refused }],
        ),
      });
  }

  async #send(): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    try {
      for (let next = this.pending()[0]; next && !this.#stopped; next = this.pending()[0]) {
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
    try {
      response = await fetch(`${this.#kind.path}/${waiting.id}`, {
        method: 'PUT',
        headers: {
          'content-type': 'application/json',
          [SENT_HEADER]: String(Date.now()),
          ...campHeaders(waiting.camp ?? null),
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
    if (response.ok) localStorage.removeItem(this.#key(waiting.id));
    else {
      const problem = (await response.json().catch(() => ({}))) as { title?: string };
      this.#keep({ ...waiting, refused: problem.title ?? 'The server did not take this entry.' });
    }
    const read = response.ok ? this.#kind.answers.safeParse(await response.json().catch(() => null)) : null;
    this.#settled(waiting.entry, read?.success ? read.data : null);
    this.#tell();
    return true;
  }
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
