import { readdir, readFile } from 'node:fs/promises';
import { buffer } from 'node:stream/consumers';
import { eq } from 'drizzle-orm';
import { unzipSync } from 'fflate';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { ClipId } from '@stride-chalk/core';
import { backUp } from '../backup.ts';
import { campById } from '../camps.ts';
import { eraseCamper, exportCamper } from '../children.ts';
import { clipById } from '../clips.ts';
import { db } from '../db/connect.ts';
import { droppedFiles, films } from '../db/schema.ts';
import { sweepMedia } from '../film-files.ts';
import { framePicture } from '../frame-picture.ts';
import { benchPath, mediaFolders } from '../media.ts';
import { prepareClip } from '../prepare-clip.ts';
import { trayFiles } from '../testing/tray-files.ts';
import { newWorld, type World } from '../testing/world.ts';
import { joinClips, splitClip } from './cut-clips.ts';
import { placeClips } from './place-clips.ts';

let world: World;
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());

const { taken } = trayFiles(() => world);

/** A film in which two children throw, cut in three: his, hers, and one that is not prepared yet. */
async function threeParts(): Promise<[ClipId, ClipId, ClipId]> {
  const whole = await taken(0, { lasts: 2, fileName: 'Ann and Ben.mp4' });
  await prepareClip(whole);
  const [first, rest] = await splitClip(whole, 15, world.coach);
  await prepareClip(rest!);
  const [second, third] = await splitClip(rest!, 10, world.coach);
  for (const id of [first!, second!]) await prepareClip(id);
  return [first!, second!, third!];
}

test('erasing a child takes the film in which he is; the clips of others in it stay as they are', async () => {
  const { camper } = await world.addCamper(31, {}, 0);
  const [his, hers, late] = await threeParts();
  const camp = await campById(world.campId);
  const to = (id: ClipId, bib: number) => ({ id, bib, throwId: null, key: null, at: null, view: 'openSide' as const });
  expect((await placeClips(camp, [to(his, 31), to(hers, 7)], world.coach)).refused).toEqual([]);
  await framePicture(hers, 3);
  const { sha256, filmId } = await clipById(hers);
  expect(await readdir(mediaFolders().originals)).toEqual([sha256]);

  await eraseCamper(camper, 'entered by mistake', world.lead);
  expect(await readdir(mediaFolders().originals)).toEqual([]);
  expect(await readdir(mediaFolders().bench)).toEqual([`${hers}.mp4`]);
  expect((await db().select().from(films).where(eq(films.id, filmId)))[0]!.originalGoneAt).not.toBeNull();
  // Nor is it kept what the file was called.
  expect(await db().select().from(droppedFiles)).toEqual([]);
  // Hers is worked on as before, also at frames that nobody has asked for yet.
  for (const frame of [3, 5]) expect((await framePicture(hers, frame)).length).toBeGreaterThan(500);
  await sweepMedia(true);
  expect(await readdir(mediaFolders().bench)).toEqual([`${hers}.mp4`]);
  // What was not made in time says why, and nothing is cut any more.
  await prepareClip(late);
  expect(await clipById(late)).toMatchObject({ state: 'failed', problem: expect.stringContaining('has been erased') });
  await expect(splitClip(late, 3, world.coach)).rejects.toMatchObject({ code: 'original-gone', status: 409 });
  await expect(joinClips(hers, late, world.coach)).rejects.toMatchObject({ status: 409 });
  // A backup does not look for it.
  await backUp(`${world.folder}/backup.tar`);
});

test('a family gets the part that shows its child, and not the rest of the film', async () => {
  const { camper } = await world.addCamper(32, {}, 0);
  const [his] = await threeParts();
  const camp = await campById(world.campId);
  const at = { bib: 32, throwId: null, key: null, at: null, view: 'openSide' as const };
  expect((await placeClips(camp, [{ id: his, ...at }], world.coach)).refused).toEqual([]);
  const files = unzipSync(new Uint8Array(await buffer((await exportCamper(camper)).body)));
  const films = Object.entries(files).filter(([name]) => name.startsWith('films/'));
  expect(films.map(([name]) => name)).toEqual([expect.stringMatching(new RegExp(`^films/${his}-openSide-part-of-`))]);
  expect(Buffer.from(films[0]![1]).equals(await readFile(benchPath(his)))).toBe(true);
});
