import { doseInWords, type DrillPlan, type FocusItem } from '@stride-chalk/core';

/** How much of a drill, in words: as the plan has it within arm care; of an older document what it said. */
export const amountOf = ({ checkpoint }: FocusItem, drill: FocusItem['drills'][number], plan: DrillPlan): string =>
  drill.dose ? doseInWords(drill.dose, plan.timesOf(checkpoint, drill.id)) : (drill.amount ?? '');
