import { describe, expect, test } from 'vitest';
import { ageSpread } from './age-spread.ts';
import { blocksOf, longestFirst, spreadAges } from './order-campers.ts';
import { camperOf, SMALL, sessionOf } from './testing/small-day.ts';

const ids = (blocks: readonly (readonly { id: string }[])[]): string => blocks.map((b) => b.map((c) => c.id).join('+')).join(' ');
const young = (id: string) => camperOf(id, { ageGroup: '7-8' });

describe('in which order', () => {
  test('who stays together is one block', () => {
    const kin = { together: 'kin' };
    expect(ids(blocksOf([camperOf('a'), camperOf('b', kin), camperOf('c'), camperOf('d', kin)]))).toBe('a b+d c');
  });

  test('each age has its places evenly over the day: of two at a quarter and three quarters, of four at every eighth', () => {
    const blocks = blocksOf([young('y1'), young('y2'), ...['o1', 'o2', 'o3', 'o4'].map((id) => camperOf(id))]);
    // o1 1/8, y1 2/8, o2 3/8, o3 5/8, y2 6/8, o4 7/8
    expect(ids(spreadAges(SMALL, blocks))).toBe('o1 y1 o2 o3 y2 o4');
  });

  test('the longest first', () => {
    const kin = { together: 'kin' };
    expect(ids(longestFirst(SMALL, blocksOf([camperOf('a'), camperOf('b', kin), camperOf('c', kin)])))).toBe('b+c a');
  });
});

describe('how evenly the ages lie', () => {
  const campers = [young('y1'), young('y2'), camperOf('o1'), camperOf('o2')];

  test('apart: half an hour from the mean of a day of seventy minutes', () => {
    // Young ones begin at 540 and 540, the others at 600 and 600: means 540 and 600 about 570; the day lasts from 540 to 610.
    const sessions = [sessionOf('y1', 540), sessionOf('y2', 540), sessionOf('o1', 600), sessionOf('o2', 600)];
    expect(ageSpread(campers, sessions)).toBeCloseTo(30 / 70, 12);
  });

  test('mixed: none; a single one of his age, and an empty day, count nothing', () => {
    const mixed = [sessionOf('y1', 540), sessionOf('o1', 540), sessionOf('y2', 600), sessionOf('o2', 600)];
    expect(ageSpread(campers, mixed)).toBe(0);
    expect(ageSpread(campers, [sessionOf('y1', 540), sessionOf('o1', 600)])).toBe(0);
    expect(ageSpread(campers, [])).toBe(0);
  });
});
