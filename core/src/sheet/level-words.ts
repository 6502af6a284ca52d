import { FIGURES } from '../figures/registry.ts';
import { levelEnds } from '../levels/suggest-level.ts';
import { EYE, pairedUnits } from './body-units.ts';
import type { Band, Checkpoint, Sheet } from './shape.ts';

type Levels = readonly [string, string, string, string];

/** The level words of a checkpoint, by the reading that they belong to. */
export const readingsOf = (c: Checkpoint): ReadonlyArray<{ readonly option: string | null; readonly levels: Levels }> =>
  c.levels ? [{ option: null, levels: c.levels }] : (c.readings ?? []);

/** How a text names the unit of a band. */
const UNIT_WORDS = { degrees: /degrees?/, percent: /%/, centimetres: /cm/, milliseconds: /ms/, milesPerHour: /mph/ } as const;

/** Words that only say how much without saying what: two levels that differ by them alone cannot be told apart on film. */
const HOW_MUCH =
  /\b(a (little|bit)|little|slight(ly)?|clear(ly)?|far|very|well|nearly|almost|quite|rather|somewhat|hardly|barely|much|more|most|strong(ly)?|badly|mostly|too|about|about|small|large|big)\b/gi;
const bare = (text: string): string =>
  text
    .toLowerCase()
    .replace(HOW_MUCH, '')
    .replace(/[^a-z0-9%’]+/g, ' ')
    .trim();

export interface WordProblem {
  /** The id of the checkpoint, with its reading and level. */
  readonly where: string;
  readonly message: string;
}

/**
 * What is wrong with the level words of a sheet: levels that differ from their neighbour by an adverb alone, numbers that are no end of the
 * checkpoint's own bands at that level, and lengths in body units that are another length than the figure beside them.
 *
 * @example levelWordProblems(defaultSheet) // []
 */
export function levelWordProblems(sheet: Sheet): WordProblem[] {
  return sheet.checkpoints.flatMap((c) =>
    readingsOf(c).flatMap(({ option, levels }) =>
      levels.flatMap((text, level) => {
        const where = `${c.id}${option ? ` (${option})` : ''} level ${level}`;
        const bands = bandsOf(sheet, c, option);
        const allowed = new Set(bands.flatMap((b) => endsAt(b, level)));
        return [
          ...(level > 0 && bare(text) === bare(levels[level - 1]!)
            ? ['differs from the level below it by how much only: say what can be seen']
            : []),
          ...numbersIn(text, bands)
            .filter((n) => !allowed.has(n))
            .map(
              (n) => `says ${n}, which is no end of its bands at this level (${[...allowed].sort((a, b) => a - b).join(', ')})`,
            ),
          ...pairedUnits(text)
            .filter((u) => Math.abs(u.percent - u.stated) > EYE)
            .map((u) => `says “${u.words}” for ${u.stated} %: it is about ${u.percent} % of the height`),
        ].map((message) => ({ where, message }));
      }),
    ),
  );
}

/** The bands that hold for one reading of a checkpoint, at any age. */
const bandsOf = (sheet: Sheet, c: Checkpoint, option: string | null): Band[] =>
  sheet.bands.filter((b) => b.checkpoint === c.id && (!b.school || option === null || b.school.option === option));

/** The ends that words for a level can name: of its own part of the band, and of the one inside it. Words name distances: signs are left out. */
function endsAt(b: Band, level: number): number[] {
  const { lows, highs } = levelEnds(b, FIGURES[b.figure].bands.limits);
  const inner = Math.min(2, 3 - level);
  const which = level === 3 ? [0] : level === 0 ? [2] : [inner - 1, inner];
  return which
    .flatMap((i) => [lows[i]!, highs[i]!])
    .filter(Number.isFinite)
    .map(Math.abs);
}

/** Every number of a text that names the unit of one of the bands: "138 to 155 degrees" has two. */
function numbersIn(text: string, bands: readonly Band[]): number[] {
  const named = bands.some((b) => UNIT_WORDS[FIGURES[b.figure].bands.unit].test(text));
  return named ? (text.match(/\d+(\.\d+)?/g) ?? []).map(Number) : [];
}
