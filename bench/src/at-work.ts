/**
 * The real ./start on a state of its own, and work at it as devices do: levels, check-ins, throws, deliveries and films over the interface, each sent
 * again until it is answered.
 */
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { fileURLToPath } from 'node:url';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { v7 } from 'uuid';
import { defaultSheet, NOTHING_ASKED, resolveSheet, readAnswer } from '@stride-chalk/core';
import { PASSWORD, STAFF } from '@stride-chalk/demo';

export const say = (line: string): boolean => process.stdout.write(`${line}\n`);
export const coach = STAFF.find((s) => s.role === 'coach')!;

/** What the server has acknowledged, by kind: the ids. */
export type Acknowledged = Record<'entries' | 'checkIns' | 'throws' | 'deliveries' | 'films', string[]>;
export const nothingYet = (): Acknowledged => ({ entries: [], checkIns: [], throws: [], deliveries: [], films: [] });

/** Starts the product in a folder, with the demo, and signs a coach in. */
export async function startAtWork(folder: string) {
  const state = `${folder}/state`;
  mkdirSync(state, { recursive: true, mode: 0o755 });
  const port = await new Promise<number>((resolve) => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const { port: free } = probe.address() as { port: number };
      probe.close(() => resolve(free));
    });
  });
  const url = `http://127.0.0.1:${port}`;
  const product: ChildProcess = spawn(fileURLToPath(new URL('../../start', import.meta.url)), [], {
    env: { ...process.env, STRIDE_STATE: state, PORT: String(port), STRIDE_DEMO: '1' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve, reject) => {
    product.stdout!.on('data', (text: Buffer) => text.toString().includes(url) && resolve());
    product.once('exit', (code) => reject(new Error(`./start ended with ${code}`)));
  });

  const pidIn = (file: string): number => Number(readFileSync(`${state}/${file}`, 'utf8').split('\n')[0]);
  async function sql<T extends pg.QueryResultRow>(text: string, values: unknown[] = []): Promise<T[]> {
    const client = new pg.Client({
      host: '127.0.0.1',
      port: Number(readFileSync(`${state}/database.port`, 'utf8')),
      user: 'stride',
      password: readFileSync(`${state}/database.password`, 'utf8'),
      database: 'chalk',
    });
    await client.connect();
    try {
      return (await client.query<T>(text, values)).rows;
    } finally {
      await client.end();
    }
  }
  /** Asks until the server has answered: as a device does that keeps what it has entered. */
  async function insist(path: string, init: RequestInit & { headers: Record<string, string> }): Promise<Response> {
    for (;;) {
      const answer = await fetch(url + path, { redirect: 'manual', ...init }).catch(() => null);
      if (answer && answer.status < 500) return answer;
      await pause(150);
    }
  }
  const headers = (cookie: string, type = 'application/json') => ({ origin: url, cookie, 'content-type': type });
  const signedIn = await insist('/api/sign-in', {
    method: 'POST',
    headers: headers('', 'application/x-www-form-urlencoded'),
    body: new URLSearchParams({ email: coach.email, password: PASSWORD, go: '/' }).toString(),
  });
  const cookie = signedIn.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');

  const campers = await sql<{ id: string; bib: number; day: string }>(
    `select c.id, c.bib, to_char(k.first_day + 1, 'YYYY-MM-DD') as day from campers c join camps k on k.id = c.camp_id
     where k.name = 'Heron Bend Pitching Week' and k.first_day > now() - interval '30 days' and c.withdrawn_on is null
       and exists (select 1 from consents s where s.camper_id = c.id and s.film) and not exists (select 1 from sore_arms a where a.child_id = c.child_id)
       and c.bib not in (31, 27, 9) order by c.bib`,
  );
  const scored = await sql<{ id: string }>(
    `select d.id from deliveries d join campers c on c.id = d.camper_id join camps k on k.id = c.camp_id where k.name = 'Heron Bend Pitching Week' and k.first_day > now() - interval '30 days' and c.bib = 9`,
  );
  const asked = resolveSheet(defaultSheet, '9-10')
    .filter((c) => c.scored)
    .map((c) => c.id);
  const film = `${folder}/film.mp4`;
  if (!existsSync(film))
    spawnSync('ffmpeg', [
      '-v',
      'error',
      '-y',
      '-f',
      'lavfi',
      '-i',
      'testsrc=duration=0.5:size=320x180:rate=30',
      '-pix_fmt',
      'yuv420p',
      film,
    ]);
  const filmBytes = readFileSync(film);
  const filmHash = createHash('sha256').update(filmBytes).digest('hex');

  let nth = Math.floor(Math.random() * 60 * 28);
  const put = async (path: string, body: unknown): Promise<number> => {
    const answer = await insist(path, { method: 'PUT', headers: headers(cookie), body: JSON.stringify(body) });
    return answer.status;
  };

  /** Works until done; `rests` stretches the pauses, so that the machine is not at its limit all the while. */
  async function work(done: () => boolean, acknowledged: Acknowledged, rests = 0): Promise<void> {
    const loop = async (turn: (i: number) => Promise<void>): Promise<void> => {
      for (let i = 0; !done(); i++) await turn(i);
    };
    const one = <T>(list: readonly T[], i: number): T => list[i % list.length]!;
    const day = campers[0]!.day;
    await Promise.all([
      ...[0, 1, 2].map((k) =>
        loop(async (i) => {
          const id = v7();
          const body = {
            kind: 'score',
            deliveryId: one(scored, k).id,
            checkpoint: one(asked, i),
            level: '3',
            faults: [],
            note: null,
          };
          if ((await put(`/api/entries/${id}`, body)) === 200) acknowledged.entries.push(id);
          if (rests) await pause(rests);
        }),
      ),
      loop(async (i) => {
        const id = v7();
        const body = { camperId: one(campers, i).id, day, notedAt: new Date().toISOString(), present: true, ...NOTHING_ASKED };
        if ((await put(`/api/check-ins/${id}`, body)) === 200) acknowledged.checkIns.push(id);
        await pause(20 + rests);
      }),
      loop(async (i) => {
        const id = v7();
        const body = { kind: 'throws', camperId: one(campers, i).id, day: '2020-01-01', throwKind: 'drill', count: 1 };
        if ((await put(`/api/care/${id}`, body)) === 200) acknowledged.throws.push(id);
        await pause(20 + rests);
      }),
      loop(async (i) => {
        const id = v7();
        const made = await insist('/api/deliveries', {
          method: 'POST',
          headers: headers(cookie),
          // On a day of its own: arm care counts what is thrown on one.
          body: JSON.stringify({
            id,
            camperId: one(campers, i).id,
            kind: 'stretch',
            thrownOn: dayOfItsOwn(nth++),
          }),
        });
        // Sent again after an answer that was lost, it is there already.
        if (made.status === 201) acknowledged.deliveries.push(id);
        if (made.status === 201 && i % 3 === 0) {
          const named = new URLSearchParams({ deliveryId: id, view: 'front', fileName: 'film.mp4' });
          const taken = await insist(`/api/clips?${named}`, {
            method: 'POST',
            headers: headers(cookie, 'video/mp4'),
            body: filmBytes,
          });
          if (taken.status === 202) acknowledged.films.push(readAnswer('POST /api/clips', await taken.json()).id);
        }
        await pause(60 + 10 * rests);
      }),
    ]);
  }

  /** Of what was acknowledged: what is not there, and what is there twice. */
  async function missing(acknowledged: Acknowledged): Promise<{ lost: number; doubled: number }> {
    const there = async (table: string, ids: readonly string[], more = ''): Promise<number> =>
      Number((await sql<{ n: string }>(`select count(*) as n from ${table} where id = any($1::uuid[]) ${more}`, [ids]))[0]!.n);
    let lost = acknowledged.entries.length - (await there('entries', acknowledged.entries));
    lost += acknowledged.checkIns.length - (await there('check_ins', acknowledged.checkIns));
    lost += acknowledged.throws.length - (await there('throws', acknowledged.throws, 'and taken_back_at is null'));
    lost += acknowledged.deliveries.length - (await there('deliveries', acknowledged.deliveries));
    lost += acknowledged.films.length - (await there('clips', acknowledged.films));
    if (acknowledged.films.length > 0) {
      const kept = `${state}/media/originals/${filmHash}`;
      if (!existsSync(kept) || createHash('sha256').update(readFileSync(kept)).digest('hex') !== filmHash) lost += 1;
    }
    const [twice] = await sql<{ n: string }>(
      `select (select count(*) from (select 1 from throws where delivery_id = any($1::uuid[]) group by delivery_id having count(*) <> 1) x)
            + (select count(*) from (select 1 from clips where delivery_id = any($1::uuid[]) group by delivery_id, view having count(*) > 1) y) as n`,
      [acknowledged.deliveries],
    );
    return { lost, doubled: Number(twice!.n) };
  }

  return {
    url,
    state,
    cookie,
    sql,
    work,
    missing,
    pid: (of: 'server' | 'database'): number => pidIn(of === 'server' ? 'server.pid' : 'database/postmaster.pid'),
    /** Called if it ends by itself for good. */
    whenEnded(then: () => void): void {
      product.once('exit', (code) => code !== 143 && code !== 0 && then());
    },
    async end(): Promise<void> {
      product.kill('SIGTERM');
      await new Promise((resolve) => product.once('exit', resolve));
    },
  };
}

/** Arm care counts what is thrown on one day: the nth delivery has one that hardly another has. */
const dayOfItsOwn = (n: number): string =>
  `20${String(30 + (n % 60)).padStart(2, '0')}-01-${String(1 + (Math.floor(n / 60) % 28)).padStart(2, '0')}`;
