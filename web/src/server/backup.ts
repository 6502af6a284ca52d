import type { ClipId } from '@stride-chalk/core';
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, open, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { type Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import tar from 'tar-stream';
import { z } from 'zod';
import { databaseUrl, migrationsFolder } from './db/connect.ts';
import { benchPath, mediaFolder, originalPath, overviewPath, picturePath } from './media.ts';
import { Refusal } from './refusal.ts';
import { installationSecret } from './secret.ts';

/** What a backup holds, as its first entry says: every file with its length and SHA-256. */
const manifestSchema = z.object({
  form: z.literal('stride-chalk backup'),
  version: z.literal(1),
  madeAt: z.iso.datetime(),
  /** The newest migration of the database. */
  migrated: z.number(),
  files: z.array(z.object({ name: z.string(), bytes: z.number(), sha256: z.string() })),
});
export type Manifest = z.output<typeof manifestSchema>;

const secretPath = (): string => {
  const path = process.env.STRIDE_SECRET_FILE;
  if (!path) throw new Error('STRIDE_SECRET_FILE is not set: start the product with ./start');
  return path;
};

/** Runs a program of PostgreSQL with the password in its surroundings, not among its words. */
async function postgres(program: 'pg_dump' | 'pg_restore', args: readonly string[]): Promise<void> {
  const url = new URL(databaseUrl());
  const env = {
    ...process.env,
    PGHOST: url.hostname,
    PGPORT: url.port,
    PGUSER: url.username,
    PGPASSWORD: decodeURIComponent(url.password),
    PGDATABASE: url.pathname.slice(1),
  };
  await new Promise<void>((resolve, reject) => {
    const child = spawn(program, args, { env, stdio: ['ignore', 'ignore', 'pipe'] });
    let said = '';
    child.stderr.on('data', (text: Buffer) => {
      said = (said + text.toString()).slice(-2000);
    });
    child.once('error', reject);
    child.once('close', (code) => (code === 0 ? resolve() : reject(new Error(`${program} ended with ${code}: ${said}`))));
  });
}

async function hashed(path: string): Promise<{ readonly bytes: number; readonly sha256: string }> {
  const hash = createHash('sha256');
  let bytes = 0;
  for await (const chunk of createReadStream(path) as AsyncIterable<Buffer>) {
    bytes += chunk.length;
    hash.update(chunk);
  }
  return { bytes, sha256: hash.digest('hex') };
}

/** The dump of the database and the names of the films and pictures that it speaks of, as they stood at one moment. */
async function dump(path: string): Promise<{ readonly migrated: number; readonly media: ReadonlyMap<string, string> }> {
  const client = new pg.Client({ connectionString: databaseUrl() });
  await client.connect();
  try {
    await client.query('begin transaction isolation level repeatable read, read only');
    const snapshot = (await client.query<{ id: string }>('select pg_export_snapshot() as id')).rows[0]!.id;
    await postgres('pg_dump', ['--format=custom', `--snapshot=${snapshot}`, '--no-owner', '--no-privileges', `--file=${path}`]);
    const films = await client.query<{ id: ClipId; sha256: string; state: string; gone: boolean }>(
      'select k.id, f.sha256, k.state, f.original_gone_at is not null as gone from clips k join films f on f.id = k.film_id',
    );
    const pictures = await client.query<{ sha256: string }>(
      'select distinct p.value as sha256 from evaluations, jsonb_each_text(pictures) p',
    );
    const last = await client.query<{ made: string }>('select max(created_at) as made from drizzle.__drizzle_migrations');
    const media = new Map<string, string>();
    for (const f of films.rows) {
      if (!f.gone) {
        media.set(`media/originals/${f.sha256}`, originalPath(f.sha256));
        // Only a film that runs on has one.
        const overview = overviewPath(f.sha256);
        if (await stat(overview).catch(() => null)) media.set(`media/overviews/${f.sha256}.mp4`, overview);
      }
      if (f.state === 'ready') media.set(`media/bench/${f.id}.mp4`, benchPath(f.id));
    }
    for (const p of pictures.rows) media.set(`media/pictures/${p.sha256}.jpg`, picturePath(p.sha256));
    return { migrated: Number(last.rows[0]!.made), media };
  } finally {
    await client.end();
  }
}

/**
 * Writes everything into one file: the database as it stood at one moment, then the films and pictures that it names, by their hash, and the secret that
 * opens what is sealed in it. The product may run meanwhile. The file is read back and compared before it is called done.
 *
 * @throws Refusal where the file is there already, or a film that the database names is not on the disk
 */
export async function backUp(file: string, now = new Date()): Promise<Manifest> {
  if (await stat(file).catch(() => null)) throw new Refusal('file-there', `${file} is there already: name another file.`);
  // An installation at which nobody has signed in yet has none.
  installationSecret();
  const dumped = `${file}.database`;
  const partial = `${file}.partial`;
  try {
    await writeFile(dumped, '', { mode: 0o600 });
    const { migrated, media } = await dump(dumped);
    const parts = [['database.dump', dumped] as const, ['secret', secretPath()] as const, ...media];
    const files: Manifest['files'] = [];
    for (const [name, path] of parts)
      files.push({
        name,
        ...(await hashed(path).catch((error: NodeJS.ErrnoException) => {
          if (error.code !== 'ENOENT') throw error;
          throw new Refusal(
            'film-gone',
            `${name} is named in the database and was removed while the backup ran. Make it again.`,
            409,
          );
        })),
      });
    const manifest: Manifest = { form: 'stride-chalk backup', version: 1, madeAt: now.toISOString(), migrated, files };
    await writeTar(partial, manifest, new Map(parts));
    await readTar(partial, null);
    await rename(partial, file);
    return manifest;
  } finally {
    await rm(dumped, { force: true });
    await rm(partial, { force: true });
  }
}

async function writeTar(path: string, manifest: Manifest, paths: ReadonlyMap<string, string>): Promise<void> {
  const pack = tar.pack();
  const written = pipeline(pack, createWriteStream(path, { mode: 0o600, flush: true }));
  const fill = async (): Promise<void> => {
    pack.entry({ name: 'manifest.json', mode: 0o600 }, JSON.stringify(manifest));
    for (const { name, bytes } of manifest.files)
      await pipeline(createReadStream(paths.get(name)!), pack.entry({ name, size: bytes, mode: 0o600 }));
    pack.finalize();
  };
  await Promise.all([written, fill()]);
}

/** Names that a backup of ours has, and no other: nothing is written beside the folder given. */
const NAMES =
  /^(database\.dump|secret|media\/(originals\/[0-9a-f]{64}|bench\/[0-9a-f-]{36}\.mp4|pictures\/[0-9a-f]{64}\.jpg|overviews\/[0-9a-f]{64}\.mp4))$/;

/**
 * Reads a backup from end to end and compares every file with what the manifest says of it.
 *
 * @param into where the files go; null to look only
 * @throws Refusal that names what is missing, changed, or no part of a backup
 */
async function readTar(path: string, into: string | null): Promise<Manifest> {
  const extract = tar.extract();
  const reading = pipeline(createReadStream(path), extract);
  // Told of below, by whichever comes first.
  reading.catch(() => undefined);
  let manifest: Manifest | null = null;
  const open_ = new Map<string, Manifest['files'][number]>();
  try {
    for await (const entry of extract) {
      const { name } = entry.header;
      if (!manifest) {
        manifest = manifestOf(name, await textOf(entry as unknown as Readable));
        for (const f of manifest.files) open_.set(f.name, f);
        continue;
      }
      const known = open_.get(name);
      if (!known || !NAMES.test(name)) throw broken(`${name} is no part of it`);
      const hash = createHash('sha256');
      let bytes = 0;
      const look = new Transform({
        transform(chunk: Buffer, _encoding, done) {
          bytes += chunk.length;
          hash.update(chunk);
          done(null, chunk);
        },
      });
      if (into === null) {
        entry.pipe(look).resume();
        await new Promise<void>((resolve, reject) => look.once('end', resolve).once('error', reject));
      } else {
        await mkdir(dirname(join(into, name)), { recursive: true, mode: 0o700 });
        await pipeline(entry, look, createWriteStream(join(into, name), { mode: 0o600, flush: true }));
      }
      if (bytes !== known.bytes || hash.digest('hex') !== known.sha256) throw broken(`${name} is not what it was`);
      open_.delete(name);
    }
    await reading;
  } catch (error) {
    throw error instanceof Refusal ? error : broken((error as Error).message);
  }
  if (!manifest) throw broken('it is empty');
  if (open_.size > 0) throw broken(`${[...open_.keys()][0]} is missing`);
  return manifest;
}

const broken = (why: string): Refusal => new Refusal('backup-broken', `This backup cannot be used: ${why}.`);

async function textOf(entry: Readable): Promise<string> {
  const chunks: Buffer[] = [];
  for await (const chunk of entry as AsyncIterable<Buffer>) chunks.push(chunk);
  return Buffer.concat(chunks).toString('utf8');
}

function manifestOf(name: string, text: string): Manifest {
  try {
    if (name === 'manifest.json') return manifestSchema.parse(JSON.parse(text));
  } catch {
    // It is none of ours, or of a version that this program does not know.
  }
  throw broken('it is no backup of Stride Chalk that this version knows');
}

/**
 * Brings a backup into an empty installation: everything is read and compared before the database is touched.
 *
 * @throws Refusal where the database holds something, the backup is broken, or a newer program has made it
 */
export async function restore(file: string): Promise<Manifest> {
  const client = new pg.Client({ connectionString: databaseUrl() });
  await client.connect();
  try {
    const there = await client.query(`select 1 from pg_tables where schemaname in ('public', 'drizzle', 'pgboss') limit 1`);
    if (there.rowCount !== 0)
      throw new Refusal('not-empty', 'The database holds something already: a backup goes into an empty one.', 409);
  } finally {
    await client.end();
  }
  const staging = join(dirname(mediaFolder()), `${basename(mediaFolder())}.restoring`);
  await rm(staging, { recursive: true, force: true });
  try {
    const manifest = await readTar(file, staging);
    if (manifest.migrated > (await newestMigration()))
      throw new Refusal('newer-backup', 'This backup was made by a newer version of Stride Chalk. Restore it with that version.');
    await postgres('pg_restore', [
      ...['--no-owner', '--no-privileges', '--exit-on-error', '--single-transaction'],
      ...[`--dbname=${new URL(databaseUrl()).pathname.slice(1)}`, join(staging, 'database.dump')],
    ]);
    for (const folder of ['originals', 'bench', 'pictures', 'overviews'])
      await mkdir(join(staging, 'media', folder), { recursive: true, mode: 0o700 });
    await rename(join(staging, 'media'), mediaFolder());
    await rename(join(staging, 'secret'), secretPath());
    const folder = await open(dirname(mediaFolder()), 'r');
    await folder.sync().finally(() => folder.close());
    return manifest;
  } finally {
    await rm(staging, { recursive: true, force: true });
  }
}

async function newestMigration(): Promise<number> {
  const journal = JSON.parse(await readFile(join(migrationsFolder(), 'meta/_journal.json'), 'utf8')) as {
    entries: Array<{ when: number }>;
  };
  return Math.max(0, ...journal.entries.map((e) => e.when));
}
