import { expect, test } from 'vitest';
import { teachingClips } from './teaching-clips.ts';

const pair = (delivery: string, checkpoint: string, a: number, b: number) =>
  [
    { coach: 'a', level: a },
    { coach: 'b', level: b },
  ].map((x) => ({ delivery, camper: `k${delivery}`, checkpoint, ...x }));
const everywhere = (checkpoint: string, a: number, b: number, of = 12) =>
  Array.from({ length: of }, (_, i) => pair(`d${i}`, checkpoint, a, b)).flat();
/** Everything but A9 is seen on the films of twelve deliveries. */
const filmed = (delivery: string, checkpoint: string) => /^d\d+$/.test(delivery) && checkpoint !== 'A9';
const told = (clips: ReturnType<typeof teachingClips>) => clips.map((c) => `${c.checkpoint} ${c.delivery} ${c.apart}`);

test('the checkpoints that are read least alike come first, each with the delivery on which people are furthest apart', () => {
  const levels = [
    ...everywhere('A1', 3, 3, 11),
    ...pair('d11', 'A1', 0, 3),
    ...everywhere('B1', 1, 3, 11),
    ...pair('d11', 'B1', 0, 3),
    ...everywhere('C1', 2, 3, 12),
  ];
  expect(told(teachingClips(levels, filmed, 3))).toEqual(['B1 d11 3', 'C1 d0 1', 'A1 d11 3']);
});

test('one a checkpoint and one a delivery while there are enough, then whatever is left; never the same twice', () => {
  const levels = [...pair('d0', 'A1', 0, 3), ...pair('d0', 'A2', 1, 3), ...pair('d1', 'A1', 0, 2)];
  expect(told(teachingClips(levels, filmed, 5)).sort()).toEqual(['A1 d0 3', 'A1 d1 2', 'A2 d0 2']);
  expect(told(teachingClips(levels, filmed, 2))).toEqual(['A1 d0 3', 'A2 d0 2']);
});

test('what was not filmed, or not from a side that shows it, or is seen alike, teaches nothing', () => {
  expect(teachingClips(pair('nowhere', 'A1', 0, 3), filmed, 5)).toEqual([]);
  expect(teachingClips(pair('d0', 'A9', 0, 3), filmed, 5)).toEqual([]);
  expect(teachingClips(pair('d0', 'A1', 2, 2), filmed, 5)).toEqual([]);
});
