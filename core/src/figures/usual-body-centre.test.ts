import { expect, test } from 'vitest';
import { usualBodyCentre } from './usual-body-centre.ts';

test('the body moves towards the target, and mirrors with it', () => {
  const at = (event: 'set' | 'contact', towardsTarget: 1 | -1): number =>
    usualBodyCentre(event, { towardsTarget, width: 960, height: 540 })!;
  expect(at('contact', 1)).toBeGreaterThan(at('set', 1) + 100);
  expect(at('contact', 1) + at('contact', -1)).toBeCloseTo(960, 6);
});

test('an event without a usual pose has none', () => {
  expect(usualBodyCentre('gloved', { towardsTarget: 1, width: 960, height: 540 })).toBeNull();
});
