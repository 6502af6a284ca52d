import type { FrameTimebase } from '../film/frame-timebase.ts';
import type { Estimate } from '../estimate/estimate.ts';
import type { EventId } from '../keyframes/events.ts';
import { markTime, type FrameSpan } from '../keyframes/mark-time.ts';
import type { FigureId } from './figure-ids.ts';
import { phaseTimes } from './phase-times.ts';
import type { PointId } from './point-ids.ts';
import { FIGURE_RECIPES, type PointsAt } from './recipes.ts';

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
  }>;
}

/**
 * Every figure of a side view that its key frames and points allow; a view in line with the target gives none. The
 * largest point error of the clip is used for all of its points. A figure whose points coincide is left out.
 */
export function measureClip(work: ClipWork): Array<{ readonly figure: FigureId; readonly estimate: Estimate }> {
  const { towardsTarget, film } = work;
  if (towardsTarget === null) return [];
  const found: Array<{ figure: FigureId; estimate: Estimate }> = [];
  if (film) {
    const times = phaseTimes(Object.fromEntries(work.marks.map((m) => [m.event, markTime(m, film)])));
    if (times.liftToContact) found.push({ figure: 'liftToContact', estimate: times.liftToContact });
    if (times.contactToRelease) found.push({ figure: 'contactToRelease', estimate: times.contactToRelease });
  }
  const at: PointsAt = Object.fromEntries(work.points.map((p) => [`${p.event}.${p.point}`, { x: p.x, y: p.y }]));
  const pointSd = Math.max(0, ...work.points.map((p) => p.pointSd));
  for (const recipe of FIGURE_RECIPES) {
    if (!recipe.needs.every((need) => at[need])) continue;
    try {
      found.push({ figure: recipe.id, estimate: recipe.compute(at, { towardsTarget, pointSd }) });
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
    }
  }
  return found;
}
