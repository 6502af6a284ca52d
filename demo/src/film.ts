/**
 * Films the demo clips: `npm run film -w demo`. Clips that are there already, made from the same order, are left alone, so
 * the command can be stopped and called again. Two films at a time.
 */
import { fork } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { deliveryMotion, filmClip } from '@stride-chalk/fieldcam';
import { DEMO_CLIPS, RETURNING_CLIPS, type DemoClip } from './clips.ts';
import { LAST_YEAR_CLIPS, PRACTICE_CLIPS } from './practice.ts';

const CLIPS = [...DEMO_CLIPS, ...PRACTICE_CLIPS, ...LAST_YEAR_CLIPS, ...RETURNING_CLIPS];
const folder = fileURLToPath(new URL('../clips/', import.meta.url));
const ledgerPath = `${folder}made-from.json`;
/** Where the motion puts every joint at its key frames, to the millimetre. */
function truePlaces({ order }: DemoClip): number[] {
  const motion = deliveryMotion(order.pitcher);
  return Object.values(motion.events).flatMap((t) =>
    Object.values(motion.poseAt(t).joints).flatMap(({ x, y, z }) => [x, y, z].map((metres) => Math.round(1000 * metres))),
  );
}

/** The order and where it puts the joints, so that a change of the motion asks for new films too. */
const orderHash = (clip: DemoClip): string =>
  createHash('sha256')
    .update(JSON.stringify([clip.order, truePlaces(clip)]))
    .digest('hex')
    .slice(0, 16);

if (!process.send) {
  mkdirSync(folder, { recursive: true });
  const made: Record<string, string> = existsSync(ledgerPath) ? JSON.parse(readFileSync(ledgerPath, 'utf8')) : {};
  const waiting = CLIPS.filter((c) => made[c.fileName] !== orderHash(c) || !existsSync(folder + c.fileName));
  process.stdout.write(`${CLIPS.length - waiting.length} clips are there, ${waiting.length} to film\n`);
  const started = Date.now();
  let done = 0;
  const total = waiting.length;
  const run = (): Promise<void> =>
    new Promise((resolve, reject) => {
      const cameraman = fork(fileURLToPath(import.meta.url));
      const next = (): void => {
        const clip = waiting.shift();
        if (clip) cameraman.send(clip.fileName);
        else {
          cameraman.disconnect();
          resolve();
        }
      };
      cameraman.on('error', reject);
      cameraman.on('exit', (code) => code && reject(new Error(`a filming process ended with ${code}`)));
      cameraman.on('message', (message) => {
        const fileName = String(message);
        const clip = CLIPS.find((c) => c.fileName === fileName)!;
        made[fileName] = orderHash(clip);
        writeFileSync(ledgerPath, `${JSON.stringify(made, null, 2)}\n`);
        done += 1;
        process.stdout.write(`${done}/${total} ${fileName} after ${Math.round((Date.now() - started) / 1000)} s\n`);
        next();
      });
      next();
    });
  await Promise.all(Array.from({ length: Math.min(2, availableParallelism(), total) }, run));
} else {
  process.on('message', (message) => {
    const clip = CLIPS.find((c) => c.fileName === message)!;
    void filmClip(clip.order, folder + clip.fileName).then(() => process.send!(clip.fileName));
  });
}
