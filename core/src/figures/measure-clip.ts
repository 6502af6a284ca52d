import type { FrameTimebase } from '../film/frame-timebase.ts';
import type { EventId } from '../keyframes/events.ts';
import { markTime, type FrameSpan } from '../keyframes/mark-time.ts';
import { ballLead, pointFrame } from './ball-lead.ts';
import type { FigureId } from './figure-ids.ts';
import { measureFigure, type FigureReading, type MeasuredPoints } from './measure-figure.ts';
import { phaseTimes } from './phase-times.ts';
import type { PointId } from './point-ids.ts';
import { FIGURE_RECIPES } from './recipes.ts';

/** What was entered about one film of a delivery. */
export interface ClipWork {
  /** Which way in x the target lies; null for a view in line with it. */
  readonly towardsTarget: 1 | -1 | null;
  /** The clip's frame times; null while it is not indexed. */
  readonly film: FrameTimebase | null;
  readonly marks: ReadonlyArray<FrameSpan & { readonly event: EventId }>;
  readonly points: ReadonlyArray<{
    readonly event: EventId;
    readonly point: PointId;
    readonly x: number;
    readonly y: number;
    readonly pointSd: number;
    /** The frame on which it was placed; null or left out where nobody knows. */
    readonly frame?: number | null;
  }>;
}

/**
 * Whether a point lies on another frame than the one that its key frame is marked at now.
 *
 * @example isStale({ event: 'contact', point: 'head', frame: 140 }, [{ event: 'contact', frame: 141, frameTo: null }]) // true
 */
export function isStale(
  point: { readonly event: EventId; readonly point: PointId; readonly frame?: number | null },
  marks: ClipWork['marks'],
): boolean {
  const mark = marks.find((m) => m.event === point.event);
  return point.frame !== null && point.frame !== undefined && mark !== undefined && pointFrame(mark, point.point) !== point.frame;
}

/**
 * Every figure of a side view that its key frames and points allow, each read or with the reason why it cannot be; a view in line with the
 * target gives none. Each point counts with its own error; one whose key frame has moved since counts for nothing until it is placed again.
 *
 * @example measureClip({ towardsTarget: 1, film, marks, points }).find((f) => f.figure === 'stride')?.estimate
 */
export function measureClip(work: ClipWork): Array<FigureReading & { readonly figure: FigureId }> {
  const { towardsTarget, film } = work;
  if (towardsTarget === null) return [];
  const found: Array<FigureReading & { figure: FigureId }> = [];
  if (film) {
    const times = phaseTimes(Object.fromEntries(work.marks.map((m) => [m.event, markTime(m, film)])));
    for (const figure of ['liftToContact', 'contactToRelease'] as const) {
      const estimate = times[figure];
      if (estimate) found.push({ figure, estimate, why: null });
    }
  }
  const stale = work.points.filter((p) => isStale(p, work.marks));
  const staleAt = new Set(stale.map((p) => `${p.event}.${p.point}`));
  const at: MeasuredPoints = Object.fromEntries(
    work.points.filter((p) => !stale.includes(p)).map((p) => [`${p.event}.${p.point}`, { x: p.x, y: p.y, sd: p.pointSd }]),
  );
  const release = work.marks.find((m) => m.event === 'release');
  const clip = { towardsTarget, ballLead: release && film ? ballLead(release, film) : null };
  for (const recipe of FIGURE_RECIPES) {
    if (recipe.needs.every((need) => at[need])) found.push({ figure: recipe.id, ...measureFigure(recipe, at, clip) });
    else if (recipe.needs.every((need) => at[need] || staleAt.has(need)))
      found.push({ figure: recipe.id, estimate: null, why: 'its key frame was moved: place its points again' });
  }
  return found;
}
