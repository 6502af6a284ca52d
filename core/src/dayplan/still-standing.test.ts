import { describe, expect, test } from 'vitest';
import { stillStanding } from './still-standing.ts';
import { camperOf, dayOf, SMALL, sessionOf } from './testing/small-day.ts';
import { coach } from './testing/ids.ts';

const other = { mound: 'M2', camera: 'K2', filmer: coach('q') };
const alone = ['a', 'b', 'c'].map((id) => camperOf(id));
const kin = (id: string, more: object = {}) => camperOf(id, { together: 'kin', ...more });
const standing = (...args: Parameters<typeof stillStanding>) =>
  stillStanding(...args)
    .map((s) => `${s.camper} ${s.mound} ${s.from}`)
    .sort();

describe('what of a plan still stands', () => {
  test('a sound one, whole; of two in each other’s way the later one goes, whichever is listed first', () => {
    const sound = [sessionOf('a', 540), sessionOf('b', 540, other), sessionOf('c', 550)];
    expect(stillStanding(dayOf(alone), sound, undefined)).toEqual(sound);
    const crossed = [sessionOf('b', 545), sessionOf('a', 540), sessionOf('c', 560)];
    expect(standing(dayOf(alone), crossed, undefined)).toEqual(['a M1 540', 'c M1 560']);
  });

  test('who breaks a rule by himself goes, and nobody else', () => {
    const wrong = [sessionOf('a', 540, { mound: 'M9' }), sessionOf('b', 550), sessionOf('c', 560)];
    expect(standing(dayOf(alone), wrong, undefined)).toEqual(['b M1 550', 'c M1 560']);
  });

  test('a group goes whole, but for whoever comes only after the others are through', () => {
    const sessions = [sessionOf('x', 540), sessionOf('y', 550), sessionOf('z', 560), sessionOf('a', 570)];
    const group = (late: number) => dayOf([kin('x'), kin('y'), kin('z', { readyFrom: late }), camperOf('a')]);
    // z is ready at 650 and warmed up at 660: x and y keep their time, they are through at 560.
    expect(standing(group(650), sessions, undefined)).toEqual(['a M1 570', 'x M1 540', 'y M1 550']);
    // Ready at 551 and warmed up at 561 he comes after them as well; at 550 he does not, and that is early enough for nothing to break.
    expect(standing(group(551), sessions, undefined)).toEqual(['a M1 570', 'x M1 540', 'y M1 550']);
    expect(standing(group(550), sessions, undefined)).toHaveLength(4);
    const lost = sessions.map((s) => (s.camper === 'z' ? { ...s, mound: 'M9' } : s));
    expect(standing(group(0), lost, undefined)).toEqual(['a M1 570']);
    // The one in the middle: whoever follows him counts among those who wait.
    const middle = sessions.map((s) => (s.camper === 'y' ? { ...s, mound: 'M9' } : s));
    expect(standing(dayOf([kin('x'), kin('y', { readyFrom: 545 }), kin('z'), camperOf('a')]), middle, undefined)).toEqual([
      'a M1 570',
    ]);
  });

  test('two groups: only the one that is hit goes', () => {
    const sessions = [
      sessionOf('x', 540, { mound: 'M9' }),
      sessionOf('y', 550),
      sessionOf('v', 540, other),
      sessionOf('w', 550, other),
    ];
    const day = dayOf([kin('x'), kin('y'), camperOf('v', { together: 'others' }), camperOf('w', { together: 'others' })]);
    expect(standing(day, sessions, undefined)).toEqual(['v M2 540', 'w M2 550']);
  });

  test('what was thrown is history: it stays where it was, whatever breaks, and with it goes no group', () => {
    const lost = [sessionOf('x', 540, { mound: 'M9' }), sessionOf('y', 560, { mound: 'M9' }), sessionOf('a', 570)];
    const day = dayOf([kin('x'), kin('y'), camperOf('a')]);
    expect(standing(day, lost, 550)).toEqual(['a M1 570', 'x M9 540']);
    expect(standing(day, lost, 549)).toEqual(['a M1 570']);
    expect(standing(day, lost, undefined)).toEqual(['a M1 570']);
  });

  test('a sore camper who is in the day no more leaves the plan', () => {
    expect(standing(dayOf(alone.slice(0, 1)), [sessionOf('a', 540), sessionOf('b', 550)], undefined)).toEqual(['a M1 540']);
  });
});

describe('where only the one who films or the camera is missing', () => {
  const gone = { staff: SMALL.staff.map((p) => (p.id === 'p' ? { ...p, to: 545 } : p)) };
  const hands = (...args: Parameters<typeof stillStanding>) =>
    stillStanding(...args).map((s) => `${s.camper} ${s.camera} ${s.filmer}`);

  test('another one who is free takes over and nobody moves', () => {
    expect(hands(dayOf(alone, gone), [sessionOf('a', 550)], undefined)).toEqual(['a K1 q']);
    const away = { cameras: SMALL.cameras.map((c) => (c.name === 'K1' ? { ...c, from: 600 } : c)) };
    expect(hands(dayOf(alone, away), [sessionOf('a', 550)], undefined)).toEqual(['a K2 p']);
  });

  test('of two who are filmed by one at once, one gets the other', () => {
    const both = [sessionOf('a', 550), sessionOf('b', 550, { mound: 'M2' })];
    expect(hands(dayOf(alone), both, undefined).sort()).toEqual(['a K2 q', 'b K1 p']);
  });

  test('where nobody is free he goes; where more is wrong nobody is sent for nothing', () => {
    const both = [sessionOf('a', 550), sessionOf('b', 550, other)];
    expect(hands(dayOf(alone, gone), both, undefined)).toEqual(['b K2 q']);
    const wrong = [sessionOf('a', 550, { mound: 'M9' }), sessionOf('b', 570)];
    expect(hands(dayOf(alone, gone), wrong, undefined)).toEqual(['b K1 q']);
  });

  test('of what is over, nothing changes hands', () => {
    expect(hands(dayOf(alone, gone), [sessionOf('a', 550)], 560)).toEqual(['a K1 p']);
    expect(hands(dayOf(alone, gone), [sessionOf('a', 550)], 559)).toEqual(['a K1 q']);
    // Somebody who missed his turn goes; nobody films it in another's place.
    const missed = dayOf([camperOf('a', { noShow: true })], gone);
    expect(hands(missed, [sessionOf('a', 550)], 560)).toEqual([]);
  });
});
