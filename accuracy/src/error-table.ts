/**
 * Prints the table of docs/figures.md: `npm run error-table -w accuracy`. What each figure is usually off by (root mean square) on film of 30 to 240 frames a second, by
 * hand and as the computer finds joints.
 */
import { FIGURES, type FigureId } from '@stride-chalk/core';
import { errorStudy, STUDIED } from './error-study.ts';

const RATES = [30, 60, 120, 240];
/** A careful hand, and joints as they were found on held-out film (1.1 % of height on median, more in the tails: docs/measured.md), in pixels of a film 540 high. */
const POINTS = { hand: 2, found: 4 };
const DRAWS = Number(process.argv[2] ?? 200);

const columns = (['hand', 'found'] as const).flatMap((kind) => RATES.map((rate) => errorStudy(rate, POINTS[kind], DRAWS)));
const inBands = { degrees: 1, heightShare: 100, ratio: 100, seconds: 1000, centimetres: 1, metresPerSecond: 1 / 0.44704 };
const unit = { degrees: '°', percent: ' %', milliseconds: ' ms', centimetres: ' cm', milesPerHour: ' mph' };
const said = (id: FigureId, column: (typeof columns)[number]): string => {
  const { rms, read } = column.get(id)!;
  return read < 0.5 ? 'not read' : `${(inBands[FIGURES[id].unit] * rms).toFixed(1)}${unit[FIGURES[id].bands.unit]}`;
};
process.stdout.write(
  [
    `| figure | by hand at ${RATES.join(' | ')} | found at ${RATES.join(' | ')} |`,
    `|${'---|'.repeat(1 + 2 * RATES.length)}`,
    ...STUDIED.map((f) => `| ${f.name} | ${columns.map((c) => said(f.id, c)).join(' | ')} |`),
    '',
    `Held by the stated 95 % interval, least and most of all figures: ${columns
      .map((c, i) => {
        const held = [...c.values()].map((v) => Math.round(100 * v.held));
        return `${i < RATES.length ? 'hand' : 'found'} ${RATES[i % RATES.length]}: ${Math.min(...held)} to ${Math.max(...held)} %`;
      })
      .join('; ')}.`,
    ...columns.flatMap((c, i) =>
      [...c].flatMap(([id, v]) =>
        v.held < 0.9 ? [`${i < RATES.length ? 'hand' : 'found'} ${RATES[i % RATES.length]} ${id} ${v.held}`] : [],
      ),
    ),
    '',
  ].join('\n'),
);
