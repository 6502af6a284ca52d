import { useEffect, useRef, useState } from 'react';
import type { Standing, CareEntry, CamperId, StaffId } from '@stride-chalk/core';
import { CARE, NOTHING_KNOWN, Outbox, type OutboxNews } from '../../parts/outbox.ts';
import type { EnterCare } from './card.ts';

/**
 * Entries about the arm of a camper, kept on the device until the server has them; then the page is shown as the server has it. Without a network they
 * wait here, and are named.
 */
export function useCare(
  camperId: CamperId,
  staffId: StaffId,
): {
  readonly news: OutboxNews<CareEntry>;
  /** What of this camper waits on the device. */
  readonly waiting: readonly CareEntry[];
  readonly enter: EnterCare;
  readonly retry: (id: string) => void;
  readonly drop: (id: string) => void;
} {
  const box = useRef<Outbox<CareEntry, Standing> | null>(null);
  const [news, setNews] = useState<OutboxNews<CareEntry>>(NOTHING_KNOWN);
  const [waiting, setWaiting] = useState<readonly CareEntry[]>([]);
  /** True when the server has taken something that this page does not show yet. */
  const fresh = useRef(false);
  useEffect(() => {
    const made = new Outbox<CareEntry, Standing>(
      CARE,
      staffId,
      (now) => {
        setNews(now);
        const pending = box.current?.pending() ?? [];
        setWaiting(pending.map((w) => w.entry).filter((e) => e.camperId === camperId));
      },
      (entry, answer) => {
        if (answer !== null && entry.camperId === camperId) fresh.current = true;
      },
    );
    box.current = made;
    return () => made.stop();
  }, [camperId, staffId]);
  useEffect(() => {
    if (fresh.current && news.open && news.waiting === 0 && news.refused.length === 0) window.location.reload();
  }, [news]);
  return {
    news,
    waiting,
    enter: (entry) => void box.current?.add({ ...entry, camperId } as CareEntry),
    retry: (id) => box.current?.retry(id),
    drop: (id) => box.current?.drop(id),
  };
}
