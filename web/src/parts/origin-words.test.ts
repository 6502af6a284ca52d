import { expect, test } from 'vitest';
import type { ClipOrigin } from '@stride-chalk/core';
import { originInWords } from './origin-words.ts';

const origin: ClipOrigin = {
  ...{ occasion: 'game', filmedOn: '2026-07-04', sentBy: null, pitch: null, result: null, height: null, side: null },
  ...{ speed: null, speedUnit: null },
};

test('what is known of a clip that does not come from the camp is said, and nothing of what is not', () => {
  expect(originInWords(origin, 'America/Denver')).toMatch(/^Game, [^·]*4[^·]*$/);
  const all: ClipOrigin = {
    ...{ ...origin, occasion: 'home', sentBy: 'A. Roe', pitch: 'curveball', result: 'strike', height: 'low', side: 'gloveSide' },
    ...{ speed: 52, speedUnit: 'mph' },
  };
  expect(originInWords(all, 'America/Denver').split(' · ').slice(1)).toEqual([
    'curveball, strike, low, glove side',
    '52 mph measured',
    'sent by A. Roe',
  ]);
});
