import { beforeAll, afterAll, beforeEach, expect, test, vi } from 'vitest';
import { v7 } from 'uuid';
import { anId } from '../parts/testing/an-id.ts';
import { newWorld, type World } from './testing/world.ts';

/** Room on the disk, as the tests have it. */
const disk = vi.hoisted(() => ({ free: Number.POSITIVE_INFINITY }));
vi.mock('node:fs/promises', async (real) => ({
  ...(await real<typeof import('node:fs/promises')>()),
  statfs: async () => ({ bavail: disk.free, bsize: 1 }),
}));
const { arrivedOf, roomForFilms, uploadsOf } = await import('./uploads.ts');

let world: World;
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());
beforeEach(() => {
  disk.free = Number.POSITIVE_INFINITY;
});

const HALF_A_GIGABYTE = 512 * 1024 * 1024;
const base64 = (text: string): string => Buffer.from(text).toString('base64');
const begin = (id: string, length: number): Promise<Response> =>
  uploadsOf(world.campId, async () => undefined).handleWeb(
    new Request('http://here/api/uploads', {
      method: 'POST',
      headers: {
        'tus-resumable': '1.0.0',
        'upload-length': String(length),
        'upload-metadata': `id ${base64(id)},camper ${base64(anId())}`,
      },
    }) as never,
  );

test('a film for which the disk of the server has no room is not begun, and half a gigabyte stays free for the rest', async () => {
  disk.free = HALF_A_GIGABYTE + 1000;
  expect(await roomForFilms()).toBe(1000);
  const [fits, none] = [v7(), v7()];
  expect((await begin(fits, 1000)).status).toBe(201);
  const refused = await begin(none, 1001);
  expect([refused.status, await refused.json()]).toEqual([507, expect.objectContaining({ code: 'disk-full' })]);
  expect(await arrivedOf(world.campId, none as never)).toBeNull();
});

test('a part that cannot be written says that the disk is full, where it is; what was there stays', async () => {
  const id = v7();
  await begin(id, 4000);
  disk.free = 0;
  const broken = new ReadableStream({
    pull(to) {
      to.error(Object.assign(new Error('write'), { code: 'ENOSPC' }));
    },
  });
  const answer = await uploadsOf(world.campId, async () => undefined).handleWeb(
    new Request(`http://here/api/uploads/${id}`, {
      method: 'PATCH',
      headers: { 'tus-resumable': '1.0.0', 'upload-offset': '0', 'content-type': 'application/offset+octet-stream' },
      body: broken,
      duplex: 'half',
    } as RequestInit) as never,
  );
  expect([answer.status, await answer.json()]).toEqual([507, expect.objectContaining({ code: 'disk-full' })]);
  expect(await arrivedOf(world.campId, id as never)).toEqual({ offset: 0, length: 4000 });
});
