import { FIGURE_RECIPES, frameTimebase, markTime, phaseTimes, type EventId, type MeasuredFigure, type PointsAt } from '@stride-chalk/core';
import type { BenchSet } from './bench.ts';

/** Every figure that the placed points and marked key frames of a set allow. */
export function measuredFigures(set: BenchSet): MeasuredFigure[] {
  return set.clips.flatMap((clip): MeasuredFigure[] => {
    const delivery = clip.deliveryId;
    const found: MeasuredFigure[] = [];
    if (clip.frameTimes && (clip.view === 'openSide' || clip.view === 'closedSide')) {
      const film = frameTimebase(clip.frameTimes, clip.captureScale);
      const times = Object.fromEntries(set.marks.filter((m) => m.clipId === clip.id).map((m) => [m.event, markTime(m, film)])) as Parameters<typeof phaseTimes>[0];
      const { liftToContact, contactToRelease } = phaseTimes(times);
      if (liftToContact) found.push({ delivery, figure: 'liftToContact', estimate: liftToContact });
      if (contactToRelease) found.push({ delivery, figure: 'contactToRelease', estimate: contactToRelease });
    }
    if (clip.towardsTarget === null) return found;
    const placed = set.points.filter((p) => p.clipId === clip.id);
    const at: PointsAt = Object.fromEntries(placed.map((p) => [`${p.event as EventId}.${p.point}`, { x: p.x, y: p.y }]));
    const pointSd = Math.max(...placed.map((p) => p.pointSd), 0);
    for (const recipe of FIGURE_RECIPES)
      if (recipe.needs.every((need) => at[need]))
        found.push({ delivery, figure: recipe.id, estimate: recipe.compute(at, { towardsTarget: clip.towardsTarget, pointSd }) });
    return found;
  });
}
