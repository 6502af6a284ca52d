import { createHash } from 'node:crypto';
import { chmod, chown, copyFile, mkdtemp, readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { tmpdir } from 'node:os';
import { mediaFolder } from '../media.ts';
import { NOBODY } from './run-tool.ts';

/** The names of this installation's own work folders begin so. */
const prefix = (): string => `stride-chalk-intake-${createHash('sha256').update(mediaFolder()).digest('hex').slice(0, 12)}-`;

/**
 * Lends a folder of its own to one run of the tools, with a copy of the film in it, and takes it away again. When the server
 * runs as root the folder belongs to nobody, so the tool sees this film and no other.
 */
export async function withWorkFolder<T>(film: string, work: (folder: string, file: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), prefix()));
  const file = 'film';
  try {
    await copyFile(film, join(folder, file));
    if (process.getuid?.() === 0) {
      await chown(join(folder, file), NOBODY, NOBODY);
      await chown(folder, NOBODY, NOBODY);
    }
    await chmod(folder, 0o700);
    return await work(folder, file);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Removes work folders that a killed server has left: a child's film lies in them. Answers how many. */
export async function removeWorkFolders(olderThanMilliseconds: number, now = Date.now()): Promise<number> {
  const names = (await readdir(tmpdir())).filter((name) => name.startsWith(prefix()));
  let gone = 0;
  for (const name of names) {
    const path = join(tmpdir(), name);
    const made = (await stat(path).catch(() => null))?.mtimeMs ?? now;
    if (now - made < olderThanMilliseconds) continue;
    await rm(path, { recursive: true, force: true });
    gone += 1;
  }
  return gone;
}
