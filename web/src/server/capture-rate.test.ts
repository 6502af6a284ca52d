import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import type { ClipId } from '@stride-chalk/core';
import { answerFor, setCaptureScale } from './capture-rate.ts';
import { db } from './db/connect.ts';
import { camps, captureAnswers, clips, marks } from './db/schema.ts';
import { newWorld, putClip, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());
beforeEach(async () => {
  await db().delete(marks);
  await db().delete(clips);
  await db().delete(captureAnswers);
});

/** A film as it stands in the database, without its bytes. */
const film = (more: Partial<Parameters<typeof putClip>[0]> = {}): Promise<ClipId> =>
  putClip({
    ...{ deliveryId: world.delivery, view: 'openSide', state: 'ready', frameTimes: [0, 0.1] },
    ...{ captureKnown: 'open', enteredBy: world.coach, ...more },
  });
const mark = (clipId: ClipId, event: 'set' | 'contact') =>
  db().insert(marks).values({ clipId, event, frame: 1, frameTo: null, entryId: anId(), enteredBy: world.coach });
const row = async (id: ClipId) => (await db().select().from(clips).where(eq(clips.id, id)))[0]!;
const say = (id: ClipId, captureScale: number, confirmed = false, by = world.coach) =>
  setCaptureScale(id, { captureScale, confirmed, by });

describe('how much slower a film plays than it was filmed', () => {
  test('a film that is not there is not found', async () => {
    await expect(say(anId(), 4)).rejects.toMatchObject({ code: 'not-found' });
  });

  test('is kept with who said it and when', async () => {
    const id = await film();
    await say(id, 4);
    const kept = await row(id);
    expect(kept).toMatchObject({ captureScale: 4, captureKnown: 'answered', scaledBy: world.coach });
    expect(kept.scaledAt!.getTime()).toBeGreaterThan(Date.now() - 60_000);
  });

  test.each([
    [1, 8, '1/8 of'],
    [8, 1, '8 times'],
    [2, 1, '2 times'],
    [1, 3, '1/3 of'],
    [2, 3, '1/1.5 of'],
  ])('from %d to %d with key frames on it: asked first, and every time becomes %s (…)', async (from, to, words) => {
    const id = await film({ captureScale: from });
    for (const event of ['set', 'contact'] as const) await mark(id, event);
    await expect(say(id, to)).rejects.toMatchObject({
      code: 'has-marks',
      status: 409,
      message: `2 key frames are marked on this film. They stay on their frames; every time between them becomes ${words} what it is now.`,
    });
    expect(await row(id)).toMatchObject({ captureScale: from, scaledBy: null });
    await say(id, to, true);
    expect(await row(id)).toMatchObject({ captureScale: to, scaledBy: world.coach });
  });

  test('without a key frame, or when it stays what it is, nothing is asked', async () => {
    const plain = await film();
    await say(plain, 8);
    expect((await row(plain)).captureScale).toBe(8);
    const marked = await film({ view: 'front', captureScale: 4 });
    await mark(marked, 'set');
    await say(marked, 4);
    expect(await row(marked)).toMatchObject({ captureScale: 4, captureKnown: 'answered' });
  });

  test('serves the films of its device that wait for an answer, at this camp and no other, and no film that has one', async () => {
    const first = await film({ device: 'phone, 1080p' });
    const waits = await film({ device: 'phone, 1080p', view: 'front' });
    const sure = await film({ device: 'phone, 1080p', view: 'rear', captureKnown: 'sure' });
    const other = await film({ device: 'another phone', view: 'closedSide' });
    await say(first, 8);
    expect(await row(waits)).toMatchObject({ captureScale: 8, captureKnown: 'answered', scaledBy: world.coach });
    expect(await row(sure)).toMatchObject({ captureScale: 1, captureKnown: 'sure', scaledBy: null });
    expect(await row(other)).toMatchObject({ captureScale: 1, captureKnown: 'open' });
    expect(await answerFor(world.campId, 'phone, 1080p')).toBe(8);
    expect(await answerFor(world.campId, 'another phone')).toBeNull();
    const [camp] = await db().select().from(camps).where(eq(camps.id, world.campId));
    const second = anId();
    await db()
      .insert(camps)
      .values({ ...camp!, id: second, slateId: 'SECOND01', name: 'Second camp' });
    expect(await answerFor(second, 'phone, 1080p')).toBeNull();
  });

  test('an answer given anew replaces the one before, with who gave it', async () => {
    const id = await film({ device: 'phone' });
    await say(id, 8);
    await say(id, 4, false, world.otherCoach);
    expect(await db().select().from(captureAnswers)).toEqual([
      expect.objectContaining({ device: 'phone', captureScale: 4, enteredBy: world.otherCoach }),
    ]);
  });

  test('a film of which no device is known answers for itself only', async () => {
    const [id, waits] = [await film(), await film({ view: 'front' })];
    await say(id, 8);
    expect(await row(waits)).toMatchObject({ captureKnown: 'open', captureScale: 1 });
    expect(await db().select().from(captureAnswers)).toEqual([]);
  });
});
