import { type ChildProcess, spawn } from 'node:child_process';
import { createServer, type Server } from 'node:net';
import { fileURLToPath } from 'node:url';

/** Where the project lies. */
export const ROOT = fileURLToPath(new URL('../../', import.meta.url));

/** The product as ./start runs it. */
export interface Run {
  readonly child: ChildProcess;
  readonly said: () => string;
  readonly ended: Promise<number | null>;
}

/** Runs ./start with these variables and arguments, behind `through` (a command that ends in running it, as in another network). */
export function start(env: Record<string, string>, args: readonly string[] = [], through: readonly string[] = []): Run {
  let said = '';
  const [command, ...rest] = [...through, `${ROOT}start`, ...args];
  const child = spawn(command!, rest, {
    cwd: ROOT,
    // Nobody looks at films that no test asks about: it takes half a minute of a core each.
    env: { ...process.env, STRIDE_DEMO: '0', STRIDE_LOOKS: '0', ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (text: Buffer) => {
      said += text.toString();
    });
  return { child, said: () => said, ended: new Promise((resolve) => child.once('exit', resolve)) };
}

export const listenOn = (port: number): Promise<Server> =>
  new Promise((resolve) => {
    const server = createServer();
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
export const portOf = (server: Server): number => (server.address() as { port: number }).port;

export const freePort = async (): Promise<number> => {
  const free = await listenOn(0);
  const port = portOf(free);
  await new Promise((resolve) => free.close(resolve));
  return port;
};
export const isHealthy = (url: string): Promise<number> =>
  fetch(`${url}/api/health`).then(
    (a) => a.status,
    () => 0,
  );
export const end = async (run: Run): Promise<void> => {
  run.child.kill('SIGTERM');
  await run.ended;
};
