import { describe, expect, test } from 'vitest';
import type { DaySettings, Session } from './day.ts';
import { scorerProblems } from './scorer-problems.ts';
import { randomCamp } from './testing/random-camp.ts';
import { coach, coaches, kid } from './testing/ids.ts';
import type { StaffId } from '../record/ids.ts';
import type { ScorerChoice } from './assign-scorers.ts';

const [a, b, helper] = coaches('abh') as [StaffId, StaffId, StaffId];
const settings: DaySettings = {
  ...randomCamp(1).settings,
  staff: [
    { id: a, from: 540, to: 1020, films: true, scores: true },
    { id: b, from: 540, to: 1020, films: false, scores: true },
    { id: helper, from: 540, to: 1020, films: true, scores: false },
  ],
};
const session = (scorer: StaffId, secondScorer: StaffId | null): Session & ScorerChoice => ({
  camper: kid('c'),
  mound: 'Mound 1',
  camera: 'Camera 1',
  warmUpFrom: 528,
  from: 540,
  to: 548,
  deliveries: 3,
  filmer: helper,
  scorer,
  secondScorer,
});

describe('who scores', () => {
  test.each([
    [a, null],
    [a, b],
    [b, a],
  ])('%s and %s may', (first, second) => {
    expect(scorerProblems(settings, [session(first, second)])).toEqual([]);
  });

  test.each([
    ['somebody who only films', helper, null],
    ['a second one who only films', a, helper],
    ['somebody who has left', coach('gone'), null],
    ['a second one who has left', a, coach('gone')],
  ])('%s does not', (_, first, second) => {
    expect(scorerProblems(settings, [session(first, second)])).toMatchObject([
      { code: 'scorerAway', kind: 'one', campers: ['c'], says: 'Who was to score what is filmed at 9:00 does not score.' },
    ]);
  });

  test('one person is not both scorers: the second one is to be blind', () => {
    expect(scorerProblems(settings, [session(a, a)])).toMatchObject([{ says: 'One scores twice what is filmed at 9:00.' }]);
  });
});
