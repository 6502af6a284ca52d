import { expect, test } from 'vitest';
import type { Tray } from '@stride-chalk/core';
import { NOTHING_AHEAD, withAhead } from './tray-ahead.ts';

const tray = {
  clips: [
    { id: 'a', useless: null, bound: null },
    { id: 'b', useless: null, bound: null },
  ],
  cameras: [{ id: 'c', view: null }],
} as unknown as Tray;
const bound = { bib: 7, delivery: 0, view: 'front' as const, throwId: null };

test('what was said stands over what the server still answers, the last word over the ones before', () => {
  const said = withAhead(tray, [
    { token: {}, clips: new Map([['a', { bound }]]), cameras: new Map([['c', { view: 'front' as const }]]) },
    { token: {}, clips: new Map([['a', { bound: null, useless: 'filmed twice' }]]) },
  ]);
  expect(said.clips[0]).toMatchObject({ id: 'a', bound: null, useless: 'filmed twice' });
  expect(said.cameras[0]).toMatchObject({ view: 'front' });
  // What nothing was said of is the same thing: its row is not drawn anew.
  expect(said.clips[1]).toBe(tray.clips[1]);
});

test('with nothing on its way it is what the server has answered', () => {
  expect(withAhead(tray, NOTHING_AHEAD)).toBe(tray);
});
