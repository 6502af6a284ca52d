import { expect, test } from 'vitest';
import { careEntrySchema } from './care-entry.ts';

const id = '019c8f6e-0000-7000-8000-000000000001';
const fits = (entry: Record<string, unknown>): boolean => careEntrySchema.safeParse({ camperId: id, ...entry }).success;
const throws = { kind: 'throws', day: '2026-07-13', throwKind: 'game', count: 40 };

test('throws of a day: a kind that arm care knows, from 1 to 300, on a real day', () => {
  expect([fits(throws), fits({ ...throws, count: 1 }), fits({ ...throws, count: 300 })]).toEqual([true, true, true]);
  for (const wrong of [
    { count: 0 },
    { count: 301 },
    { count: 2.5 },
    { day: '2026-02-30' },
    { throwKind: 'darts' },
    { camperId: 'x' },
  ])
    expect(fits({ ...throws, ...wrong }), JSON.stringify(wrong)).toBe(false);
});

test('more throws than the limit are a number from 1 to 100 with a reason', () => {
  const allow = { kind: 'allow', day: '2026-07-13', throws: 10, reason: 'last game of the week' };
  expect([fits(allow), fits({ ...allow, throws: 1 }), fits({ ...allow, throws: 100 })]).toEqual([true, true, true]);
  for (const wrong of [
    { throws: 0 },
    { throws: 101 },
    { throws: 1.5 },
    { reason: '' },
    { reason: '  a  ' },
    { reason: 'x'.repeat(401) },
  ])
    expect(fits({ ...allow, ...wrong }), JSON.stringify(wrong)).toBe(false);
  expect(fits({ kind: 'takeBackAllowance', allowanceId: id })).toBe(true);
  expect(fits({ kind: 'takeBackAllowance', allowanceId: 'x' })).toBe(false);
});

test('a sore arm has a place and a day; lifting it needs a reason, taking throws back may have none', () => {
  expect(fits({ kind: 'sore', place: 'elbow', since: '2026-07-13' })).toBe(true);
  expect(fits({ kind: 'sore', place: 'knee of nobody', since: '2026-07-13' })).toBe(false);
  expect(fits({ kind: 'liftSore', reason: 'seen by a physician' })).toBe(true);
  expect(fits({ kind: 'liftSore' })).toBe(false);
  expect(fits({ kind: 'takeBackThrows', throwsId: id, reason: null })).toBe(true);
  expect(fits({ kind: 'takeBackThrows', throwsId: id })).toBe(false);
  expect(fits({ kind: 'nothing' })).toBe(false);
});
