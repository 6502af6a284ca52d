import { describe, expect, test } from 'vitest';
import type { Tray, TrayCamera, TrayClip } from '@stride-chalk/core';
import { anId } from '../../../parts/testing/an-id.ts';
import {
  countsOf,
  nextPart,
  otherBibs,
  partAround,
  proposalOf,
  sectionsOf,
  standOf,
  strangers,
  sureUpTo,
  swapped,
} from './tray-order.ts';

const camera = (view: TrayCamera['view'] = 'openSide'): TrayCamera => ({
  ...{ id: anId() as TrayCamera['id'], name: 'side', view, clock: null, unknown: null },
});
const side = camera();
const clip = (more: Partial<TrayClip> = {}): TrayClip => ({
  ...{ id: anId() as TrayClip['id'], camera: side.id, film: anId(), fileName: 'a.mp4', at: 1000, seconds: 4, frames: 960 },
  ...{
    state: 'ready' as const,
    progress: 1,
    problem: null,
    captureKnown: 'sure' as const,
    part: null,
    overview: null,
    captureScale: 1,
  },
  ...{ place: { bib: 7, throwId: 't', number: 1, key: 'k' }, probability: 0.99, others: [], why: [] },
  ...{ bound: null, useless: null, origin: null },
  ...more,
});
const game = {
  ...{ occasion: 'game' as const, filmedOn: '2026-06-20', sentBy: null, pitch: null, result: null, height: null, side: null },
  ...{ speed: null, speedUnit: null },
};
const bound = { bib: 7, delivery: 1, view: 'openSide' as const, throwId: 't' };
const tray = (clips: readonly TrayClip[], cameras: readonly TrayCamera[] = [side]): Tray => ({
  ...{ clips, cameras, files: [], room: { free: 1, used: 1, clips: 1 } },
});

describe('how a clip stands', () => {
  test.each([
    ['sure from 95 % on', clip({ probability: 0.95 }), side, 'sure'],
    ['to be looked at below', clip({ probability: 0.949 }), side, 'look'],
    ['sure but for the view of its camera', clip(), camera(null), 'view'],
    ['sure that it shows nothing', clip({ place: null, why: [{ kind: 'nothing' }] }), side, 'sure'],
    ['nothing known is nothing sure', clip({ place: null, probability: 1 }), side, 'look'],
    ['not before its frames are counted', clip({ state: 'copying' }), side, 'coming'],
    ['in its place, whatever else', clip({ bound, probability: 0 }), side, 'placed'],
    ['of a game: only the staff know whose', clip({ origin: game }), side, 'look'],
    ['set aside', clip({ useless: 'nobody throws' }), side, 'aside'],
  ] as const)('%s', (_, one, its, stand) => {
    expect(standOf(one, its)).toBe(stand);
  });

  test('those that somebody has to look at come first, each list in the order of the day', () => {
    const clips = [clip(), clip({ probability: 0.5 }), clip({ bound }), clip(), clip({ probability: 0.6 })];
    expect(sectionsOf(tray(clips), side).map((s) => [s.stand, s.clips.map((c) => clips.indexOf(c))])).toEqual([
      ['look', [1, 4]],
      ['sure', [0, 3]],
      ['placed', [2]],
    ]);
    expect(countsOf(tray(clips))).toEqual({ look: 2, view: 0, sure: 2, coming: 0, placed: 1, aside: 0 });
    expect(countsOf(tray(clips), camera()).look).toBe(0);
  });
});

describe('what a key does with clips', () => {
  test('confirmed, a clip goes to its throw in the view of its camera; an untold throw is named by its key', () => {
    const one = clip();
    expect(proposalOf(one, side)).toEqual({ id: one.id, bib: 7, throwId: 't', key: null, at: 3000, view: 'openSide' });
    const untold = clip({ place: { bib: 7, throwId: null, number: 3, key: 'gap' }, at: null });
    expect(proposalOf(untold, side)).toMatchObject({ throwId: null, key: 'gap', at: null });
    expect(proposalOf(one, camera(null))).toBeNull();
    expect(proposalOf(clip({ place: null }), side)).toBeNull();
    expect(proposalOf(clip({ origin: game }), side)).toBeNull();
  });

  test('up to here: those that are sure, with the one in hand, none behind it and none that is not sure', () => {
    const clips = [clip(), clip({ probability: 0.5 }), clip(), clip()];
    expect(sureUpTo(tray(clips), side, clips[2]!)).toEqual([clips[0], clips[2]]);
  });

  test('two bibs change places: what is proposed and what is placed for either, of all cameras; nothing else', () => {
    const front = camera('front');
    const [a, b] = [clip(), clip({ camera: front.id, place: { bib: 9, throwId: 'u', number: 1, key: 'l' } })];
    const placed = clip({ bound });
    const others = [
      clip({ place: { bib: 8, throwId: null, number: 1, key: 'm' } }),
      clip({ useless: 'filmed twice' }),
      clip({ state: 'checking' }),
    ];
    const all = swapped(tray([a, b, placed, ...others], [side, front]), 7, 9);
    expect(all.map((p) => [p.id, p.bib, p.view])).toEqual([
      [a.id, 9, 'openSide'],
      [b.id, 7, 'front'],
      [placed.id, 9, 'openSide'],
    ]);
    expect(all.every((p) => p.throwId === null)).toBe(true);
  });

  test('around a release lies a delivery, in the seconds of a film that plays slower, and within it', () => {
    expect(partAround(100, 3600, { captureScale: 1 })).toEqual({ from: 96.5, to: 102 });
    expect(partAround(100, 3600, { captureScale: 8 })).toEqual({ from: 72, to: 116 });
    expect(partAround(1, 2, { captureScale: 1 })).toEqual({ from: 0, to: 2 });
  });

  test('whose else it may be: each other bib once', () => {
    const at = (bib: number, probability: number) => ({ place: { bib, throwId: null, number: 1, key: `${bib}` }, probability });
    const others = [at(5, 0.25), at(7, 0.5), at(5, 0.125), { place: null, probability: 0.01 }, at(9, 0.0625)];
    expect(otherBibs(clip({ others }))).toEqual([
      [5, 0.375],
      [9, 0.0625],
    ]);
  });

  test('the others of a camera that stand under nobody', () => {
    const [own, free] = [clip(), clip()];
    const t = tray([own, free, clip({ bound }), clip({ useless: 'nobody throws' }), clip({ camera: camera().id })]);
    expect(strangers(t, own)).toEqual([free]);
  });

  test('the next part is of the same film, free, and behind it', () => {
    const film = anId();
    const part = { from: 0, to: 4 };
    const parts = [clip({ film, part }), clip({ film, part, useless: 'nobody throws' }), clip({ film, part })];
    const t = tray([...parts, clip({ part })]);
    expect(nextPart(t, parts[0]!)).toBe(parts[2]);
    expect(nextPart(t, parts[2]!)).toBeNull();
    expect(nextPart(t, clip())).toBeNull();
  });
});
