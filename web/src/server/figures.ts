import {
  CHILD_FIGURE_IDS,
  frameTimebase,
  measureDelivery,
  pointsOfFilm,
  type BenchSet,
  type MeasuredDelivery,
  type MeasuredFigure,
  type DeliveryId,
} from '@stride-chalk/core';

/** What the placed points and marked key frames of a delivery allow, from all its films. */
export const figuresOfDelivery = (
  set: BenchSet,
  deliveryId: DeliveryId,
  rubberToPlateFeet: number | null = null,
): MeasuredDelivery =>
  measureDelivery(
    set.clips
      .filter((clip) => clip.deliveryId === deliveryId)
      .map((clip) => ({
        id: clip.id,
        view: clip.view,
        towardsTarget: clip.towardsTarget,
        gloveSide: clip.gloveSide,
        film: clip.frameTimes && clip.captureKnown !== 'open' ? frameTimebase(clip.frameTimes, clip.captureScale) : null,
        marks: set.marks.filter((m) => m.clipId === clip.id),
        points: pointsOfFilm(clip, set.clips, set.points),
      })),
    { rubberToPlateFeet, groundMarks: set.groundMarks },
  );

/** Every figure that is measured of a set and tells how the child throws: a guess that nobody has looked at is no measurement. */
export const measuredFigures = (set: BenchSet): MeasuredFigure[] =>
  set.deliveries.flatMap(({ id }) =>
    [...figuresOfDelivery(set, id).measured].flatMap(([figure, estimate]) =>
      CHILD_FIGURE_IDS.includes(figure) ? [{ delivery: id, figure, estimate }] : [],
    ),
  );
