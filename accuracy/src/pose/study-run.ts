/**
 * Looks at the films of the study and holds what is found against what is true: `npm run pose -w accuracy -- FOLDER [tuned|held|demo] [PROCESSES] [again]`. `demo` are the films that ship with the product. What a film gave is kept beside it, so that the command can be stopped and called
 * again; `FOLDER/results` is emptied by hand when the finder has changed. With `again` the films that were looked at are followed anew from what the model found in them, which takes seconds.
 */
import { fork } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { studyPath } from './film-study.ts';
import { followedAgain, lookAt, trueFrames, type ClipResult } from './look-at.ts';
import { DEMO, HELD_OUT, TUNED, type StudyClip } from './study-orders.ts';
import { eventTable } from './event-table.ts';
import { figureTable } from './figure-table.ts';
import { pairTable } from './pair-table.ts';
import { jointTable } from './joint-table.ts';

const [folder = '/tmp/stride-chalk-study', which = 'tuned', processes = '2', again] = process.argv.slice(2);
const pathOf = (clip: StudyClip): string =>
  which === 'demo' ? fileURLToPath(new URL(`../../../demo/clips/${clip.id}`, import.meta.url)) : studyPath(folder, clip);
const clips = ({ held: HELD_OUT, tuned: TUNED, demo: DEMO } as Partial<Record<string, readonly StudyClip[]>>)[which]?.filter(
  (c) => existsSync(pathOf(c)),
);
if (!clips) throw new Error(`There is no set ${which}: tuned, held or demo.`);
const results = join(folder, 'results');
const resultPath = (id: string): string => {
  const clip = clips.find((c) => c.id === id)!;
  return join(results, `${basename(pathOf(clip), '.mp4')}.json`);
};

if (process.send) {
  process.on('message', (id) => {
    const clip = clips.find((c) => c.id === id)!;
    void lookAt(clip, pathOf(clip)).then((result) => {
      writeFileSync(`${resultPath(clip.id)}.partial`, JSON.stringify(result));
      renameSync(`${resultPath(clip.id)}.partial`, resultPath(clip.id));
      process.send!(id);
    });
  });
} else {
  mkdirSync(results, { recursive: true });
  const isThere = (c: StudyClip): boolean => existsSync(resultPath(c.id));
  const waiting = again ? [] : clips.filter((c) => !isThere(c));
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
  const looked = clips.filter(isThere);
  const all = looked.map((c): ClipResult => {
    const kept: ClipResult = { ...JSON.parse(readFileSync(resultPath(c.id), 'utf8')), true: trueFrames(c.order) };
    return again ? followedAgain(c, kept) : kept;
  });
  process.stdout.write(`${jointTable(all)}\n${eventTable(all)}\n\n${pairTable(all)}\n\n${figureTable(looked, all)}\n`);
}
