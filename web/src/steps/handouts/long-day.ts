import { dayInWords } from '@stride-chalk/core';

/** Hand-outs from before the place of the camp was kept with them wrote the month first: they stay as they were. */
const BEFORE = 'America/Chicago';

/** A day as the families of the camp write it: Saturday, July 25. */
export const longDay = (iso: string, timeZone: string | undefined): string => dayInWords(iso, { timeZone: timeZone ?? BEFORE });
