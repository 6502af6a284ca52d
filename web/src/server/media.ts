import type { CampId, ClipId } from '@stride-chalk/core';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';

/** The folder that holds everything filmed. */
export function mediaFolder(): string {
  const folder = process.env.STRIDE_MEDIA;
  if (!folder) throw new Error('STRIDE_MEDIA is not set: start the product with ./start');
  return folder;
}

export const mediaFolders = () => ({
  originals: join(mediaFolder(), 'originals'),
  bench: join(mediaFolder(), 'bench'),
  pictures: join(mediaFolder(), 'pictures'),
  frames: join(mediaFolder(), 'frames'),
  strips: join(mediaFolder(), 'strips'),
  overviews: join(mediaFolder(), 'overviews'),
  work: join(mediaFolder(), 'work'),
  arriving: join(mediaFolder(), 'arriving'),
  uploads: join(mediaFolder(), 'uploads'),
});
export const originalPath = (sha256: string): string => join(mediaFolders().originals, sha256);
export const benchPath = (clipId: ClipId): string => join(mediaFolders().bench, `${clipId}.mp4`);
export const picturePath = (sha256: string): string => join(mediaFolders().pictures, `${sha256}.jpg`);
/** Single frames of one original; they go with it. */
export const frameFolder = (clipSha256: string): string => join(mediaFolders().frames, clipSha256);
/** Small pictures of one clip in a row. */
export const stripFolder = (clipId: ClipId): string => join(mediaFolders().strips, clipId);
/** A small copy of a film that runs on, to find one's way in it; it goes with the film. */
export const overviewPath = (sha256: string): string => join(mediaFolders().overviews, `${sha256}.mp4`);
export const arrivalFolder = (): string => mediaFolders().arriving;

/** What phones bring in parts, by camp; a part that is there stays over a restart. */
export const uploadFolder = (campId: CampId): string => join(mediaFolders().uploads, campId);

export async function makeMediaFolders(): Promise<void> {
  for (const folder of Object.values(mediaFolders())) await mkdir(folder, { recursive: true, mode: 0o700 });
}
