import { useEffect, useState } from 'react';
import { dayPlanPageSchema, daySettingsSchema } from '@stride-chalk/core';
import { askAgain, known, useLive } from '../../parts/use-live.ts';
import type { DayPlanData } from './day-plan-data.ts';
import { newerPlan, whoMoved, type PlanInHand, type Stood } from './newer-plan.ts';

/** The clock goes on where nothing else happens: so often an open page asks for its now, in milliseconds. */
const A_MINUTE = 60_000;

/** The plan of a day and the settings in hand. It stays fresh: the clock goes on, and others check in, report and plan meanwhile. */
export function useDayPlan(first: DayPlanData) {
  /** Where those stood who have moved with the last change; nobody is marked when the page is opened. */
  const [stood, setStood] = useState<ReadonlyMap<string, Stood>>(new Map());
  const [{ data, settings }, setInHand] = useState<PlanInHand>({ data: first, settings: first.settings });
  const place = `stride-chalk.hours.${first.campId}.${first.day}`;

  // Hours that were changed and not planned yet are there again after a reload.
  useEffect(() => {
    const kept = first.over ? null : sessionStorage.getItem(place);
    const read = kept === null ? null : daySettingsSchema.safeParse(JSON.parse(kept));
    if (read?.success) setInHand((hand) => ({ ...hand, settings: read.data }));
  }, [place, first.over]);

  const path = `/api/day-plan/${first.day}`;
  const plan = useLive({ schema: dayPlanPageSchema, path, first, about: 'plan', follows: !first.over });
  const { data: page, error } = plan;
  useEffect(() => setInHand((hand) => newerPlan(hand, page)), [page]);
  useEffect(() => {
    if (first.over) return;
    const timer = setInterval(() => {
      if (!document.hidden) askAgain(path);
    }, A_MINUTE);
    return () => clearInterval(timer);
  }, [path, first.over]);

  return {
    data,
    stood,
    settings,
    /** Why the page cannot follow any more; null while it does. */
    lost: error?.message ?? null,
    /** Shows the plan that somebody else has made meanwhile; hours in hand stay, and are planned on top of it when asked for. */
    takeTheirs(): void {
      void plan.refetch().then(({ data: now }) => {
        if (now)
          setInHand((hand) => ({ data: now, settings: hand.settings === hand.data.settings ? now.settings : hand.settings }));
      });
    },
    setSettings(next: DayPlanData['settings']): void {
      sessionStorage.setItem(place, JSON.stringify(next));
      setInHand((hand) => ({ ...hand, settings: next }));
    },
    take(now: DayPlanData): void {
      sessionStorage.removeItem(place);
      known.setQueryData([path], now);
      setStood(whoMoved(data, now));
      setInHand({ data: now, settings: now.settings });
    },
  };
}
