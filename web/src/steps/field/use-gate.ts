import { useEffect, useMemo, useRef, useState } from 'react';
import {
  gateListSchema,
  clockOf,
  dayInZone,
  dayWithin,
  minuteInZone,
  type ArmCareRules,
  type CheckedIn,
  type GateList,
} from '@stride-chalk/core';
import { askServer } from '../../parts/ask-server.ts';
import { CHECK_INS, NOTHING_KNOWN, Outbox, type OutboxNews } from '../../parts/outbox.ts';
import { linesOn, note, notedOver, settle, withCheckIn, type CheckInEntry } from './gate.ts';

export interface GateCamp {
  readonly firstDay: string;
  readonly lastDay: string;
  readonly timeZone: string;
  readonly units: 'metric' | 'imperial';
  readonly armCare: ArmCareRules;
}

/** How often an open phone asks who has been at another gate, in milliseconds. */
const ASK_EVERY = 20_000;

/** The list at the gate, with what this phone has noted on top of it; it follows the other phones, the plan and the day. */
export function useGate(first: GateList, camp: GateCamp, staffId: string) {
  const [news, setNews] = useState<OutboxNews<CheckInEntry>>(NOTHING_KNOWN);
  const box = useRef<Outbox<CheckInEntry, CheckedIn> | null>(null);
  const [list, setList] = useState(first);
  const [today, setToday] = useState<string | null>(null);
  /** True when the server was last asked in vain: the list may be an old one. */
  const [old, setOld] = useState(false);
  /** How far the server's clock is ahead of this phone's, in milliseconds, as last seen. */
  const ahead = useRef(0);
  const instant = (): number => Date.now() + ahead.current;
  const day = today === null ? first.day : dayWithin(camp, today);

  useEffect(() => {
    const made = new Outbox<CheckInEntry, CheckedIn>(CHECK_INS, staffId, setNews, (entry, answer) =>
      settle(entry, answer?.at ?? null),
    );
    box.current = made;
    return () => made.stop();
  }, [staffId]);

  // What has just arrived comes back with the next list.
  const allSent = news.waiting === 0;
  useEffect(() => {
    // The day of the camp goes on without a network too.
    const turn = (): void => setToday(dayInZone(instant(), camp.timeZone));
    const ask = (): void => {
      turn();
      if (document.hidden) return;
      askServer(gateListSchema, `/api/gate?day=${day}`, { method: 'GET' })
        .then((now) => {
          ahead.current = Date.parse(now.asOf) - Date.now();
          setOld(false);
          setList((was) => (now.asOf > was.asOf ? now : was));
          turn();
        })
        // Without a network the list stays as it is, and says of when it is.
        .catch(() => setOld(true));
    };
    if (allSent) ask();
    const timer = setInterval(ask, ASK_EVERY);
    document.addEventListener('visibilitychange', ask);
    window.addEventListener('online', ask);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', ask);
      window.removeEventListener('online', ask);
    };
  }, [day, camp.timeZone, allSent]);

  const lines = useMemo(() => {
    const known = linesOn(list, day, camp.armCare);
    return news.open ? notedOver(list, day).reduce(withCheckIn, known) : known;
  }, [list, day, news, camp.armCare]);

  return {
    day,
    today: today ?? day,
    lines,
    news,
    /** The clock of the camp when the list was made, where the server does not answer; null where it does. */
    oldSince: old ? clockOf(minuteInZone(Date.parse(list.asOf), camp.timeZone)) : null,
    /** True when the line of a camper is the server's, with everything that this phone has noted of him. */
    settled: (camperId: string): boolean => news.open && !notedOver(list, day).some((n) => n.camperId === camperId),
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
