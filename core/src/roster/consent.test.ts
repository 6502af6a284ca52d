import { describe, expect, test } from 'vitest';
import { consentOn, loosens, type Consent } from './consent.ts';

const answer = (more: Partial<Consent> = {}): Consent => ({ film: true, share: false, until: null, ...more });
const DAY = '2026-07-14';

describe('what the answers of a family allow on a day', () => {
  test('nobody asked, or only ever no: never given', () => {
    const never = { film: false, share: false, training: false, why: 'neverGiven', says: 'Nobody has consented to filming.' };
    expect(consentOn([], DAY)).toEqual(never);
    expect(consentOn([answer({ film: false })], DAY)).toEqual(never);
  });

  test('given, with and without a last day; sharing as it was answered', () => {
    expect(consentOn([answer()], DAY)).toEqual({
      film: true,
      share: false,
      training: false,
      why: 'given',
      says: 'Consent to film until it is withdrawn.',
    });
    expect(consentOn([answer({ share: true, until: '2026-08-01' })], DAY)).toEqual({
      film: true,
      share: true,
      training: false,
      why: 'given',
      says: 'Consent to film until 2026-08-01.',
    });
  });

  test('it holds to the end of its last day, and then nothing of it does', () => {
    expect(consentOn([answer({ until: DAY })], DAY).film).toBe(true);
    expect(consentOn([answer({ share: true, until: '2026-07-13' })], DAY)).toEqual({
      film: false,
      share: false,
      training: false,
      why: 'ranOut',
      says: 'The consent to film ended on 2026-07-13.',
    });
  });

  test('the training of the staff is a consent of its own, and ends with the others', () => {
    expect(consentOn([answer({ share: true })], DAY).training).toBe(false);
    expect(consentOn([answer({ training: true })], DAY)).toMatchObject({ film: true, share: false, training: true });
    expect(consentOn([answer({ training: true, until: '2026-07-13' })], DAY).training).toBe(false);
    expect(consentOn([answer({ training: true }), answer({ film: false, training: true })], DAY).training).toBe(false);
  });

  test('the last answer holds: withdrawn, and given again', () => {
    expect(consentOn([answer({ share: true }), answer({ film: false, share: true })], DAY)).toEqual({
      film: false,
      share: false,
      training: false,
      why: 'withdrawn',
      says: 'The consent to film was withdrawn.',
    });
    expect(consentOn([answer({ film: false }), answer({ film: false }), answer()], DAY).why).toBe('given');
    expect(consentOn([answer({ film: false }), answer(), answer({ film: false })], DAY).why).toBe('withdrawn');
  });
});

test.each<[string, Partial<Consent>, Partial<Consent>, boolean]>([
  ['no to yes', { film: false }, {}, true],
  ['yes to no, whatever else', { until: '2026-07-01' }, { film: false, share: true }, false],
  ['sharing is added', {}, { share: true }, true],
  ['sharing stays, or goes', { share: true }, { share: true }, false],
  ['training is added', {}, { training: true }, true],
  ['training stays, or goes', { training: true }, {}, false],
  ['sharing goes', { share: true }, {}, false],
  ['a later last day', { until: '2026-07-14' }, { until: '2026-07-15' }, true],
  ['the same last day', { until: '2026-07-14' }, { until: '2026-07-14' }, false],
  ['an earlier last day', { until: '2026-07-14' }, { until: '2026-07-13' }, false],
  ['a last day that goes', { until: '2026-07-14' }, {}, true],
  ['a last day that comes', {}, { until: '2026-07-14' }, false],
])('loosened or not: %s', (_, before, after, expected) => expect(loosens(answer(before), answer(after))).toBe(expected));
