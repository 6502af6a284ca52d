import type { DayPlanPage } from '@stride-chalk/core';

export type DayPlanData = DayPlanPage;
export type Planned = DayPlanData['sessions'][number];
