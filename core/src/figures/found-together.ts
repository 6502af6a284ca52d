import shares from './data/found-together.json' with { type: 'json' };
import type { FigureId } from './figure-ids.ts';

const SHARES = shares as Partial<Record<FigureId, number>>;

/**
 * How much of the error that the joints of a figure of a side view would give if each erred by itself is left where the computer has found all of them. They do not err by themselves: the hips, as the shoulders, are found too close together or too far apart along their own
 * line, which leaves their middle and the line where they are; a foot that stands is found more closely than the same foot in the air. What is left was measured on the films of the demo, with a third on top, since those
 * are kinder than a camp's (`npm run found-together -w accuracy -- FOLDER`), and is held against the films of the study (docs/measured.md). A figure's value never rests on it, only its error.
 *
 * @returns a share of the error by single points, at most 1; 1 for a figure that was not measured so
 * @example foundTogether('landingOffset') // 1: its points are placed by hand
 */
export const foundTogether = (figure: FigureId): number => SHARES[figure] ?? 1;
