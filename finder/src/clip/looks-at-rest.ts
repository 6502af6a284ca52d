import type { Picture } from '@stride-chalk/core';

/** While nothing moves he is looked at this often, in seconds. Once something moves, so many of the looks before it that were left out are made up for: where he begins to move is read from both sides of it. */
const [RESTING, MADE_UP] = [1 / 10, 2];
/** How much moves between two usual looks, as the sum of `MotionMap.cells` over their frames, from which on he does not stand still. Standing campers of the simulated film, who breathe and sway, stay below 0.06; the slow top of a lift has 0.15 and more. */
const MOVES = 0.1;

/**
 * Leaves out looks at somebody who stands still before he begins and, from the side, after his finish: 29 of 141 in the film of the study whose time is measured. It is given every frame of a film in turn: its picture (whose bytes may be used again after that), how much moved since
 * the frame before, and whether it would be looked at.
 *
 * @param last the last frame, which is looked at in any case: nothing is told from one side
 * @param inLine in line with the target nothing is left out once he has begun: bent over towards the camera, the model takes his hands for his feet in single looks, and only many of them tell
 * @example const rest = looksAtRest(look, 431, false); await rest({ frame: 0, seconds: 0, picture, movement: 0, isUsual: true })
 */
export function looksAtRest(look: (frame: number, picture: Picture) => Promise<void>, last: number, inLine: boolean) {
  let [moved, looked, hasBegun] = [0, Number.NEGATIVE_INFINITY, false];
  let leftOut: Array<readonly [number, Picture]> = [];
  return async (seen: {
    readonly frame: number;
    readonly seconds: number;
    readonly picture: Picture;
    readonly movement: number;
    readonly isUsual: boolean;
  }): Promise<void> => {
    const { frame, seconds, picture } = seen;
    moved += seen.movement;
    if (!seen.isUsual) return;
    const moves = moved > MOVES;
    moved = 0;
    hasBegun ||= moves;
    if (!moves && !(inLine && hasBegun) && frame < last && seconds - looked < RESTING - 1e-6) {
      leftOut = [...leftOut, [frame, copyOf(picture)] as const].slice(-MADE_UP);
      return;
    }
    if (moves) for (const [before, its] of leftOut) await look(before, its);
    leftOut = [];
    looked = seconds;
    await look(frame, picture);
  };
}

const copyOf = ({ luma, cb, cr, ...size }: Picture): Picture => ({ ...size, luma: luma.slice(), cb: cb.slice(), cr: cr.slice() });
