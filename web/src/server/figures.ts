import { frameTimebase, measureClip, type MeasuredFigure, type BenchSet } from '@stride-chalk/core';

/** Every figure that the placed points and marked key frames of a set allow. */
export const measuredFigures = (set: BenchSet): MeasuredFigure[] =>
  set.clips.flatMap((clip) =>
    measureClip({
      towardsTarget: clip.towardsTarget,
      film: clip.frameTimes && clip.captureKnown !== 'open' ? frameTimebase(clip.frameTimes, clip.captureScale) : null,
      marks: set.marks.filter((m) => m.clipId === clip.id),
      // A guess that nobody has looked at is no measurement.
      points: set.points.filter((p) => p.clipId === clip.id && p.origin === 'placed'),
    }).flatMap(({ figure, estimate }) => (estimate ? [{ delivery: clip.deliveryId, figure, estimate }] : [])),
  );
