import { useCallback, useEffect, useRef, useState } from 'react';
import type { Entry } from '@stride-chalk/core';
import { ENTRIES, Outbox, type OutboxNews } from '../../parts/outbox.ts';
import { inverseOf, withEntry, type BenchData } from './bench-data.ts';

/** An entry with what it replaced: it can be taken back, and put there again. */
interface EntryStep {
  readonly entry: Entry;
  readonly inverse: Entry;
}

export interface Entries {
  readonly data: BenchData;
  readonly news: OutboxNews<Entry>;
  /** Shows the entry at once, keeps it in the browser, sends it. */
  enter(entry: Entry): void;
  /** The entry that is taken back next, or put there again next; null when there is none. */
  next(direction: 'undo' | 'redo'): EntryStep | null;
  /** Takes the last entry back, or puts the last one taken back there again. */
  undo(): void;
  redo(): void;
}

/** The entries of one person at the bench: shown at once, kept in the browser until the server has them. */
export function useEntries(initial: BenchData, staffId: string): Entries {
  const [data, setData] = useState(initial);
  const [news, setNews] = useState<OutboxNews<Entry>>({
    open: false,
    waiting: 0,
    offline: false,
    signedOut: false,
    refused: null,
  });
  const latest = useRef(data);
  const outbox = useRef<Outbox<Entry> | null>(null);
  const done = useRef<EntryStep[]>([]);
  const undone = useRef<EntryStep[]>([]);

  useEffect(() => {
    const box = new Outbox<Entry>(ENTRIES, staffId, setNews);
    outbox.current = box;
    latest.current = box.pending().reduce((d, w) => withEntry(d, w.entry, staffId), latest.current);
    setData(latest.current);
    return () => box.stop();
  }, [staffId]);

  const put = useCallback(
    (entry: Entry): void => {
      latest.current = withEntry(latest.current, entry, staffId);
      setData(latest.current);
      outbox.current?.add(entry);
    },
    [staffId],
  );

  const enter = useCallback(
    (entry: Entry): void => {
      done.current.push({ entry, inverse: inverseOf(latest.current, entry, staffId) });
      undone.current = [];
      put(entry);
    },
    [put, staffId],
  );

  return {
    data,
    news,
    enter,
    next: (direction) => (direction === 'undo' ? done : undone).current.at(-1) ?? null,
    undo(): void {
      const step = done.current.pop();
      if (!step) return;
      undone.current.push(step);
      put(step.inverse);
    },
    redo(): void {
      const step = undone.current.pop();
      if (!step) return;
      done.current.push(step);
      put(step.entry);
    },
  };
}
