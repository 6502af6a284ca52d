import pg from 'pg';
import { expect } from '@playwright/test';

/** A step of a film that stays until it is let go. */
export interface HeldStep {
  /** Waits until a film has come to this step and would leave it. */
  reached(): Promise<void>;
  /** Lets films pass again; what waited here is undone, as when its server is gone. */
  undo(): Promise<void>;
}

/** Holds films in a state: who would take a clip out of it waits in the database. However busy the machine is, the state is there to be met. */
export async function holdAt(databaseUrl: string, state: 'checking'): Promise<HeldStep> {
  const client = new pg.Client({ connectionString: databaseUrl });
  // A test that fails takes the database away meanwhile: it has told why.
  client.on('error', () => undefined);
  await client.connect();
  await client.query('select pg_advisory_lock(1)');
  await client.query(`create function hold_clip() returns trigger language plpgsql as $$
    begin perform pg_advisory_xact_lock_shared(1); return new; end $$`);
  await client.query(`create trigger held before update on clips for each row
    when (old.state = '${state}' and new.state <> '${state}') execute function hold_clip()`);
  const waiting = `from pg_locks where locktype = 'advisory' and not granted
    and database = (select oid from pg_database where datname = current_database())`;
  return {
    async reached() {
      await expect.poll(async () => (await client.query(`select 1 ${waiting}`)).rowCount).toBe(1);
    },
    async undo() {
      await client.query(`select pg_terminate_backend(pid, 60000) ${waiting}`);
      await client.query('drop trigger held on clips; drop function hold_clip');
      await client.end();
    },
  };
}
