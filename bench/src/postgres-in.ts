import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';

/** The PostgreSQL in which products of a measurement get their databases: the one of `./test` where it runs, else one of its own in the folder. */
export async function postgresIn(folder: string): Promise<{ readonly end: () => Promise<void> }> {
  if (process.env.STRIDE_TEST_POSTGRES) return { end: async () => undefined };
  const root = fileURLToPath(new URL('../../', import.meta.url));
  const run = (script: string): string => {
    const made = spawnSync(
      'bash',
      ['-c', `set -e; cd "${root}"; . ops/needs.sh; . ops/database.sh; STATE="${folder}/postgres"; mkdir -p "$STATE"; ${script}`],
      {
        encoding: 'utf8',
        stdio: ['ignore', 'pipe', 'inherit'],
      },
    );
    if (made.status !== 0) throw new Error('no PostgreSQL could be started for it');
    return made.stdout.trim().split('\n').at(-1)!;
  };
  const started = new URL(run('start_database >&2; as_admin postgres -c "alter role stride createdb" >&2; echo "$DATABASE_URL"'));
  started.pathname = '/postgres';
  process.env.STRIDE_TEST_POSTGRES = started.href;
  return { end: async () => void run('stop_database >&2; echo ended') };
}
