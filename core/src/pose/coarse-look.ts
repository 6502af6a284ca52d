import type { KnownOfClip } from './finding.ts';
import { isWherePitcherCanBe, trunkOf, type Stood } from './same-pitcher.ts';
import { squareAround, type Found, type Square } from './square.ts';

/** How much wider than the body the square is in which its joints are looked for, and how much wider than that the next look: he moves until then. */
const [MARGIN, WIDER] = [1.35, 1.15];
/** After how many looks it is known where he stands: he has not begun yet. And how often a whole picture is looked at closer and closer. */
const [STOOD_LOOKS, CLOSER] = [5, 2];

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
      return found && { trunk: trunkOf(body), square: found };
    };
    let seen = await around(last ?? start ?? whole);
    for (let pass = 0; pass < CLOSER && seen && !last; pass++) seen = (await around(seen.square)) ?? seen;
    const stood = early.length < STOOD_LOOKS ? null : middleOf(early);
    if (seen && !stood) early.push({ x: seen.trunk, high: seen.square.side / MARGIN });
    if (seen && stood && !isWherePitcherCanBe(seen.trunk, stood, known)) {
      // Where the look before found nobody he is looked for where he stood.
      const x = known.towardsTarget === null || !last ? stood.x : last.x;
      const there = await around({ x, y: (last ?? seen.square).y, side: stood.high * MARGIN * WIDER });
      if (there && isWherePitcherCanBe(there.trunk, stood, known)) seen = there;
    }
    last = seen && { ...seen.square, side: seen.square.side * WIDER };
    return seen && { seconds, square: seen.square };
  };
}

/** The middle of several looks, by the median of each. */
function middleOf(looks: readonly Stood[]): Stood {
  const median = (of: (look: Stood) => number): number => looks.map(of).sort((a, b) => a - b)[looks.length >> 1]!;
  return { x: median((l) => l.x), high: median((l) => l.high) };
}
