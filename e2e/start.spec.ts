import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync, mkdirSync, existsSync, chmodSync } from 'node:fs';
import { createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { fileURLToPath } from 'node:url';
import { expect, test } from '@playwright/test';

const ROOT = fileURLToPath(new URL('../', import.meta.url));

interface Run {
  readonly child: ChildProcess;
  readonly said: () => string;
  readonly ended: Promise<number | null>;
}

function start(env: Record<string, string>): Run {
  let said = '';
  const child = spawn(`${ROOT}start`, [], {
    cwd: ROOT,
    env: { ...process.env, STRIDE_DEMO: '0', ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (text: Buffer) => {
      said += text.toString();
    });
  return { child, said: () => said, ended: new Promise((resolve) => child.once('exit', resolve)) };
}

const listenOn = (port: number): Promise<Server> =>
  new Promise((resolve) => {
    const server = createServer();
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
const portOf = (server: Server): number => (server.address() as { port: number }).port;

let state: string;
test.beforeEach(() => {
  state = mkdtempSync(`${tmpdir()}/stride-chalk-state-`);
  chmodSync(state, 0o755);
});
test.afterEach(() => rmSync(state, { recursive: true, force: true }));

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

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  test(`${signal} stops server and database cleanly, and the data are there at the next start`, async () => {
    const free = await listenOn(0);
    const port = portOf(free);
    await new Promise((resolve) => free.close(resolve));
    for (const round of [1, 2]) {
      const run = start({ STRIDE_STATE: state, PORT: String(port) });
      await expect.poll(run.said, { timeout: 60_000 }).toContain(`http://127.0.0.1:${port}`);
      expect((await fetch(`http://127.0.0.1:${port}/api/health`)).status, `round ${round}`).toBe(200);
      const lock = `${state}/database/postmaster.pid`;
      expect(existsSync(lock)).toBe(true);
      run.child.kill(signal);
      expect(await run.ended).toBe(signal === 'SIGINT' ? 130 : 143);
      expect(existsSync(lock)).toBe(false);
      await expect(fetch(`http://127.0.0.1:${port}/api/health`)).rejects.toThrow();
    }
  });
