import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';

/** The folder that holds everything filmed. */
function mediaFolder(): string {
  const folder = process.env.STRIDE_MEDIA;
  if (!folder) throw new Error('STRIDE_MEDIA is not set: start the product with ./start');
  return folder;
}

export const originalPath = (sha256: string): string => join(mediaFolder(), 'originals', sha256);
export const benchPath = (clipId: string): string => join(mediaFolder(), 'bench', `${clipId}.mp4`);
export const picturePath = (sha256: string): string => join(mediaFolder(), 'pictures', `${sha256}.jpg`);
/** Single frames of one original; they go with it. */
export const frameFolder = (clipSha256: string): string => join(mediaFolder(), 'frames', clipSha256);
export const arrivalFolder = (): string => join(mediaFolder(), 'arriving');

export async function makeMediaFolders(): Promise<void> {
  for (const name of ['originals', 'bench', 'pictures', 'frames', 'arriving'])
    await mkdir(join(mediaFolder(), name), { recursive: true, mode: 0o700 });
}
