/**
 * How long the joint fit of severities takes, beside R's `optim` on the same records in the same run: `npm run severity -w bench`. Without R it says so.
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { fitFacets, type FacetRecord } from '@stride-chalk/core';
import { sized } from './tiny.ts';

const [CAMPERS, COACHES, CHECKPOINTS] = sized([300, 10, 30], [60, 3, 5]);

/** Judgements without a meaning, the same each time: campers go round the coaches, one in five is scored twice. */
function records(campers: number): FacetRecord[] {
  const all: FacetRecord[] = [];
  let seed = 1;
  const random = (): number => {
    seed = (seed * 48271) % 2147483647;
    return seed / 2147483647;
  };
  for (let n = 0; n < campers; n++)
    for (const j of (n + Math.floor(n / COACHES)) % 5 === 0 ? [n % COACHES, (n + 1) % COACHES] : [n % COACHES])
      for (let i = 0; i < CHECKPOINTS; i++) {
        const at = 1.5 * Math.sin(n) - 0.6 * Math.cos(3 * j) - Math.sin(5 * i);
        const level = [-1.2, 0, 1.2].filter((step) => random() < 1 / (1 + Math.exp(step - at))).length;
        all.push({ camper: `k${n}`, coach: `c${j}`, checkpoint: `p${i}`, level });
      }
  return all;
}

const timed = (work: () => void): number => {
  const started = performance.now();
  work();
  return performance.now() - started;
};

for (const campers of [CAMPERS / 4, CAMPERS / 2, CAMPERS].map(Math.round)) {
  const given = records(campers);
  for (const estimator of ['joint', 'marginal'] as const) {
    let iterations = 0;
    const times = [0, 1, 2].map(() =>
      timed(() => {
        iterations = fitFacets(given, { estimator }).iterations;
      }),
    );
    process.stdout.write(
      `${campers} campers, ${COACHES} coaches, ${CHECKPOINTS} checkpoints, ${given.length} judgements: ${estimator} ${Math.min(...times).toFixed(0)} ms, ${iterations} iterations\n`,
    );
  }
}

if (spawnSync('Rscript', ['--version']).error) process.stdout.write('R is not installed: nothing to set beside it.\n');
else {
  const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-severity-'));
  try {
    const file = join(folder, 'records.csv');
    const given = records(CAMPERS);
    writeFileSync(
      file,
      `camper,coach,checkpoint,level\n${given.map((r) => [r.camper, r.coach, r.checkpoint, r.level].join()).join('\n')}\n`,
    );
    const fit = fitFacets(given, { estimator: 'joint' });
    const ours = Math.min(...[0, 1, 2].map(() => timed(() => void fitFacets(given, { estimator: 'joint' }))));
    const [seconds, logLikelihood] = execFileSync('Rscript', [fileURLToPath(new URL('./severity.R', import.meta.url)), file], {
      encoding: 'utf8',
    })
      .trim()
      .split(' ')
      .map(Number) as [number, number];
    process.stdout.write(
      `R's optim (BFGS with the gradient) on the same records: ${(1000 * seconds).toFixed(0)} ms, ours ${ours.toFixed(0)} ms: ${((1000 * seconds) / ours).toFixed(1)} times as long; log-likelihood ${logLikelihood.toFixed(4)}, ours ${fit.logLikelihood.toFixed(4)}\n`,
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
