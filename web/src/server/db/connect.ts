import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { log } from '../log.ts';
import { Refusal } from '../refusal.ts';
import * as schema from './schema.ts';

export type Database = NodePgDatabase<typeof schema>;
/** The connection, or a transaction on it. */
export type Executor = Database | Parameters<Parameters<Database['transaction']>[0]>[0];

// Calendar days stay text: a Date would move them across time zones.
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);

let connections: pg.Pool | null = null;
let database: Database | null = null;

export function databaseUrl(): string {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set: start the product with ./start');
  return url;
}

/** The one connection pool of this process. */
export function db(): Database {
  database ??= drizzle(pool(), { schema });
  return database;
}

/** Nothing waits for ever: a statement, a lock, a forgotten transaction, a place in the pool (milliseconds). */
const LIMITS = {
  statement_timeout: 30_000,
  lock_timeout: 15_000,
  idle_in_transaction_session_timeout: 60_000,
  connectionTimeoutMillis: 30_000,
} as const;

/** The same pool, for libraries that speak to it themselves. */
export function pool(): pg.Pool {
  if (!connections) {
    connections = new pg.Pool({ connectionString: databaseUrl(), max: 12, keepAlive: true, ...LIMITS });
    // A connection that breaks is replaced by the next query. Without these two lines it would end the process: the first for one that rests, the second
    // for one that is in use between two statements.
    connections.on('error', (error) => log.warn({ code: codeOf(error) }, 'an idle database connection broke'));
    connections.on('connect', (client) =>
      client.on('error', (error) => log.warn({ code: codeOf(error) }, 'a database connection broke')),
    );
  }
  return connections;
}

const codeOf = (error: unknown): string | undefined => (error as { code?: string } | null)?.code;

/** True for an error that says that the database is away or overloaded, at any depth: the same request may succeed in a moment. */
export function isDatabaseAway(error: unknown): boolean {
  for (let e = error; e instanceof Error; e = e.cause) {
    const code = codeOf(e) ?? '';
    if (/^(08...|53...|57P0[1-5]|57014|55P03|40001|40P01|25P03)$/.test(code)) return true;
    if (['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOENT'].includes(code) && 'syscall' in e)
      return e.syscall !== 'open';
    if (/Connection terminated|timeout exceeded when trying to connect|Client was closed|is not queryable/i.test(e.message))
      return true;
  }
  return false;
}

/** Whether the database answers within two seconds. */
export async function databaseAnswers(): Promise<boolean> {
  let late: ReturnType<typeof setTimeout> | undefined;
  const answer = await Promise.race([
    pool()
      .query('select 1')
      .then(
        () => true,
        () => false,
      ),
    new Promise<false>((resolve) => {
      late = setTimeout(() => resolve(false), 2_000);
    }),
  ]);
  clearTimeout(late);
  return answer;
}

export async function closeDatabase(): Promise<void> {
  await connections?.end();
  connections = null;
  database = null;
}

/** Where the migrations lie. */
export const migrationsFolder = (): string =>
  process.env.STRIDE_MIGRATIONS ?? fileURLToPath(new URL('../../../migrations', import.meta.url));

const MIGRATION_LOCK = 7_316_001;

/** Migrations that the database has had, in their order of making; the newest one of this program. */
async function newestOf(client: pg.Client): Promise<number> {
  const known = await client.query<{ there: boolean }>(`select to_regclass('drizzle.__drizzle_migrations') is not null as there`);
  if (!known.rows[0]!.there) return 0;
  const last = await client.query<{ made: string | null }>('select max(created_at) as made from drizzle.__drizzle_migrations');
  return Number(last.rows[0]!.made ?? 0);
}

/**
 * Brings the database up to date. Two starts at once wait for each other.
 *
 * @throws Refusal when a newer program has been at work on it: an older one would write what the newer one cannot read
 */
export async function migrateDatabase(): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl() });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    const folder = migrationsFolder();
    const journal = JSON.parse(await readFile(join(folder, 'meta/_journal.json'), 'utf8')) as {
      entries: Array<{ when: number }>;
    };
    if ((await newestOf(client)) > Math.max(0, ...journal.entries.map((e) => e.when)))
      throw new Refusal(
        'newer-database',
        'This database was brought up to date by a newer version of Stride Chalk. Start that version; nothing was changed.',
        500,
      );
    await migrate(drizzle(client), { migrationsFolder: folder });
  } finally {
    await client.end();
  }
}
