/**
 * Films the clips of the study: `npm run pose-films -w accuracy -- FOLDER [PROCESSES] [PART OF THEIR NAMES ...]`. What is there is left alone, so that the command can be stopped and called again.
 */
import { fork } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { filmClip } from '@stride-chalk/fieldcam';
import { HELD_OUT, TUNED, type StudyClip } from './study-orders.ts';

const [folder = '/tmp/stride-chalk-study', processes = '2', ...parts] = process.argv.slice(2);
const CLIPS = [...TUNED, ...HELD_OUT];

/** Where the film of an order lies; another order lies elsewhere. */
export function studyPath(into: string, { id, order }: StudyClip): string {
  const hash = createHash('sha256').update(JSON.stringify(order)).digest('hex').slice(0, 8);
  return join(into, `${id}-${hash}.mp4`);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  if (process.send) {
    process.on('disconnect', () => process.exit());
    process.on('message', (id) => {
      const clip = CLIPS.find((c) => c.id === id)!;
      // Under a name of this process: one that was ended may still be writing its own.
      const own = `${studyPath(folder, clip)}.${process.pid}`;
      void filmClip(clip.order, own).then(() => {
        renameSync(own, studyPath(folder, clip));
        process.send!(id);
      });
    });
  } else {
    mkdirSync(folder, { recursive: true });
    const chosen = CLIPS.filter((c) => parts.length === 0 || parts.some((part) => c.id.includes(part)));
    const waiting = chosen.filter((c) => !existsSync(studyPath(folder, c)));
    process.stdout.write(`${chosen.length - waiting.length} films are there, ${waiting.length} to film\n`);
    const started = Date.now();
    await Promise.all(
      Array.from({ length: Math.min(Number(processes), waiting.length) }, async () => {
        const cameraman = fork(fileURLToPath(import.meta.url), [folder]);
        for (let clip = waiting.shift(); clip; clip = waiting.shift()) {
          const told = new Promise((resolve, reject) => {
            cameraman.once('message', resolve);
            cameraman.once('exit', (code) => reject(new Error(`a filming process ended with ${code}`)));
          });
          cameraman.send(clip.id);
          await told;
          process.stdout.write(`${clip.id} after ${Math.round((Date.now() - started) / 1000)} s, ${waiting.length} to go\n`);
          cameraman.removeAllListeners('exit');
        }
        cameraman.disconnect();
      }),
    );
  }
}
