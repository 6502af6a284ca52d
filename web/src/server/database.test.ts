import { Writable } from 'node:stream';
import { sql } from 'drizzle-orm';
import pg from 'pg';
import pino from 'pino';
import { armCareRulesSchema, publishedLimits } from '@stride-chalk/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { campById } from './camps.ts';
import { databaseAnswers, databaseUrl, db, isDatabaseAway, migrateDatabase, pool } from './db/connect.ts';
import { campers, organisations } from './db/schema.ts';
import { logOptions } from './log.ts';
import { newWorld, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());

/** Ends every connection of the pool from outside, as a database that goes down does. */
async function breakConnections(): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl() });
  await client.connect();
  await client.query(
    'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()',
  );
  await client.end();
}
const failure = (work: Promise<unknown>): Promise<unknown> =>
  work.then(
    () => null,
    (error: unknown) => error,
  );

describe('a document in a row', () => {
  test('is read by its schema: what cannot be read is an error that names where it is kept, and nothing is read the wrong way', async () => {
    const kept = (column: string, value: string) =>
      db().execute(sql`update camps set ${sql.raw(column)} = ${value}::jsonb where id = ${world.campId}`);
    for (const [column, wrong, right] of [
      ['arm_care', '{"groups": []}', 'null'],
      ['distances', '{"11-12": "fifty"}', '{"11-12": 50}'],
      ['schools', '["A1"]', '{}'],
      ['ground_marks', '{"atRubber": 0.61}', '{"atRubber": 0.61, "ahead": 1.5, "length": 1.8}'],
    ] as const) {
      await kept(column, wrong);
      const said = String(await failure(campById(world.campId)));
      expect(said, column).toContain(`what is kept in ${column} cannot be read`);
      expect(said, column).not.toContain('fifty');
      if (right === 'null') await db().execute(sql`update camps set arm_care = null`);
      else await kept(column, right);
    }
    expect((await campById(world.campId)).distances).toEqual({ '11-12': 50 });
    expect((await campById(world.campId)).groundMarks).toEqual({ atRubber: 0.61, ahead: 1.5, length: 1.8 });
    // A table of limits from before its gaps were refused stays readable.
    const gap = { ...publishedLimits, groups: publishedLimits.groups.filter((g) => g.ageFrom !== 11) };
    expect(armCareRulesSchema.safeParse(gap).success).toBe(false);
    await kept('arm_care', JSON.stringify(gap));
    expect((await campById(world.campId)).armCare.groups).toHaveLength(publishedLimits.groups.length - 1);
    await db().execute(sql`update camps set arm_care = null`);
  });
});

describe('a database connection that breaks', () => {
  test('at rest is replaced by the next query', async () => {
    await Promise.all(Array.from({ length: 6 }, () => db().execute(sql`select 1`)));
    await breakConnections();
    await expect.poll(() => pool().totalCount).toBe(0);
    expect(await databaseAnswers()).toBe(true);
  });

  test('between two statements of a transaction fails that one, ends nothing else, and is named as what it is', async () => {
    const uncaught: unknown[] = [];
    const listen = (error: unknown): void => void uncaught.push(error);
    process.on('uncaughtException', listen);
    try {
      const broken = await failure(
        db().transaction(async (tx) => {
          await tx.execute(sql`select 1`);
          const gone = breakConnections();
          await gone;
          // The connection is told while nothing of ours waits for it.
          await expect.poll(() => failure(tx.execute(sql`select 1`))).toBeInstanceOf(Error);
          await tx.execute(sql`select 1`);
        }),
      );
      expect(isDatabaseAway(broken)).toBe(true);
      expect(uncaught).toEqual([]);
      expect(await databaseAnswers()).toBe(true);
    } finally {
      process.off('uncaughtException', listen);
    }
  });

  test('a mistake of ours or of somebody else is no database that is away', async () => {
    expect(isDatabaseAway(await failure(db().execute(sql`select nothing from nowhere`)))).toBe(false);
    expect(isDatabaseAway(await failure(db().insert(organisations).values({ id: world.organisationId, name: 'x' })))).toBe(false);
    expect(isDatabaseAway(new Error('x'))).toBe(false);
    expect(isDatabaseAway(Object.assign(new Error('open'), { code: 'ENOENT', syscall: 'open' }))).toBe(false);
    expect(isDatabaseAway(Object.assign(new Error('connect'), { code: 'ECONNREFUSED', syscall: 'connect' }))).toBe(true);
  });

  test('no statement, lock or forgotten transaction waits for ever', async () => {
    const rows = (
      await db().execute<{ name: string; setting: string }>(
        sql`select name, setting from pg_settings where name in ('statement_timeout', 'lock_timeout', 'idle_in_transaction_session_timeout')`,
      )
    ).rows;
    expect(Object.fromEntries(rows.map((r) => [r.name, Number(r.setting)]))).toEqual({
      statement_timeout: 30_000,
      lock_timeout: 15_000,
      idle_in_transaction_session_timeout: 60_000,
    });
  });
});

test('a database that a newer program has been at is refused, and nothing is changed; the own one is not', async () => {
  await migrateDatabase();
  const future = Date.now() + 10 * 365 * 86_400_000;
  await db().execute(sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('newer', ${future})`);
  try {
    await expect(migrateDatabase()).rejects.toMatchObject({
      code: 'newer-database',
      message: expect.stringContaining('newer version of Stride Chalk'),
    });
  } finally {
    await db().execute(sql`delete from drizzle.__drizzle_migrations where hash = 'newer'`);
  }
  await migrateDatabase();
});

test('the log says what went wrong where, and never a name, a birth date, an address or a value', async () => {
  let written = '';
  const log = pino(
    logOptions,
    new Writable({
      write(chunk: Buffer, _encoding, done) {
        written += chunk.toString();
        done();
      },
    }),
  );
  const row = {
    id: anId(),
    childId: anId(),
    campId: world.campId,
    bib: 7,
    name: 'Quillon Marrowbank',
    born: '2013-10-01',
    hand: 'R' as const,
  };
  const error = await failure(
    db()
      .insert(campers)
      .values({ ...row, heightCentimetres: 150, guardian: 'Ottoline', guardianEmail: 'ottoline@marrowbank.example' }),
  );
  expect(String((error as Error).message)).toContain('Quillon');
  log.error({ err: error }, 'request failed');
  for (const word of ['Quillon', 'Marrowbank', '2013-10-01', 'Ottoline', 'marrowbank.example', row.childId])
    expect(written).not.toContain(word);
  expect(JSON.parse(written)).toMatchObject({
    msg: 'request failed',
    err: { at: expect.any(Array), cause: { code: '23505' } },
  });
});
