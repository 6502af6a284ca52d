import { createHash } from 'node:crypto';
import { chmod, copyFile, mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { makeBenchCopy } from '../../web/src/server/intake/bench-copy.ts';
import { indexFrames } from '../../web/src/server/intake/index-frames.ts';
import { inspectClip } from '../../web/src/server/intake/inspect.ts';

const FILMS = fileURLToPath(new URL('../../demo/clips/', import.meta.url));

/** What intake makes of every film of the demo, made once for all the demos that tests start: for STRIDE_COPIES. Two films at a time, on two cores. */
export async function filmCopies(): Promise<string> {
  const copies = await mkdtemp(join(tmpdir(), 'stride-chalk-copies-'));
  await chmod(copies, 0o755);
  const waiting = (await readdir(FILMS)).filter((name) => name.endsWith('.mp4'));
  const make = async (lane: string): Promise<void> => {
    const folder = join(copies, lane);
    await mkdir(folder);
    // The tools run as nobody.
    await chmod(folder, 0o777);
    for (let name = waiting.shift(); name; name = waiting.shift()) {
      const sha256 = createHash('sha256')
        .update(await readFile(FILMS + name))
        .digest('hex');
      await copyFile(FILMS + name, join(folder, 'film'));
      const facts = { ...(await inspectClip(folder, 'film')), range: null };
      const { seconds } = await indexFrames(folder, 'film', facts);
      const size = await makeBenchCopy(folder, 'film', 'copy.mp4', {
        ...facts,
        frames: seconds.length,
        onProgress: () => undefined,
      });
      await copyFile(join(folder, 'copy.mp4'), join(copies, `${sha256}-${size.width}x${size.height}.mp4`));
      await rm(join(folder, 'copy.mp4'), { force: true });
      await writeFile(join(copies, `${sha256}.json`), JSON.stringify(seconds));
    }
    await rm(folder, { recursive: true, force: true });
  };
  await Promise.all([make('a'), make('b')]);
  return copies;
}
