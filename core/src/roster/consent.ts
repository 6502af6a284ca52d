import { dayInWords } from '../calendar/index.ts';
/** One answer of a family: what it consents to, who gave it, how, when, and its last day. The newest one holds. */
export interface Consent {
  readonly film: boolean;
  readonly share: boolean;
  /** The staff may learn the sheet on his films: asked for by itself, never given along. Left out: not asked this time. */
  readonly training?: boolean;
  /** The last day of it, as YYYY-MM-DD; null for "until withdrawn". */
  readonly until: string | null;
}

/** Ways in which a family's answer reaches the staff. */
export const CONSENT_WAYS = ['signed form', 'roster file', 'by mail', 'by phone', 'in person', 'before the history'] as const;
export type ConsentWay = (typeof CONSENT_WAYS)[number];

export interface ConsentStanding {
  /** Filming, showing film, writing up and handing out may go on. */
  readonly film: boolean;
  /** Other coaches of the child may be given what the family gets. */
  readonly share: boolean;
  /** Films of him may be shown to the staff of the organisation as practice clips. */
  readonly training: boolean;
  readonly why: 'given' | 'neverGiven' | 'withdrawn' | 'ranOut';
  /** The same in one plain sentence. */
  readonly says: string;
}

/**
 * What a family's answers allow on a day. Answers in the order in which they were given; the last one holds, to the end of its
 * last day.
 *
 * @param at where the camp is: days are written as people there do; left out, as YYYY-MM-DD
 * @example consentOn([{ film: true, share: false, until: '2026-07-14' }], '2026-07-15').why // 'ranOut'
 */
export function consentOn(answers: readonly Consent[], day: string, at?: { readonly timeZone: string }): ConsentStanding {
  const written = (on: string): string => (at ? dayInWords(on, at, 'dated') : on);
  const last = answers.at(-1);
  const none = (why: ConsentStanding['why'], says: string): ConsentStanding => ({
    film: false,
    share: false,
    training: false,
    why,
    says,
  });
  if (!last?.film)
    return answers.some((a) => a.film)
      ? none('withdrawn', 'The consent to film was withdrawn.')
      : none('neverGiven', 'Nobody has consented to filming.');
  if (last.until !== null && last.until < day) return none('ranOut', `The consent to film ended on ${written(last.until)}.`);
  return {
    film: true,
    share: last.share,
    training: last.training ?? false,
    why: 'given',
    says: last.until === null ? 'Consent to film until it is withdrawn.' : `Consent to film until ${written(last.until)}.`,
  };
}

/**
 * Whether an answer allows anything that the answer before it does not: film, sharing, or a later last day. Such an answer is never taken from a
 * file without somebody saying so.
 *
 * @example loosens({ film: true, share: false, until: '2026-08-01' }, { film: true, share: false, until: null }) // true
 */
export function loosens(before: Consent, after: Consent): boolean {
  if (!after.film) return false;
  if (!before.film || (after.share && !before.share) || (after.training && !before.training)) return true;
  return before.until !== null && (after.until === null || after.until > before.until);
}
