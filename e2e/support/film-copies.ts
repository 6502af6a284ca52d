import { createHash } from 'node:crypto';
import { chmod, copyFile, mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { copyOutput } from '../../web/src/server/intake/bench-copy.ts';
import { inspectClip } from '../../web/src/server/intake/inspect.ts';
import { runTool } from '../../web/src/server/intake/run-tool.ts';

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
      await chmod(join(folder, 'film'), 0o644);
      const facts = { ...(await inspectClip(folder, 'film')), range: null };
      // None of them is damaged: their packets say the times of their frames.
      const packets = await runTool(
        'ffprobe',
        ['-v', 'error', '-select_streams', 'V:0', '-show_entries', 'packet=pts_time', '-of', 'csv=p=0', 'film'],
        { folder, seconds: 60 },
      );
      const seconds = (packets.stdout.match(/[\d.]+/g) ?? []).map(Number).sort((a, b) => a - b);
      if (packets.code !== 0 || seconds.length === 0) throw new Error(`no times of ${name}: ${packets.stderr}`);
      // Made in less time than the product takes, and larger: nobody looks how they look.
      const { size, args } = copyOutput(facts, 'copy.mp4', '');
      const faster = args.map((a) => (a === 'veryfast' ? 'ultrafast' : a));
      const made = await runTool('ffmpeg', ['-v', 'error', '-i', 'film', ...faster], { folder, seconds: 600 });
      if (made.code !== 0) throw new Error(`no copy of ${name}: ${made.stderr}`);
      await copyFile(join(folder, 'copy.mp4'), join(copies, `${sha256}-${size.width}x${size.height}.mp4`));
      await rm(join(folder, 'copy.mp4'), { force: true });
      await writeFile(join(copies, `${sha256}.json`), JSON.stringify(seconds));
    }
    await rm(folder, { recursive: true, force: true });
  };
  await Promise.all([make('a'), make('b')]);
  return copies;
}
