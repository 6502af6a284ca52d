import { spawn, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import { fileURLToPath } from 'node:url';
import { cp, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import pg from 'pg';

const ROOT = fileURLToPath(new URL('../../', import.meta.url));

/** The product, running for the tests on a database and a media folder of its own. */
export interface Product {
  readonly url: string;
  readonly databaseUrl: string;
  /** Where everything filmed lies. */
  readonly media: string;
  /** The link for the first lead, as printed; the plain URL where somebody can sign in. */
  readonly printed: string;
  /** Ends the server as a power cut would. */
  kill(): Promise<void>;
  /** Starts it again on the same port, database and media. */
  again(): Promise<void>;
  /** Ends it cleanly; database and media stay. */
  stop(): Promise<void>;
  /** Ends it cleanly and drops database and media. */
  end(): Promise<void>;
}

function adminUrl(): string {
  const url = process.env.STRIDE_TEST_POSTGRES;
  if (!url) throw new Error('STRIDE_TEST_POSTGRES is not set: run the tests with ./test, or name a PostgreSQL there');
  return url;
}

export async function query<T extends pg.QueryResultRow>(url: string, text: string, values: unknown[] = []): Promise<T[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query<T>(text, values)).rows;
  } finally {
    await client.end();
  }
}

const freePort = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => (address && typeof address === 'object' ? resolve(address.port) : reject(new Error('no port'))));
    });
  });

const ended = (child: ChildProcess): Promise<void> =>
  child.exitCode !== null || child.signalCode !== null
    ? Promise.resolve()
    : new Promise((resolve) => child.once('exit', () => resolve()));

/** Zones without summer time, from eleven hours behind UTC to twelve ahead (IANA time zone database). */
const ZONES = [
  ...['Pacific/Pago_Pago', 'Pacific/Honolulu', 'Pacific/Gambier', 'Pacific/Pitcairn', 'America/Phoenix', 'America/Costa_Rica'],
  ...['America/Panama', 'America/Puerto_Rico', 'America/Cayenne', 'Atlantic/South_Georgia', 'Atlantic/Cape_Verde'],
  ...['Africa/Abidjan', 'Africa/Lagos', 'Africa/Maputo', 'Africa/Nairobi', 'Asia/Dubai', 'Asia/Karachi', 'Asia/Dhaka'],
  ...['Asia/Bangkok', 'Asia/Singapore', 'Asia/Tokyo', 'Pacific/Port_Moresby', 'Pacific/Guadalcanal', 'Pacific/Tarawa'],
];
/** One in which it is between nine and ten in the morning: where a camp's day ended while they ran some tests failed. */
const morningZone = (now = new Date()): string => ZONES[(9 - now.getUTCHours() + 11 + 24) % 24]!;

let started = 0;

export async function startProduct(options: {
  readonly demo: boolean;
  /** Begins with the database and the films of a product that has been ended, as they are. */
  readonly like?: { readonly databaseUrl: string; readonly media: string };
  /** Whether its computer looks at films: that takes half a minute of a core each. */
  readonly looks?: boolean;
  /** Where the server looks for its database, if something stands in between. */
  readonly through?: (databaseUrl: string) => Promise<string>;
}): Promise<Product> {
  started += 1;
  const name = `chalk_e2e_${Date.now()}_${process.pid}_${started}`;
  const { like } = options;
  await query(adminUrl(), `create database ${name}${like ? ` template ${new URL(like.databaseUrl).pathname.slice(1)}` : ''}`);
  const at = new URL(adminUrl());
  at.pathname = `/${name}`;
  const databaseUrl = at.href;
  const reached = (await options.through?.(databaseUrl)) ?? databaseUrl;
  const folder = await mkdtemp(join(tmpdir(), 'stride-chalk-e2e-'));
  if (like) await cp(dirname(like.media), folder, { recursive: true });
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  let child: ChildProcess;
  let printed = url;
  const start = (): Promise<void> =>
    new Promise((resolve, reject) => {
      child = spawn(process.execPath, ['web/serve.mjs'], {
        cwd: ROOT,
        stdio: ['ignore', 'pipe', 'pipe'],
        env: {
          ...process.env,
          PORT: String(port),
          DATABASE_URL: reached,
          STRIDE_MEDIA: join(folder, 'media'),
          STRIDE_SECRET_FILE: join(folder, 'secret'),
          STRIDE_SIMULATED_RATE: '30',
          STRIDE_DEMO: options.demo ? '1' : '0',
          STRIDE_DEMO_ZONE: morningZone(),
          STRIDE_DEMO_CLIPS: join(ROOT, 'demo/clips'),
          ...(options.looks ? { STRIDE_LOOKS_GIVE_WAY: '0' } : { STRIDE_LOOKS: '0' }),
        },
      });
      let said = '';
      child.stderr!.on('data', (text: Buffer) => {
        said += text.toString();
      });
      child.stdout!.on('data', (text: Buffer) => {
        said += text.toString();
        // What fails on the server of the tests is told: the page says only that it did.
        if (text.includes('"request failed"')) process.stdout.write(text.toString().slice(0, 2000));
        const line = /Stride Chalk: (\S+)\n/.exec(said);
        if (!line) return;
        printed = line[1]!;
        resolve();
      });
      child.once('exit', (code) => reject(new Error(`the server ended with ${code}: ${said.slice(-2000)}`)));
    });
  await start();
  const stop = async (): Promise<void> => {
    child.kill('SIGTERM');
    await ended(child);
  };
  return {
    url,
    databaseUrl,
    media: join(folder, 'media'),
    printed,
    async kill() {
      child.kill('SIGKILL');
      await ended(child);
    },
    again: start,
    stop,
    async end() {
      await stop();
      await query(adminUrl(), `drop database ${name} with (force)`);
      await rm(folder, { recursive: true, force: true });
    },
  };
}
