import { readFileSync, readdirSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { runTool } from './run-tool.ts';

/** Children of this process that are tools under way. */
const toolsUnderWay = (): number =>
  readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .filter((pid) => {
      try {
        const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
        const [state, parent] = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
        return parent === String(process.pid) && state !== 'Z' && /ffmpeg|prlimit|setpriv/.test(stat);
      } catch {
        // It ended while it was looked at.
        return false;
      }
    }).length;

test('two tools run at a time, the others wait for their turn, and all of them come to it', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'stride-chalk-turns-'));
  let over = false;
  let most = 0;
  const watch = (async () => {
    while (!over) {
      most = Math.max(most, toolsUnderWay());
      await new Promise<void>((resolve) => {
        setImmediate(resolve);
      });
    }
  })();
  try {
    const runs = await Promise.all(
      Array.from({ length: 6 }, () =>
        runTool('ffmpeg', ['-v', 'error', '-f', 'lavfi', '-i', 'testsrc=duration=2:size=320x180:rate=30', '-f', 'null', '-'], {
          folder,
          seconds: 60,
        }),
      ),
    );
    expect(runs.map((r) => r.code)).toEqual([0, 0, 0, 0, 0, 0]);
  } finally {
    over = true;
    await watch;
    await rm(folder, { recursive: true });
  }
  expect(most).toBe(2);
});
