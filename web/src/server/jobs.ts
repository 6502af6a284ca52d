import type { ClipId, DroppedFileId } from '@stride-chalk/core';
import PgBoss from 'pg-boss';
import { databaseUrl } from './db/connect.ts';
import { log } from './log.ts';

/** Short films have a lane of their own, so that one long film does not hold them up. */
const LANES = { short: 'prepare-clip', long: 'prepare-long-clip', file: 'take-file', look: 'look-at-clip' } as const;
let boss: PgBoss | null = null;
let sendOnly: Promise<PgBoss> | null = null;

/** What the workers of the queue do. */
export interface Work {
  readonly prepareClip: (id: ClipId) => Promise<void>;
  readonly takeFile: (id: DroppedFileId) => Promise<void>;
  /** Each looks at the clip that is needed first, one beside the other; none where this server looks at no film. */
  readonly look: ReadonlyArray<() => Promise<void>>;
}

/** Tells the worker of a lane to look at once; the pages, a bundle of their own in this process, tell it too. */
const WAKERS = Symbol.for('stride-chalk.job-wakers');
const wakers = (): Map<string, () => void> => {
  const shared = globalThis as { [WAKERS]?: Map<string, () => void> };
  shared[WAKERS] ??= new Map();
  return shared[WAKERS];
};

/** Whoever asks for a job wakes its worker: this often each looks by itself, in seconds, for one that failed and is tried again. */
const LOOKS_BY_ITSELF = 5;

/** Starts the queue and its workers, one at a time in each lane. A job that a killed server left is taken up again. */
export async function startJobs(work: Work): Promise<void> {
  boss = new PgBoss({ connectionString: databaseUrl(), max: 4, schedule: false });
  boss.on('error', (error) => log.error({ error }, 'job queue'));
  await boss.start();
  // At most one job of a clip waits.
  await boss.createQueue(LANES.look, { name: LANES.look, policy: 'short' });
  const lookers: string[] = [];
  wakers().set(LANES.look, () => {
    for (const worker of lookers) boss?.notifyWorker(worker);
  });
  for (const look of work.look)
    lookers.push(
      await boss.work(LANES.look, { batchSize: 1, pollingIntervalSeconds: LOOKS_BY_ITSELF }, async () => {
        // Behind one there may be more: nobody rests in between.
        wakers().get(LANES.look)?.();
        await look();
      }),
    );
  for (const lane of [LANES.short, LANES.long, LANES.file]) {
    await boss.createQueue(lane);
    const worker = await boss.work<Job>(lane, { batchSize: 1, pollingIntervalSeconds: LOOKS_BY_ITSELF }, async ([job]) => {
      if (!job) return;
      wakers().get(lane)?.();
      if ('fileId' in job.data) await work.takeFile(job.data.fileId);
      else await work.prepareClip(job.data.clipId);
    });
    wakers().set(lane, () => boss?.notifyWorker(worker));
  }
}

/** Asks for a clip to be looked at: a job a clip, of which each takes the one that is needed first. Asking twice makes one. */
export async function enqueueLook(clipId: ClipId): Promise<void> {
  const queue = await sender();
  await queue.send(LANES.look, { clipId }, { retryLimit: 1, expireInSeconds: 3600, singletonKey: clipId });
  wakers().get(LANES.look)?.();
}

type Job = { readonly clipId: ClipId } | { readonly fileId: DroppedFileId };

/** Asks for a file that has come to be taken in. Asking twice for the same file makes one job. */
export async function enqueueFile(fileId: DroppedFileId): Promise<void> {
  const queue = await sender();
  await queue.send(LANES.file, { fileId }, { retryLimit: 3, retryDelay: 2, expireInSeconds: 7200, singletonKey: fileId });
  wakers().get(LANES.file)?.();
}

/** Asks for a clip to be prepared. Asking twice for the same clip makes one job. */
export async function enqueueClip(clipId: ClipId, long: boolean): Promise<void> {
  const queue = await sender();
  const lane = long ? LANES.long : LANES.short;
  await queue.send(
    lane,
    { clipId },
    {
      ...{ retryLimit: 3, retryDelay: 2, singletonKey: clipId },
      // A film of hours takes hours.
      expireInSeconds: long ? 4 * 3600 : 1800,
    },
  );
  wakers().get(lane)?.();
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
  wakers().clear();
  await boss?.stop({ graceful: true, timeout: 10_000 });
  boss = null;
}
