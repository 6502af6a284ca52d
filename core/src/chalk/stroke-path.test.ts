import { expect, test } from 'vitest';
import { strokePath } from './stroke-path.ts';

const p = (x: number, y: number) => ({ x, y });

test('lines, rings and arcs are path data of SVG 2, chapter 9', () => {
  expect(strokePath({ shape: 'line', points: [p(1, 2), p(3, 4)], text: null }, 540).d).toBe('M1 2L3 4');
  // Two half circles: one arc command cannot end where it began (9.5.1).
  expect(strokePath({ shape: 'ring', points: [p(10, 10), p(13, 14)], text: null }, 540).d).toBe(
    'M5 10a5 5 0 1 0 10 0a5 5 0 1 0 -10 0Z',
  );
  expect(strokePath({ shape: 'angle', points: [p(10, 0), p(0, 0), p(0, 10)], text: null }, 540).d).toBe(
    'M10 0L0 0L0 10M7 0A7 7 0 0 1 0 7',
  );
});

test('freehand goes through its points: the ends of its cubic pieces are they', () => {
  const { d } = strokePath({ shape: 'freehand', points: [p(0, 0), p(10, 5), p(20, 0)], text: null }, 540);
  expect(d).toMatch(/^M0,0C/);
  expect(
    d
      .slice(1)
      .split('C')
      .map((piece) => piece.split(',').slice(-2).map(Number.parseFloat)),
  ).toEqual([
    [0, 0],
    [10, 5],
    [20, 0],
  ]);
});

test('lines and letters keep their share of the picture', () => {
  const label = { shape: 'label' as const, points: [p(0, 0)], text: 'late' };
  const [small, large] = [strokePath(label, 540), strokePath(label, 1080)];
  expect(large).toMatchObject({ line: 2 * small.line, edge: 2 * small.edge, letters: 2 * small.letters, d: '' });
  expect(large.words).toEqual([{ at: p(18, 16), words: 'late' }]);
});
