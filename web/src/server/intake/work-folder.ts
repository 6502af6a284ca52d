import { chmod, chown, copyFile, mkdtemp, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { tmpdir } from 'node:os';
import { NOBODY } from './run-tool.ts';

/**
 * Lends a folder of its own to one run of the tools, with a copy of the film in it, and takes it away again. When the server
 * runs as root the folder belongs to nobody, so the tool sees this film and no other.
 */
export async function withWorkFolder<T>(film: string, work: (folder: string, file: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'stride-chalk-intake-'));
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
