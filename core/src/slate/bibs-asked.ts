/** So many cards at once: a stack of paper that somebody still wants. */
const MOST_CARDS = 400;

/**
 * The bibs that somebody has typed: single ones and ranges, separated by commas or spaces.
 *
 * @param typed as it was typed
 * @param most how many at once
 * @returns in the order in which they were typed, each once; or what was wrong, in words
 * @example bibsAsked('1-3, 27') // { bibs: [1, 2, 3, 27], wrong: null }
 */
export function bibsAsked(typed: string, most = MOST_CARDS): { readonly bibs: readonly number[]; readonly wrong: string | null } {
  const none = (wrong: string) => ({ bibs: [], wrong });
  const bibs = new Set<number>();
  for (const part of typed
    .replace(/\s*[-–]\s*/g, '-')
    .split(/[\s,;]+/)
    .filter((p) => p !== '')) {
    const range = /^(\d{1,4})(?:-(\d{1,4}))?$/.exec(part);
    if (!range) return none(`“${part}” is no bib and no range of bibs: write them as 1-40, 52.`);
    const [from, to] = [Number(range[1]), Number(range[2] ?? range[1])];
    if (to < from) return none(`“${part}” goes backwards: write ${to}-${from}.`);
    if (to - from >= most) return none(`“${part}” is more than ${most} cards at once.`);
    for (let bib = from; bib <= to; bib++) bibs.add(bib);
  }
  return bibs.size > most ? none(`${bibs.size} cards are more than ${most} at once.`) : { bibs: [...bibs], wrong: null };
}
