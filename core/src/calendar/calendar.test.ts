import { describe, expect, test } from 'vitest';
import {
  addDays,
  dayInWords,
  dayInZone,
  daysBetween,
  dayWithin,
  instantInWords,
  instantInZone,
  localeOf,
  minuteInZone,
} from './index.ts';

describe('calendar days', () => {
  // Common calendar facts: leap years of the Gregorian calendar.
  test.each([
    ['2028-02-28', 1, '2028-02-29'],
    ['2026-02-28', 1, '2026-03-01'],
    ['2026-01-01', -1, '2025-12-31'],
    ['2000-02-29', 366, '2001-03-01'],
    ['1900-02-28', 1, '1900-03-01'],
  ])('%s and %i days: %s', (day, days, then) => {
    expect(addDays(day, days)).toBe(then);
    expect(daysBetween(day, then)).toBe(days);
  });

  test('a day that is none is refused', () => {
    for (const day of ['2026-02-30', '2026-13-01', '13.7.2026', '']) expect(() => addDays(day, 1)).toThrow(RangeError);
  });

  test('the nearest day of a span', () => {
    const span = { firstDay: '2026-07-13', lastDay: '2026-07-17' };
    const days = ['2026-07-01', '2026-07-13', '2026-07-15', '2026-07-17', '2027-01-01'];
    expect(days.map((d) => dayWithin(span, d))).toEqual(['2026-07-13', '2026-07-13', '2026-07-15', '2026-07-17', '2026-07-17']);
  });

  // UTC offsets of the IANA time zone database, summer and winter: Chicago -5 and -6, Kolkata +5:30, Kiritimati +14.
  test.each([
    ['2026-07-14T04:59:00Z', 'America/Chicago', '2026-07-13', 23 * 60 + 59],
    ['2026-07-14T05:00:00Z', 'America/Chicago', '2026-07-14', 0],
    ['2026-01-14T05:59:00Z', 'America/Chicago', '2026-01-13', 23 * 60 + 59],
    ['2026-07-13T18:30:00Z', 'Asia/Kolkata', '2026-07-14', 0],
    ['2026-07-13T10:00:00Z', 'Pacific/Kiritimati', '2026-07-14', 0],
  ])('%s in %s is %s', (instant, zone, day, minute) => {
    expect(dayInZone(Date.parse(instant), zone)).toBe(day);
    expect(minuteInZone(Date.parse(instant), zone)).toBe(minute);
  });
});

describe('the instant of a clock', () => {
  // Offsets of the IANA time zone database: Chicago is 5 hours behind UTC in summer and 6 in winter, Kathmandu 5:45 ahead, Auckland 13 ahead in summer.
  test.each([
    ['2026-07-13', 545, 'America/Chicago', '2026-07-13T14:05:00Z'],
    ['2026-01-13', 545, 'America/Chicago', '2026-01-13T15:05:00Z'],
    ['2026-07-13', 0, 'Asia/Kathmandu', '2026-07-12T18:15:00Z'],
    ['2026-01-01', 60, 'Pacific/Auckland', '2025-12-31T12:00:00Z'],
    ['2026-07-13', 545, 'UTC', '2026-07-13T09:05:00Z'],
    // Chicago turns its clock on 8 March 2026 at 2:00 and on 1 November 2026 at 2:00.
    ['2026-03-08', 60, 'America/Chicago', '2026-03-08T07:00:00Z'],
    ['2026-03-08', 240, 'America/Chicago', '2026-03-08T09:00:00Z'],
    ['2026-03-08', 150, 'America/Chicago', '2026-03-08T08:30:00Z'],
    ['2026-11-01', 90, 'America/Chicago', '2026-11-01T06:30:00Z'],
    ['2026-11-01', 180, 'America/Chicago', '2026-11-01T09:00:00Z'],
  ])('%s, minute %i in %s is %s', (day, minute, zone, instant) =>
    expect(new Date(instantInZone(day, minute, zone)).toISOString()).toBe(instant.replace('Z', '.000Z')),
  );
  test('a day that is none is refused', () => expect(() => instantInZone('soon', 0, 'UTC')).toThrow(RangeError));
});

describe('dates as people of the place write them', () => {
  // How English is written there: month first in the United States, day first in the United Kingdom (CLDR, en and en-GB).
  test('a day: long, short, with its year', () => {
    const [chicago, auckland] = [{ timeZone: 'America/Chicago' }, { timeZone: 'Pacific/Auckland' }];
    expect(dayInWords('2026-07-17', chicago)).toBe('Friday, July 17');
    expect(dayInWords('2026-07-17', auckland)).toBe('Friday 17 July');
    expect(dayInWords('2026-07-17', chicago, 'dated')).toBe('Jul 17, 2026');
    expect(dayInWords('2026-07-17', auckland, 'dated')).toBe('17 Jul 2026');
    expect(dayInWords('2026-07-17', chicago, 'short')).toBe('Fri, Jul 17');
    for (const wrong of ['', '2026-7-17', '2026-13-01', 'soon'])
      expect(() => dayInWords(wrong, chicago), wrong).toThrow(RangeError);
  });

  test('an instant, on the clock of the place', () => {
    const at = Date.parse('2026-07-17T19:05:00Z');
    expect(instantInWords(at, { timeZone: 'America/Chicago' }).replace(/\s/g, ' ')).toBe('Jul 17, 2026, 2:05 PM');
    expect(instantInWords(at, { timeZone: 'Europe/London' })).toBe('17 Jul 2026, 20:05');
    expect([localeOf('Pacific/Honolulu'), localeOf('America/Toronto'), localeOf('UTC')]).toEqual(['en-US', 'en-GB', 'en-GB']);
  });
});
