import { createHash } from 'node:crypto';
import { buffer } from 'node:stream/consumers';
import { eq, sql } from 'drizzle-orm';
import { strFromU8, unzipSync } from 'fflate';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  defaultSheet,
  resolveSheet,
  type ClipId,
  type StaffId,
  type CamperId,
  type ChildId,
  type DeliveryId,
} from '@stride-chalk/core';
import { allowMore, countThrows, liftSore, reportSore } from './arm-care.ts';
import { camperById } from './campers.ts';
import { campById, type Camp } from './camps.ts';
import { recordCheckIn } from './check-ins.ts';
import { eraseCamper, erasuresSoFar, exportCamper } from './children.ts';
import { clipById, clipsOf } from './clips.ts';
import { dayPlanOf, noteLate, solveDay } from './day-plans.ts';
import { db } from './db/connect.ts';
import { agreedLevels, campers, clips, erasures, evaluations, marks } from './db/schema.ts';
import { enterAs } from './testing/entering.ts';
import { compileDraft, saveDraft } from './evaluations.ts';
import { releaseEvaluation } from './release-evaluation.ts';
import { HIDDEN_DAYS, hiddenAt, hideOldFootage, keepHidden, removeHiddenFootage } from './retention.ts';
import { believeClock, clockInDoubt, confirmClock } from './server-clock.ts';
import { requireInCamp } from './in-camp.ts';
import { newWorld, mediaFiles, readyClip, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
let camp: Camp;
let child: { camper: CamperId; child: ChildId; deliveries: DeliveryId[] };
let clipId: ClipId;
const NAME = 'Quillon Marrowbank';
const GUARDIAN = 'Ottoline Marrowbank';

const draftBy = (by: StaffId) => compileDraft({ camperId: child.camper, by, instead: null, from: 'levels' });

/** A child about whom every table knows something. */
beforeAll(async () => {
  world = await newWorld();
  camp = await campById(world.campId);
  child = await world.addCamper(66, { name: NAME }, 2);
  await db()
    .update(campers)
    .set({ guardian: GUARDIAN, guardianEmail: 'ottoline@marrowbank.example', guardianPhone: '+1 555 0166' })
    .where(eq(campers.id, child.camper));
  const clip = await readyClip(world, { deliveryId: child.deliveries[0]!, seconds: 0.5 });
  clipId = clip.id;
  const enter = (entry: Parameters<typeof enterAs>[1]) => enterAs(anId(), entry, world.coach);
  await enter({ kind: 'mark', clipId: clip.id, event: 'contact', frame: 4, frameTo: null });
  await enter({
    kind: 'point',
    clipId: clip.id,
    event: 'contact',
    point: 'head',
    x: 10,
    y: 10,
    pointSd: 2,
    frame: null,
    origin: 'placed',
  });
  for (const deliveryId of child.deliveries)
    for (const c of resolveSheet(defaultSheet, '11-12').filter((x) => x.scored))
      await enter({
        kind: 'score',
        deliveryId,
        checkpoint: c.id,
        level: c.id === 'D3' ? '1' : '3',
        faults: c.id === 'D3' ? ['D3.across'] : [],
        note: c.id === 'D3' ? `${NAME} looks away` : null,
      });
  await releaseEvaluation((await draftBy(world.coach)).id, world.coach);
  await db()
    .insert(agreedLevels)
    .values({
      ...{ id: anId(), deliveryId: child.deliveries[0]!, checkpoint: 'D3', sheetId: world.sheetId, level: '2', decided: true },
      ...{ reason: `${NAME} looks up late`, enteredBy: world.lead },
    });
  const again = await draftBy(world.coach);
  await saveDraft(again.id, { ...again.document.said, strengths: [] }, { revision: again.revision, by: world.otherCoach });
  const { camper } = await camperById(child.camper);
  await countThrows(camp, camper, { id: anId(), day: '2026-07-13', kind: 'warmUp', count: 12, by: world.helper });
  await reportSore(camp, camper, { id: anId(), place: 'elbow', since: '2026-07-10', by: world.helper });
  await liftSore(child.child, { reason: `${NAME} was cleared`, by: world.lead });
  await allowMore(
    { childId: child.child, campId: world.campId },
    {
      id: anId(),
      day: '2026-07-13',
      throws: 3,
      reason: `${NAME} finishes a batter`,
      by: world.lead,
    },
  );
  await recordCheckIn(
    anId(),
    {
      camperId: child.camper,
      day: '2026-07-14',
      notedAt: '2026-07-14T13:00:00.000Z',
      present: true,
      heightCentimetres: null,
      sore: null,
      drillsDone: null,
      goals: `${NAME} wants strikes`,
      mobility: [],
      throwsReported: null,
      throwsKnown: null,
      form: 2,
    },
    world.helper,
  );
  await noteLate(child.camper, '2026-07-14', 600, world.helper);
  await solveDay(camp, '2026-07-14', {
    settings: (await dayPlanOf(camp, '2026-07-14')).settings,
    revision: 0,
    by: world.lead,
    now: null,
    anew: true,
  });
});
afterAll(() => world.end());

/** Every table of the database, the job queue's too, and each of its rows as text. */
async function wholeDatabase(): Promise<string> {
  const tables = (
    await db().execute<{ name: string }>(
      sql`select format('%I.%I', table_schema, table_name) as name from information_schema.tables where table_schema in ('public', 'pgboss') and table_type = 'BASE TABLE'`,
    )
  ).rows;
  const texts = await Promise.all(
    tables.map(
      async ({ name }) =>
        (await db().execute<{ all: string | null }>(sql.raw(`select string_agg(t::text, E'\n') as all from ${name} t`))).rows[0]!
          .all ?? '',
    ),
  );
  return texts.join('\n');
}

describe('everything about one child', () => {
  test('leaves as a ZIP in open formats, films as they came', async () => {
    const { fileName, body } = await exportCamper(child.camper);
    expect(fileName).toBe('bib-66-everything.zip');
    // A general-purpose library, not the one that wrote it, unpacks it.
    const files = unzipSync(new Uint8Array(await buffer(body)));
    const names = Object.keys(files);
    for (const part of [
      'READ-ME.txt',
      'everything.json',
      'tables/campers.csv',
      'tables/throws.csv',
      'tables/scores.csv',
      'tables/agreedLevels.csv',
      'tables/messages.csv',
    ])
      expect(names).toContain(part);
    expect(names.some((n) => n.startsWith('evaluations/version-1-'))).toBe(true);
    const everything = JSON.parse(strFromU8(files['everything.json']!)) as Record<string, unknown[]>;
    const known = await db().execute<{ n: string }>(
      sql`select (select count(*) from scores where delivery_id = any(${sql.param(child.deliveries)}::uuid[]))::text as n`,
    );
    expect(everything.scores).toHaveLength(Number(known.rows[0]!.n));
    const clip = await clipById(clipId);
    const films = names.filter((n) => n.startsWith('films/'));
    expect(films.map((n) => createHash('sha256').update(files[n]!).digest('hex'))).toEqual([clip.sha256]);
  });

  test('the tables open in a spreadsheet: days, times and lists as text, no formula runs, no empty table', async () => {
    await db().update(campers).set({ guardian: '=1+1' }).where(eq(campers.id, child.camper));
    await db().update(clips).set({ fileName: 'film ä (1).mov' }).where(eq(clips.id, clipId));
    const files = unzipSync(new Uint8Array(await buffer((await exportCamper(child.camper)).body)));
    await db().update(campers).set({ guardian: GUARDIAN }).where(eq(campers.id, child.camper));
    const table = (name: string) =>
      Papa.parse<Record<string, string>>(strFromU8(files[`tables/${name}.csv`]!), { header: true }).data;
    expect(table('campers')[0]).toMatchObject({ bib: '66', name: NAME, guardian: "'=1+1" });
    expect(table('checkIns')[0]!.notedAt).toBe('2026-07-14T13:00:00.000Z');
    expect(JSON.parse(table('scores').find((r) => r.checkpoint === 'D3')!.faults!)).toEqual(['D3.across']);
    expect(table('soreArms')[0]!.place).toBe('elbow');
    expect(table('clips')[0]!.removedAt).toBe('');
    expect(Object.keys(files)).not.toContain('tables/refusals.csv');
    expect(Object.keys(files)).toContain('tables/camps.csv');
    expect(Object.keys(files).find((n) => n.startsWith('films/'))).toMatch(/-openSide-film_1_\.mov$/);
    const everything = JSON.parse(strFromU8(files['everything.json']!)) as Record<string, Array<Record<string, unknown>>>;
    expect(everything.camps).toEqual([
      { id: world.campId, name: 'Test camp', place: 'Field', firstDay: '2026-07-13', lastDay: '2026-07-17' },
    ]);
    expect(everything.marks).toHaveLength(1);
    expect(everything.points).toHaveLength(1);
    expect(everything.refusals).toEqual([]);
    // Entries of levels, marks and points, and none of another child.
    expect(everything.entries!.length).toBe(everything.scores!.length + 2);
    const version = Object.keys(files).find((n) => n.startsWith('evaluations/version-1-'))!;
    expect(JSON.parse(strFromU8(files[version]!))).toMatchObject({
      version: 1,
      releasedAt: expect.any(String),
      document: { said: { strengths: expect.any(Array) } },
      shown: expect.anything(),
    });
    const pictures = Object.keys(files).filter((n) => n.startsWith('pictures/'));
    const kept = new Set(everything.evaluations!.flatMap((e) => Object.values(e.pictures as Record<string, string>)));
    expect(pictures.sort()).toEqual([...kept].map((p) => `pictures/${p}.jpg`).sort());
    expect(kept.size).toBeGreaterThan(0);
  });

  test('a child of whom there is no film and no delivery leaves and goes as well', async () => {
    const bare = await world.addCamper(70, {}, 0);
    const files = unzipSync(new Uint8Array(await buffer((await exportCamper(bare.camper)).body)));
    const everything = JSON.parse(strFromU8(files['everything.json']!)) as Record<string, unknown[]>;
    for (const table of ['clips', 'marks', 'points', 'scores', 'refusals', 'entries'])
      expect(everything[table], table).toEqual([]);
    expect(await eraseCamper(bare.camper, 'entered by mistake', world.lead)).toEqual({ campers: 1, consents: 1, films: 0 });
    const [act] = (await erasuresSoFar(world.campId)).slice(0, 1);
    expect(act).toMatchObject({ reason: 'entered by mistake', removed: { campers: 1, consents: 1, films: 0 }, by: 'Lead' });
    expect(act!.erasedAt.getTime()).toBeGreaterThan(Date.now() - 60_000);
    await expect(exportCamper(anId())).rejects.toMatchObject({ code: 'not-found' });
  });

  test('a released evaluation stays closed to every other DELETE, also with the name of an older erasure', async () => {
    const [released] = await db().select().from(evaluations).where(sql`released_at is not null`).limit(1);
    await expect(db().delete(evaluations).where(eq(evaluations.id, released!.id))).rejects.toThrow();
    const [old] = await db()
      .insert(erasures)
      .values({ id: anId(), reason: 'entered by mistake', removed: {}, erasedBy: world.lead })
      .returning();
    await expect(
      db().transaction(async (tx) => {
        await tx.execute(sql`select set_config('stride_chalk.erasure', ${old!.id}, true)`);
        await tx.delete(evaluations).where(eq(evaluations.id, released!.id));
      }),
    ).rejects.toThrow();
    await expect(
      db().transaction(async (tx) => {
        const id = anId();
        await tx.insert(erasures).values({ id, reason: 'entered by mistake', removed: {}, erasedBy: world.lead });
        await tx.execute(sql`select set_config('stride_chalk.erasure', ${id}, true)`);
        await tx.update(evaluations).set({ version: 9 }).where(eq(evaluations.id, released!.id));
      }),
    ).rejects.toThrow();
  });

  test('goes: no table and no file of the media folder knows anything of him; the act is kept without the name', async () => {
    // Another camper's film of the same bytes stays.
    const shared = await readyClip(world, { deliveryId: world.delivery, seconds: 0.5, rate: 25 });
    const ids = [child.child, child.camper, clipId, ...child.deliveries];
    const before = await wholeDatabase();
    for (const word of [NAME, GUARDIAN, 'marrowbank.example', '555 0166', ...ids]) expect(before).toContain(word);
    const removed = await eraseCamper(child.camper, 'asked by the family', world.lead);
    const after = await wholeDatabase();
    for (const word of [NAME, 'Quillon', 'Marrowbank', 'marrowbank.example', '555 0166', ...ids])
      expect(after, word).not.toContain(word);
    const files = await mediaFiles();
    expect(files).toContain(`${shared.id}.mp4`);
    expect(files.join(' ')).not.toContain(clipId);
    expect(files.filter((f) => f === shared.sha256)).toHaveLength(1);
    const [act] = await db().select().from(erasures).where(eq(erasures.reason, 'asked by the family'));
    expect(act).toMatchObject({ erasedBy: world.lead, removed });
    expect(removed).toMatchObject({
      campers: 1,
      deliveries: 2,
      clips: 1,
      evaluations: 2,
      throws: 1,
      soreArms: 1,
      messages: 2,
      checkIns: 1,
      planSessions: 1,
      lateArrivals: 1,
      limitOverrides: 1,
    });
    await expect(eraseCamper(child.camper, 'asked by the family', world.lead)).rejects.toMatchObject({ code: 'not-found' });
  });

  test('two children of the same film: erasing one leaves the film of the other', async () => {
    const [a, b] = [await world.addCamper(71, {}, 1), await world.addCamper(72, {}, 1)];
    const film = { seconds: 0.4, rate: 24 };
    const [first, second] = [
      await readyClip(world, { deliveryId: a.deliveries[0]!, ...film }),
      await readyClip(world, { deliveryId: b.deliveries[0]!, ...film }),
    ];
    expect(first.sha256).toBe(second.sha256);
    await eraseCamper(a.camper, 'entered by mistake', world.lead);
    expect(await mediaFiles()).toEqual(expect.arrayContaining([second.sha256, `${second.id}.mp4`]));
    await eraseCamper(b.camper, 'entered by mistake', world.lead);
    expect(await mediaFiles()).not.toContain(second.sha256);
  });
});

/** Noon of a day, by the clock of the server. */
const noon = (day: string): number => Date.parse(`${day}T12:00:00Z`);
const DAY = 86_400_000;

test('footage is hidden when its time is over, and not a day before; two weeks later it goes; levels stay', async () => {
  const kid = await world.addCamper(81, {}, 1);
  const clip = await readyClip(world, { deliveryId: kid.deliveries[0]!, seconds: 0.3, rate: 20 });
  await enterAs(anId(), { kind: 'mark', clipId: clip.id, event: 'contact', frame: 2, frameTo: null }, world.coach);
  await enterAs(
    anId(),
    { kind: 'score', deliveryId: kid.deliveries[0]!, checkpoint: 'A1', level: '3', faults: [], note: null },
    world.coach,
  );
  // The camp ends on 17 July 2026 and keeps footage for 365 days: the last day is 17 July 2027.
  expect(await hideOldFootage(noon('2027-07-17'))).toBe(0);
  expect(await hiddenAt(world.campId)).toBeNull();
  const over = noon('2027-07-18');
  const hidden = await hideOldFootage(over);
  expect(hidden).toBeGreaterThan(0);
  expect(await hiddenAt(world.campId)).toEqual({ films: hidden, from: '2027-08-01' });
  // In no list, and for nobody; its files are there.
  expect(await clipsOf(kid.deliveries)).toEqual([]);
  await expect(clipById(clip.id)).rejects.toMatchObject({ code: 'not-found' });
  await expect(requireInCamp('clip', clip.id, world.campId)).rejects.toMatchObject({ code: 'not-found' });
  expect(await removeHiddenFootage(over + (HIDDEN_DAYS - 1) * DAY)).toBe(0);
  expect(await mediaFiles()).toContain(clip.sha256);
  // The lead takes it back: it is there with its work, for a month more.
  await keepHidden(world.campId, over, world.lead);
  expect(await clipsOf(kid.deliveries)).toHaveLength(1);
  expect(await db().select().from(marks).where(eq(marks.clipId, clip.id))).toHaveLength(1);
  expect(await removeHiddenFootage(over + 100 * DAY)).toBe(0);
  expect(await hideOldFootage(over + 30 * DAY)).toBe(0);
  expect(await hideOldFootage(over + 31 * DAY)).toBe(hidden);
  expect(await removeHiddenFootage(over + (31 + HIDDEN_DAYS) * DAY + 1)).toBe(hidden);
  const files = await mediaFiles();
  expect(files).not.toContain(clip.sha256);
  expect(files).not.toContain(`${clip.id}.mp4`);
  expect(
    (await db().execute<{ n: number }>(sql`select count(*)::int as n from scores where delivery_id = ${kid.deliveries[0]!}`))
      .rows[0]!.n,
  ).toBe(1);
});

test('a clock that jumps is not believed until somebody says that it is right; weeks of rest are no jump', async () => {
  await confirmClock(noon('2026-07-17'));
  const MINUTE = 60_000;
  // A restart a minute later, and a clock that is set back by an hour, or by a day, are no jumps either; nor are 45 days.
  for (const minutes of [1, -60, -24 * 60, 45 * 24 * 60]) {
    await confirmClock(noon('2026-07-17'));
    expect(await believeClock(noon('2026-07-17') + minutes * MINUTE), `${minutes} min`).toBe(true);
  }
  await confirmClock(noon('2026-07-17'));
  expect(await believeClock(noon('2026-08-30'))).toBe(true);
  for (const jumped of ['2026-10-20', '2031-01-01', '2026-08-28', '1970-01-02']) {
    expect(await believeClock(noon(jumped)), jumped).toBe(false);
    expect(await clockInDoubt()).toEqual({ shows: new Date(noon(jumped)), believed: new Date(noon('2026-08-30')) });
  }
  // Put right again, it is believed by itself.
  expect(await believeClock(noon('2026-08-31'))).toBe(true);
  expect(await clockInDoubt()).toBeNull();
  expect(await believeClock(noon('2027-06-01'))).toBe(false);
  await confirmClock(noon('2027-06-01'));
  expect(await clockInDoubt()).toBeNull();
  expect(await believeClock(noon('2027-06-02'))).toBe(true);
});
