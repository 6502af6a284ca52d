import { CAMP_HEADER } from '@stride-chalk/core';

/** The camp of the page, whatever camp another tab has gone to; null on pages of no camp. */
export const pageCamp = (): string | null =>
  typeof document === 'undefined' ? null : (document.querySelector<HTMLMetaElement>('meta[name=camp]')?.content ?? null);

/** Headers that name a camp; none for no camp. */
export const campHeaders = (camp: string | null): Record<string, string> => (camp ? { [CAMP_HEADER]: camp } : {});
