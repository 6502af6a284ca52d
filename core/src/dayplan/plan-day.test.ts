import highsLoader from 'highs';
import { beforeAll, describe, expect, test } from 'vitest';
import { AGE_GROUPS } from '../roster/age-group.ts';
import { assignScorers, linkedDesign, planProblems, type DayInput, type IntegerSolver, type Session } from './index.ts';
import { moveSession } from './move-session.ts';
import { checkByMinute } from './testing/check-by-minute.ts';
import { solverWith, plan, recordsOf, scorersOf } from './testing/plan.ts';
import { randomCamp } from './testing/random-camp.ts';
import { coach, coaches, kid } from './testing/ids.ts';

let solve: IntegerSolver;
beforeAll(async () => {
  solve = solverWith(await highsLoader());
});

describe('something happens during the day', () => {
  /** Nobody goes to a mound cold: whoever has another time begins to warm up now, or has begun before. */
  const coldOnes = (after: readonly Session[], before: readonly Session[], now: number): Session[] =>
    after.filter((s) => {
      const was = before.find((b) => b.camper === s.camper);
      if (was && was.from === s.from && was.mound === s.mound) return false;
      return s.warmUpFrom < (was && was.warmUpFrom <= now ? was.warmUpFrom : now);
    });

  test.each([3, 8, 21])('a mound is lost, camp %i: only those who stood on it move, and no rule is broken', (seed) => {
    const input = randomCamp(seed, { campers: 40, mounds: 3, staff: 5 });
    const before = plan(input).sessions;
    const now = 10 * 60;
    const lost = {
      ...input,
      settings: { ...input.settings, mounds: input.settings.mounds.map((m) => (m.name === 'Mound 2' ? { ...m, to: now } : m)) },
    };
    const after = plan(lost, { before, now });
    const ended = (s: Session): boolean => s.to <= now;
    expect(checkByMinute(lost, after.sessions, now)).toEqual([]);
    expect(planProblems(lost, after.sessions, now)).toEqual([]);
    expect(after.unplaced.filter((u) => u.why === 'noRoom')).toEqual([]);
    const hit = before.filter((s) => s.mound === 'Mound 2' && s.to > now).map((s) => s.camper);
    const theirs = new Set<string | null>(
      hit.map((id) => input.campers.find((c) => c.id === id)!.together).filter((t) => t !== null),
    );
    for (const id of after.moved)
      expect(hit.includes(id) || theirs.has(input.campers.find((c) => c.id === id)!.together)).toBe(true);
    for (const s of before.filter(ended)) expect(after.sessions).toContainEqual(s);
    expect(coldOnes(after.sessions, before, now)).toEqual([]);
    expect(
      after.sessions.filter((s) => !before.some((b) => b.camper === s.camper && b.from === s.from)).every((s) => s.from >= now),
    ).toBe(true);
  });

  test('somebody who films goes home: others film in his place and no camper moves', () => {
    const input = randomCamp(7, { campers: 30, mounds: 3, staff: 6 });
    const before = plan(input).sessions;
    const gone = before.find((s) => s.from >= 9 * 60 + 30)!.filmer;
    const left = {
      ...input,
      settings: { ...input.settings, staff: input.settings.staff.map((p) => (p.id === gone ? { ...p, to: 9 * 60 + 30 } : p)) },
    };
    const after = plan(left, { before, now: 9 * 60 + 30 });
    expect(after.moved).toEqual([]);
    expect(after.sessions.filter((s) => s.to > 9 * 60 + 30).map((s) => s.filmer)).not.toContain(gone);
    expect(planProblems(left, after.sessions, 9 * 60 + 30)).toEqual([]);
  });

  test('a sore camper leaves the plan and nobody else moves', () => {
    const input = randomCamp(5, { campers: 30, mounds: 3, staff: 4 });
    const before = plan(input).sessions;
    const sore = before.find((s) => s.from >= 10 * 60 && input.campers.find((c) => c.id === s.camper)!.together === null)!.camper;
    const after = plan({ ...input, campers: input.campers.filter((c) => c.id !== sore) }, { before, now: 10 * 60 });
    expect(after.moved).toEqual([]);
    expect(after.sessions.map((s) => s.camper)).not.toContain(sore);
    expect(after.sessions.length).toBe(before.length - 1);
  });

  test('a late camper gets a later place and he alone moves', () => {
    const input = randomCamp(6, { campers: 30, mounds: 3, staff: 4 });
    const before = plan(input).sessions;
    const late = before.find((s) => s.from > 9 * 60 + 30 && input.campers.find((c) => c.id === s.camper)!.together === null)!;
    const changed = {
      ...input,
      campers: input.campers.map((c) => (c.id === late.camper ? { ...c, readyFrom: late.from + 30 } : c)),
    };
    const after = plan(changed, { before, now: 9 * 60 + 5 });
    expect(after.moved).toEqual([late.camper]);
    expect(after.sessions.find((s) => s.camper === late.camper)!.warmUpFrom).toBeGreaterThanOrEqual(late.from + 30);
    expect(checkByMinute(changed, after.sessions, 9 * 60 + 5)).toEqual([]);
  });

  test('a camper who has missed his turn is named, and gets another one', () => {
    const input = randomCamp(6, { campers: 30, mounds: 3, staff: 4 });
    const before = plan(input).sessions;
    const now = 10 * 60;
    const missed = before.find((s) => s.to <= now && input.campers.find((c) => c.id === s.camper)!.together === null)!;
    const changed = {
      ...input,
      campers: input.campers.map((c) => (c.id === missed.camper ? { ...c, readyFrom: now + 5 } : c)),
    };
    expect(planProblems(changed, before, now)).toMatchObject([{ code: 'missed', campers: [missed.camper] }]);
    const after = plan(changed, { before, now });
    expect(after.moved).toEqual([missed.camper]);
    expect(after.sessions.find((s) => s.camper === missed.camper)!.warmUpFrom).toBeGreaterThanOrEqual(now + 5);
    expect(planProblems(changed, after.sessions, now)).toEqual([]);
  });

  test('planned anew in the middle of the day: who is on a mound stays there, the others move, nobody throws cold', () => {
    const input = randomCamp(4, { campers: 30, mounds: 3, staff: 4 });
    const before = plan(input).sessions;
    const now = before.find((s) => s.from > 10 * 60)!.from + 1;
    const after = plan(input, { before, now, anew: true });
    const begun = before.filter((s) => s.from <= now);
    expect(begun.some((s) => s.to > now)).toBe(true);
    for (const s of begun) expect(after.sessions).toContainEqual(s);
    expect(after.sessions.filter((s) => !begun.some((b) => b.camper === s.camper)).every((s) => s.from >= now)).toBe(true);
    expect(coldOnes(after.sessions, before, now)).toEqual([]);
    expect(planProblems(input, after.sessions, now)).toEqual([]);
    expect(after.sessions).toHaveLength(before.length);
  });

  test('moved by hand to now: the warm-up is too short and that is named; who warms up already may', () => {
    const input = randomCamp(4, { campers: 30, mounds: 3, staff: 4 });
    const before = plan(input).sessions;
    const now = 10 * 60;
    const cold = before.find((s) => s.warmUpFrom > now)!;
    const sooner = moveSession(input, before, cold.camper, { mound: cold.mound, from: now + 4 }, now);
    expect(sooner.find((s) => s.camper === cold.camper)!.warmUpFrom).toBe(now);
    expect(planProblems(input, sooner, now)).toContainEqual(expect.objectContaining({ code: 'warmUp', campers: [cold.camper] }));
    const warm = before.find((s) => s.warmUpFrom < now && s.from > now)!;
    const later = moveSession(input, before, warm.camper, { mound: warm.mound, from: warm.from + 1 }, now);
    expect(planProblems(input, later, now).filter((p) => p.code === 'warmUp')).toEqual([]);
  });
});

describe('planProblems convicts what the minute-by-minute check convicts', () => {
  const input = randomCamp(2, { campers: 24, mounds: 3, staff: 5 });
  const sound = () => plan(input).sessions;
  const spoil = (change: (s: Session[]) => void): Session[] => {
    const copy = sound().map((s) => ({ ...s }));
    change(copy);
    return copy;
  };
  test.each<[string, string, (s: Array<{ -readonly [K in keyof Session]: Session[K] }>) => void]>([
    [
      'two on one mound',
      'twoOnOneMound',
      (s) => {
        s[1]!.mound = s[0]!.mound;
        s[1]!.from = s[0]!.from;
      },
    ],
    [
      'one camera twice',
      'cameraTwice',
      (s) => {
        s[1]!.camera = s[0]!.camera;
      },
    ],
    [
      'one films twice',
      'filmerTwice',
      (s) => {
        s[1]!.filmer = s[0]!.filmer;
      },
    ],
    [
      'a closed mound',
      'moundClosed',
      (s) => {
        s[0]!.from -= 60;
        s[0]!.to -= 60;
        s[0]!.warmUpFrom -= 60;
      },
    ],
    [
      'an unknown mound',
      'moundClosed',
      (s) => {
        s[0]!.mound = 'Mound 9';
      },
    ],
    [
      'the break',
      'inBreak',
      (s) => {
        const later = s.findIndex((one) => one.from > 9 * 60 + 20);
        const d = s[later]!.to - s[later]!.from;
        s[later]!.from = 12 * 60;
        s[later]!.to = 12 * 60 + d;
        s[later]!.warmUpFrom = 11 * 60 + 50;
      },
    ],
    [
      'too many throws',
      'armCare',
      (s) => {
        s[0]!.deliveries = 45;
      },
    ],
    [
      'nobody who films',
      'filmerAway',
      (s) => {
        s[0]!.filmer = coach('nobody');
      },
    ],
    [
      'no warm-up',
      'warmUp',
      (s) => {
        s[0]!.warmUpFrom = s[0]!.from;
      },
    ],
    [
      'a short session',
      'tooShort',
      (s) => {
        s[0]!.to -= 2;
      },
    ],
    [
      'a camper twice',
      'camperTwice',
      (s) => {
        s.push({ ...s[0]!, from: 20 * 60, to: 20 * 60 + (s[0]!.to - s[0]!.from), warmUpFrom: 20 * 60 - 10 });
      },
    ],
    [
      'a stranger',
      'notToThrow',
      (s) => {
        s[0]!.camper = kid('stranger');
      },
    ],
  ])('%s', (_, code, change) => {
    const spoilt = spoil(change);
    expect(planProblems(input, spoilt).map((p) => p.code)).toContain(code);
    expect(checkByMinute(input, spoilt)).not.toEqual([]);
  });

  test('siblings apart, and a camper who is not there yet', () => {
    const sessions = sound();
    const ids = sessions.slice(0, 2).map((s) => s.camper);
    const last = sessions.at(-1)!.camper;
    const family = {
      ...input,
      campers: input.campers.map((c) =>
        c.id === ids[0] || c.id === last ? { ...c, together: 'family', readyFrom: 0 } : { ...c, together: null },
      ),
    };
    expect(planProblems(family, sessions).map((p) => [p.code, [...p.campers].sort()])).toEqual([
      ['apart', [ids[0], last].sort()],
    ]);
    const late = { ...input, campers: input.campers.map((c) => (c.id === ids[1] ? { ...c, readyFrom: 10 * 60 } : c)) };
    expect(planProblems(late, sessions).map((p) => p.code)).toEqual(['notThere']);
  });
});

describe('the bound and the scorers', () => {
  test('40 campers of 8 minutes on 3 mounds: 107 minutes', () => {
    // Arithmetic: 40 * 8 / 3 = 106.7, and a clock shows whole minutes.
    const minutes = Object.fromEntries(AGE_GROUPS.map((g) => [g, 8])) as DayInput['settings']['minutes'];
    const base = randomCamp(1, { campers: 40, mounds: 3, staff: 4 });
    const input = {
      settings: { ...base.settings, minutes },
      campers: base.campers.map((c) => ({ ...c, throwsLeft: 50, together: null, readyFrom: 0 })),
    };
    const { facts } = plan(input);
    expect(facts.bound).toEqual({ finish: 540 + 107, by: 'mounds', moundMinutes: 320 });
    expect(facts.leastMinutes).toBe(107);
    expect(facts.minutes).toBe(112);
  });

  test('who scores whom is kept where the balance allows it', () => {
    const input = randomCamp(4, { campers: 50, mounds: 3, staff: 5 });
    const question = { campers: input.campers, scorers: scorersOf(input), blindShare: 0.2 };
    const first = assignScorers(question, solve);
    const again = assignScorers({ ...question, campers: input.campers.slice(0, 47), before: first }, solve);
    const changed = again.filter((c) => !c.secondScorer && c.scorer !== first.find((f) => f.camper === c.camper)!.scorer);
    expect(changed.length).toBeLessThanOrEqual(6);
  });

  test('without an answer of the solver everybody still has a scorer and the work is linked', () => {
    const input = randomCamp(4, { campers: 50, mounds: 3, staff: 5 });
    const choices = assignScorers({ campers: input.campers, scorers: scorersOf(input), blindShare: 0.2 }, () => null);
    expect(choices.every((c) => scorersOf(input).includes(c.scorer))).toBe(true);
    expect(linkedDesign(recordsOf(choices)).linked).toBe(true);
    expect(
      assignScorers({ campers: input.campers, scorers: coaches(['only']), blindShare: 0.2 }, solve).every(
        (c) => c.scorer === 'only' && c.secondScorer === null,
      ),
    ).toBe(true);
  });
});
