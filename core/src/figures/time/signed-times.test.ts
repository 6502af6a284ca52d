import { expect, test } from 'vitest';
import type { EventId } from '../../keyframes/events.ts';
import { measureDelivery } from '../measure-delivery.ts';
import { MARKED } from '../testing/marked-clip.ts';
import { backFootAfterRelease } from './back-foot-after-release.ts';
import { driveStartShare } from './drive-start-share.ts';
import { handsAfterKnee } from './hands-after-knee.ts';
import { shouldersAfterContact } from './shoulders-after-contact.ts';
import { timeToPlate } from './time-to-plate.ts';
import { timeUntilBack } from './time-until-back.ts';

const marked = (marks: Partial<Record<EventId, number>>) =>
  measureDelivery([
    { ...MARKED, marks: Object.entries(marks).map(([event, frame]) => ({ event: event as EventId, frame, frameTo: null })) },
  ]);

test.each([
  [handsAfterKnee, 'kneeDown', 'handsApart'],
  [shouldersAfterContact, 'contact', 'shouldersTurn'],
  [backFootAfterRelease, 'release', 'backFootOff'],
  [timeToPlate, 'firstMove', 'gloved'],
  [timeUntilBack, 'set', 'bodyBack'],
] as const)('%s: six frames of a film of 120 a second, in either order', ({ id, needs, bands }, from, to) => {
  expect(needs).toEqual([from, to]);
  const after = marked({ [from]: 60, [to]: 66 }).measured.get(id)!;
  expect(after.value).toBeCloseTo(0.05, 12);
  // Two marks of half a frame interval each.
  expect(after.sd).toBeCloseTo(Math.SQRT2 / 240, 6);
  expect(marked({ [from]: 66, [to]: 60 }).measured.get(id)!.value).toBeCloseTo(-0.05, 12);
  // Only what cannot be before has a lower end.
  expect(bands.limits[0]).toBe(id === 'timeToPlate' || id === 'timeUntilBack' ? 0 : null);
});

test('the drive starts after 60 of 80 frames, and says nothing where the foot landed at the top', () => {
  const share = marked({ liftTop: 40, driveStart: 100, contact: 120 }).measured.get('driveStartShare')!;
  expect(share.value).toBeCloseTo(0.75, 12);
  // d(share) = (d drive - (1 - share) d lift - share d contact) / whole, each of half a frame (JCGM 100:2008, 5.1.2).
  expect(share.sd).toBeCloseTo(Math.hypot(0.5, 0.25 * 0.5, 0.75 * 0.5) / 80, 6);
  expect(share.unit).toBe('ratio');
  const none = marked({ liftTop: 40, driveStart: 40, contact: 40 });
  expect(none.measured.has('driveStartShare')).toBe(false);
  expect(none.figures.find((f) => f.figure === 'driveStartShare')?.why).toContain('cannot be read');
  expect(driveStartShare.needs).toEqual(['liftTop', 'driveStart', 'contact']);
});

test('figures that share a key frame err together', () => {
  const both = marked({ kneeDown: 60, handsApart: 66, liftTop: 50, contact: 120, shouldersTurn: 130 });
  expect(both.correlation('liftToContact', 'shouldersAfterContact')).toBeLessThan(-0.4);
  expect(both.correlation('liftToContact', 'handsAfterKnee')).toBe(0);
});
