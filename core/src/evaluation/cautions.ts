import words from './data/cautions.json' with { type: 'json' };

/** The usual cautions, in the same words on every plan and hand-out. */
export const cautions: { readonly armCare: string; readonly cautions: readonly string[]; readonly drillDays: readonly string[] } =
  words;
