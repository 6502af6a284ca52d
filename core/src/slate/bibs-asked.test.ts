import { expect, test } from 'vitest';
import { bibsAsked } from './bibs-asked.ts';

test('single bibs and ranges, each once, in the order in which they were typed', () => {
  expect(bibsAsked('27, 1-3 2;40 – 41').bibs).toEqual([27, 1, 2, 3, 40, 41]);
  expect(bibsAsked(' ')).toEqual({ bibs: [], wrong: null });
  expect(bibsAsked('9999').bibs).toEqual([9999]);
});

test('what is no bib is named, and nothing is printed of the rest', () => {
  expect(bibsAsked('1, two')).toEqual({ bibs: [], wrong: '“two” is no bib and no range of bibs: write them as 1-40, 52.' });
  expect(bibsAsked('12345').wrong).toContain('“12345”');
  expect(bibsAsked('9-3').wrong).toContain('write 3-9');
  expect(bibsAsked('1-5', 5).wrong).toBeNull();
  expect(bibsAsked('1-6', 5).wrong).toContain('more than 5 cards');
  expect(bibsAsked('1-3, 7-9', 5).wrong).toBe('6 cards are more than 5 at once.');
});
