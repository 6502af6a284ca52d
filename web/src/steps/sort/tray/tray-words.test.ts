import { expect, test } from 'vitest';
import type { TrayCamera, TrayClip } from '@stride-chalk/core';
import { bytesInWords, clockInWords, minutesInWords, newDay, ordinal, sureInWords, timeOfDay, whyInWords } from './tray-words.ts';

const AT = Date.parse('2026-07-13T15:42:15Z');
const ZONE = 'America/Chicago';
const clip = (more: Partial<TrayClip>): TrayClip => ({ at: AT, why: [], ...more }) as TrayClip;
const camera = (more: Partial<TrayCamera>): TrayCamera => ({ clock: null, unknown: null, ...more }) as TrayCamera;

test('why a clip is thought to be whose it is, in words', () => {
  const of = (why: TrayClip['why']) => whyInWords(clip({ why }), camera({}), ZONE);
  expect(of([{ kind: 'slate', bib: 14, at: AT }])).toBe('slate of 14 at 10:42:15');
  expect(of([{ kind: 'tap', seconds: 0.4 }])).toBe('tapped at that moment');
  expect(of([{ kind: 'tap', seconds: -3.2 }])).toBe('tapped 3 s earlier than expected');
  expect(of([{ kind: 'order', bib: 14, number: 3 }, { kind: 'camera' }])).toBe(
    'third of bib 14 by the order, another camera filmed it at the same moment',
  );
  expect(of([{ kind: 'plan' }])).toBe('only the plan says so');
  expect(of([{ kind: 'nothing' }])).toBe('fits no throw');
  expect(whyInWords(clip({ at: null }), camera({}), ZONE)).toBe('nothing says when it was filmed');
  expect(whyInWords(clip({}), camera({ unknown: 'no-log' }), ZONE)).toBe('nothing was tapped or planned on its day');
  expect(whyInWords(clip({ why: [{ kind: 'plan' }] }), camera({ unknown: 'plan-only' }), ZONE)).toBe(
    'only the plan says so, nothing was tapped, and no slate was seen',
  );
});

test('a moment of a film', () => {
  expect([0, 7.9, 127, 3727].map(minutesInWords)).toEqual(['0:00', '0:07', '2:07', '1:02:07']);
});

test('how sure it is never says a hundred per cent', () => {
  expect(sureInWords(1)).toBe('sure, 99 %');
  expect(sureInWords(0.95)).toBe('sure, 95 %');
  expect(sureInWords(0.9499)).toBe('likely, 94 %');
  expect(sureInWords(0.3)).toBe('a guess, 30 %');
});

test('how a clock goes', () => {
  expect(clockInWords(camera({ clock: { offset: 252.4, sd: 0.2 } }))).toBe('its clock is 4 min 12 s slow, give or take 1 s');
  expect(clockInWords(camera({ clock: { offset: -3605, sd: 2 } }))).toBe('its clock is 1 h 5 s fast, give or take 2 s');
  expect(clockInWords(camera({ clock: { offset: 1, sd: 1 } }))).toBe('its clock is right');
  expect(clockInWords(camera({ clock: { offset: 0, sd: 31_622 } }))).toBe('nothing that it filmed says how its clock goes');
  expect(clockInWords(camera({ unknown: 'several-fits' }))).toContain('several ways');
});

test('times of day, days and sizes', () => {
  expect(timeOfDay(AT, ZONE)).toBe('10:42:15');
  expect(newDay(clip({}), undefined, ZONE)).toBe('2026-07-13');
  expect(newDay(clip({}), clip({ at: AT - 3_600_000 }), ZONE)).toBeNull();
  expect(newDay(clip({}), clip({ at: AT - 24 * 3_600_000 }), ZONE)).toBe('2026-07-13');
  expect([1, 6, 7].map(ordinal)).toEqual(['first', 'sixth', '7th']);
  expect([1, 5e6, 2.5e9].map(bytesInWords)).toEqual(['1 MB', '5 MB', '2.5 GB']);
});
