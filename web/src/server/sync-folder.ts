import { open } from 'node:fs/promises';

/** Puts the names of a folder on the disk: a file that was moved there is there after a power cut. */
export async function syncFolder(path: string): Promise<void> {
  const folder = await open(path, 'r');
  await folder.sync().finally(() => folder.close());
}
