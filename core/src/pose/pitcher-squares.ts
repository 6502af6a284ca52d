import { coarseLook, type Look, type SquareAt } from './coarse-look.ts';
import type { KnownOfClip } from './finding.ts';
import { wholePicture, type Square } from './square.ts';

/** For so many seconds a pitcher stands on his mound as a film begins; who goes further than this share of his square meanwhile goes past. In fewer looks nobody can tell. Common practice, no source. */
const [FIRST, GOES, LEAST_LOOKS] = [0.6, 0.15, 4];
/** Where else a pitcher is looked for, as shares of the width of the picture. */
const ELSEWHERE = [0.2, 0.35, 0.5, 0.65, 0.8];

/**
 * Where the pitcher is, look after look. The model finds one body in a picture, and with several people in it any of them: who goes past as the film begins is not he. The film is read once more then, from squares across the picture, and of those who stand he is
 * the one whose feet are lowest: nearest to the camera. Where everybody goes the camera turns, and the first one stays.
 *
 * @param picture its width and height, in pixels
 * @param read reads the film from its beginning and calls for each look, one after the other
 * @returns the squares in which he was found, none where nobody was
 * @example await pitcherSquares(known, { width: 960, height: 540 }, async (see) => { await see(0, lookAtFirst); await see(0.1, lookAtSecond); })
 */
export async function pitcherSquares(
  known: KnownOfClip,
  picture: { readonly width: number; readonly height: number },
  read: (see: (seconds: number, look: Look) => Promise<void>) => Promise<void>,
): Promise<readonly SquareAt[]> {
  const whole = wholePicture(picture);
  const follow = async (starts: readonly Square[]): Promise<SquareAt[][]> => {
    const tracks = starts.map((start) => ({ see: coarseLook(known, start), squares: [] as SquareAt[] }));
    await read(async (seconds, look) => {
      for (const { see, squares } of tracks) {
        const found = await see(seconds, whole, look);
        if (found) squares.push(found);
      }
    });
    return tracks.map(({ squares }) => squares);
  };
  const [first = []] = await follow([whole]);
  if (!goesPast(first)) return first;
  const side = Math.min(picture.width, picture.height);
  const others = await follow(ELSEWHERE.map((share) => ({ x: share * picture.width, y: whole.y, side })));
  const feet = (track: readonly SquareAt[]): number => track[0]!.square.y + track[0]!.square.side / 2;
  return others
    .filter((track) => track.length >= LEAST_LOOKS && !goesPast(track))
    .reduce((best, track) => (best === first || feet(track) > feet(best) ? track : best), first);
}

/** Whether somebody goes past as the film begins: from the first three looks to the last three of that time, the middle one of each, for a look or two may see somebody else. */
function goesPast(track: readonly SquareAt[]): boolean {
  const early = track.filter((s) => s.seconds <= track[0]!.seconds + FIRST);
  if (early.length < LEAST_LOOKS) return false;
  const middle = (of: readonly SquareAt[]): number => of.map((s) => s.square.x).sort((a, b) => a - b)[of.length >> 1]!;
  return Math.abs(middle(early.slice(-3)) - middle(early.slice(0, 3))) > GOES * early[0]!.square.side;
}
