import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, expect, test } from 'vitest';
import { bodyFinder, type BodyFinder } from './body-finder.ts';

const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-finder-'));
afterAll(() => rmSync(folder, { recursive: true }));
/** A thread that does what the path of its film says. */
const path = join(folder, 'thread.mjs');
writeFileSync(
  path,
  `import { parentPort, threadId } from 'node:worker_threads';
parentPort.on('message', ({ film, weights }) => {
  if (film.path === 'ends') process.exit(3);
  if (film.path === 'throws') throw new Error('no room');
  if (film.path === 'for ever') return;
  if (film.path === 'broken') return parentPort.postMessage({ problem: 'ffmpeg ended with 1' });
  parentPort.postMessage({ proposal: { weights, threadId } });
});`,
);
let finder: BodyFinder | null = null;
afterEach(() => finder?.stop());
const ask = (film: string, signal?: AbortSignal): Promise<unknown> => {
  finder ??= bodyFinder(path, 'weights');
  return finder.find(
    { film: { path: film, width: 1, height: 1, readHeight: 1 }, times: [], known: { hand: 'R', towardsTarget: 1 } },
    signal,
  );
};

test('one film after the other in one thread, which knows where the weights lie', async () => {
  const first = (await ask('good')) as { threadId: number };
  expect(first).toMatchObject({ weights: 'weights' });
  expect(await ask('good')).toEqual(first);
});

test('a film that cannot be read is a fault of that film, and the thread goes on', async () => {
  const first = await ask('good');
  await expect(ask('broken')).rejects.toThrow('ffmpeg ended with 1');
  expect(await ask('good')).toEqual(first);
});

test.each([
  ['ends', 'the thread that looks at films ended with 3'],
  ['throws', 'no room'],
])('a thread that %s fails its film, and another one looks at the next', async (what, words) => {
  await expect(ask(what)).rejects.toThrow(words);
  expect(await ask('good')).toMatchObject({ weights: 'weights' });
});

test('a film that is not wanted any more ends the thread', async () => {
  const before = (await ask('good')) as { threadId: number };
  const gone = new AbortController();
  const asked = ask('for ever', gone.signal);
  gone.abort(new Error('removed'));
  await expect(asked).rejects.toThrow('removed');
  expect(((await ask('good')) as { threadId: number }).threadId).not.toBe(before.threadId);
  await expect(ask('good', gone.signal)).rejects.toThrow('removed');
});
