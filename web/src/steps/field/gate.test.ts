import { beforeEach, describe, expect, test } from 'vitest';
import { publishedLimits, type GateLine, type GateList } from '@stride-chalk/core';
import {
  inHandInWords,
  linesOn,
  mustAskThrows,
  note,
  notedOver,
  openNotes,
  settle,
  withCheckIn,
  type CheckInEntry,
  type DayNotes,
} from './gate.ts';
import { anId } from '../../parts/testing/an-id.ts';

const line = (more: Partial<GateLine> = {}): GateLine => ({
  id: anId('a'),
  bib: 7,
  name: 'A',
  age: 12,
  heightCentimetres: 150,
  hand: 'R',
  consent: true,
  sore: false,
  present: true,
  says: 'as the server said',
  left: 85,
  allowed: true,
  born: '2014-01-20',
  thrown: [],
  goals: null,
  drillsDone: null,
  mobility: [],
  throwsReported: null,
  session: { mound: 'Mound 1', warmUpFrom: 528, from: 540 },
  again: [],
  ...more,
});
const list = (asOf: string, lines: readonly GateLine[] = [line()]): GateList => ({ day: '2026-07-14', asOf, lines });
const entry: CheckInEntry = {
  camperId: anId('a'),
  day: '2026-07-14',
  notedAt: '2026-07-14T13:00:00.000Z',
  present: false,
  heightCentimetres: 151,
  sore: null,
  drillsDone: null,
  goals: null,
  mobility: null,
  throwsReported: null,
  throwsKnown: null,
  form: 2,
};

const RULES = { armCare: publishedLimits, timeZone: 'America/Chicago' };

describe('a list that is older than the day', () => {
  test('on its own day it is as the server made it', () => {
    expect(linesOn(list('1'), '2026-07-14', RULES)).toEqual([line()]);
  });

  test('on the next morning nobody has been at the gate, and arm care is reckoned for that day', () => {
    const thrown = [{ day: '2026-07-14', count: 40, kind: 'game' as const, saidToday: true }];
    const [next] = linesOn(list('1', [line({ thrown })]), '2026-07-15', RULES);
    expect(next).toMatchObject({ present: null, session: null, allowed: false, left: 0 });
    expect(next!.says).toContain('May throw again on Fri, Jul 17');
    expect(linesOn(list('1', [line({ sore: true })]), '2026-07-15', RULES)[0]!.left).toBe(0);
  });
});

describe('throws of the last days', () => {
  const thrown = (day: string) => [{ day, count: 20, kind: 'game' as const, saidToday: false }];
  test('are asked about where nothing is known of them', () => {
    expect(mustAskThrows(line(), '2026-07-14')).toBe(true);
    expect(mustAskThrows(line({ thrown: thrown('2026-07-09') }), '2026-07-14')).toBe(true);
    // What is thrown today says nothing of the days before.
    expect(mustAskThrows(line({ thrown: thrown('2026-07-14') }), '2026-07-14')).toBe(true);
    expect(mustAskThrows(line({ thrown: thrown('2026-07-10') }), '2026-07-14')).toBe(false);
    // "None" was said already.
    expect(mustAskThrows(line({ throwsReported: [] }), '2026-07-14')).toBe(false);
  });
});

test('what is in hand and not entered yet, in words', () => {
  const throwsReported = [
    { day: '2026-07-13', count: 40, kind: 'game' as const },
    { day: '2026-07-11', count: 20, kind: 'game' as const },
  ];
  expect(inHandInWords({}, 'metric')).toBe('');
  expect(inHandInWords({ throwsReported: [] }, 'metric')).toBe('nothing thrown');
  expect(
    inHandInWords(
      { throwsReported, drillsDone: 'some', heightCentimetres: 152.4, mobility: ['stiff hips'], goals: 'a slider' },
      'imperial',
    ),
  ).toBe(`60 throws reported, drills done: some, 5'0", stiff hips, “a slider”`);
});

describe('what this phone has noted', () => {
  const items = new Map<string, DayNotes>();
  const device = {
    all: async () => [...items.values()],
    put: async (item: DayNotes) => void items.set(item.id, item),
    remove: async (id: string) => void items.delete(id),
  };
  beforeEach(async () => {
    items.clear();
    await openNotes(device);
  });

  const on = (asOf: string): GateLine[] => notedOver({ asOf }, '2026-07-14').reduce(withCheckIn, [line()]);

  test('stands on every list until the server has it, then on older lists only, whatever the clock of the phone says', () => {
    note(entry);
    expect(on('2031-01-01T00:00:00.000Z')).toMatchObject([{ present: false, heightCentimetres: 151 }]);
    settle(entry, '2026-07-14T16:00:05.000Z');
    expect(on('2026-07-14T16:00:04.999Z')).toMatchObject([{ present: false }]);
    expect(on('2026-07-14T16:00:06.000Z')).toEqual([line()]);
  });

  test('lies on the device, and is there again on the next page', async () => {
    note(entry);
    note({ ...entry, day: '2026-07-15' });
    expect([...items.keys()]).toEqual(['2026-07-15']);
    items.clear();
    note(entry);
    const kept = structuredClone([...items.entries()]);
    items.clear();
    await openNotes(device);
    expect(on('2031-01-01T00:00:00.000Z')).toEqual([line()]);
    for (const [id, day] of kept) items.set(id, day);
    await openNotes(device);
    expect(on('2031-01-01T00:00:00.000Z')).toMatchObject([{ present: false }]);
  });

  test('what is noted while the device is still read stands over what lies there, and loses none of it', async () => {
    const other = { ...entry, camperId: anId('b') };
    note({ ...entry, sore: { place: 'elbow', since: '2026-07-14' } });
    note(other);
    let give = (): void => undefined;
    const slow = {
      ...device,
      all: async () => {
        const lying = [...items.values()];
        await new Promise<void>((resolve) => (give = resolve));
        return lying;
      },
    };
    const opened = openNotes(slow);
    await Promise.resolve();
    note({ ...entry, present: true, heightCentimetres: null });
    // Nothing is laid over what is not read yet.
    expect(items.get('2026-07-14')!.notes).toHaveLength(2);
    give();
    await opened;
    expect(on('2031-01-01T00:00:00.000Z')).toMatchObject([{ present: true, sore: true, heightCentimetres: 151 }]);
    expect(
      items
        .get('2026-07-14')!
        .notes.map((n) => n.camperId)
        .sort(),
    ).toEqual(['a', 'b']);
  });

  test('is one for each camper, the last; what is refused goes, and what is of another day', () => {
    note(entry);
    const corrected = { ...entry, notedAt: '2026-07-14T13:01:00.000Z', present: true, heightCentimetres: 152 };
    note(corrected);
    settle(entry, '2026-07-14T13:00:01.000Z');
    expect(on('2026-07-14T20:00:00.000Z')).toMatchObject([{ present: true, heightCentimetres: 152 }]);
    // A fast tap after it takes nothing of it away.
    const reported = [{ day: '2026-07-13', count: 70, kind: 'game' as const }];
    note({ ...corrected, throwsReported: reported });
    note({ ...entry, present: true, heightCentimetres: null });
    expect(on('2026-07-14T20:00:00.000Z')).toMatchObject([
      { present: true, heightCentimetres: 152, throwsReported: reported, thrown: [{ count: 70, saidToday: true }] },
    ]);
    note(corrected);
    settle(corrected, null);
    expect(on('2026-07-14T00:00:00.000Z')).toEqual([line()]);
    note(entry);
    note({ ...entry, day: '2026-07-15' });
    expect(on('2026-07-14T00:00:00.000Z')).toEqual([line()]);
  });
});
