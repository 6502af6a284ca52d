import turnedCamera from './data/turned-camera.json' with { type: 'json' };
import type { FigureId } from './figure-ids.ts';
import { usualChange } from './usual-change.ts';

/** From how many degrees off square on a film from the side measures nothing any more. Common practice, no source: by then a stride is 5 % of height off. */
export const MOST_TURN = 20;
/** Degrees off square that were tried. */
const TURNED = [5, 10, 15, 20];
const CHANGES = turnedCamera as Partial<Record<FigureId, readonly number[]>>;

/**
 * What a figure of a side view is off by because the camera does not stand square to the line: how much it usually changes when the camera is turned so far, from simulated pitchers of both hands
 * (`npm run turned-camera -w accuracy`). The turn comes from the ground marks in the film (`cameraTurn`).
 *
 * @param turnDegrees how far off square, whichever way
 * @returns one standard deviation, in the unit of the figure
 * @example turnError('stride', 10) // 0.02: 2 % of height
 */
export function turnError(figure: FigureId, turnDegrees: number): number {
  const changes = CHANGES[figure];
  return changes ? usualChange(Math.abs(turnDegrees), TURNED, changes) : 0;
}
