import type { Film } from './types.ts';

/** The part of the film that is shown, in pixels of the original. It may reach beyond the film at both sides: there is nothing then. */
export interface Window {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/**
 * What a place shows of a film: its full height always, so that the whole body and the ground are on the screen in a window of any shape. A place
 * narrower than the film cuts the sides, and follows the body; in a side view without one a little more is shown behind the pitcher, who starts there
 * and moves to the target. A wider place has empty sides.
 *
 * @param width of the place, in any unit
 * @param height of the place, in the same unit
 * @param centre where the body is in x, in pixels of the film; null where that is unknown
 * @example windowFor({ width: 1080, height: 1920, towardsTarget: 1 }, 640, 480, null) // { x: -740, y: 0, width: 2560, height: 1920 }
 */
export function windowFor(
  film: Pick<Film, 'width' | 'height' | 'towardsTarget'>,
  width: number,
  height: number,
  centre: number | null,
): Window {
  const shown = (film.height * Math.max(1, width)) / Math.max(1, height);
  const slack = film.width - shown;
  const wanted = centre === null ? slack / 2 + 0.03 * film.width * (film.towardsTarget ?? 0) : centre - shown / 2;
  return { x: slack <= 0 ? slack / 2 : Math.max(0, Math.min(slack, wanted)), y: 0, width: shown, height: film.height };
}
