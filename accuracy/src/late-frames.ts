/**
 * Writes core's table of what a late frame does to figures: `npm run late-frames -w accuracy`. For each key frame of a figure, by how much the figure changes where the frame
 * comes a little after the true moment, root mean square over faultless simulated pitchers of all ages. A figure's value never rests on it, only its error.
 */
import { writeFileSync } from 'node:fs';
import { eventOf, POSE_FIGURES, type EventId, type FigureId } from '@stride-chalk/core';
import { deliveryMotion } from '@stride-chalk/fieldcam';
import { exactly } from './seen-points.ts';

/** How late, in seconds: one frame of 240, 120, 60 and 30 a second. What turns just there goes by faster the later it is looked at. */
const LATE = [1 / 240, 1 / 120, 1 / 60, 1 / 30];
const AGES = [8, 10, 12, 14, 16, 18];
const bodies = AGES.flatMap((ageYears) =>
  ([0, 1] as const).map((delivery) => deliveryMotion({ ageYears, hand: 'R', seed: ageYears, delivery })),
);
const table: Partial<Record<FigureId, Partial<Record<EventId, number[]>>>> = {};
for (const figure of POSE_FIGURES) {
  // Where the ball left the hand within its frame has an error of its own.
  const events = [...new Set(figure.needs.map(eventOf))].filter((e) => !figure.needsBallLead || e !== 'release');
  const changes = events.flatMap((event): [EventId, number[]][] => {
    const change = LATE.map((late) => {
      const squares = bodies.map((motion) => (exactly(figure, motion, { [event]: late }) - exactly(figure, motion)) ** 2);
      return Number(Math.sqrt(squares.reduce((a, b) => a + b, 0) / squares.length).toPrecision(3));
    });
    return change.some((c) => c > 0) ? [[event, change]] : [];
  });
  table[figure.id] = Object.fromEntries(changes);
}
writeFileSync(new URL('../../core/src/figures/data/late-frames.json', import.meta.url), `${JSON.stringify(table)}\n`);
