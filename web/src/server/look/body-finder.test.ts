import { execFileSync, fork } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, afterEach, expect, test } from 'vitest';
import { bodyFinder, type BodyFinder } from './body-finder.ts';

const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-finder-'));
afterAll(() => rmSync(folder, { recursive: true }));
/** A process that does what the path of its film says. */
const path = join(folder, 'process.mjs');
writeFileSync(
  path,
  `import { readFileSync } from 'node:fs';
import { getPriority } from 'node:os';
process.on('disconnect', () => process.exit());
process.on('message', ({ film, weights }) => {
  if (film.path === 'ends') process.exit(3);
  if (film.path === 'is killed') process.kill(process.pid, 'SIGKILL');
  if (film.path === 'for ever' || film.path === 'is killed') return;
  if (film.path === 'broken') return process.send({ problem: 'ffmpeg ended with 1' });
  const stat = readFileSync('/proc/self/stat', 'utf8').split(') ')[1].split(' ');
  let group = null;
  try {
    group = readFileSync('/proc/self/autogroup', 'utf8').trim();
  } catch {}
  process.send({ proposal: { weights, pid: process.pid, session: Number(stat[3]), priority: getPriority(), group } });
});`,
);
let finder: BodyFinder | null = null;
afterEach(async () => {
  await finder?.stop();
  finder = null;
});
interface Told {
  readonly weights: string;
  readonly pid: number;
  readonly session: number;
  readonly priority: number;
  readonly group: string | null;
}
const ask = async (film: string, signal?: AbortSignal): Promise<Told> => {
  // It gives way where that is tried: beside other tests it would have to wait for all of them.
  finder ??= bodyFinder(path, 'weights', { givesWay: false });
  const asked = finder.find(
    { film: { path: film, width: 1, height: 1, readHeight: 1 }, times: [], known: { hand: 'R', towardsTarget: 1 } },
    signal,
  );
  return (await asked) as unknown as Told;
};
const runs = (pid: number): boolean => {
  try {
    return process.kill(pid, 0);
  } catch {
    return false;
  }
};

test('one film after the other in one process, which knows where the weights lie', async () => {
  const first = await ask('good');
  expect(first).toMatchObject({ weights: 'weights' });
  expect(await ask('good')).toEqual(first);
});

test('a film that cannot be read is a fault of that film, and the process goes on', async () => {
  const first = await ask('good');
  await expect(ask('broken')).rejects.toThrow('ffmpeg ended with 1');
  expect(await ask('good')).toEqual(first);
});

test.each([
  ['ends', 'the process that looks at films ended with 3'],
  ['is killed', 'the process that looks at films ended with SIGKILL'],
])('a process that %s fails its film, and another one looks at the next', async (what, words) => {
  await expect(ask(what)).rejects.toThrow(words);
  expect(await ask('good')).toMatchObject({ weights: 'weights' });
});

test('a process that was ended between two films is another one at the next', async () => {
  const { pid } = await ask('good');
  process.kill(pid, 'SIGKILL');
  await expect.poll(() => runs(pid), { timeout: 60_000 }).toBe(false);
  expect((await ask('good')).pid).not.toBe(pid);
});

test('a film that is not wanted any more ends the process', async () => {
  const before = await ask('good');
  const gone = new AbortController();
  const asked = ask('for ever', gone.signal);
  gone.abort(new Error('removed'));
  await expect(asked).rejects.toThrow('removed');
  expect((await ask('good')).pid).not.toBe(before.pid);
  expect(runs(before.pid)).toBe(false);
  await expect(ask('good', gone.signal)).rejects.toThrow('removed');
});

test('it comes last: the lowest priority, in a session of its own that comes last as well', async () => {
  finder = bodyFinder(path, 'weights');
  const { pid } = await ask('good');
  // The system takes such a word only so often: other processes of these tests have said it too.
  await expect.poll(async () => (await ask('good')).group ?? 'nice 19', { timeout: 60_000 }).toContain('nice 19');
  expect(await ask('good')).toMatchObject({ pid, session: pid, priority: 19 });
});

test('it ends when it has rested, and when it is stopped', async () => {
  finder = bodyFinder(path, 'weights', { givesWay: false, rests: 10 });
  const { pid } = await ask('good');
  await expect.poll(() => runs(pid), { timeout: 60_000 }).toBe(false);
  const next = await ask('good');
  await finder!.stop();
  expect(runs(next.pid)).toBe(false);
});

/** Processes that name a path in their command. */
const naming = (path: string): number[] =>
  readdirSync('/proc').flatMap((pid) => {
    try {
      return /^\d+$/.test(pid) && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(path) ? [Number(pid)] : [];
    } catch {
      // It has ended meanwhile.
      return [];
    }
  });

test('a server that is gone takes a look under way along, and the program that reads its film', async () => {
  // A film that never comes: whoever reads it waits.
  const film = join(folder, 'film');
  execFileSync('mkfifo', [film]);
  const looker = fork(fileURLToPath(new URL('./look-process.ts', import.meta.url)), {
    detached: true,
    serialization: 'advanced',
    execArgv: ['--import', 'tsx'],
  });
  const weights = fileURLToPath(new URL('../../../../finder/weights/', import.meta.url));
  const known = { hand: 'R', towardsTarget: 1 } as const;
  looker.send({ weights, film: { path: film, width: 64, height: 36, readHeight: 36 }, times: [0, 0.1], known });
  await expect.poll(() => naming(film).length, { timeout: 120_000 }).toBe(1);
  const ended = once(looker, 'exit');
  looker.disconnect();
  await ended;
  await expect.poll(() => naming(film), { timeout: 60_000 }).toEqual([]);
}, 200_000);
