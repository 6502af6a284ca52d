import type { KnownOfClip } from './finding.ts';
import { isWherePitcherCanBe, placeOf, type Stood } from './same-pitcher.ts';
import { squareAround, type Found, type Square } from './square.ts';

/** How much wider than the body the square is in which its joints are looked for, and how much wider than that the next look: he moves until then. */
const [MARGIN, WIDER] = [1.35, 1.15];
/** After how many looks it is known where he stands: he has not begun yet. And how often a whole picture is looked at closer and closer. */
const [STOOD_LOOKS, CLOSER] = [5, 2];

/** No square is smaller than this share of his height as he stood. */
const LEAST = 1;
/** How far he may have come towards the target where he is looked for there, as shares of body height. */
const ON_HIS_WAY = [0, 0.3, 0.6, 0.9];

/** The square around a pitcher at a moment. */
export interface SquareAt {
  readonly seconds: number;
  readonly square: Square;
}

/** Finds the body nearest to the middle of a square of the picture. */
export type Look = (square: Square) => Promise<readonly Found[]>;

/**
 * Where a pitcher is, look after look, from the whole picture to the square around him. Somebody who walks past behind him would take the look along: where the body that is found cannot be his any more, and one still is where he can
 * be, it is he. Where nobody is there the camera has turned, and the look goes along.
 *
 * @param start where he is looked for first, or where nobody was found before; the whole picture when left out
 * @returns takes one look more and answers the square in which he was found, or null
 * @example const see = coarseLook({ hand: 'R', towardsTarget: 1 }); await see(0.1, wholePicture(picture), look)
 */
export function coarseLook(
  known: KnownOfClip,
  start?: Square,
): (seconds: number, whole: Square, look: Look) => Promise<SquareAt | null> {
  const early: Stood[] = [];
  let last: Square | null = null;
  return async (seconds, whole, look) => {
    const around = async (square: Square) => {
      const body = await look(square);
      const found = squareAround(body, MARGIN);
      return found && { at: placeOf(body), square: found };
    };
    let seen = await around(last ?? start ?? whole);
    for (let pass = 0; pass < CLOSER && seen && !last; pass++) seen = (await around(seen.square)) ?? seen;
    const stood = early.length < STOOD_LOOKS ? null : middleOf(early);
    if (seen && !stood) early.push({ ...seen.at, high: seen.square.side / MARGIN });
    if (seen && stood && !isWherePitcherCanBe(seen.at, stood, known)) {
      const side = stood.high * MARGIN;
      const y = last?.y ?? stood.feet - stood.high / 2;
      for (const x of elsewhere(stood, last, known)) {
        const there = await around({ x, y, side });
        if (!there || !isWherePitcherCanBe(there.at, stood, known)) continue;
        seen = there;
        break;
      }
    }
    // Bent over he is lower, and a square about what is sure of him then would cut his feet off.
    const square = seen && { ...seen.square, side: Math.max(seen.square.side, LEAST * (stood?.high ?? 0)) };
    last = square && { ...square, side: square.side * WIDER };
    return square && { seconds, square };
  };
}

/** Where he is looked for when somebody else was found: in line with the target where he stood; from the side where he was, where he stood, and on his way to the target. */
function elsewhere(stood: Stood, last: Square | null, { towardsTarget }: KnownOfClip): readonly number[] {
  if (towardsTarget === null) return [stood.x];
  return [...(last ? [last.x] : []), ...ON_HIS_WAY.map((share) => stood.x + share * towardsTarget * stood.high)];
}

/** The middle of several looks, by the median of each. */
function middleOf(looks: readonly Stood[]): Stood {
  const median = (of: (look: Stood) => number): number => looks.map(of).sort((a, b) => a - b)[looks.length >> 1]!;
  return { x: median((l) => l.x), feet: median((l) => l.feet), high: median((l) => l.high) };
}
