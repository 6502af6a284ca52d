import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { eq } from 'drizzle-orm';
import type { ClipId, Entry, EventId, PointId } from '@stride-chalk/core';
import { anId } from '../parts/testing/an-id.ts';
import { db } from './db/connect.ts';
import { clips } from './db/schema.ts';
import { chaptersOf, figuresCsv, figuresFile, jointsFile } from './open-formats.ts';
import { enterAs } from './testing/entering.ts';
import { filmOnItsWay, newWorld, readyClip, type World } from './testing/world.ts';

let world: World;
let clip: ClipId;
const enter = (entry: Entry) => enterAs(anId(), entry, world.coach);
const mark = (event: EventId, frame: number) => enter({ kind: 'mark', clipId: clip, event, frame, frameTo: null });
const point = (point: PointId, x: number, y: number, more: Partial<Extract<Entry, { kind: 'point' }>> = {}) =>
  enter({ kind: 'point', clipId: clip, event: 'contact', point, x, y, frame: 12, origin: 'placed', pointSd: 2, ...more });
beforeAll(async () => {
  world = await newWorld();
  clip = (await readyClip(world)).id;
  // Nobody measures times in a film whose rate he does not know.
  await db().update(clips).set({ captureKnown: 'sure' });
  await mark('contact', 12);
  await mark('release', 16);
  await point('frontHip', 300, 200);
  await point('frontKnee', 320, 240);
  await point('frontAnkle', 330, 290);
  await point('backHip', 280, 200, { origin: 'guessed' });
  // A mark on the ground is no joint.
  await point('coneAheadGlove', 900, 520);
  // On a frame that the key frame is not on any more.
  await point('head', 310, 100, { frame: 11 });
});
afterAll(() => world.end());

describe('files for other programs', () => {
  test('figures: what is measured, with its error; nothing that rests on a guess', async () => {
    const { figures, records } = await figuresFile(world.camper);
    expect(records.map((r) => r.figure)).toEqual(['frontKneeContact', 'frontShinContact', 'contactToRelease']);
    expect(figures.map((f) => f.id)).toEqual(['frontKneeContact', 'frontShinContact', 'contactToRelease']);
    const time = records.find((r) => r.figure === 'contactToRelease')!;
    // Four frames of a film of 30 a second; two marks of half a frame each.
    expect(time).toMatchObject({ bib: 7, delivery: 1, unit: 'milliseconds' });
    expect(time.value).toBeCloseTo(4000 / 30, 2);
    expect(time.sd).toBeCloseTo(Math.SQRT1_2 * (1000 / 30), 2);
  });

  test('the same as a table, a row a figure', async () => {
    const lines = (await figuresCsv(world.camper)).split('\r\n');
    expect(lines[0]).toBe('bib,delivery,thrownOn,kind,figure,value,sd,unit');
    expect(lines).toHaveLength(4);
    expect(lines[1]).toMatch(/^7,1,\d{4}-\d\d-\d\d,stretch,frontKneeContact,[\d.]+,[\d.]+,degrees$/);
  });

  test('joints: what was placed or confirmed on its key frame, and no guess', async () => {
    const { images, annotations, categories } = await jointsFile(world.camper);
    expect(images).toMatchObject([{ file_name: `${clip}-12.jpg` }]);
    expect(annotations).toHaveLength(1);
    const at = (name: string) => annotations[0]!.keypoints.slice(3 * categories[0]!.keypoints.indexOf(name)).slice(0, 3);
    // He throws with the right hand: the front leg is the left one.
    expect([at('left_hip'), at('left_knee'), at('right_hip')]).toEqual([
      [300, 200, 2],
      [320, 240, 2],
      [0, 0, 0],
    ]);
    expect(annotations[0]!.points).toEqual({});
    expect(annotations[0]!.bbox).toEqual([300, 200, 30, 90]);
  });

  test('key frames are chapters in the time of the file, whatever the real time is', async () => {
    await db().update(clips).set({ captureScale: 4 }).where(eq(clips.id, clip));
    expect(await chaptersOf(clip)).toBe(
      'WEBVTT\n\n00:00:00.400 --> 00:00:00.533\nfoot bears weight\n\n00:00:00.533 --> 00:00:01.000\nrelease\n',
    );
  });

  test('a film whose frames are not counted yet has no chapters, and says so', async () => {
    const waiting = await filmOnItsWay(world, world.secondDelivery);
    await expect(chaptersOf(waiting)).rejects.toThrow('with its frames counted');
  });
});
