import { describe, expect, test } from 'vitest';
import type { GateLine } from '@stride-chalk/core';
import {
  againInWords,
  beforeTurn,
  comingOn,
  lastTap,
  mayCount,
  moundsOf,
  turnOf,
  turnsOn,
  whoseTurn,
  type Tap,
} from './mound.ts';

const DAY = '2026-07-14';
const line = (bib: number, more: Partial<GateLine> = {}): GateLine =>
  ({
    ...{
      id: `c${bib}`,
      bib,
      name: `Kid ${bib}`,
      age: 11,
      heightCentimetres: 150,
      hand: 'R',
      consent: true,
      sore: false,
      present: true,
    },
    ...{ says: 'the limit is reached', left: 20, allowed: false, born: '2015-01-01', thrown: [], goals: null, drillsDone: null },
    ...{ mobility: [], throwsReported: null, again: [], session: { mound: 'Mound 1', warmUpFrom: 530, from: 540 + bib } },
    ...more,
  }) as GateLine;
const tap = (id: string, camper: string, more: Partial<Tap> = {}): Tap => ({
  ...{ id, camperId: camper, by: 1, about: id, leftOut: false, filmed: false, takenAt: null },
  ...more,
});

test('the mounds are those of the plan, in the order of their names; one where nothing is planned', () => {
  const on = (mound: string) => line(1, { session: { mound, warmUpFrom: 0, from: 0 } });
  expect(moundsOf([on('Mound 10'), on('Mound 2'), on('Mound 10'), line(3, { session: null })])).toEqual(['Mound 2', 'Mound 10']);
  expect(moundsOf([])).toEqual(['Mound']);
});

describe('a turn', () => {
  test('counts what the server knows of today, and what this phone has tapped since', () => {
    const known = line(1, {
      thrown: [
        { day: DAY, kind: 'filming', count: 3, saidToday: false },
        { day: DAY, kind: 'warmUp', count: 15, saidToday: false },
        { day: '2026-07-13', kind: 'filming', count: 5, saidToday: false },
      ],
    });
    expect(turnOf(known, DAY, [], 1000)).toMatchObject({ thrown: 3, left: 20, why: null });
    const taps = [tap('a', 'c1'), tap('b', 'c1', { takenAt: 1500 }), tap('c', 'c1', { takenAt: 900 }), tap('d', 'c2')];
    expect(turnOf(known, DAY, taps, 1000)).toMatchObject({ thrown: 5, left: 18 });
    expect(turnOf(known, DAY, [...taps, tap('e', 'c1', { by: -1, about: 'a' })], 1000)).toMatchObject({ thrown: 4, left: 19 });
  });

  test('a sore arm, no consent and the limit stop it, each with its reason; taps on the phone reach the limit too', () => {
    expect(turnOf(line(1, { sore: true, consent: false }), DAY, [], 0).why).toContain('sore arm');
    expect(turnOf(line(1, { consent: false }), DAY, [], 0).why).toContain('consented');
    expect(turnOf(line(1, { left: 1 }), DAY, [], 0).why).toBeNull();
    expect(turnOf(line(1, { left: 1 }), DAY, [tap('a', 'c1')], 0).why).toBe('Arm care: the limit is reached');
  });
});

test('who is next: by the plan, without those who may not, have thrown, or are away; whoever has not been at the gate may come', () => {
  const lines = [
    line(5, { present: null }),
    line(1, { sore: true }),
    line(2, { present: false }),
    line(3, { thrown: [{ day: DAY, kind: 'filming', count: 1, saidToday: false }] }),
    line(4),
    line(6, { session: { mound: 'Mound 2', warmUpFrom: 0, from: 0 } }),
  ];
  const turns = turnsOn(lines, 'Mound 1', DAY, [], 0);
  expect(turns.map((t) => t.line.bib)).toEqual([1, 2, 3, 4, 5]);
  const coming = (after?: string) => comingOn(turns, after).map((t) => t.line.bib);
  expect(coming()).toEqual([4, 5]);
  expect(coming('c4')).toEqual([5]);
  expect(coming('c5')).toEqual([]);
});

test('who has thrown and is to be filmed again comes once more, behind those who still come; who may not throw does not', () => {
  const threw = { thrown: [{ day: DAY, kind: 'filming', count: 1, saidToday: false }] } as const;
  const again = { again: [{ view: 'front', why: 'broken off' }] } as const;
  const lines = [line(1, { ...threw, ...again }), line(2, { ...threw, ...again, left: 0 }), line(3, threw), line(4, again)];
  const turns = turnsOn(lines, 'Mound 1', DAY, [], 0);
  const coming = (after?: string) => comingOn(turns, after).map((t) => t.line.bib);
  expect(coming()).toEqual([4, 1]);
  expect(coming('c4')).toEqual([1]);
  expect(coming('c1')).toEqual([4]);
  expect(againInWords(lines[0]!)).toBe('film again: front');
  expect(againInWords(lines[2]!)).toBeNull();
});

test('whose turn it is: who has thrown and whose time it is, else who comes next', () => {
  const threw = { thrown: [{ day: DAY, kind: 'filming', count: 1, saidToday: false }] } as const;
  const at = (lines: GateLine[], minute: number | null) => whoseTurn(turnsOn(lines, 'Mound 1', DAY, [], 0), minute)?.line.bib;
  // Their sessions begin at 541, 542, 543.
  const lines = [line(1, threw), line(2, threw), line(3)];
  expect([at(lines, null), at(lines, 541), at(lines, 542), at(lines, 543)]).toEqual([3, 1, 2, 3]);
  expect(at([line(1, { ...threw, left: 0 }), line(2)], 541)).toBe(2);
  expect(at([line(1, threw)], 540)).toBeUndefined();
});

test('what he does before his turn, by the plan and the clock of the camp', () => {
  const at = (minute: number | null) =>
    beforeTurn(line(1, { session: { mound: 'Mound 1', warmUpFrom: 540, from: 552 } }), minute);
  expect(at(null)).toBe('warms up from 9:00');
  expect(at(539)).toBe('warms up from 9:00');
  expect(at(540)).toBe('warms up since 9:00');
  expect(at(551)).toBe('warms up since 9:00');
  expect(at(552)).toBe('was to begin at 9:12');
  expect(beforeTurn(line(1, { session: null }), 600)).toBe('');
});

test('nothing is counted of who may not throw, and on a day that is not today', () => {
  expect(mayCount({ why: null }, DAY, DAY)).toBe(true);
  expect(mayCount({ why: 'A sore arm' }, DAY, DAY)).toBe(false);
  expect(mayCount({ why: null }, DAY, '2026-07-20')).toBe(false);
});

test('the last tap of a camper that was not taken back', () => {
  const back = tap('d', 'c1', { by: -1, about: 'b' });
  const all = [tap('a', 'c1'), tap('b', 'c1'), tap('c', 'c2'), back];
  expect(lastTap(all, 'c1')?.id).toBe('a');
  expect(lastTap(all.slice(0, 3), 'c1')?.id).toBe('b');
  expect(lastTap(all, 'c3')).toBeNull();
});
