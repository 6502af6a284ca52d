import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import {
  gateListSchema,
  clockOf,
  dayInZone,
  dayWithin,
  minuteInZone,
  type ArmCareRules,
  type CheckedIn,
  type GateList,
  type CamperId,
  type StaffId,
} from '@stride-chalk/core';
import { askAgain, useLive } from '../../parts/use-live.ts';
import { CHECK_INS, NOTHING_KNOWN, Outbox, type OutboxNews } from '../../parts/outbox.ts';
import { openNotes, linesOn, note, notedOver, settle, withCheckIn, type CheckInEntry } from './gate.ts';

export interface GateCamp {
  readonly firstDay: string;
  readonly lastDay: string;
  readonly timeZone: string;
  readonly units: 'metric' | 'imperial';
  readonly armCare: ArmCareRules;
}

/** How often a phone looks whether the day of the camp has turned, in milliseconds. */
const TURN_EVERY = 20_000;

/** The list at the gate, with what this phone has noted on top of it; it follows the other phones, the plan and the day. */
export function useGate(first: GateList, camp: GateCamp, staffId: StaffId) {
  const [news, setNews] = useState<OutboxNews<CheckInEntry>>(NOTHING_KNOWN);
  const box = useRef<Outbox<CheckInEntry, CheckedIn> | null>(null);
  /** True when what was noted on this phone before is known. */
  const [read, setRead] = useState(false);
  const [today, setToday] = useState<string | null>(null);
  /** How far the server's clock is ahead of this phone's, in milliseconds, as last seen. */
  const ahead = useRef(0);
  const instant = useCallback((): number => Date.now() + ahead.current, []);
  const day = today === null ? first.day : dayWithin(camp, today);

  useEffect(() => {
    let here = true;
    void openNotes().then(() => here && setRead(true));
    // It takes what is entered while the device is still read.
    const made = new Outbox<CheckInEntry, CheckedIn>(CHECK_INS, staffId, setNews, (entry, answer) =>
      settle(entry, answer?.at ?? null),
    );
    box.current = made;
    return () => {
      here = false;
      made.stop();
    };
  }, [staffId]);

  const path = `/api/gate?day=${day}`;
  const { data: asked, error, dataUpdatedAt } = useLive({ schema: gateListSchema, path, first, about: 'gate' });
  /** The newest list that this phone has seen: without a network it is an old one, and says of when it is. */
  const newest = useRef(first);
  if (asked.asOf > newest.current.asOf) newest.current = asked;
  const list = newest.current;
  // What has just arrived comes back with the next list.
  const allSent = news.waiting === 0;
  useEffect(() => {
    if (allSent) askAgain(path);
  }, [allSent, path]);
  useEffect(() => {
    // The day of the camp goes on without a network too.
    const turn = (): void => setToday(dayInZone(instant(), camp.timeZone));
    turn();
    const timer = setInterval(turn, TURN_EVERY);
    document.addEventListener('visibilitychange', turn);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', turn);
    };
  }, [camp.timeZone, instant]);
  useEffect(() => {
    if (asked === first) return;
    ahead.current = Date.parse(asked.asOf) - dataUpdatedAt;
    setToday(dayInZone(instant(), camp.timeZone));
  }, [asked, first, dataUpdatedAt, camp.timeZone, instant]);

  const lines = useMemo(() => {
    const known = linesOn(list, day, { armCare: camp.armCare, timeZone: camp.timeZone });
    return news.open && read ? notedOver(list, day).reduce(withCheckIn, known) : known;
  }, [list, day, news, read, camp.armCare, camp.timeZone]);

  return {
    day,
    today: today ?? day,
    lines,
    news,
    /** The clock of the camp when the list was made, where the server does not answer; null where it does. */
    oldSince: error ? clockOf(minuteInZone(Date.parse(list.asOf), camp.timeZone)) : null,
    /** True when the line of a camper is the server's, with everything that this phone has noted of him. */
    settled: (camperId: CamperId): boolean => news.open && read && !notedOver(list, day).some((n) => n.camperId === camperId),
    /** What is done with a check-in that the server has not taken. */
    retry: (id: string) => box.current?.retry(id),
    drop: (id: string) => box.current?.drop(id),
    /** Keeps a check-in on the phone until the server has it; it bears the server's time, as far as the phone knows it. */
    enter(said: Omit<CheckInEntry, 'day' | 'notedAt'>): CheckInEntry {
      const entry = { ...said, day, notedAt: new Date(instant()).toISOString() };
      note(entry);
      box.current?.add(entry);
      return entry;
    },
  };
}
