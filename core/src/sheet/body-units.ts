/**
 * Body units that film shows, as shares of body height in per cent. Head (chin to crown) 13.0, foot length 15.2, foot breadth 5.5 and hand length 10.8:
 * Drillis R, Contini R (1966), as tabulated in Winter DA, Biomechanics and Motor Control of Human Movement; values from memory. The breadth of a hand
 * and of a head: common facts of anthropometry, no source; rounded. Children's heads are larger: the words stand beside the figure, they do not
 * replace it.
 */
export const BODY_UNITS = [
  { words: 'third of a head', percent: 4.3 },
  { words: 'hand’s breadth', percent: 5 },
  { words: 'foot’s breadth', percent: 5.5 },
  { words: 'half a head', percent: 6.5 },
  { words: 'two thirds of a head', percent: 8.7 },
  { words: 'hand’s length', percent: 10.8 },
  { words: 'whole head', percent: 13 },
  { words: 'a head', percent: 13 },
  { words: 'foot’s length', percent: 15.2 },
  { words: 'head and a half', percent: 19.5 },
] as const;

/** How far a word for a length may lie from the figure that stands beside it, in per cent of body height: about what an eye can tell. */
export const EYE = 3;

/**
 * Every length in words with its figure beside it in brackets: "a hand’s breadth (5 %)".
 *
 * @example pairedUnits('back by a third of a head (4 %) at most') // [{ words: 'third of a head', percent: 4.3, stated: 4 }]
 */
export function pairedUnits(text: string): Array<{ words: string; percent: number; stated: number }> {
  return [...text.matchAll(/([^():;,]*?)\s*\((\d+(?:\.\d+)?) %/g)].flatMap(([, before, stated]) => {
    const unit = [...BODY_UNITS].sort((a, b) => b.words.length - a.words.length).find((u) => before!.trimEnd().endsWith(u.words));
    return unit ? [{ words: unit.words, percent: unit.percent, stated: Number(stated) }] : [];
  });
}
