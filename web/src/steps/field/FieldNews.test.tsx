import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test } from 'vitest';
import { NO_FILMS } from '../../parts/film-box.ts';
import { NOTHING_KNOWN } from '../../parts/outbox.ts';
import { fieldSafety, Waits } from './FieldNews.tsx';

const counts = { ...NOTHING_KNOWN, open: true };
const films = { ...NO_FILMS, open: true };

test('nothing is called safe before both the counts and the films of the phone are known', () => {
  for (const [c, f] of [
    [NOTHING_KNOWN, films],
    [counts, NO_FILMS],
  ] as const) {
    expect(fieldSafety(c, f)).toBe('Looking what waits on this phone …');
    expect(renderToStaticMarkup(<Waits news={c} films={f} called={['count', 'counts']} />)).toContain('data-open="false"');
  }
  expect(fieldSafety(counts, films)).toBe('All safe on the server.');
  expect(renderToStaticMarkup(<Waits news={counts} films={films} called={['count', 'counts']} />)).toContain('data-open="true"');
});

test('a count that does not lie on the phone yet is not called safe', () => {
  expect(fieldSafety({ ...counts, waiting: 1, writing: 1 }, films)).toBe('One moment: 1 count being kept on this device.');
  expect(fieldSafety({ ...counts, waiting: 1 }, films)).toBe('Safe on this device: 1 count; being sent.');
});
