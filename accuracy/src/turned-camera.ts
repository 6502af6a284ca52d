/**
 * Writes core's table of what a camera that does not stand square to the line does to figures of a side view: `npm run turned-camera -w accuracy`. Root mean square over faultless simulated
 * pitchers of all ages, turned either way. A figure's value never rests on it, only its error.
 */
import { writeFileSync } from 'node:fs';
import { POSE_FIGURES, type FigureId } from '@stride-chalk/core';
import { deliveryMotion, tripod } from '@stride-chalk/fieldcam';
import { exactly, viewOf } from './seen-points.ts';

const TURNED = [5, 10, 15, 20];
const bodies = [8, 10, 12, 14, 16, 18].map((ageYears, i) =>
  deliveryMotion({ ageYears, hand: i % 2 === 0 ? 'R' : 'L', seed: ageYears, delivery: 0 }),
);
const table: Partial<Record<FigureId, number[]>> = {};
for (const figure of POSE_FIGURES.filter((f) => viewOf(f) === 'openSide' && f.id !== 'cameraTurn'))
  table[figure.id] = TURNED.map((turn) => {
    const off = bodies.flatMap((motion) =>
      [turn, -turn].map((turnDegrees) => {
        const { hand, height: heightMetres } = motion.plan;
        return exactly(figure, motion, {}, tripod('openSide', { hand, heightMetres, turnDegrees })) - exactly(figure, motion);
      }),
    );
    return Number(Math.sqrt(off.reduce((sum, o) => sum + o * o, 0) / off.length).toPrecision(3));
  });
writeFileSync(new URL('../../core/src/figures/data/turned-camera.json', import.meta.url), `${JSON.stringify(table)}\n`);
