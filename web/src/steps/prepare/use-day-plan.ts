import { useEffect, useState } from 'react';
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

  useEffect(() => {
    if (first.over) return;
    const ask = (): void => {
      if (document.hidden) return;
      askServer<DayPlanData>(`/api/day-plan/${first.day}`, { method: 'GET' })
        .then((page) => {
          setLost(null);
          setInHand((hand) => newerPlan(hand, page));
        })
        .catch((error: Error) => setLost(error.message));
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
    setSettings: (next: DayPlanData['settings']): void => setInHand((hand) => ({ ...hand, settings: next })),
    take: (page: DayPlanData): void => setInHand({ data: page, settings: page.settings }),
  };
}
