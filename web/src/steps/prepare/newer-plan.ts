import type { DayPlanData } from './day-plan-data.ts';

/** The plan on the screen, and the settings that are being changed; the same object as the plan's own while nothing is. */
export interface PlanInHand {
  readonly data: DayPlanData;
  readonly settings: DayPlanData['settings'];
}

/**
 * The plan on the screen after the server was asked how it stands. An answer that is older than the screen is dropped. Settings
 * in hand stay; when somebody else has planned meanwhile, the screen stays with them, so that the server can say so.
 */
export function newerPlan(hand: PlanInHand, page: DayPlanData): PlanInHand {
  if (page.revision < hand.data.revision) return hand;
  if (hand.settings === hand.data.settings) return { data: page, settings: page.settings };
  if (page.revision > hand.data.revision) return { ...hand, data: { ...hand.data, now: page.now } };
  return { ...hand, data: { ...page, settings: hand.data.settings } };
}

/** Where somebody stood before a change. */
export interface Stood {
  readonly mound: string;
  readonly from: number;
}

/** Who stands elsewhere after a change, or at another time, with where he stood. Who was not on the plan before has moved from nowhere. */
export const whoMoved = (
  before: Pick<DayPlanData, 'sessions'>,
  after: Pick<DayPlanData, 'sessions'>,
): ReadonlyMap<string, Stood> => {
  const was = new Map(before.sessions.map((s) => [s.camper, s]));
  return new Map(
    after.sessions.flatMap((s) => {
      const old = was.get(s.camper);
      return old && (old.mound !== s.mound || old.from !== s.from) ? [[s.camper, { mound: old.mound, from: old.from }]] : [];
    }),
  );
};
