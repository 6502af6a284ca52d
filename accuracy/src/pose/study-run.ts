/**
 * Looks at the films of the study and holds what is found against what is true: `npm run pose -w accuracy -- FOLDER [tuned|held] [PROCESSES]`. What a film gave is kept beside it, so that the command can be stopped and called
 * again; `FOLDER/results` is emptied by hand when the finder has changed.
 */
import { fork } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { studyPath } from './film-study.ts';
import { lookAt, type ClipResult } from './look-at.ts';
import { HELD_OUT, TUNED } from './study-orders.ts';
import { eventTable } from './event-table.ts';
import { jointTable } from './joint-table.ts';

const [folder = '/tmp/stride-chalk-study', which = 'tuned', processes = '2'] = process.argv.slice(2);
const clips = (which === 'held' ? HELD_OUT : TUNED).filter((c) => existsSync(studyPath(folder, c)));
const results = join(folder, 'results');
const resultPath = (id: string): string => {
  const clip = clips.find((c) => c.id === id)!;
  return join(results, `${basename(studyPath(folder, clip), '.mp4')}.json`);
};

if (process.send) {
  process.on('message', (id) => {
    const clip = clips.find((c) => c.id === id)!;
    void lookAt(clip, studyPath(folder, clip)).then((result) => {
      writeFileSync(`${resultPath(clip.id)}.partial`, JSON.stringify(result));
      renameSync(`${resultPath(clip.id)}.partial`, resultPath(clip.id));
      process.send!(id);
    });
  });
} else {
  mkdirSync(results, { recursive: true });
  const waiting = clips.filter((c) => !existsSync(resultPath(c.id)));
  await Promise.all(
    Array.from({ length: Math.min(Number(processes), waiting.length) }, async () => {
      const looker = fork(fileURLToPath(import.meta.url), [folder, which]);
      for (let clip = waiting.shift(); clip; clip = waiting.shift()) {
        const told = new Promise((resolve, reject) => {
          looker.once('message', resolve);
          looker.once('exit', (code) => reject(new Error(`a process ended with ${code}`)));
        });
        looker.send(clip.id);
        await told;
        looker.removeAllListeners('exit');
        process.stderr.write(`${clip.id}\n`);
      }
      looker.disconnect();
    }),
  );
  const all = clips.map((c): ClipResult => JSON.parse(readFileSync(resultPath(c.id), 'utf8')));
  process.stdout.write(`${jointTable(all)}\n${eventTable(all)}\n`);
}
