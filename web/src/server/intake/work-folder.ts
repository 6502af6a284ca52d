import { createHash } from 'node:crypto';
import { chmod, chown, copyFile, link, mkdtemp, readdir, rm, stat, writeFile } from 'node:fs/promises';
import { join, resolve, sep } from 'node:path';
import { tmpdir } from 'node:os';
import { mediaFolder, mediaFolders } from '../media.ts';
import { NOBODY } from './run-tool.ts';

/** The names of this installation's own work folders begin so. */
const prefix = (): string => `stride-chalk-intake-${createHash('sha256').update(mediaFolder()).digest('hex').slice(0, 12)}-`;

/** Gives a file a second name; false where the disk allows none. */
const linked = (from: string, to: string): Promise<boolean> =>
  link(from, to).then(
    () => true,
    () => false,
  );

/**
 * Lends a folder of its own to one run of the tools, with the film in it, and takes it away again. It is a second name of the film, so that one of hours is not copied for each of its clips; a copy where the disk allows no
 * second name. When the server runs as root the folder belongs to nobody and the film can be read by it, so the tool sees this film and no other, and changes none.
 */
export async function withWorkFolder<T>(film: string, work: (folder: string, file: string) => Promise<T>): Promise<T> {
  return inWorkFolder(async (folder) => {
    const file = 'film';
    // What lies elsewhere is not ours: its rights stay as they are.
    const ours = resolve(film).startsWith(resolve(mediaFolder()) + sep);
    const lent = join(folder, file);
    if (!ours || !(await linked(film, lent))) await copyFile(film, lent);
    await readable(lent);
    return work(folder, file);
  });
}

/** The same without a film. */
export async function inWorkFolder<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(mediaFolders().work, prefix()));
  try {
    if (process.getuid?.() === 0) await chown(folder, NOBODY, NOBODY);
    await chmod(folder, 0o700);
    return await work(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Puts a file of ours beside it, to be read by the tool and not to be changed. */
export async function lend(folder: string, name: string, content: string | Uint8Array): Promise<void> {
  await writeFile(join(folder, name), content, { mode: 0o640, flag: 'wx' });
  await readable(join(folder, name));
}

async function readable(path: string): Promise<void> {
  if (process.getuid?.() !== 0) return;
  await chown(path, 0, NOBODY);
  await chmod(path, 0o640);
}

/** Removes work folders that a killed server has left: a child's film lies in them. Answers how many. */
export async function removeWorkFolders(olderThanMilliseconds: number, now = Date.now()): Promise<number> {
  let gone = 0;
  // An older version lent folders of the system.
  for (const lent of [mediaFolders().work, tmpdir()])
    for (const name of (await readdir(lent)).filter((n) => n.startsWith(prefix()))) {
      const path = join(lent, name);
      // A disk tells parts of a millisecond, a clock does not: what was made just now is not of the future.
      const made = Math.floor((await stat(path).catch(() => null))?.mtimeMs ?? now);
      if (now - made < olderThanMilliseconds) continue;
      await rm(path, { recursive: true, force: true });
      gone += 1;
    }
  return gone;
}
