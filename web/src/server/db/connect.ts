import { fileURLToPath } from 'node:url';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { log } from '../log.ts';
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

/** The same pool, for libraries that speak to it themselves. */
export function pool(): pg.Pool {
  if (!connections) {
    connections = new pg.Pool({ connectionString: databaseUrl(), max: 12 });
    // An idle connection that breaks is replaced by the next query; without this line it would end the process.
    connections.on('error', (error) => log.warn({ error }, 'an idle database connection broke'));
  }
  return connections;
}

export async function closeDatabase(): Promise<void> {
  await connections?.end();
  connections = null;
  database = null;
}

const MIGRATION_LOCK = 7_316_001;

/** Brings the database up to date. Two starts at once wait for each other. */
export async function migrateDatabase(): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl() });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    const folder = process.env.STRIDE_MIGRATIONS ?? fileURLToPath(new URL('../../../migrations', import.meta.url));
    await migrate(drizzle(client), { migrationsFolder: folder });
  } finally {
    await client.end();
  }
}
