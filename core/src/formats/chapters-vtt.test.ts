import { expect, test } from 'vitest';
import { chaptersVtt } from './chapters-vtt.ts';

const TIMES = Array.from({ length: 10 }, (_, i) => i / 4);

test('each key frame is a chapter until the next one, the last until the end', () => {
  const marks = [
    { event: 'release', frame: 9 },
    { event: 'set', frame: 1 },
    { event: 'contact', frame: 5 },
  ] as const;
  expect(chaptersVtt(marks, TIMES, 2.5)).toBe(
    [
      'WEBVTT',
      '',
      '00:00:00.250 --> 00:00:01.250',
      'set',
      '',
      '00:00:01.250 --> 00:00:02.250',
      'foot bears weight',
      '',
      '00:00:02.250 --> 00:00:02.500',
      'release',
      '',
    ].join('\n'),
  );
});

test('two on one frame share a chapter, in the order of the delivery; hours and minutes are carried', () => {
  const marks = [
    { event: 'layback', frame: 0 },
    { event: 'contact', frame: 0 },
  ] as const;
  expect(chaptersVtt(marks, [3661.0005], 3725)).toContain('01:01:01.001 --> 01:02:05.000\nfoot bears weight, arm laid back\n');
});

test('no key frame is a file without chapters; a frame that the film does not have is refused', () => {
  expect(chaptersVtt([], TIMES, 2)).toBe('WEBVTT\n');
  expect(() => chaptersVtt([{ event: 'set', frame: 10 }], TIMES, 2)).toThrow('frame 10 is not in the film, which has 10');
});
