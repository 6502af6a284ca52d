import { createHash } from 'node:crypto';
import { chmod, chown, copyFile, link, mkdtemp, readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { tmpdir } from 'node:os';
import { mediaFolder, mediaFolders } from '../media.ts';
import { NOBODY } from './run-tool.ts';

/** The names of this installation's own work folders begin so. */
const prefix = (): string => `stride-chalk-intake-${createHash('sha256').update(mediaFolder()).digest('hex').slice(0, 12)}-`;

/**
 * Lends a folder of its own to one run of the tools, with the film in it, and takes it away again. It is a second name of the film, so that one of hours is not copied for each of its clips; a copy where the disk allows no
 * second name. When the server runs as root the folder belongs to nobody and the film can be read by it, so the tool sees this film and no other, and changes none.
 */
export async function withWorkFolder<T>(film: string, work: (folder: string, file: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(mediaFolders().work, prefix()));
  const file = 'film';
  try {
    await link(film, join(folder, file)).catch(() => copyFile(film, join(folder, file)));
    if (process.getuid?.() === 0) {
      await chown(join(folder, file), 0, NOBODY);
      await chmod(join(folder, file), 0o640);
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
  let gone = 0;
  // An older version lent folders of the system.
  for (const lent of [mediaFolders().work, tmpdir()])
    for (const name of (await readdir(lent)).filter((n) => n.startsWith(prefix()))) {
      const path = join(lent, name);
      const made = (await stat(path).catch(() => null))?.mtimeMs ?? now;
      if (now - made < olderThanMilliseconds) continue;
      await rm(path, { recursive: true, force: true });
      gone += 1;
    }
  return gone;
}
