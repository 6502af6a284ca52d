import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { v7 } from 'uuid';
import type { CamperId, ClipId, ViewId } from '@stride-chalk/core';
import { anId } from '../parts/testing/an-id.ts';
import { reportSore, standingOf } from './arm-care.ts';
import { camperById } from './campers.ts';
import { campById, type Camp } from './camps.ts';
import { recordCare } from './care-entries.ts';
import { eraseCamper } from './children.ts';
import { db } from './db/connect.ts';
import { timedClipsOf } from './clips.ts';
import { clips, moundTaps, throws } from './db/schema.ts';
import { deliveriesOf, requireMayFilm } from './deliveries.ts';
import { sweepMedia } from './film-files.ts';
import { originalPath, uploadFolder } from './media.ts';
import { claimMound } from './mound-claims.ts';
import { takeMoundFilm, type MoundFilm } from './mound-films.ts';
import { makeVideo, newWorld, testPicture, type World } from './testing/world.ts';
import { arrivedOf, roomForFilms, sweepUploads, uploadsOf } from './uploads.ts';

let world: World;
let camp: Camp;
let film: Buffer;
beforeAll(async () => {
  world = await newWorld();
  camp = await campById(world.campId);
  film = readFileSync(makeVideo(world, 'phone.mp4', [...testPicture(1), '-pix_fmt', 'yuv420p', '-c:v', 'libx264']));
});
afterAll(() => world.end());

const DAY = '2026-07-14';
const NOON = Date.UTC(2026, 6, 14, 12);
const [LEFT, RIGHT] = [anId(), anId()];
const helper = () => ({ id: world.helper, role: 'helper' as const });
let bib = 700;
const newCamper = async (): Promise<CamperId> => (await world.addCamper(bib++, {}, 0)).camper;
/** What a device tells of a throw: `seconds` after noon. Answers the id of its entry. */
async function tell(camperId: CamperId, device: string, seconds: number, view: ViewId | null = null): Promise<string> {
  const id = v7();
  const entry = { kind: 'throws', camperId, day: DAY, throwKind: 'filming', count: 1, mound: 'A' } as const;
  await recordCare(id, { ...entry, device, ...(view ? { view } : {}) }, helper(), NOON + 1000 * seconds);
  return id;
}
const undo = (camperId: CamperId, throwsId: string) =>
  recordCare(v7(), { kind: 'takeBackThrows', camperId, throwsId, reason: null }, helper());
async function thrownBy(camperId: CamperId): Promise<number> {
  const { camper } = await camperById(camperId);
  return (await standingOf(camp, camper, DAY)).thrownToday;
}

describe('a throw that several devices tell', () => {
  test('is one throw, in whatever order they arrive; each device tells each throw once', async () => {
    const camper = await newCamper();
    // The phone on the right was without a network: its three come after those of the left one.
    const left = [
      await tell(camper, LEFT, 0, 'openSide'),
      await tell(camper, LEFT, 20, 'openSide'),
      await tell(camper, LEFT, 40),
    ];
    const right = [
      await tell(camper, RIGHT, 41, 'rear'),
      await tell(camper, RIGHT, 2, 'rear'),
      await tell(camper, RIGHT, 75, 'rear'),
    ];
    expect(await thrownBy(camper)).toBe(4);
    const taps = await db().select().from(moundTaps);
    const of = (id: string) => taps.find((t) => t.id === id)!.throwId;
    expect([of(right[0]!), of(right[1]!), of(right[2]!)]).toEqual([left[2], left[0], right[2]]);
    // Two that the same device tells within a second are two.
    await tell(camper, LEFT, 100);
    await tell(camper, LEFT, 101);
    expect(await thrownBy(camper)).toBe(6);
    // A third one that says what both have said.
    await tell(camper, anId(), 1);
    expect(await thrownBy(camper)).toBe(6);
  });

  test('two phones at the same instant are told apart by nobody, and still make one', async () => {
    const camper = await newCamper();
    await Promise.all([tell(camper, LEFT, 0), tell(camper, RIGHT, 0), tell(camper, anId(), 1)]);
    expect(await thrownBy(camper)).toBe(1);
  });

  test('of another camper, another day, or taken back, is none of them', async () => {
    const [one, other] = [await newCamper(), await newCamper()];
    await undo(one, await tell(one, LEFT, 0));
    await tell(one, RIGHT, 1);
    await tell(other, LEFT, 1);
    expect([await thrownBy(one), await thrownBy(other)]).toEqual([1, 1]);
  });

  test('stands until every device that told it takes it back; told again, it is the same', async () => {
    const camper = await newCamper();
    const [left, right] = [await tell(camper, LEFT, 0), await tell(camper, RIGHT, 1)];
    await undo(camper, left);
    expect(await thrownBy(camper)).toBe(1);
    await tell(camper, LEFT, 2);
    expect(await thrownBy(camper)).toBe(1);
    const again = (await db().select().from(moundTaps).where(eq(moundTaps.device, LEFT))).at(-1)!;
    await undo(camper, again.id);
    await undo(camper, right);
    expect(await thrownBy(camper)).toBe(0);
    // Left out by one it is left out.
    const [first, second] = [await tell(camper, LEFT, 50), await tell(camper, RIGHT, 51)];
    await recordCare(v7(), { kind: 'leaveOut', camperId: camper, throwsId: second }, helper());
    expect((await db().select().from(throws).where(eq(throws.id, first)))[0]!.leftOutAt).not.toBeNull();
  });
});

/** One request of the protocol, as a phone sends it. */
async function tus(method: string, id: string, headers: Record<string, string>, body?: Uint8Array): Promise<Response> {
  const server = uploadsOf(world.campId, async (camperId) => requireMayFilm((await camperById(camperId)).camper));
  const request = new Request(`http://here/api/uploads${method === 'POST' ? '' : `/${id}`}`, {
    method,
    headers: { 'tus-resumable': '1.0.0', ...(body ? { 'content-type': 'application/offset+octet-stream' } : {}), ...headers },
    ...(body ? { body: new Uint8Array(body), duplex: 'half' } : {}),
  } as RequestInit);
  return server.handleWeb(request as never);
}
const base64 = (text: string): string => Buffer.from(text).toString('base64');
const begin = (id: string, camperId: string, length: number): Promise<Response> =>
  tus('POST', id, { 'upload-length': String(length), 'upload-metadata': `id ${base64(id)},camper ${base64(camperId)}` });
const part = (id: string, from: number, to: number, of = film): Promise<Response> =>
  tus('PATCH', id, { 'upload-offset': String(from) }, of.subarray(from, to));
async function bring(id: string, camperId: string, of = film): Promise<void> {
  expect((await begin(id, camperId, of.length)).status).toBe(201);
  expect((await part(id, 0, of.length, of)).status).toBe(204);
}
const told = (camperId: CamperId, throwsId: string, view: ViewId, more: Partial<MoundFilm> = {}): MoundFilm => ({
  ...{ id: anId(), camperId, throwsId, view, fileName: 'phone.mp4' },
  ...{ sha256: createHash('sha256').update(film).digest('hex'), bytes: film.length },
  ...more,
});
const take = (it: MoundFilm) => takeMoundFilm(camp, it, world.helper);
const id7 = (): ClipId => v7() as ClipId;

describe('a film that comes in parts', () => {
  test('goes on where it stopped; whole, it is taken in under its throw, both views in one delivery, as it was sent', async () => {
    const camper = await newCamper();
    const [left, right] = [await tell(camper, LEFT, 0, 'openSide'), await tell(camper, RIGHT, 1, 'rear')];
    const one = told(camper, left, 'openSide', { id: id7() });
    await expect(take(one)).rejects.toMatchObject({ code: 'film-not-here' });
    await begin(one.id, camper, film.length);
    await part(one.id, 0, 1000);
    expect(await arrivedOf(world.campId, one.id)).toEqual({ offset: 1000, length: film.length });
    await expect(take(one)).rejects.toMatchObject({ code: 'film-not-here' });
    // The start of the product clears what was on its way, and leaves what a phone goes on with.
    await sweepMedia(true);
    const head = await tus('HEAD', one.id, {});
    expect(head.headers.get('upload-offset')).toBe('1000');
    await part(one.id, 1000, film.length);
    const made = await take(one);
    expect(made).toMatchObject({ id: one.id });
    expect(await take(one)).toMatchObject({ id: one.id });
    const two = told(camper, right, 'rear', { id: id7() });
    await bring(two.id, camper);
    await take(two);
    const [delivery, ...more] = await deliveriesOf(camper);
    expect(more).toEqual([]);
    const rows = await timedClipsOf([delivery!.id]);
    expect(rows.map((r) => [r.id, r.view, r.sha256, r.captureScale, r.captureKnown]).sort()).toEqual(
      [
        [one.id, 'openSide', one.sha256, 1, 'answered'],
        [two.id, 'rear', one.sha256, 1, 'answered'],
      ].sort(),
    );
    expect((await readFile(originalPath(one.sha256))).equals(film)).toBe(true);
    expect(await arrivedOf(world.campId, one.id)).toBeNull();
    expect(await thrownBy(camper)).toBe(1);
  });

  test('that has changed on its way, or is another one, is sent anew', async () => {
    const camper = await newCamper();
    const it = told(camper, await tell(camper, LEFT, 0), 'front', { id: id7() });
    await bring(it.id, camper);
    await writeFile(join(uploadFolder(world.campId), it.id), Buffer.alloc(film.length, 7));
    await expect(take(it)).rejects.toMatchObject({ code: 'film-not-here' });
    expect(await arrivedOf(world.campId, it.id)).toBeNull();
    await bring(it.id, camper, film.subarray(0, 500));
    await expect(take(it)).rejects.toMatchObject({ code: 'film-not-here' });
    expect(await arrivedOf(world.campId, it.id)).toBeNull();
    await bring(it.id, camper);
    await take(it);
    expect(await deliveriesOf(camper)).toHaveLength(1);
  });

  test('waits for its throw; one whose throw was taken back is not taken, and no delivery is made', async () => {
    const camper = await newCamper();
    const it = told(camper, anId(), 'front', { id: id7() });
    await bring(it.id, camper);
    await expect(take(it)).rejects.toMatchObject({ code: 'throw-not-here' });
    const throwsId = await tell(camper, LEFT, 0);
    await undo(camper, throwsId);
    await expect(take({ ...it, throwsId })).rejects.toMatchObject({ code: 'throw-taken-back' });
    expect(await deliveriesOf(camper)).toEqual([]);
    // A throw of somebody else is not found under this camper.
    const other = await newCamper();
    await bring(it.id, camper);
    await expect(take({ ...it, throwsId: await tell(other, LEFT, 0) })).rejects.toMatchObject({ code: 'not-found' });
  });

  test('stops for a sore arm and for no consent, before anything is sent and when it has arrived', async () => {
    const camper = await newCamper();
    const it = told(camper, await tell(camper, LEFT, 0), 'front', { id: id7() });
    await bring(it.id, camper);
    const known = (await camperById(camper)).camper;
    await reportSore(camp, known, { id: v7(), place: 'elbow', since: DAY, by: world.helper });
    await expect(take(it)).rejects.toMatchObject({ code: 'sore-arm' });
    // What is not taken does not lie here either.
    expect(await arrivedOf(world.campId, it.id)).toBeNull();
    const refused = await begin(v7(), camper, 10);
    expect([refused.status, await refused.json()]).toEqual([422, expect.objectContaining({ code: 'sore-arm' })]);
    const none = await begin(v7(), world.withoutConsent.camper, 10);
    expect(await none.json()).toMatchObject({ code: expect.stringContaining('consent') });
    expect(await db().select().from(clips).where(eq(clips.id, it.id))).toEqual([]);
  });

  test('a second film of a view is named, and the first stays; an id of another film is taken', async () => {
    const camper = await newCamper();
    const throwsId = await tell(camper, LEFT, 0, 'rear');
    const [one, two] = [told(camper, throwsId, 'rear', { id: id7() }), told(camper, throwsId, 'rear', { id: id7() })];
    await bring(one.id, camper);
    await take(one);
    await bring(two.id, camper);
    await expect(take(two)).rejects.toMatchObject({ code: 'view-taken' });
    await expect(take({ ...one, sha256: 'a'.repeat(64) })).rejects.toMatchObject({ code: 'entry-id-taken' });
    const other = await newCamper();
    await expect(take({ ...one, camperId: other })).rejects.toMatchObject({ code: 'entry-id-taken' });
  });

  test('what is no film of a device, too large, begun twice or out of order is refused', async () => {
    const camper = await newCamper();
    for (const id of ['../../x', 'nonsense']) expect((await begin(id, camper, 10)).status).toBe(400);
    expect((await begin(v7(), 'nobody', 10)).status).toBe(400);
    expect((await begin(v7(), camper, 300 * 1024 * 1024)).status).toBe(413);
    const id = v7();
    await begin(id, camper, film.length);
    await part(id, 0, 400);
    expect((await begin(id, camper, film.length)).status).toBe(409);
    expect((await part(id, 300, 900)).status).toBe(409);
    expect((await arrivedOf(world.campId, id as ClipId))!.offset).toBe(400);
    // Another camp has a place of its own.
    expect(await arrivedOf(anId(), id as ClipId)).toBeNull();
  });

  test('goes with its camper; parts without their rest go after two weeks', async () => {
    const [camper, other] = [await newCamper(), await newCamper()];
    const [gone, stays] = [id7(), id7()];
    await begin(gone, camper, 10);
    await begin(stays, other, 10);
    await tell(camper, LEFT, 0);
    await eraseCamper(camper, 'asked by the family', world.lead);
    expect([await arrivedOf(world.campId, gone), await arrivedOf(world.campId, stays)]).toEqual([
      null,
      { offset: 0, length: 10 },
    ]);
    await sweepUploads(false, Date.now() + 13 * 24 * 3600 * 1000);
    expect(await arrivedOf(world.campId, stays)).not.toBeNull();
    expect(await sweepUploads(false, Date.now() + 15 * 24 * 3600 * 1000)).toBeGreaterThan(0);
    expect(await arrivedOf(world.campId, stays)).toBeNull();
    expect(await roomForFilms()).toBeGreaterThan(0);
  });
});

test('who stands at a mound is told to the next one; who has gone silent, moved on, or is somewhere else is not', async () => {
  const claim = (device: string, mound: string, view: ViewId | null, seconds: number, by = world.helper) =>
    claimMound(world.campId, device, { mound, view, by }, new Date(NOON + 1000 * seconds));
  const [one, two, three] = [anId(), anId(), anId()];
  expect(await claim(one, 'Z', 'rear', 0)).toEqual([]);
  await claim(three, 'Y', 'rear', 0);
  expect(await claim(two, 'Z', 'rear', 10, world.coach)).toMatchObject([{ view: 'rear', since: new Date(NOON).toISOString() }]);
  // Since when it has said the same.
  await claim(one, 'Z', 'rear', 60);
  expect((await claim(two, 'Z', null, 61))[0]!.since).toBe(new Date(NOON).toISOString());
  await claim(one, 'Z', 'front', 62);
  expect(await claim(two, 'Z', null, 63)).toMatchObject([{ view: 'front', since: new Date(NOON + 62_000).toISOString() }]);
  expect(await claim(two, 'Z', null, 62 + 91)).toEqual([]);
  await claim(one, 'Y', 'front', 160);
  expect(await claim(two, 'Z', null, 161)).toEqual([]);
  expect(await claimMound(anId(), two, { mound: 'Y', view: null, by: world.helper }).catch(() => 'no such camp')).toBe(
    'no such camp',
  );
});
