import { readFile, stat, unlink, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { backUp, restore } from './backup.ts';
import { originalPath, overviewPath } from './media.ts';
import { newWorld, readyClip, type World } from './testing/world.ts';
import { installationSecret } from './secret.ts';

let world: World;
let sha256: string;
const at = (name: string): string => join(world.folder, name);
beforeAll(async () => {
  world = await newWorld();
  installationSecret();
  sha256 = (await readyClip(world, { seconds: 0.3, rate: 20 })).sha256;
});
afterAll(() => world.end());

describe('a backup', () => {
  test('holds the database, every film and copy by its hash, and the secret, and nobody else reads it', async () => {
    const { files } = await backUp(at('one.tar'), new Date('2026-07-14T18:00:00Z'));
    expect(files.map((f) => f.name.replace(/bench\/[0-9a-f-]{36}/, 'bench/ID'))).toEqual([
      'database.dump',
      'secret',
      `media/originals/${sha256}`,
      'media/bench/ID.mp4',
    ]);
    expect(files.find((f) => f.name.startsWith('media/originals/'))!.sha256).toBe(sha256);
    expect((await stat(at('one.tar'))).mode & 0o777).toBe(0o600);
    await expect(backUp(at('one.tar'))).rejects.toMatchObject({ code: 'file-there' });
  });

  test('holds the small copy of a film that runs on, and of another film none', async () => {
    await writeFile(overviewPath(sha256), 'a small copy');
    try {
      const { files } = await backUp(at('overview.tar'));
      expect(files.map((f) => f.name)).toContain(`media/overviews/${sha256}.mp4`);
    } finally {
      await unlink(overviewPath(sha256));
    }
  });

  test('in which a film is missing that the database names is none, and leaves nothing', async () => {
    const film = await readFile(originalPath(sha256));
    await unlink(originalPath(sha256));
    try {
      await expect(backUp(at('two.tar'))).rejects.toMatchObject({ code: 'film-gone' });
    } finally {
      await writeFile(originalPath(sha256), film);
    }
    for (const left of ['two.tar', 'two.tar.partial', 'two.tar.database']) await expect(stat(at(left))).rejects.toThrow('ENOENT');
  });

  test('is not restored onto a camp that is there', async () => {
    await backUp(at('three.tar'));
    await expect(restore(at('three.tar'))).rejects.toMatchObject({ code: 'not-empty', status: 409 });
  });
});
