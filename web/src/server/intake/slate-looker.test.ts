import { afterEach, expect, test } from 'vitest';
import { lookForSlates } from './slate-looker.ts';

afterEach(() => {
  delete process.env.STRIDE_SLATE_THREAD;
});
const picture = () => ({ grey: new Uint8Array(64), width: 8, height: 8, darker: true });

test('a thread that cannot run fails what is asked of it, each time anew, and the server goes on', async () => {
  process.env.STRIDE_SLATE_THREAD = '/nowhere/slate-thread.mjs';
  await expect(Promise.all([lookForSlates(picture()), lookForSlates(picture())])).rejects.toThrow('slate-thread.mjs');
  await expect(lookForSlates(picture())).rejects.toThrow('slate-thread.mjs');
});

test('without a thread pictures are looked at where it is called', async () => {
  expect(await lookForSlates(picture())).toEqual([]);
  await expect(lookForSlates({ ...picture(), width: 9 })).rejects.toThrow('are no picture of 9 x 8');
});
