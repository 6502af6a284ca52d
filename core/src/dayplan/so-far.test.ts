import { describe, expect, test } from 'vitest';
import { readyFromNow, wasThrown } from './so-far.ts';
import { camperOf, dayOf, sessionOf } from './testing/small-day.ts';

describe('what has been by now', () => {
  test.each([
    ['over, and he was there', 0, 560, true],
    ['ends just now', 0, 550, true],
    ['still on the mound', 0, 549, false],
    ['over, and he came after it began', 541, 560, false],
    ['over, and he came as it began', 540, 560, true],
  ])('%s', (_, readyFrom, now, thrown) => {
    expect(wasThrown(sessionOf('a', 540), camperOf('a', { readyFrom }), now)).toBe(thrown);
  });

  test('of somebody who never came, nothing was thrown', () => {
    expect(wasThrown(sessionOf('a', 540), camperOf('a', { noShow: true }), 560)).toBe(false);
  });

  test('of somebody who is not to throw any more, what is over was thrown', () => {
    expect(wasThrown(sessionOf('a', 540), undefined, 560)).toBe(true);
  });
});

describe('from now on', () => {
  test('a warm-up that has begun goes on; everybody else begins now, or when he comes', () => {
    const campers = ['warm', 'next', 'new', 'late'].map((id) => camperOf(id, id === 'late' ? { readyFrom: 700 } : {}));
    const before = [sessionOf('warm', 605), sessionOf('next', 620), sessionOf('late', 605)];
    const { campers: ready } = readyFromNow(dayOf(campers), before, 600);
    expect(Object.fromEntries(ready.map((c) => [c.id, c.readyFrom]))).toEqual({ warm: 595, next: 600, new: 600, late: 700 });
  });
});
