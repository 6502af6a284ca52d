import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import {
  clockOf,
  dayInZone,
  dayWithin,
  gateListSchema,
  madeOnDevice,
  minuteInZone,
  type CamperId,
  type CareEntry,
  type GateList,
  type Standing,
  type StaffId,
  type ViewId,
} from '@stride-chalk/core';
import { shelfOf } from '../../parts/device-store.ts';
import { CARE, NOTHING_KNOWN, Outbox, type OutboxNews } from '../../parts/outbox.ts';
import { askAgain, useLive } from '../../parts/use-live.ts';
import { linesOn } from './gate.ts';
import type { Tap } from './mound.ts';
import type { GateCamp } from './use-gate.ts';

/** From which start a throw was thrown. */
export type Start = NonNullable<Extract<CareEntry, { kind: 'throws' }>['delivery']>;

/** How often a phone looks whether the day of the camp has turned, in milliseconds. */
const TURN_EVERY = 20_000;
/** So many waiting counts are sent at once. */
const FEW = 3;
/** So long a tap can still be taken back on the phone that has told it, in milliseconds. */
const DAY_LONG = 12 * 3_600_000;
/** From where a throw was filmed, and when the film was stopped, by the clock of this device. */
interface Filmed {
  readonly from: ViewId;
  readonly stopped: number;
}
/** What was tapped on this device, by whom. */
const kept = shelfOf<Tap & { readonly staffId: StaffId }>('tap');

/** What is known at a mound: the list of the day, and what was tapped on this phone. A tap is kept on the phone before it is sent. */
export function useMound(first: GateList, camp: GateCamp, staffId: StaffId, device: string | null) {
  const [news, setNews] = useState<OutboxNews<CareEntry>>(NOTHING_KNOWN);
  const [taps, setTaps] = useState<readonly Tap[]>([]);
  const box = useRef<Outbox<CareEntry, Standing> | null>(null);
  const [today, setToday] = useState<string | null>(null);
  const day = today === null ? first.day : dayWithin(camp, today);
  /** How far the server's clock is ahead of this phone's, in milliseconds, as last seen. */
  const ahead = useRef(0);
  const instant = useCallback((): number => Date.now() + ahead.current, []);
  const path = `/api/gate?day=${day}`;
  // While a morning's counts are sent one by one the list is not asked for after each of them: it is when all are there.
  const follows = news.waiting <= FEW;
  const { data: asked, error, dataUpdatedAt } = useLive({ schema: gateListSchema, path, first, about: 'gate', follows });
  const newest = useRef(first);
  if (asked.asOf > newest.current.asOf) newest.current = asked;
  const list = newest.current;

  useEffect(() => {
    const made = new Outbox<CareEntry, Standing>(CARE, staffId, (now) => {
      const waits = box.current?.pending() ?? [];
      setNews(now);
      // What waited from before this page is known by its entry; what is gone from the shelf has been taken, or is named as refused.
      const waiting = new Set(waits.map((w) => w.id));
      setTaps((known) => {
        const here = new Set(known.map((t) => t.id));
        return [
          ...known.map((t) =>
            waiting.has(t.id) ? { ...t, takenAt: null } : t.takenAt === null ? { ...t, takenAt: instant() } : t,
          ),
          ...waits.filter((w) => !here.has(w.id)).flatMap((w) => tapOf(w.id, w.entry) ?? []),
        ];
      });
    });
    box.current = made;
    return () => made.stop();
  }, [staffId, instant]);

  useEffect(() => {
    // What was tapped here today and has been sent: the list has it, and it can still be taken back.
    const begun = instant() - DAY_LONG;
    void kept
      .all()
      .then(async (all) => {
        const old = all.filter((t) => madeOnDevice(t.id) < begun);
        for (const t of old) await kept.remove(t.id);
        setTaps((known) => [
          ...all
            .filter((t) => !old.includes(t) && t.staffId === staffId && !known.some((k) => k.id === t.id))
            .map((t) => ({ ...t, takenAt: 0 })),
          ...known,
        ]);
      })
      .catch(() => undefined);
  }, [instant, staffId]);

  const allSent = news.open && news.waiting === 0;
  useEffect(() => {
    if (allSent) askAgain(path);
  }, [allSent, path]);
  useEffect(() => {
    if (asked !== first) ahead.current = Date.parse(asked.asOf) - dataUpdatedAt;
    const turn = (): void => setToday(dayInZone(instant(), camp.timeZone));
    turn();
    const timer = setInterval(turn, TURN_EVERY);
    return () => clearInterval(timer);
  }, [asked, first, dataUpdatedAt, camp, instant]);

  const lines = useMemo(() => linesOn(list, day, { armCare: camp.armCare, timeZone: camp.timeZone }), [list, day, camp]);
  const add = (entry: CareEntry): string => box.current!.add(entry);
  /** Counts a throw, and keeps on the phone that it was told here. */
  const addTap = (entry: CareEntry, at?: number): string => {
    const id = box.current!.add(entry, at);
    const tap = tapOf(id, entry);
    if (tap) void kept.put({ ...tap, staffId }).catch(() => undefined);
    return id;
  };
  return {
    ...{ day, today: today ?? day, lines, news, taps, instant },
    asOf: Date.parse(list.asOf),
    /** The clock of the camp when the list was made, where the server does not answer; null where it does. */
    oldSince: error ? clockOf(minuteInZone(Date.parse(list.asOf), camp.timeZone)) : null,
    /** One throw, for whoever films it elsewhere, or filmed from here. */
    count: (camperId: CamperId, mound: string, delivery: Start, filmed: Filmed | null = null) =>
      addTap(
        {
          ...{ kind: 'throws', camperId, day, throwKind: 'filming', count: 1, mound, delivery },
          ...(device === null ? {} : { device }),
          ...(filmed === null ? {} : { view: filmed.from }),
        },
        filmed?.stopped,
      ),
    takeBack: (tap: Tap) =>
      addTap({ kind: 'takeBackThrows', camperId: tap.camperId as CamperId, throwsId: tap.id, reason: null }),
    leaveOut: (tap: Tap) => {
      add({ kind: 'leaveOut', camperId: tap.camperId as CamperId, throwsId: tap.id });
      setTaps((known) => known.map((t) => (t.id === tap.id ? { ...t, leftOut: true } : t)));
      void kept.put({ ...tap, leftOut: true, staffId }).catch(() => undefined);
    },
    retry: (id: string) => box.current?.retry(id),
    drop: (id: string) => {
      box.current?.drop(id);
      setTaps((known) => known.filter((t) => t.id !== id));
      void kept.remove(id).catch(() => undefined);
    },
  };
}

/** What an entry that waits means for the count at a mound; null for what means nothing there. */
function tapOf(id: string, entry: CareEntry): Tap | null {
  const filmed = entry.kind === 'throws' && entry.view !== undefined;
  const of = { id, camperId: entry.camperId, leftOut: false, filmed, takenAt: null };
  if (entry.kind === 'throws' && entry.mound !== undefined) return { ...of, by: 1, about: id };
  if (entry.kind === 'takeBackThrows') return { ...of, by: -1, about: entry.throwsId };
  return null;
}
