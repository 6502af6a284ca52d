/** The header by which a request says for which camp it is: another tab may have changed the camp at work meanwhile. */
export const CAMP_HEADER = 'x-camp';

/** The header in which a device says what its clock shows as it sends, in milliseconds since 1970. */
export const SENT_HEADER = 'x-sent-at';

/** The camp of the page, whatever camp another tab has gone to; null on pages of no camp. */
export const pageCamp = (): string | null =>
  typeof document === 'undefined' ? null : (document.querySelector<HTMLMetaElement>('meta[name=camp]')?.content ?? null);

/** Headers that name a camp; none for no camp. */
export const campHeaders = (camp: string | null): Record<string, string> => (camp ? { [CAMP_HEADER]: camp } : {});
