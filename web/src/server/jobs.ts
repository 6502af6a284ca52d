import PgBoss from 'pg-boss';
import { databaseUrl } from './db/connect.ts';
import { log } from './log.ts';

const PREPARE = 'prepare-clip';
let boss: PgBoss | null = null;

/** Starts the queue and the worker that prepares clips, one at a time. A job that a killed server left is taken up again. */
export async function startJobs(prepare: (clipId: string) => Promise<void>): Promise<void> {
  boss = new PgBoss({ connectionString: databaseUrl(), max: 4 });
  boss.on('error', (error) => log.error({ error }, 'job queue'));
  await boss.start();
  await boss.createQueue(PREPARE);
  await boss.work<{ clipId: string }>(PREPARE, { batchSize: 1, pollingIntervalSeconds: 0.5 }, async ([job]) => {
    if (!job) return;
    await prepare(job.data.clipId);
  });
}

export async function enqueueClip(clipId: string): Promise<void> {
  if (!boss) throw new Error('the job queue is not running');
  await boss.send(PREPARE, { clipId }, { retryLimit: 3, retryDelay: 2, expireInSeconds: 900 });
}

export async function stopJobs(): Promise<void> {
  await boss?.stop({ graceful: true, timeout: 10_000 });
  boss = null;
}
