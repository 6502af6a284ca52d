import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { v7 } from 'uuid';
import { afterAll, expect, test } from 'vitest';
import { defaultSheet } from '@stride-chalk/core';
import { listCampers } from './campers.ts';
import { campsOf } from './camps.ts';
import { ledgerOf, soreArmsOf } from './arm-care.ts';
import { closeDatabase, migrateDatabase } from './db/connect.ts';

const name = `chalk_migrations_${process.pid}`;
const admin = async (statement: string): Promise<void> => {
  const client = new pg.Client({ connectionString: process.env.STRIDE_TEST_POSTGRES });
  await client.connect();
  await client.query(statement).finally(() => client.end());
};
afterAll(async () => {
  delete process.env.STRIDE_MIGRATIONS;
  await closeDatabase();
  await admin(`drop database if exists ${name} with (force)`);
});

test('an installation from before accounts keeps everything: staff with their roles, sore arms, throws of its deliveries', async () => {
  await admin(`create database ${name}`);
  const url = new URL(process.env.STRIDE_TEST_POSTGRES!);
  url.pathname = `/${name}`;
  process.env.DATABASE_URL = url.href;
  // The migrations as they stood then.
  const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-migrations-'));
  cpSync(fileURLToPath(new URL('../../migrations', import.meta.url)), folder, { recursive: true });
  const journal = JSON.parse(readFileSync(join(folder, 'meta/_journal.json'), 'utf8')) as { entries: Array<{ idx: number }> };
  writeFileSync(
    join(folder, 'meta/_journal.json'),
    JSON.stringify({ ...journal, entries: journal.entries.filter((e) => e.idx < 2) }),
  );
  process.env.STRIDE_MIGRATIONS = folder;
  await migrateDatabase();
  const [sheet, camp, lead, helper, sound, sore, delivery] = Array.from({ length: 7 }, () => v7());
  const client = new pg.Client({ connectionString: url.href });
  await client.connect();
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

  delete process.env.STRIDE_MIGRATIONS;
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
    [[{ film: true, share: false, until: null }], true],
    [[{ film: true, share: false, until: null }], true],
  ]);
  rmSync(folder, { recursive: true });
});
