import {
  eventOf,
  measurePose,
  momentError,
  POSE_FIGURES,
  type EventId,
  type FigureId,
  type MeasuredPoints,
} from '@stride-chalk/core';
import { deliveryMotion, randomSource, tripod } from '@stride-chalk/fieldcam';
import { exactly, PITCHERS, plusOf, seenBy, viewOf, type Beside } from './seen-points.ts';

/** Figures of points; where the ball left the hand is tried for itself. */
export const STUDIED = POSE_FIGURES.filter((f) => !f.needsBallLead);

/** What a figure was off by, in its own unit, and how often its stated 95 % interval held the truth. */
export interface StudiedFigure {
  readonly rms: number;
  readonly held: number;
  readonly read: number;
}

/**
 * What figures are off by on film of a rate: key frames marked on the first frame at or after the moment, the shutter falling at any time, points with an error; against
 * the same figure from points without an error at the true moments.
 *
 * @param pointSd one standard deviation per axis, pixels of a film 540 high
 */
export function errorStudy(rate: number, pointSd: number, draws: number): ReadonlyMap<FigureId, StudiedFigure> {
  const noise = randomSource(20261129 + rate + Math.round(100 * pointSd));
  const sums = new Map<FigureId, { squares: number; held: number; read: number }>(
    STUDIED.map((f) => [f.id, { squares: 0, held: 0, read: 0 }]),
  );
  for (let k = 0; k < draws; k++) {
    const { ageYears, hand } = PITCHERS[k % PITCHERS.length]!;
    const motion = deliveryMotion({ ageYears, hand, seed: 400 + k, delivery: 0 });
    const phase = noise.uniform();
    const beside = (event: EventId): number => {
      const frames = motion.events[event] * rate - phase;
      return (Math.ceil(frames) - frames) / rate;
    };
    for (const figure of STUDIED) {
      const at: Beside = Object.fromEntries(figure.needs.map((need) => [eventOf(need), beside(eventOf(need))]));
      const camera = tripod(viewOf(figure), { hand, heightMetres: motion.plan.height });
      const placed: MeasuredPoints = Object.fromEntries(
        seenBy(camera, motion, figure.needs, at).map(([need, p]) => [
          need,
          { x: p.x + pointSd * noise.normal(), y: p.y + pointSd * noise.normal(), sd: pointSd },
        ]),
      );
      const { estimate } = measurePose(figure, placed, { plus: plusOf(viewOf(figure), hand), ballLead: null }).reading;
      if (!estimate) continue;
      const sd = Math.hypot(
        estimate.sd,
        momentError(figure.id, () => 1 / (2 * rate)),
      );
      const off = estimate.value - exactly(figure, motion);
      const sum = sums.get(figure.id)!;
      sum.squares += off ** 2;
      sum.held += Number(Math.abs(off) <= 1.959964 * sd);
      sum.read += 1;
    }
  }
  return new Map(
    [...sums].map(([id, s]) => [id, { rms: Math.sqrt(s.squares / s.read), held: s.held / s.read, read: s.read / draws }]),
  );
}
