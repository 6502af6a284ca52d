import { WHOLE, type Zoom } from './bench-state.ts';
import type { Film } from './types.ts';

/** The part of the film that is shown, in pixels of the original. It may reach beyond the film at both sides: there is nothing then. */
export interface Window {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** How close to the border a place that has to be seen may come, as a share of the window. */
const MARGIN = 0.12;
const within = (low: number, value: number, high: number): number => Math.max(low, Math.min(high, value));

/**
 * What a place shows of a film. Without zoom its full height always, so that the whole body and the ground are on the screen in a window of any shape. A
 * place narrower than the film cuts the sides, and follows the body; in a side view without one a little more is shown behind the pitcher, who starts there
 * and moves to the target. A wider place has empty sides. With zoom the same, larger: it follows the body, moved by what the coach has panned.
 *
 * @param width of the place, in any unit
 * @param height of the place, in the same unit
 * @param centre where the body is in x, in pixels of the film; null where that is unknown
 * @param zoom how many times larger than whole, and moved by how much
 * @param keep a place that has to be seen, in pixels of the film
 * @example windowFor({ width: 1080, height: 1920, towardsTarget: 1 }, 640, 480, null) // { x: -740, y: 0, width: 2560, height: 1920 }
 */
export function windowFor(
  film: Pick<Film, 'width' | 'height' | 'towardsTarget'>,
  width: number,
  height: number,
  centre: number | null,
  zoom: Zoom = WHOLE,
  keep: { readonly x: number; readonly y: number } | null = null,
): Window {
  const shown = {
    width: (film.height * Math.max(1, width)) / Math.max(1, height) / zoom.times,
    height: film.height / zoom.times,
  };
  const axis = (length: number, part: number, wanted: number, seen: number | undefined): number => {
    const slack = length - part;
    if (slack <= 0) return slack / 2;
    const near = seen === undefined ? wanted : within(seen - (1 - MARGIN) * part, wanted, seen - MARGIN * part);
    return within(0, near, slack);
  };
  const slack = film.width - shown.width;
  const behind = slack / 2 + 0.03 * film.width * (film.towardsTarget ?? 0);
  return {
    x: axis(film.width, shown.width, (centre === null ? behind : centre - shown.width / 2) + zoom.x, keep?.x),
    y: axis(film.height, shown.height, (film.height - shown.height) / 2 + zoom.y, keep?.y),
    ...shown,
  };
}

/** A zoom moved on, as far as the film goes. */
export function panned(film: Pick<Film, 'width' | 'height'>, zoom: Zoom, by: { readonly x: number; readonly y: number }): Zoom {
  // Half of what is not seen, whichever way; a view that follows the body stops at the film's own border besides.
  const reach = (length: number): number => (length - length / zoom.times) / 2;
  return {
    ...zoom,
    x: within(-film.width, zoom.x + by.x, film.width),
    y: within(-reach(film.height), zoom.y + by.y, reach(film.height)),
  };
}

/** As close as it gets. */
export const CLOSEST = 6;

/**
 * The zoom after a step closer or farther about a place, in pixels of the film: it stays where it is on the screen.
 */
export function zoomedAt(
  film: Pick<Film, 'width' | 'height' | 'towardsTarget'>,
  size: { readonly width: number; readonly height: number },
  centre: number | null,
  zoom: Zoom,
  factor: number,
  at: { readonly x: number; readonly y: number },
): Zoom {
  const times = within(1, zoom.times * factor, CLOSEST);
  if (times <= 1.001) return WHOLE;
  const before = windowFor(film, size.width, size.height, centre, zoom);
  const after = windowFor(film, size.width, size.height, centre, { ...zoom, times });
  const share = { x: (at.x - before.x) / before.width, y: (at.y - before.y) / before.height };
  const by = { x: at.x - share.x * after.width - after.x, y: at.y - share.y * after.height - after.y };
  return panned(film, { ...zoom, times }, by);
}

/** The next of whole, twice and three times, and round again. */
export const nextZoom = (zoom: Zoom): Zoom =>
  zoom.times < 1.5 ? { ...WHOLE, times: 2 } : zoom.times < 2.5 ? { ...zoom, times: 3 } : WHOLE;

/** How much more than the body a small picture shows, as a share of the body's height. */
const AROUND = 0.14;
/** Usual height of a body in a film, where none was found: as a share of the film's. */
const USUAL_BODY = 0.62;

/**
 * The part of a film that a small picture of a shape (width over height) shows: the body with some room, as large as it fits. Nothing beyond the film is shown where the film goes on elsewhere.
 *
 * @param joints where the body is, in pixels of the film; none: about the middle
 * @example windowAround({ width: 100, height: 100 }, [{ x: 40, y: 30 }, { x: 60, y: 80 }], 1) // { x: 18, y: 23, width: 64, height: 64 }
 */
export function windowAround(
  { width, height }: Pick<Film, 'width' | 'height'>,
  joints: ReadonlyArray<{ readonly x: number; readonly y: number }>,
  shape: number,
): Window {
  const [xs, ys] = [joints.map((j) => j.x), joints.map((j) => j.y)];
  const found = joints.length > 0;
  const high = found ? Math.max(...ys) - Math.min(...ys) : USUAL_BODY * height;
  const room = AROUND * Math.max(high, 0.3 * height);
  const span = (of: readonly number[], whole: number): readonly [number, number] =>
    found ? [Math.min(...of) - room, Math.max(...of) + room] : [(whole - high) / 2 - room, (whole + high) / 2 + room];
  const [[x0, x1], [y0, y1]] = [span(xs, width), span(ys, height)];
  const w = Math.max(x1 - x0, (y1 - y0) * shape);
  const h = w / shape;
  const inside = (from: number, length: number, whole: number): number =>
    length >= whole ? (whole - length) / 2 : within(0, from, whole - length);
  return { x: inside((x0 + x1) / 2 - w / 2, w, width), y: inside((y0 + y1) / 2 - h / 2, h, height), width: w, height: h };
}
