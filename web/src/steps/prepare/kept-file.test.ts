import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { UNANSWERED } from '@stride-chalk/core';
import { keepFile, keptFile, type KeptFile } from './kept-file.ts';
import { anId } from '../../parts/testing/an-id.ts';

const file: KeptFile = {
  name: 'families.csv',
  // A letter of Windows-1252, a zero byte, and more than a call takes arguments.
  bytes: new Uint8Array([0xe9, 0, ...new Array(200_000).fill(65)]),
  encoding: 'windows-1252',
  columns: [],
  answers: { dates: UNANSWERED, mended: { 3: { name: 'Mended' } }, left: new Set([4]), decisions: { 5: 'new' }, consents: {} },
};

describe('a roster file that a tab keeps', () => {
  let most = Number.POSITIVE_INFINITY;
  beforeEach(() => {
    most = Number.POSITIVE_INFINITY;
    const held = new Map<string, string>();
    vi.stubGlobal('sessionStorage', {
      getItem: (key: string) => held.get(key) ?? null,
      removeItem: (key: string) => held.delete(key),
      setItem: (key: string, value: string) => {
        if (value.length > most) throw new Error('full');
        held.set(key, value);
      },
    });
  });
  afterEach(() => vi.unstubAllGlobals());

  test('comes back byte for byte with its answers, for its camp alone', () => {
    expect(keepFile(anId('a'), file)).toBe(true);
    expect(keptFile(anId('a'))).toEqual(file);
    // Another answer: the bytes are not written again.
    const written = vi.spyOn(sessionStorage, 'setItem');
    keepFile(anId('a'), { ...file, answers: { ...file.answers, decisions: {} } });
    expect(written).toHaveBeenCalledTimes(1);
    expect(keptFile(anId('a'))!.answers.decisions).toEqual({});
    keepFile(anId('a'), file);
    expect(keptFile(anId('b'))).toBeNull();
  });

  test('is gone when it was taken', () => {
    keepFile(anId('a'), file);
    keepFile(anId('a'), null);
    expect(keptFile(anId('a'))).toBeNull();
  });

  test('too large for the tab, an older one does not stand in its place', () => {
    keepFile(anId('a'), file);
    most = 10;
    expect(keepFile(anId('a'), { ...file, name: 'other.csv', bytes: new Uint8Array(100) })).toBe(false);
    expect(keptFile(anId('a'))).toBeNull();
  });

  test('spoilt, it is none', () => {
    keepFile(anId('a'), file);
    sessionStorage.setItem('stride-chalk.roster-file.a', '{"name":');
    expect(keptFile(anId('a'))).toBeNull();
  });
});
