import type { ClipId } from '@stride-chalk/core';
import PgBoss from 'pg-boss';
import { databaseUrl } from './db/connect.ts';
import { log } from './log.ts';

/** Short films have a lane of their own, so that one long film does not hold them up. */
const LANES = { short: 'prepare-clip', long: 'prepare-long-clip' } as const;
let boss: PgBoss | null = null;
let sendOnly: Promise<PgBoss> | null = null;

/** Starts the queue and the workers that prepare clips, one at a time in each lane. A job that a killed server left is taken up again. */
export async function startJobs(prepare: (clipId: ClipId) => Promise<void>): Promise<void> {
  boss = new PgBoss({ connectionString: databaseUrl(), max: 4 });
  boss.on('error', (error) => log.error({ error }, 'job queue'));
  await boss.start();
  for (const lane of Object.values(LANES)) {
    await boss.createQueue(lane);
    await boss.work<{ clipId: ClipId }>(lane, { batchSize: 1, pollingIntervalSeconds: 0.5 }, async ([job]) => {
      if (!job) return;
      await prepare(job.data.clipId);
    });
  }
}

/** Asks for a clip to be prepared. Asking twice for the same clip makes one job. */
export async function enqueueClip(clipId: ClipId, long: boolean): Promise<void> {
  const queue = await sender();
  const lane = long ? LANES.long : LANES.short;
  await queue.send(lane, { clipId }, { retryLimit: 3, retryDelay: 2, expireInSeconds: 1800, singletonKey: clipId });
}

/** The running queue, or one that only sends: pages run in a bundle of their own, apart from the worker. */
async function sender(): Promise<PgBoss> {
  if (boss) return boss;
  sendOnly ??= (async () => {
    const queue = new PgBoss({ connectionString: databaseUrl(), max: 2, supervise: false, schedule: false, migrate: false });
    queue.on('error', (error) => log.error({ error }, 'job queue'));
    return queue.start();
  })();
  return sendOnly;
}

export async function stopJobs(): Promise<void> {
  await boss?.stop({ graceful: true, timeout: 10_000 });
  boss = null;
}
