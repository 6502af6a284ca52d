import { isStale, pointsOfFilm, poseFigure, wasSeen, type FigureId, type PointAt } from '@stride-chalk/core';
import { eventOf, filmFor } from './bench-selectors.ts';
import type { BenchState } from './bench-state.ts';
import type { BenchWorld } from './bench-world.ts';
import { OFFERED } from './moments.ts';
import type { Film } from './types.ts';

/** Points of one key frame follow each other, so that the film moves as little as it can. */
export const inOrder = (needs: readonly PointAt[]): PointAt[] =>
  [...needs].sort((a, b) => OFFERED.indexOf(eventOf(a)) - OFFERED.indexOf(eventOf(b)));

/** What somebody has placed in a film and still stands. The ground marks of its camera position count, in whichever film of it they were placed. */
function placedIn(w: BenchWorld, s: BenchState, film: Film): ReadonlySet<PointAt> {
  const marks = s.data.marks.filter((m) => m.clipId === film.id);
  const standing = pointsOfFilm(film, w.clips, s.data.points).filter((p) => wasSeen(p.origin) && !isStale(p, marks));
  return new Set(standing.map((p): PointAt => `${p.event}.${p.point}`));
}

/** The points of a figure that have yet to be placed in a film. */
export function lackingPoints(w: BenchWorld, s: BenchState, film: Film, needs: readonly PointAt[]): PointAt[] {
  const placed = placedIn(w, s, film);
  return inOrder(needs.filter((need) => !placed.has(need)));
}

/** How many points of each figure have yet to be placed in the film that would give it; null where no film on the screen does. */
export function pointsToPlace(w: BenchWorld, s: BenchState): (figure: FigureId) => number | null {
  const known = new Map<string, ReadonlySet<PointAt>>();
  return (figure) => {
    const film = filmFor(w, s, figure)?.film;
    if (!film) return null;
    const placed = known.get(film.id) ?? placedIn(w, s, film);
    known.set(film.id, placed);
    return (poseFigure(figure)?.needs ?? []).filter((need) => !placed.has(need)).length;
  };
}
