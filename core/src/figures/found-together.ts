import shares from './data/found-together.json' with { type: 'json' };
import type { ViewId } from '../sheet/shape.ts';
import type { FigureId } from './figure-ids.ts';
import type { MeasuredPoints } from './measure-pose.ts';

const SHARES = shares as Partial<Record<FigureId, number>>;

/**
 * How much of the error that the joints of a figure would give if each erred by itself is left where the computer has found all of them. They do not err by themselves: the hips, as the shoulders, are found too close together or too far apart along their own
 * line, which leaves their middle and the line where they are; a foot that stands is found more closely than the same foot in the air. What is left was measured on the films of the demo, with a third on top, since those
 * are kinder than a camp's (`npm run found-together -w accuracy -- FOLDER`), and is held against the films of the study (docs/measured.md). All of them are from the open side: from elsewhere other joints are hidden, and all of the error is left. A figure's value never rests on it, only its error.
 *
 * @returns a share of the error by single points, at most 1; 1 for a figure and a view that were not measured so
 * @example foundTogether('frontKneeContact', 'closedSide') // 1
 */
export const foundTogether = (figure: FigureId, view: ViewId): number => (view === 'openSide' ? (SHARES[figure] ?? 1) : 1);

/**
 * Points with a share of their errors.
 *
 * @example withShare({ 'contact.head': { x: 1, y: 2, sd: 4 } }, 0.5) // { 'contact.head': { x: 1, y: 2, sd: 2 } }
 */
export const withShare = (points: MeasuredPoints, share: number): MeasuredPoints =>
  Object.fromEntries(Object.entries(points).map(([at, p]) => [at, { ...p, sd: share * p.sd }]));
