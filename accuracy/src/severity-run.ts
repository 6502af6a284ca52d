/** The study of severity on 200 simulated camps, for docs/measured.md: `npm run severity -w accuracy`. */
import { severityStudy } from './severity-study.ts';

const CAMPS = 200;
for (const [estimator, deliveries] of [
  ['marginal', 3],
  ['marginal', 1],
  ['joint', 3],
] as const) {
  const s = severityStudy(CAMPS, 20261127, estimator, deliveries);
  const words = ({ median, from, to }: { median: number; from: number; to: number }): string =>
    `${median.toFixed(3)} (5 to 95 %: ${from.toFixed(3)} to ${to.toFixed(3)})`;
  process.stdout.write(
    [
      `${estimator}, ${CAMPS} camps, ${deliveries} deliveries a camper`,
      `  severity, correlation with the truth: ${words(s.correlation)}`,
      `  places off in the order of the campers: raw means ${words(s.rawError)}, fit ${words(s.fairError)}, ratio ${words(s.errorRatio)}`,
      `  95 % intervals that hold the truth: ${(100 * s.coverage).toFixed(1)} %`,
      '',
    ].join('\n'),
  );
}
