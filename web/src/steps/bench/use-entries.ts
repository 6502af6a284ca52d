import { useCallback, useEffect, useRef, useState } from 'react';
import type { Entry } from '@stride-chalk/core';
import { ENTRIES, Outbox, type OutboxNews } from '../../parts/outbox.ts';
import { inverseOf, withEntry, type BenchData } from './bench-data.ts';

export interface Entries {
  readonly data: BenchData;
  readonly news: OutboxNews<Entry>;
  /** Shows the entry at once, keeps it in the browser, sends it. */
  enter(entry: Entry): void;
  /** Takes the last entry back; false when there is none. */
  undo(): boolean;
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
  const undoable = useRef<Entry[]>([]);

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
      const inverse = inverseOf(latest.current, entry, staffId);
      if (inverse) undoable.current.push(inverse);
      put(entry);
    },
    [put, staffId],
  );

  const undo = useCallback((): boolean => {
    const entry = undoable.current.pop();
    if (entry) put(entry);
    return entry !== undefined;
  }, [put]);

  return { data, news, enter, undo };
}
