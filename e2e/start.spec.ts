import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { expect, test } from '@playwright/test';
import pg from 'pg';
import { end, freePort, isHealthy, listenOn, portOf, ROOT, start, type Run } from './support/started.ts';

let state: string;
test.beforeEach(() => {
  state = mkdtempSync(`${tmpdir()}/stride-chalk-state-`);
  chmodSync(state, 0o755);
});
test.afterEach(() => rmSync(state, { recursive: true, force: true }));

/** Asks the database of the state, as the product does. */
async function asked<T>(text: string): Promise<T[]> {
  const read = (file: string): string => readFileSync(`${state}/${file}`, 'utf8');
  const client = new pg.Client({
    host: '127.0.0.1',
    port: Number(read('database.port')),
    user: 'stride',
    database: 'chalk',
    password: read('database.password'),
  });
  await client.connect();
  try {
    return (await client.query(text)).rows as T[];
  } finally {
    await client.end();
  }
}

test('a taken port: one clear sentence, and an exit code', async () => {
  const other = await listenOn(0);
  const run = start({ STRIDE_STATE: state, PORT: String(portOf(other)) });
  expect(await run.ended).not.toBe(0);
  expect(run.said().trim()).toBe(`Port ${portOf(other)} is taken by another program. Choose another one: PORT=4831 ./start`);
  other.close();
});

test('a broken database folder: one clear sentence, and an exit code', async () => {
  mkdirSync(`${state}/database`);
  writeFileSync(`${state}/database/stray`, 'x');
  const free = await listenOn(0);
  const port = portOf(free);
  await new Promise((resolve) => free.close(resolve));
  const run = start({ STRIDE_STATE: state, PORT: String(port) });
  expect(await run.ended).not.toBe(0);
  expect(run.said()).toContain('is broken: it holds files but no database');
});

test('SIGINT and SIGTERM stop server and database cleanly, and the data are there at the next start', async () => {
  const port = await freePort();
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    const run = start({ STRIDE_STATE: state, PORT: String(port) });
    await expect.poll(run.said).toContain(`http://127.0.0.1:${port}`);
    expect((await fetch(`http://127.0.0.1:${port}/api/health`)).status, signal).toBe(200);
    if (signal === 'SIGINT')
      await asked(
        `insert into staff (id, name, email, address) values ('018f0000-0000-7000-8000-000000000001', 'Who was there', 'there@camp.example', 'there@camp.example')`,
      );
    else expect(await asked(`select name from staff where email = 'there@camp.example'`)).toEqual([{ name: 'Who was there' }]);
    const lock = `${state}/database/postmaster.pid`;
    expect(existsSync(lock)).toBe(true);
    run.child.kill(signal);
    expect(await run.ended).toBe(signal === 'SIGINT' ? 130 : 143);
    expect(existsSync(lock)).toBe(false);
    await expect(fetch(`http://127.0.0.1:${port}/api/health`)).rejects.toThrow();
  }
});

const running = async (env: Record<string, string>): Promise<Run & { url: string }> => {
  const port = await freePort();
  const run = start({ STRIDE_STATE: state, PORT: String(port), ...env });
  await expect.poll(run.said).toContain(`http://127.0.0.1:${port}`);
  return { ...run, url: `http://127.0.0.1:${port}` };
};
const pidIn = (file: string): number => Number(readFileSync(`${state}/${file}`, 'utf8').split('\n')[0]);
const isAlive = (pid: number): boolean =>
  existsSync(`/proc/${pid}/status`) && !readFileSync(`/proc/${pid}/status`, 'utf8').includes('State:\tZ');
test('a product that runs', async () => {
  const run = await running({});
  try {
    await test.step('a second start on its state is refused with a clear sentence, and leaves the first alone', async () => {
      const second = start({ STRIDE_STATE: state, PORT: String(await freePort()) });
      expect(await second.ended).not.toBe(0);
      expect(second.said().trim()).toBe(
        `Stride Chalk runs on this state already: ${state}. End it first, or name another folder in STRIDE_STATE.`,
      );
      expect(await isHealthy(run.url)).toBe(200);
      expect(isAlive(pidIn('database/postmaster.pid'))).toBe(true);
    });
    await test.step('the database has passwords that only their owner reads; the user of the intake cannot connect; the role at work is no superuser', async () => {
      for (const file of ['database.password', 'database.admin', 'database.log', 'secret'])
        expect((statSync(`${state}/${file}`).mode & 0o777).toString(8), file).toBe('600');
      const port = readFileSync(`${state}/database.port`, 'utf8');
      const asNobody = process.getuid?.() === 0 ? ['setpriv', '--reuid=65534', '--regid=65534', '--clear-groups'] : ['env'];
      const psql = (user: string, env: Record<string, string> = {}) =>
        spawnSync(
          asNobody[0]!,
          [
            ...asNobody.slice(1),
            'psql',
            '-w',
            '-h',
            '127.0.0.1',
            '-p',
            port,
            '-U',
            user,
            '-d',
            'chalk',
            '-tAc',
            'select usesuper from pg_user where usename = current_user',
          ],
          {
            encoding: 'utf8',
            env: { PATH: process.env.PATH!, ...env },
            cwd: '/',
          },
        );
      for (const user of ['chalk', 'stride', 'postgres', 'nobody']) {
        const tried = psql(user);
        expect(tried.status, user).not.toBe(0);
        expect(tried.stderr, user).toMatch(/no password supplied|password authentication failed|fe_sendauth/);
      }
      if (process.getuid?.() === 0)
        expect(
          spawnSync('setpriv', ['--reuid=65534', '--regid=65534', '--clear-groups', 'cat', `${state}/database.password`], {
            encoding: 'utf8',
          }).status,
        ).not.toBe(0);
      const own = psql('stride', { PGPASSWORD: readFileSync(`${state}/database.password`, 'utf8') });
      expect(own.stdout.trim(), own.stderr).toBe('f');
    });
    await test.step('what dies is started again: the server, and the database while health says so', async () => {
      const server = pidIn('server.pid');
      process.kill(server, 'SIGKILL');
      await expect.poll(() => isHealthy(run.url)).toBe(200);
      expect(pidIn('server.pid')).not.toBe(server);
      const again = pidIn('server.pid');
      const database = pidIn('database/postmaster.pid');
      process.kill(database, 'SIGKILL');
      // The server lives on, and says that it cannot work.
      await expect.poll(() => isHealthy(run.url)).not.toBe(200);
      await expect.poll(() => isHealthy(run.url)).toBe(200);
      expect(pidIn('server.pid')).toBe(again);
      expect(pidIn('database/postmaster.pid')).not.toBe(database);
    });
  } finally {
    await end(run);
  }
});

test('a start that was killed leaves nothing that stands in the way: its server is ended, its database is taken over', async () => {
  const first = await running({});
  const [server, database] = [pidIn('server.pid'), pidIn('database/postmaster.pid')];
  first.child.kill('SIGKILL');
  await first.ended;
  expect(isAlive(server)).toBe(true);
  // The same port: the orphan has to be gone before it is free.
  const port = new URL(first.url).port;
  const second = start({ STRIDE_STATE: state, PORT: port });
  await expect.poll(second.said).toContain('A server that was left behind is ended');
  await expect.poll(second.said).toContain(`http://127.0.0.1:${port}`);
  expect(isAlive(server)).toBe(false);
  expect(pidIn('database/postmaster.pid')).toBe(database);
  await end(second);
  // It is nobody's child any more: its number goes when the system has taken note of its end.
  await expect.poll(() => isAlive(database)).toBe(false);
});

test('a number in postmaster.pid that belongs to another program by now does not stop a start', async () => {
  await end(await running({}));
  const lock = `${state}/database/postmaster.pid`;
  writeFileSync(lock, `${process.pid}\n${state}/database\n0\n5432\n\n127.0.0.1\n`);
  const run = await running({});
  expect(pidIn('database/postmaster.pid')).not.toBe(process.pid);
  await end(run);
});

test('a database from before passwords is taken over: nothing is lost, its role is no superuser any more, and nobody comes in without one', async () => {
  const folder = `${state}/database`;
  const bin = spawnSync('bash', ['-c', `. ${ROOT}ops/needs.sh; pg_bin`], { encoding: 'utf8' }).stdout.trim();
  const isRoot = process.getuid?.() === 0;
  const owner = (...command: string[]): void => {
    const whole = isRoot
      ? ['setpriv', '--reuid=postgres', '--regid=postgres', '--init-groups', 'env', 'HOME=/tmp', ...command]
      : command;
    const done = spawnSync(whole[0]!, whole.slice(1), { cwd: '/', encoding: 'utf8', stdio: ['ignore', 'ignore', 'pipe'] });
    expect(done.status, done.stderr).toBe(0);
  };
  mkdirSync(folder, { mode: 0o700 });
  if (isRoot) spawnSync('chown', ['postgres:postgres', folder]);
  const port = await freePort();
  // As it was made then: everybody who reaches the port is let in, as a superuser.
  owner(`${bin}/initdb`, '-D', folder, '-U', 'chalk', '-A', 'trust', '-E', 'UTF8', '--locale=C.UTF-8');
  const log = `${folder}/then.log`;
  owner(
    `${bin}/pg_ctl`,
    '-D',
    folder,
    '-w',
    '-l',
    log,
    '-o',
    `-p ${port} -c listen_addresses=127.0.0.1 -c unix_socket_directories=''`,
    'start',
  );
  const asChalk = async (database: string, ...statements: string[]): Promise<void> => {
    const client = new pg.Client({ host: '127.0.0.1', port, user: 'chalk', database });
    await client.connect();
    for (const statement of statements) await client.query(statement);
    await client.end();
  };
  await asChalk('postgres', 'create database chalk');
  const journal = JSON.parse(readFileSync(`${ROOT}web/migrations/meta/_journal.json`, 'utf8')) as {
    entries: Array<{ tag: string; when: number }>;
  };
  const landed = journal.entries.slice(0, 9);
  await asChalk(
    'chalk',
    'create schema drizzle',
    'create table drizzle.__drizzle_migrations (id serial primary key, hash text not null, created_at bigint)',
    ...landed.map((m) => readFileSync(`${ROOT}web/migrations/${m.tag}.sql`, 'utf8')),
    ...landed.map((m) => `insert into drizzle.__drizzle_migrations (hash, created_at) values ('${m.tag}', ${m.when})`),
    `insert into staff (id, name, email) values ('018f0000-0000-7000-8000-000000000001', 'Who was there', 'there@camp.example')`,
  );
  owner(`${bin}/pg_ctl`, '-D', folder, '-w', '-m', 'fast', 'stop');

  const run = await running({});
  try {
    const here = Number(readFileSync(`${state}/database.port`, 'utf8'));
    for (const user of ['chalk', 'stride'])
      await expect(new pg.Client({ host: '127.0.0.1', port: here, user, database: 'chalk' }).connect(), user).rejects.toThrow(
        /password/i,
      );
    expect(await asked(`select name from staff where email = 'there@camp.example'`)).toEqual([{ name: 'Who was there' }]);
    expect(await asked('select usesuper as s from pg_user where usename = current_user')).toEqual([{ s: false }]);
    expect(
      await asked(`select relname from pg_class c join pg_namespace n on n.oid = c.relnamespace
        where n.nspname in ('public', 'drizzle', 'pgboss') and c.relowner <> 'stride'::regrole`),
    ).toEqual([]);
    expect(await isHealthy(run.url)).toBe(200);
  } finally {
    await end(run);
  }
});

test('the demo is not served off this machine', async () => {
  for (const env of [{ HOST: '0.0.0.0' }, { STRIDE_URL: 'https://camp.example' }] as Record<string, string>[]) {
    const run = start({ STRIDE_STATE: state, PORT: String(await freePort()), STRIDE_DEMO: '1', ...env });
    expect(await run.ended).not.toBe(0);
    expect(run.said()).toContain('The made-up camp is not served at');
  }
});

test('a backup of a running product, restored into an empty state, is the same camp; a changed or broken one is refused', async () => {
  const file = `${state}-backup.tar`;
  const other = mkdtempSync(`${tmpdir()}/stride-chalk-state-`);
  chmodSync(other, 0o755);
  const command = async (env: Record<string, string>, ...args: string[]): Promise<{ code: number | null; said: string }> => {
    const run = start(env, args);
    const code = await run.ended;
    // What it said last may come in after its end.
    await expect.poll(run.said).toMatch(/\S/);
    return { code, said: run.said() };
  };
  const count = (folder: string, text: string): string =>
    spawnSync(
      'psql',
      ['-h', '127.0.0.1', '-p', readFileSync(`${folder}/database.port`, 'utf8'), '-U', 'stride', '-d', 'chalk', '-tAc', text],
      {
        encoding: 'utf8',
        env: { PATH: process.env.PATH!, PGPASSWORD: readFileSync(`${folder}/database.password`, 'utf8') },
      },
    ).stdout;
  const everything = `select (select count(*) || md5(string_agg(t::text, '|' order by t::text)) from entries t) || (select count(*) || md5(string_agg(t::text, '|' order by t::text)) from campers t) || (select md5(string_agg(f.sha256 || k.id, '|' order by k.id)) from clips k join films f on f.id = k.film_id)`;
  try {
    const run = await running({ STRIDE_DEMO: '1' });
    expect((await command({ STRIDE_STATE: state }, 'backup', file)).said).toContain('Backup written and read back');
    expect((statSync(file).mode & 0o777).toString(8)).toBe('600');
    expect((await command({ STRIDE_STATE: state }, 'backup', file)).said).toContain('is there already');
    // Onto what is there it does not go.
    expect((await command({ STRIDE_STATE: state }, 'restore', file)).said).toContain('runs on this state already');
    const before = count(state, everything);
    await end(run);
    expect((await command({ STRIDE_STATE: state }, 'restore', file)).said).toContain('holds something already');
    // One byte of one film is another one.
    const bytes = readFileSync(file);
    const changed = Buffer.from(bytes);
    changed[Math.floor(changed.length * 0.7)]! ^= 1;
    writeFileSync(`${file}.changed`, changed);
    const refused = await command({ STRIDE_STATE: other }, 'restore', `${file}.changed`);
    expect(refused.code).not.toBe(0);
    expect(refused.said).toContain('This backup cannot be used');
    writeFileSync(`${file}.short`, bytes.subarray(0, bytes.length / 2));
    expect((await command({ STRIDE_STATE: other }, 'restore', `${file}.short`)).said).toContain('This backup cannot be used');
    const restored = await command({ STRIDE_STATE: other }, 'restore', file);
    expect(restored.said).toContain('Restored');
    const again = await running({ STRIDE_STATE: other, STRIDE_DEMO: '1' });
    try {
      expect(count(other, everything)).toBe(before);
      for (const film of readdirSync(`${other}/media/originals`))
        expect(
          createHash('sha256')
            .update(readFileSync(`${other}/media/originals/${film}`))
            .digest('hex'),
        ).toBe(film);
      // Every film that a clip has is there; a file that a killed intake has left may have been swept meanwhile.
      const named = count(other, 'select distinct sha256 from films').trim().split('\n');
      expect(named.length).toBeGreaterThan(10);
      expect(readdirSync(`${other}/media/originals`)).toEqual(expect.arrayContaining(named));
    } finally {
      await end(again);
    }
  } finally {
    for (const path of [other, file, `${file}.changed`, `${file}.short`]) rmSync(path, { recursive: true, force: true });
  }
});
