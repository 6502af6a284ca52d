import { useEffect, useState } from 'react';
import { dayPlanPageSchema, daySettingsSchema } from '@stride-chalk/core';
import { askServer } from '../../parts/ask-server.ts';
import type { DayPlanData } from './day-plan-data.ts';
import { newerPlan, type PlanInHand } from './newer-plan.ts';

/** How often an open page asks how the plan stands, in milliseconds. */
const ASK_EVERY = 30_000;

/** The plan of a day and the settings in hand. It stays fresh: the clock goes on, and others check in, report and plan meanwhile. */
export function useDayPlan(first: DayPlanData) {
  /** Why the page cannot follow any more; null while it does. */
  const [lost, setLost] = useState<string | null>(null);
  const [{ data, settings }, setInHand] = useState<PlanInHand>({ data: first, settings: first.settings });
  const place = `stride-chalk.hours.${first.campId}.${first.day}`;

  // Hours that were changed and not planned yet are there again after a reload.
  useEffect(() => {
    const kept = first.over ? null : sessionStorage.getItem(place);
    const read = kept === null ? null : daySettingsSchema.safeParse(JSON.parse(kept));
    if (read?.success) setInHand((hand) => ({ ...hand, settings: read.data }));
  }, [place, first.over]);

  const refresh = (): void =>
    void askServer(dayPlanPageSchema, `/api/day-plan/${first.day}`, { method: 'GET' })
      .then((page) => {
        setLost(null);
        setInHand((hand) => newerPlan(hand, page));
      })
      .catch((error: Error) => setLost(error.message));

  useEffect(() => {
    if (first.over) return;
    const ask = (): void => {
      if (!document.hidden) refresh();
    };
    const timer = setInterval(ask, ASK_EVERY);
    document.addEventListener('visibilitychange', ask);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', ask);
    };
  }, [first.day, first.over]);

  return {
    data,
    settings,
    lost,
    /** Shows the plan that somebody else has made meanwhile; hours in hand stay, and are planned on top of it when asked for. */
    takeTheirs(): void {
      void askServer(dayPlanPageSchema, `/api/day-plan/${first.day}`, { method: 'GET' }).then((page) =>
        setInHand((hand) => ({ data: page, settings: hand.settings === hand.data.settings ? page.settings : hand.settings })),
      );
    },
    setSettings(next: DayPlanData['settings']): void {
      sessionStorage.setItem(place, JSON.stringify(next));
      setInHand((hand) => ({ ...hand, settings: next }));
    },
    take(page: DayPlanData): void {
      sessionStorage.removeItem(place);
      setInHand({ data: page, settings: page.settings });
    },
  };
}
