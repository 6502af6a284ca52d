import { afterEach, expect, test } from 'vitest';
import { slateLooker } from './slate-looker.ts';

afterEach(() => {
  delete process.env.STRIDE_SLATE_THREAD;
});

test('a thread that cannot run fails what is asked of it, and the server goes on', async () => {
  process.env.STRIDE_SLATE_THREAD = '/nowhere/slate-thread.mjs';
  const looker = slateLooker();
  await expect(looker.look(new Uint8Array(4), 2, 2, true)).rejects.toThrow('slate-thread.mjs');
  await looker.close();
});

test('without a thread pictures are looked at where it is called', async () => {
  const looker = slateLooker();
  expect(await looker.look(new Uint8Array(64), 8, 8, true)).toEqual([]);
  await looker.close();
});
