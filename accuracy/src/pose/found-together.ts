/**
 * Writes core's table of how much is left of the error of a figure's points where the computer has found all of them: `npm run found-together -w accuracy -- FOLDER`, after the films of the demo have been looked at into FOLDER (`npm run pose -w accuracy -- FOLDER demo`).
 * Key frames are put right, so that only the joints err. A figure's value never rests on it, only its error.
 */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import type { FigureId } from '@stride-chalk/core';
import { figuresOf, type Read } from './figure-table.ts';
import { trueFrames } from './look-at.ts';
import { DEMO } from './study-orders.ts';

/** The demo's films are kinder than those of a camp. */
const ON_TOP = 4 / 3;
/** No less is believed: nothing may make a joint so much surer than it is by itself. */
const LEAST = 0.35;
/** Fewer films say too little. */
const LEAST_FILMS = 20;

const [folder = ''] = process.argv.slice(2);
const reads = new Map<FigureId, Read[]>();
for (const clip of DEMO) {
  // What joints are off by from front and rear was set on these films themselves (`joint-error.ts`): nothing is taken off there.
  if (clip.order.view !== 'openSide') continue;
  const path = join(folder, 'results', `${basename(clip.id, '.mp4')}.json`);
  if (!existsSync(path)) throw new Error(`${path} is not there: look at the films of the demo first. The table stays as it was.`);
  const result = { ...JSON.parse(readFileSync(path, 'utf8')), true: trueFrames(clip.order) };
  for (const [id, read] of figuresOf(clip, result, 'right', () => LEAST)) reads.set(id, [...(reads.get(id) ?? []), read]);
}
/** The share by which the root mean square of errors over their stated deviation is one. */
function shareOf(all: readonly Read[]): number {
  const tooFar = (share: number): boolean =>
    all.reduce((sum, r) => sum + r.off ** 2 / (((share / LEAST) * r.together) ** 2 + r.around ** 2), 0) > all.length;
  let share = 0.05;
  while (share < 1 && tooFar(share)) share += 0.01;
  return share;
}
const table = Object.fromEntries(
  [...reads]
    .filter(([, all]) => all.length >= LEAST_FILMS)
    .map(([id, all]) => [id, Math.max(LEAST, Math.min(1, Number((ON_TOP * shareOf(all)).toFixed(2))))]),
);
writeFileSync(new URL('../../../core/src/figures/data/found-together.json', import.meta.url), `${JSON.stringify(table)}\n`);
for (const [id, all] of reads) process.stdout.write(`${id}: ${all.length} films, ${table[id] ?? 'too few'}\n`);
