import { expect, test } from 'vitest';
import { safetyInWords } from './safety.ts';

const nothing = { small: 0, films: 0, unkeptFilms: 0, unkept: false, refused: 0, offline: false };

test('one sentence says what is safe, and where', () => {
  expect(safetyInWords(nothing)).toBe('All safe on the server.');
  expect(safetyInWords({ ...nothing, small: 2, films: 1, offline: true })).toBe(
    'Safe on this device: 2 counts and 1 film; sent when the network is back.',
  );
  expect(safetyInWords({ ...nothing, films: 3, offline: true, signedOut: true })).toContain('sent when you sign in again.');
  expect(safetyInWords({ ...nothing, films: 3 })).toBe('Safe on this device: 3 films; being sent.');
  expect(safetyInWords({ ...nothing, films: 3, share: 0.404 })).toBe('Safe on this device: 3 films; being sent, 40 %.');
  expect(safetyInWords({ ...nothing, small: 2, writing: 1, films: 1 })).toBe('One moment: 1 count being kept on this device.');
  expect(safetyInWords({ ...nothing, small: 1 })).toBe('Safe on this device: 1 count; being sent.');
  expect(safetyInWords({ ...nothing, small: 2, called: ['check-in', 'check-ins'] })).toContain('device: 2 check-ins; being');
  expect(safetyInWords({ ...nothing, refused: 2 })).toContain('2 things that the server did not take');
});

test('what is not safe stands before everything else', () => {
  expect(safetyInWords({ ...nothing, small: 2, films: 3, unkeptFilms: 1 })).toBe(
    'Not safe: 1 film. Leave this page open until all is safe.',
  );
  expect(safetyInWords({ ...nothing, small: 2, unkept: true, refused: 1 })).toContain('Not safe: 2 counts.');
});
