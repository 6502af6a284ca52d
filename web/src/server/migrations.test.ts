import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { v7 } from 'uuid';
import { afterEach, expect, test } from 'vitest';
import { defaultSheet, entryTarget, readSlate, slateCode, type CampId, type Entry } from '@stride-chalk/core';
import { benchSet } from './bench.ts';
import { proposalsOf } from './look/proposals.ts';
import { listCampers } from './campers.ts';
import { campById, campsOf } from './camps.ts';
import { ledgerOf, soreArmsOf } from './arm-care.ts';
import { clipsOf } from './clips.ts';
import { closeDatabase, migrateDatabase } from './db/connect.ts';
import { recordEntry } from './entries.ts';
import { sheetVersions } from './sheet-desk.ts';
import { shippedSheet } from './shipped-sheet.ts';
import { anId } from '../parts/testing/an-id.ts';

const names: string[] = [];
const admin = async (statement: string): Promise<void> => {
  const client = new pg.Client({ connectionString: process.env.STRIDE_TEST_POSTGRES });
  await client.connect();
  await client.query(statement).finally(() => client.end());
};
afterEach(async () => {
  delete process.env.STRIDE_MIGRATIONS;
  await closeDatabase();
  for (const name of names.splice(0)) await admin(`drop database if exists ${name} with (force)`);
});

/** A database with the schema as it stood after some migrations. */
async function asItWas(migrations: number): Promise<pg.Client> {
  const name = `chalk_migrations_${process.pid}_${migrations}`;
  names.push(name);
  await admin(`create database ${name}`);
  const url = new URL(process.env.STRIDE_TEST_POSTGRES!);
  url.pathname = `/${name}`;
  process.env.DATABASE_URL = url.href;
  const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-migrations-'));
  cpSync(fileURLToPath(new URL('../../migrations', import.meta.url)), folder, { recursive: true });
  const journal = JSON.parse(readFileSync(join(folder, 'meta/_journal.json'), 'utf8')) as { entries: Array<{ idx: number }> };
  const then = { ...journal, entries: journal.entries.filter((e) => e.idx < migrations) };
  writeFileSync(join(folder, 'meta/_journal.json'), JSON.stringify(then));
  process.env.STRIDE_MIGRATIONS = folder;
  await migrateDatabase();
  delete process.env.STRIDE_MIGRATIONS;
  rmSync(folder, { recursive: true });
  const client = new pg.Client({ connectionString: url.href });
  await client.connect();
  return client;
}
/** Puts a row in as it was written then. */
const put = (client: pg.Client, table: string, row: Readonly<Record<string, unknown>>) =>
  client.query(
    `insert into ${table} (${Object.keys(row)
      .map((k) => `"${k}"`)
      .join(', ')}) values (${Object.keys(row)
      .map((_, i) => `$${i + 1}`)
      .join(', ')})`,
    Object.values(row),
  );

test('an installation from before accounts keeps everything: staff with their roles, sore arms, throws of its deliveries', async () => {
  const client = await asItWas(2);
  const [sheet, camp, lead, helper, sound, sore, delivery] = Array.from({ length: 7 }, () => anId());
  await client.query('insert into sheets (id, key, version, document) values ($1, $2, 1, $3)', [
    sheet,
    defaultSheet.id,
    JSON.stringify(defaultSheet),
  ]);
  await client.query(
    `insert into camps (id, name, place, first_day, last_day, time_zone, units, sheet_id) values ($1, 'Old', 'Field', '2026-07-13', '2026-07-17', 'UTC', 'metric', $2)`,
    [camp, sheet],
  );
  for (const [id, role] of [
    [lead, 'lead'],
    [helper, 'helper'],
  ])
    await client.query('insert into staff (id, camp_id, name, role) values ($1, $2, $3, $3)', [id, camp, role]);
  for (const [id, bib, isSore] of [
    [sound, 1, false],
    [sore, 2, true],
  ])
    await client.query(
      `insert into campers (id, camp_id, bib, name, born, hand, height_centimetres, guardian, consent_to_film, sore, entered_by) values ($1, $2, $3, 'C', '2014-01-01', 'R', 150, 'G', true, $4, $5)`,
      [id, camp, bib, isSore, lead],
    );
  await client.query(
    `insert into deliveries (id, camper_id, number, thrown_on, entered_by) values ($1, $2, 1, '2026-07-13', $3)`,
    [delivery, sound, lead],
  );
  await client.end();

  await migrateDatabase();
  expect((await campsOf(lead!)).map((m) => m.role)).toEqual(['lead']);
  const [{ camp: now }] = (await campsOf(helper!)) as [Awaited<ReturnType<typeof campsOf>>[number]];
  const roster = await listCampers(now);
  expect(roster.map((c) => [c.bib, c.sore])).toEqual([
    [1, false],
    [2, true],
  ]);
  expect(await soreArmsOf(roster[1]!.childId)).toHaveLength(1);
  expect(await ledgerOf(roster[0]!.childId)).toMatchObject([
    { day: '2026-07-13', kind: 'filming', count: 1, deliveryId: delivery },
  ]);
  // The consents from before the history are its first answers.
  expect(roster.map((c) => [c.consents, c.consent.film])).toEqual([
    [[{ film: true, share: false, training: false, until: null }], true],
    [[{ film: true, share: false, training: false, until: null }], true],
  ]);
});

test('an installation from before the gates keeps its check-ins, messages, allowances, drafts, films and marks', async () => {
  const client = await asItWas(5);
  const [sheet, camp, lead, child, camper, delivery, clip, entry] = Array.from({ length: 8 }, () => anId());
  const draft = { strengths: ['a quiet head'], focus: [] };
  await put(client, 'sheets', { id: sheet, key: defaultSheet.id, version: 1, document: JSON.stringify(defaultSheet) });
  const days = { first_day: '2026-07-13', last_day: '2026-07-17', time_zone: 'UTC', units: 'metric' };
  await put(client, 'camps', { id: camp, name: 'Old', place: 'Field', ...days, sheet_id: sheet });
  await put(client, 'staff', { id: lead, name: 'Lead', email: 'lead@old.example' });
  await put(client, 'camp_staff', { camp_id: camp, staff_id: lead, role: 'lead' });
  await put(client, 'children', { id: child });
  const body = {
    born: '2014-01-01',
    hand: 'R',
    height_centimetres: 150,
    guardian: 'G',
    consent_to_film: true,
    consent_until: '2026-07-16',
  };
  await put(client, 'campers', { id: camper, child_id: child, camp_id: camp, bib: 1, name: 'C', ...body, entered_by: lead });
  await put(client, 'deliveries', { id: delivery, camper_id: camper, number: 1, thrown_on: '2026-07-13', entered_by: lead });
  const film = {
    delivery_id: delivery,
    view: 'openSide',
    file_name: 'a.mp4',
    sha256: 'ab',
    bytes: 1,
    codec: 'h264',
    width: 2,
    height: 2,
  };
  await put(client, 'clips', { id: clip, ...film, frame_times: [0, 0.1], state: 'ready', capture_scale: 4, entered_by: lead });
  await put(client, 'entries', { id: entry, target: 't', body: '{}', entered_by: lead });
  const work = { clip_id: clip, event: 'contact', entry_id: entry, entered_by: lead };
  await put(client, 'marks', { ...work, frame: 1 });
  await put(client, 'points', { ...work, point: 'frontKnee', x: 1, y: 1, point_sd: 2 });
  const gate = { camper_id: camper, day: '2026-07-13', present: true, sore: false, entered_by: lead };
  const thrown = JSON.stringify([{ day: '2026-07-12', count: 40 }]);
  await put(client, 'check_ins', {
    id: anId(),
    noted_at: '2026-07-13T08:00Z',
    ...gate,
    throws_reported: thrown,
    mobility: ['hips'],
  });
  await put(client, 'check_ins', { id: anId(), noted_at: '2026-07-13T09:00Z', ...gate, throws_reported: '[]', mobility: [] });
  await put(client, 'limit_overrides', { id: anId(), child_id: child, day: '2026-07-13', reason: 'a game', entered_by: lead });
  const words = { camp_id: camp, child_id: child, subject: 's', body: 'b' };
  await put(client, 'messages', { id: anId(), ...words, to: 'family@old.example' });
  await put(client, 'messages', { id: anId(), ...words, to: 'lead@old.example' });
  await put(client, 'evaluations', {
    id: anId(),
    camper_id: camper,
    version: 1,
    sheet_id: sheet,
    document: JSON.stringify(draft),
    entered_by: lead,
  });

  await migrateDatabase();
  const all = async (query: string): Promise<unknown[]> => (await client.query(query)).rows as unknown[];
  // What nobody had asked about is not an answer; what was reported stays.
  expect(await all('select throws_reported, mobility from check_ins order by noted_at')).toEqual([
    { throws_reported: [{ day: '2026-07-12', count: 40 }], mobility: ['hips'] },
    { throws_reported: null, mobility: null },
  ]);
  expect(await all('select "to", address, to_family from messages order by "to"')).toEqual([
    { to: 'family@old.example', address: 'family@old.example', to_family: true },
    { to: 'lead@old.example', address: 'lead@old.example', to_family: false },
  ]);
  // An allowance without a number allows nothing until the lead says how much.
  expect(await all('select reason, throws, taken_back_at from limit_overrides')).toEqual([
    { reason: 'a game', throws: 0, taken_back_at: null },
  ]);
  expect(await all('select document, revision, released_at from evaluations')).toEqual([
    { document: draft, revision: 1, released_at: null },
  ]);
  expect(await all('select film, share, until::text from consents')).toEqual([{ film: true, share: false, until: '2026-07-16' }]);
  expect(await clipsOf([delivery!])).toMatchObject([
    { id: clip, captureScale: 4, captureKnown: 'answered', removedAt: null, state: 'ready' },
  ]);
  expect(await all('select event, frame from marks')).toEqual([{ event: 'contact', frame: 1 }]);
  expect(await all('select point, frame, origin from points')).toEqual([{ point: 'frontKnee', frame: null, origin: 'placed' }]);
  // One film a view still, but for those that were removed.
  const [place] = (await all('select film_id, delivery_id, view, file_name from clips')) as Array<Record<string, unknown>>;
  const again = { ...place, state: 'checking', entered_by: lead };
  await expect(put(client, 'clips', { id: anId(), ...again })).rejects.toThrow('clips_one_per_view');
  await client.query('update clips set removed_at = now(), removed_by = entered_by');
  await put(client, 'clips', { id: anId(), ...again });
  await client.end();
});

test('an installation from before organisations keeps everything, and every row of an arm belongs to a camp', async () => {
  const client = await asItWas(9);
  const [sheet, week, next, lead, coach, child, here, there, delivery, checkIn] = Array.from({ length: 10 }, () => anId());
  await put(client, 'sheets', { id: sheet, key: defaultSheet.id, version: 1, document: JSON.stringify(defaultSheet) });
  const camp = { place: 'Field', time_zone: 'UTC', units: 'metric', sheet_id: sheet };
  await put(client, 'staff', { id: lead, name: 'Lead', email: 'Lead@old.example' });
  await put(client, 'staff', { id: coach, name: 'Coach', email: 'coach@heronbend.example' });
  await put(client, 'camps', { id: week, name: 'Week', first_day: '2026-07-13', last_day: '2026-07-17', ...camp });
  await put(client, 'camps', { id: next, name: 'Next', first_day: '2027-07-12', last_day: '2027-07-16', ...camp });
  await put(client, 'camp_staff', { camp_id: week, staff_id: lead, role: 'lead' });
  await put(client, 'camp_staff', { camp_id: week, staff_id: coach, role: 'coach', entered_by: lead });
  await put(client, 'children', { id: child });
  const body = { child_id: child, bib: 1, name: 'C', born: '2014-01-01', hand: 'R', height_centimetres: 150, guardian: 'G' };
  await put(client, 'campers', { id: here, camp_id: week, ...body });
  await put(client, 'campers', { id: there, camp_id: next, ...body });
  await put(client, 'deliveries', { id: delivery, camper_id: here, number: 1, thrown_on: '2027-07-13' });
  const gate = { present: true, sore: false, noted_at: '2027-07-12T08:00Z' };
  await put(client, 'check_ins', { id: checkIn, camper_id: there, day: '2027-07-12', ...gate });
  const thrown = { child_id: child, kind: 'game', count: 10 };
  // Of a delivery, of a check-in, and by their day: in the first week, between the camps, in the second, before the first.
  await put(client, 'throws', { id: anId(), ...thrown, day: '2027-07-13', count: 1, delivery_id: delivery });
  await put(client, 'throws', { id: anId(), ...thrown, day: '2026-07-14', count: 2, check_in_id: checkIn });
  for (const [count, day] of [
    [3, '2026-07-14'],
    [4, '2026-09-01'],
    [5, '2027-07-14'],
    [6, '2026-07-01'],
  ])
    await put(client, 'throws', { id: anId(), ...thrown, day, count });
  await put(client, 'sore_arms', {
    id: anId(),
    child_id: child,
    place: 'elbow',
    since: '2026-07-14',
    entered_at: '2026-07-14T10:00Z',
  });
  const link = 'https://camp.example/join/aBcDeFgHiJkLmNoPqRsTuVwX';
  await put(client, 'messages', { id: anId(), camp_id: week, to: 'Coach', subject: 's', body: `Hello,\n\nhere:\n\n${link}` });
  // A device three hours fast, and one that was offline for an hour.
  const at = Date.parse('2026-07-14T12:00:00Z');
  const [fast, late] = [v7({ msecs: at + 3 * 3_600_000 }), v7({ msecs: at - 3_600_000 })];
  for (const id of [fast, late])
    await put(client, 'entries', { id, target: 't', body: '{}', entered_by: coach, entered_at: new Date(at).toISOString() });

  await migrateDatabase();
  const all = async (query: string): Promise<unknown[]> => (await client.query(query)).rows as unknown[];
  expect(await all('select count(distinct organisation_id)::int as n, count(*)::int as camps from camps')).toEqual([
    { n: 1, camps: 2 },
  ]);
  expect(await all('select staff_id from camp_makers')).toEqual([{ staff_id: lead }]);
  expect(await all('select name, address, demo, made_by from staff order by name')).toEqual([
    { name: 'Coach', address: 'coach@heronbend.example', demo: true, made_by: lead },
    { name: 'Lead', address: 'lead@old.example', demo: false, made_by: null },
  ]);
  expect(await all('select t.count, c.name from throws t join camps c on c.id = t.camp_id order by t.count')).toEqual([
    { count: 1, name: 'Week' },
    { count: 2, name: 'Next' },
    { count: 3, name: 'Week' },
    { count: 4, name: 'Week' },
    { count: 5, name: 'Next' },
    { count: 6, name: 'Week' },
  ]);
  expect(await all('select c.name from sore_arms s join camps c on c.id = s.camp_id')).toEqual([{ name: 'Week' }]);
  expect(await all('select body from messages')).toEqual([{ body: 'Hello,\n\nhere:\n\n(the link is not kept)' }]);
  expect(await all('select id, made_at from entries order by made_at')).toEqual([
    { id: late, made_at: new Date(at - 3_600_000) },
    { id: fast, made_at: new Date(at) },
  ]);
  await expect(client.query(`update entries set target = 'x'`)).rejects.toThrow('an entry is kept');
  expect(await all('select seen_at from server_clock')).toHaveLength(1);
  await client.end();
});

test('entries from before they were placed in one step keep their order: a new one finds its place among them', async () => {
  const client = await asItWas(11);
  const [sheet, organisation, camp, coach, child, delivery] = Array.from({ length: 6 }, () => anId());
  await put(client, 'sheets', { id: sheet, key: defaultSheet.id, version: 1, document: JSON.stringify(defaultSheet) });
  await put(client, 'organisations', { id: organisation, name: 'Club' });
  const days = { first_day: '2026-07-13', last_day: '2026-07-17', time_zone: 'UTC', units: 'metric' };
  await put(client, 'camps', { id: camp, name: 'Week', place: 'Field', organisation_id: organisation, sheet_id: sheet, ...days });
  await put(client, 'staff', { id: coach, name: 'Coach', email: 'c@old.example', address: 'c@old.example' });
  await put(client, 'camp_staff', { camp_id: camp, staff_id: coach, role: 'coach', deactivated_at: '2026-07-14T10:00Z' });
  await put(client, 'children', { id: child });
  const body = { bib: 1, name: 'C', born: '2014-01-01', hand: 'R', height_centimetres: 150, guardian: 'G' };
  await put(client, 'campers', { id: child, child_id: child, camp_id: camp, ...body });
  await put(client, 'deliveries', { id: delivery, camper_id: child, number: 1, thrown_on: '2026-07-13' });
  const at = Date.parse('2026-07-14T12:00:00Z');
  const entry = (level: string) =>
    ({ kind: 'score', deliveryId: delivery!, checkpoint: 'E2', level, faults: [], note: null }) as Entry;
  const first = v7({ msecs: at });
  const made = new Date(at).toISOString();
  const target = entryTarget(entry('1'), coach!);
  await put(client, 'entries', { id: first, target, body: JSON.stringify(entry('1')), entered_by: coach, made_at: made });
  const score = { delivery_id: delivery, checkpoint: 'E2', coach_id: coach, sheet_id: sheet, level: '1' };
  await put(client, 'scores', { ...score, entry_id: first, entered_by: coach });

  await migrateDatabase();
  const by = { id: coach!, camp: await campById(camp!) };
  expect(await recordEntry(first, entry('1'), by, at)).toEqual({ applied: true, stands: null });
  expect(await recordEntry(v7({ msecs: at - 60_000 }), entry('0'), by, at - 60_000)).toEqual({
    applied: false,
    stands: { entry: entry('1'), by: 'Coach' },
  });
  expect(await recordEntry(v7({ msecs: at + 60_000 }), entry('3'), by, at + 60_000)).toMatchObject({ applied: true });
  expect((await client.query('select level from scores')).rows).toEqual([{ level: '3' }]);
  expect((await client.query('select deactivated_at is not null as gone, changed_by from camp_staff')).rows).toEqual([
    { gone: true, changed_by: null },
  ]);
  await client.end();
});

test('what plans have given out to score is there as tasks, with the day and who made the plan', async () => {
  const client = await asItWas(13);
  const [sheet, organisation, camp, lead, coach, other, child, plan] = Array.from({ length: 8 }, () => anId());
  await put(client, 'sheets', { id: sheet, key: defaultSheet.id, version: 1, document: JSON.stringify(defaultSheet) });
  await put(client, 'organisations', { id: organisation, name: 'Club' });
  const days = { first_day: '2026-07-13', last_day: '2026-07-17', time_zone: 'UTC', units: 'metric' };
  await put(client, 'camps', { id: camp, name: 'Week', place: 'Field', organisation_id: organisation, sheet_id: sheet, ...days });
  for (const [id, name] of [
    [lead, 'lead'],
    [coach, 'coach'],
    [other, 'other'],
  ] as const)
    await put(client, 'staff', { id, name, email: `${name}@old.example`, address: `${name}@old.example` });
  await put(client, 'children', { id: child });
  const body = { bib: 1, name: 'C', born: '2014-01-01', hand: 'R', height_centimetres: 150, guardian: 'G' };
  await put(client, 'campers', { id: child, child_id: child, camp_id: camp, ...body });
  await put(client, 'day_plans', { id: plan, camp_id: camp, day: '2026-07-14', settings: '{}', entered_by: lead });
  const times = { mound: 'A', camera: '1', warm_up_from: 540, from_minute: 550, to_minute: 560, deliveries: 3 };
  const people = { filmer_id: coach, scorer_id: coach, second_scorer_id: other };
  await put(client, 'plan_sessions', { plan_id: plan, camper_id: child, ...times, ...people });

  await migrateDatabase();
  const { rows } = await client.query(
    `select camper_id, to_char(day, 'YYYY-MM-DD') as day, coach_id, kind, state, entered_by from scoring_tasks order by kind`,
  );
  const of = { camper_id: child, day: '2026-07-14', state: 'open', entered_by: lead };
  expect(rows).toEqual([
    { ...of, coach_id: coach, kind: 'first' },
    { ...of, coach_id: other, kind: 'second' },
  ]);
  expect(await client.query('select camper_id from plan_sessions')).toMatchObject({ rowCount: 1 });
  await client.end();
});

test('an installation from before the sheet desk keeps sheet, consents and scores; what ships now stands beside its own version', async () => {
  const client = await asItWas(15);
  const [sheet, organisation, camp, lead, child, delivery] = Array.from({ length: 6 }, () => anId());
  const earlier = JSON.stringify({ ...defaultSheet, version: 1 });
  await put(client, 'sheets', { id: sheet, key: defaultSheet.id, version: 1, document: earlier });
  await put(client, 'organisations', { id: organisation, name: 'Club' });
  const days = { first_day: '2026-07-13', last_day: '2026-07-17', time_zone: 'UTC', units: 'metric' };
  await put(client, 'camps', { id: camp, name: 'Week', place: 'Field', organisation_id: organisation, sheet_id: sheet, ...days });
  await put(client, 'staff', { id: lead, name: 'Lead', email: 'l@old.example', address: 'l@old.example' });
  await put(client, 'children', { id: child });
  const body = { bib: 1, name: 'C', born: '2014-01-01', hand: 'R', height_centimetres: 150, guardian: 'G' };
  await put(client, 'campers', { id: child, child_id: child, camp_id: camp, ...body });
  await put(client, 'consents', { id: anId(), camper_id: child, film: true, share: true, given_by: 'G', how: 'signed form' });
  await put(client, 'deliveries', { id: delivery, camper_id: child, number: 1, thrown_on: '2026-07-13' });
  const score = { delivery_id: delivery, checkpoint: 'E2', coach_id: lead, sheet_id: sheet, level: '1' };
  await put(client, 'scores', { ...score, entry_id: anId(), entered_by: lead });

  await migrateDatabase();
  const at = await campById(camp!);
  const [kid] = await listCampers(at);
  // Nobody was asked about the training of the staff: it is not given.
  expect(kid!.consent).toMatchObject({ film: true, share: true, training: false });
  expect((await client.query('select level, sheet_id from scores')).rows).toEqual([{ level: '1', sheet_id: sheet }]);
  const shipped = await shippedSheet();
  expect((await sheetVersions(at)).map((v) => [v.id, v.version])).toEqual([
    [shipped, defaultSheet.version],
    [sheet, 1],
  ]);
  await expect(client.query(`update sheets set document = '{}' where version = 1`)).rejects.toThrow('never changes');
  await client.end();
});

test('an installation from before the slates keeps its camps, and each has a slate id that no other has', async () => {
  const client = await asItWas(19);
  const [sheet, organisation] = [anId(), anId()];
  await put(client, 'sheets', { id: sheet, key: defaultSheet.id, version: 1, document: JSON.stringify(defaultSheet) });
  await put(client, 'organisations', { id: organisation, name: 'Club' });
  const days = { first_day: '2026-07-13', last_day: '2026-07-17', time_zone: 'UTC', units: 'metric' };
  const ids = Array.from({ length: 5 }, () => anId());
  for (const id of ids)
    await put(client, 'camps', {
      id,
      name: `Week ${id}`,
      place: 'Field',
      organisation_id: organisation,
      sheet_id: sheet,
      ...days,
    });
  await migrateDatabase();
  const found = await Promise.all(ids.map((id) => campById(id as CampId)));
  expect(found.map((c) => c.name)).toEqual(ids.map((id) => `Week ${id}`));
  expect(new Set(found.map((c) => c.slateId)).size).toBe(5);
  // A card can say it.
  for (const { slateId } of found)
    expect(readSlate(slateCode({ slateId, bib: 1, view: null, instant: null })).slate?.slateId).toBe(slateId);
  await expect(client.query('update camps set slate_id = $1', [found[0]!.slateId])).rejects.toThrow('camps_slate_id_unique');
  await client.end();
});

test('an installation from before films and clips were two things keeps both: the same bytes are one film of a camp, each clip with its work', async () => {
  const client = await asItWas(22);
  const [sheet, organisation, here, there, lead] = Array.from({ length: 5 }, () => anId());
  await put(client, 'sheets', { id: sheet, key: defaultSheet.id, version: 1, document: JSON.stringify(defaultSheet) });
  await put(client, 'organisations', { id: organisation, name: 'Club' });
  await put(client, 'staff', { id: lead, name: 'Lead', email: 'l@old.example', address: 'l@old.example' });
  const days = { first_day: '2026-07-13', last_day: '2026-07-17', time_zone: 'UTC', units: 'metric' };
  const [mine, other] = [anId(), anId()];
  for (const [camp, delivery, slate] of [
    [here, mine, 'AAAA1111'],
    [there, other, 'BBBB2222'],
  ]) {
    const of = { organisation_id: organisation, sheet_id: sheet, slate_id: slate };
    await put(client, 'camps', { id: camp, name: `Week ${slate}`, place: 'Field', ...of, ...days });
    const child = anId();
    await put(client, 'children', { id: child });
    const body = { bib: 1, name: 'C', born: '2014-01-01', hand: 'R', height_centimetres: 150, guardian: 'G' };
    await put(client, 'campers', { id: child, child_id: child, camp_id: camp, ...body });
    await put(client, 'deliveries', { id: delivery, camper_id: child, number: 1, thrown_on: '2026-07-13' });
  }
  const film = { sha256: 'ab'.repeat(32), bytes: 7, codec: 'h264', width: 640, height: 360, device: 'phone', entered_by: lead };
  const [side, front, elsewhere] = [anId(), anId(), anId()];
  const ready = { state: 'ready', frame_times: [0, 0.1], capture_scale: 4, capture_known: 'answered' };
  const at = (second: number): string => `2026-07-13T10:00:0${second}Z`;
  await put(client, 'clips', {
    id: side,
    delivery_id: mine,
    view: 'openSide',
    file_name: 'one.mp4',
    entered_at: at(1),
    ...film,
    ...ready,
  });
  await put(client, 'clips', {
    id: front,
    delivery_id: mine,
    view: 'front',
    file_name: 'again.mp4',
    entered_at: at(2),
    ...film,
    ...ready,
  });
  await put(client, 'clips', {
    id: elsewhere,
    delivery_id: other,
    view: 'front',
    file_name: 'there.mp4',
    entered_at: at(3),
    ...film,
    ...ready,
  });
  await put(client, 'marks', { clip_id: side, event: 'contact', frame: 1, entry_id: anId(), entered_by: lead });

  await migrateDatabase();
  const rows = (await client.query('select camp_id, bytes, device, entered_by, entered_at from films order by entered_at')).rows;
  expect(rows).toEqual([
    { camp_id: here, bytes: '7', device: 'phone', entered_by: lead, entered_at: new Date(at(1)) },
    { camp_id: there, bytes: '7', device: 'phone', entered_by: lead, entered_at: new Date(at(3)) },
  ]);
  const clips = await clipsOf([mine as never, other as never]);
  expect(clips.map((c) => [c.id, c.view, c.fileName, c.sha256, c.width, c.captureScale, c.state]).sort()).toEqual(
    [
      [side, 'openSide', 'one.mp4', film.sha256, 640, 4, 'ready'],
      [front, 'front', 'again.mp4', film.sha256, 640, 4, 'ready'],
      [elsewhere, 'front', 'there.mp4', film.sha256, 640, 4, 'ready'],
    ].sort(),
  );
  expect(clips[0]!.filmId).toBe(clips[1]!.filmId);
  expect((await client.query('select event, frame from marks')).rows).toEqual([{ event: 'contact', frame: 1 }]);
  await client.end();
});

/** A clip of a camper, as it was written before chalk and looks. */
async function aClip(client: pg.Client) {
  const [sheet, organisation, camp, lead, child, delivery, film, clip] = Array.from({ length: 8 }, () => anId());
  await put(client, 'sheets', { id: sheet, key: defaultSheet.id, version: 1, document: JSON.stringify(defaultSheet) });
  await put(client, 'organisations', { id: organisation, name: 'Club' });
  await put(client, 'staff', { id: lead, name: 'Lead', email: 'l@old.example', address: 'l@old.example' });
  const days = { first_day: '2026-07-13', last_day: '2026-07-17', time_zone: 'UTC', units: 'metric' };
  const of = { organisation_id: organisation, sheet_id: sheet, slate_id: 'AAAA1111' };
  await put(client, 'camps', { id: camp, name: 'Week', place: 'Field', ...of, ...days });
  await put(client, 'children', { id: child });
  const body = { bib: 1, name: 'C', born: '2014-01-01', hand: 'R', height_centimetres: 150, guardian: 'G' };
  await put(client, 'campers', { id: child, child_id: child, camp_id: camp, ...body });
  await put(client, 'deliveries', { id: delivery, camper_id: child, number: 1, thrown_on: '2026-07-13' });
  const made = { sha256: 'ab'.repeat(32), bytes: 7, codec: 'h264', width: 640, height: 360 };
  await put(client, 'films', { id: film, camp_id: camp, ...made });
  const ready = { state: 'ready', frame_times: [0, 0.1, 0.2], capture_known: 'answered', file_name: 'a.mp4' };
  await put(client, 'clips', { id: clip, film_id: film, delivery_id: delivery, view: 'openSide', towards_target: 1, ...ready });
  return { lead, child, clip };
}

test('marks from before the computer looked at films, and before there was chalk, are as they were: placed by hand', async () => {
  const client = await asItWas(25);
  const { lead, child, clip } = await aClip(client);
  const by = { entry_id: anId(), entered_by: lead };
  await put(client, 'marks', { clip_id: clip, event: 'contact', frame: 1, frame_to: 2, ...by });
  await put(client, 'points', { clip_id: clip, event: 'contact', point: 'head', x: 1.5, y: 2, point_sd: 2, frame: 1, ...by });
  await client.end();

  await migrateDatabase();
  const set = await benchSet(child as never);
  expect(set.marks).toEqual([{ clipId: clip, event: 'contact', frame: 1, frameTo: 2, origin: 'placed', spread: null }]);
  expect(set.points).toMatchObject([{ clipId: clip, point: 'head', x: 1.5, y: 2, origin: 'placed', frame: 1 }]);
  expect(set.strokes).toEqual([]);
  // Nor has anybody said how the marks of the ground lie.
  expect(set.groundMarks).toBeNull();
  // Nobody has looked at it for the machine yet.
  expect((await proposalsOf(child as never)).looks).toEqual([]);
});

test('what other rules had found when nothing could be looked at anew beside it is shown as it was', async () => {
  const client = await asItWas(28);
  const { child, clip } = await aClip(client);
  const known = { hand: 'R', towards_target: 1, capture_scale: 1 };
  await put(client, 'clip_looks', { clip_id: clip, state: 'found', finder: 'of before', body_pixels: 200, ...known });
  await put(client, 'proposed_marks', { clip_id: clip, event: 'contact', frame: 1, from_frame: 0, to_frame: 2, sure: 0.9 });
  await client.end();

  await migrateDatabase();
  const marks = [{ event: 'contact', frame: 1, from: 0, to: 2, sure: expect.closeTo(0.9) }];
  expect((await proposalsOf(child as never)).looks).toMatchObject([{ clipId: clip, state: 'found', bodyPixels: 200, marks }]);
});
