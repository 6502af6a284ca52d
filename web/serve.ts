import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { readdir } from 'node:fs/promises';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { ne } from 'drizzle-orm';
import qrcode from 'qrcode';
import sirv from 'sirv';
import { removeEnded } from './src/server/accounts.ts';
import { prepareClip } from './src/server/prepare-clip.ts';
import { readBody } from './src/server/front/bodies.ts';
import { keepTrueAddress, readProxies } from './src/server/front/client-address.ts';
import { setStandingHeaders } from './src/server/front/headers.ts';
import { log } from './src/server/log.ts';
import { Refusal } from './src/server/refusal.ts';
import { closeDatabase, db, migrateDatabase } from './src/server/db/connect.ts';
import { clips } from './src/server/db/schema.ts';
import { enqueueClip, enqueueFile, startJobs, stopJobs } from './src/server/jobs.ts';
import { bodyFinder } from './src/server/look/body-finder.ts';
import { askForLooks, lookAtNext, takeUpLooks } from './src/server/look/look-at-clips.ts';
import { looksHere } from './src/server/look/proposals.ts';
import { serveLan, type Lan, type LanState } from './src/server/lan/serve-lan.ts';
import { shortMark } from './src/server/lan/trust-page.ts';
import { firstLeadLink } from './src/server/staff.ts';
import { demoRefused, endDemoAccounts, loadDemo } from './src/server/load-demo.ts';
import { sweepMedia } from './src/server/film-files.ts';
import { stopTools } from './src/server/intake/run-tool.ts';
import { sendDueMail } from './src/server/mail.ts';
import { makeMediaFolders } from './src/server/media.ts';
import { endRemoved } from './src/server/remove-clip.ts';
import { hideOldFootage, removeHiddenFootage } from './src/server/retention.ts';
import { shippedSheet } from './src/server/shipped-sheet.ts';
import { filesUnderWay } from './src/server/tray/drop-file.ts';
import { takeDroppedFile } from './src/server/tray/take-file.ts';
import { believeClock } from './src/server/server-clock.ts';

type Handler = (request: unknown, response: unknown, next: () => void) => void;

const port = Number(process.env.PORT ?? 4830);
const host = process.env.HOST ?? '127.0.0.1';
const here = fileURLToPath(new URL('.', import.meta.url));
process.env.STRIDE_MIGRATIONS ??= `${here}migrations`;
// What takes a second of reckoning does not hold up anybody's page.
process.env.STRIDE_SEVERITY_THREAD ??= `${here}severity-thread.mjs`;
process.env.STRIDE_SLATE_THREAD ??= `${here}slate-thread.mjs`;
/** What finds joints: without its weights everything is done by hand, and the bench says so. */
const weights = process.env.STRIDE_WEIGHTS ?? fileURLToPath(new URL('../finder/weights/', import.meta.url));
process.env.STRIDE_LOOKS ??= existsSync(`${weights}/thunder.onnx`) ? '1' : '0';

/** Of which build this server is: what its pages are made of. A page that was loaded from another one is told so. */
process.env.STRIDE_BUILD ??= createHash('sha256')
  .update((await readdir(`${here}dist/client/_astro`)).sort().join())
  .digest('hex')
  .slice(0, 12);

/** The exit code for what starting again does not mend. */
const REFUSED = 78;
function refuse(why: string): never {
  process.stderr.write(`${why}\n`);
  process.exit(REFUSED);
}

const demo = process.env.STRIDE_DEMO === '1';
/** Where authority and certificate of the network lie; undefined: nothing is served beyond this machine. */
const lanFolder = process.env.STRIDE_LAN;
const refused = demo
  ? demoRefused(host, process.env.STRIDE_URL, { served: lanFolder !== undefined, said: process.env.STRIDE_LAN_DEMO === '1' })
  : null;
if (refused) refuse(refused);
await makeMediaFolders();
await migrateDatabase().catch((error: unknown) => {
  if (error instanceof Refusal) refuse(error.message);
  throw error;
});
await shippedSheet();
if (demo) await loadDemo();
else await endDemoAccounts();
/** Once a day what has run out goes: footage, sessions, links. */
async function endRetention(): Promise<void> {
  await removeEnded();
  if (await believeClock()) {
    await hideOldFootage(Date.now());
    await removeHiddenFootage(Date.now());
    await endRemoved();
  }
  await sweepMedia(false);
}
await sweepMedia(true);
await endRetention();
const daily = setInterval(
  () => void endRetention().catch((error: Error) => log.error({ err: error }, 'what has run out could not be removed')),
  24 * 3600 * 1000,
);
/** What is written leaves by mail where a camp has a mail service. */
const MAIL_EVERY = 15_000;
const mail = setInterval(
  () => void sendDueMail().catch((error: Error) => log.error({ err: error }, 'mail could not be sent')),
  MAIL_EVERY,
);
const firstLead = await firstLeadLink();
/** As many films are looked at side by side as there are cores, and never more than two: each takes its memory. */
const finders = looksHere()
  ? Array.from({ length: Math.min(2, availableParallelism()) }, () =>
      bodyFinder(`${here}look-process.mjs`, weights, { givesWay: process.env.STRIDE_LOOKS_GIVE_WAY !== '0' }),
    )
  : [];
await startJobs({ prepareClip, takeFile: takeDroppedFile, look: finders.map((finder) => () => lookAtNext(finder)) });
// Clips that a stopped server left half-way, and those of a fresh demo, are taken up again.
const waiting = await db()
  .select({ id: clips.id, long: clips.long })
  .from(clips)
  .where(ne(clips.state, 'ready'))
  .orderBy(clips.enteredAt);
for (const clip of waiting) await enqueueClip(clip.id, clip.long);
for (const file of await filesUnderWay()) await enqueueFile(file.id);
await takeUpLooks();
/** A clip that is said to be of somebody else, or gets its consent or its rate, is looked at soon, whoever has said it. */
const LOOKS_EVERY = 60_000;
const looks = setInterval(
  () => void askForLooks().catch((error: Error) => log.error({ err: error }, 'films could not be asked to be looked at')),
  LOOKS_EVERY,
);

const { handler } = (await import('./dist/server/entry.mjs')) as { handler: Handler };
// What goes wrong beside a request is written down like everything else: without the words of others.
process.removeAllListeners('unhandledRejection');
process.on('unhandledRejection', (reason) => log.error({ err: reason }, 'something went wrong beside a request'));
const https = (process.env.STRIDE_URL ?? '').startsWith('https:');
const proxies = readProxies(process.env.STRIDE_PROXIES);
const files = sirv(`${here}dist/client`, {
  etag: true,
  setHeaders: (response, path) => {
    if (path.startsWith('/_astro/')) response.setHeader('cache-control', 'public, max-age=31536000, immutable');
  },
});
function answer(request: IncomingMessage, response: ServerResponse): void {
  const isApi = request.url?.startsWith('/api/') === true;
  const pages = (): void =>
    handler(request, response, () => {
      response.statusCode = 404;
      if (isApi || request.method !== 'GET') return void response.end('Not found');
      request.url = '/404';
      handler(request, response, () => void response.end('Not found'));
    });
  if (isApi) pages();
  else files(request, response, pages);
}
/** Streams of changes to open pages: they have no end of their own. */
const streams = new Set<ServerResponse>();
const onRequest = (request: IncomingMessage, response: ServerResponse): void => {
  if (request.url?.startsWith('/api/live')) {
    streams.add(response);
    response.once('close', () => streams.delete(response));
  }
  setStandingHeaders(response, https);
  keepTrueAddress(request, proxies);
  void readBody(request, response).then((goesOn) => {
    if (goesOn) answer(request, response);
  });
};
/** A connection on which nothing moves ends; a film that is on its way may take as long as it needs. */
const IDLE = 120_000;
function prepare(one: Server): void {
  one.requestTimeout = 0;
  one.headersTimeout = 20_000;
  one.setTimeout(IDLE);
}
const server = createServer(onRequest);
prepare(server);
server.once('error', (error: NodeJS.ErrnoException) => {
  process.stderr.write(error.code === 'EADDRINUSE' ? `Port ${port} is taken by another program.\n` : `${error.message}\n`);
  process.exit(REFUSED);
});

/** What phones and tablets type or point a camera at. */
async function tellPhones({ urls, trustUrls, authority }: LanState): Promise<void> {
  // Links for others are written with an address that they reach.
  if (urls[0]) process.env.STRIDE_NETWORK_URL = urls[0];
  else delete process.env.STRIDE_NETWORK_URL;
  if (!urls[0] || !trustUrls[0]) {
    process.stdout.write(
      'Phones: this machine has no private network address just now. It is served there as soon as it has one.\n',
    );
    return;
  }
  const code = await qrcode.toString(trustUrls[0], { type: 'terminal', small: true });
  const others = urls.length > 1 ? ` (or ${urls.slice(1).join(', ')})` : '';
  process.stdout.write(
    `Phones: ${urls[0]}${others}\nA phone that comes for the first time: ${trustUrls[0]} tells how to trust this laptop. Its mark: ${shortMark(authority.fingerprint)}\n${code}\n`,
  );
}
let lan: Lan | null = null;
server.listen(port, host, () => {
  process.stdout.write(`Stride Chalk: ${firstLead ?? `http://${host}:${port}`}\n`);
  if (lanFolder === undefined) return;
  serveLan({
    folder: lanFolder,
    port: Number(process.env.STRIDE_LAN_PORT ?? port + 13),
    trustPort: Number(process.env.STRIDE_TRUST_PORT ?? port + 50),
    answer: onRequest,
    prepare,
    onState: (state) => void tellPhones(state),
  }).then(
    (serving) => {
      lan = serving;
    },
    (error: Error) => {
      if (error instanceof Refusal) refuse(error.message);
      log.error({ err: error }, 'the network could not be served');
      refuse(`Phones cannot be served: ${error.message}`);
    },
  );
});

let stopping = false;
/** Takes no new request, lets those under way end, then closes the queue and the database. */
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  clearInterval(daily);
  clearInterval(mail);
  clearInterval(looks);
  const closed = new Promise<void>((resolve) => server.close(() => resolve()));
  await lan?.stop();
  for (const stream of streams) stream.destroy();
  server.closeIdleConnections();
  await Promise.race([closed, new Promise<void>((resolve) => setTimeout(resolve, 5000).unref())]);
  // Nothing that was begun outlives the server, and nothing of a child's film stays on its way.
  stopTools();
  for (const finder of finders) await finder.stop();
  await stopJobs();
  await sweepMedia(true).catch((error: Error) =>
    log.error({ err: error }, 'what was left of the intake stays until the next start'),
  );
  await closeDatabase();
  process.exit(0);
}
process.on('SIGTERM', () => void stop());
process.on('SIGINT', () => void stop());
