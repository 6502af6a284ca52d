import { describe, expect, test } from 'vitest';
import type { Level, Score } from '../levels/level.ts';
import { defaultSheet } from '../sheet/default-sheet.ts';
import { resolveSheet } from '../sheet/resolve-sheet.ts';
import { findEvaluation, type EvaluationInput } from './facts.ts';
import { furtherFocus as furtherOf, sayEvaluation, withDoses } from './say-evaluation.ts';
import { saidSchema } from './document.ts';

const said = (found: EvaluationInput) => sayEvaluation(findEvaluation(found), found.sheet);
const furtherFocus = (found: EvaluationInput, chosen: readonly string[]) => furtherOf(findEvaluation(found), found.sheet, chosen);

const deliveries = ['a', 'b', 'c'];
const scored = () => resolveSheet(defaultSheet, '13-14').filter((c) => c.scored);
/** Everything at level 3 but what is named: checkpoint to levels and fault. */
function input(
  faults: Readonly<Record<string, readonly [string, ReadonlyArray<Level | null>]>>,
  more: Partial<EvaluationInput> = {},
): EvaluationInput {
  const scores: Score[] = scored().flatMap((c) =>
    deliveries.map((delivery, i) => {
      const [code, levels] = faults[c.id] ?? [null, []];
      const level = levels[i] ?? null;
      return level === null || code === null
        ? { delivery, checkpoint: c.id, level: 3 as const, faults: [] }
        : { delivery, checkpoint: c.id, level, faults: level === 3 ? [] : [code] };
    }),
  );
  return { sheet: defaultSheet, ageGroup: '13-14', deliveries, scores, figures: [], reFilmOn: '2026-08-14', ...more };
}

test('doses that were kept in words take the numbers of the sheet; a coach’s own number and a drill that is no more stay', () => {
  const [first] = said(input({ F2: ['F2.gives-way', [1, 1, 1]] })).focus;
  const drill = first!.drills[0]!;
  expect(drill.dose).not.toBeNull();
  const before = { ...drill, dose: null, amount: '10 throws, easy' };
  const own = { ...drill, dose: { ball: false, times: 3, distance: null } };
  const gone = { ...before, id: 'no-such-drill' };
  const dosed = (drills: (typeof first & object)['drills']) =>
    withDoses([{ ...first!, drills }], defaultSheet, '13-14')[0]!.drills;
  expect(dosed([before])).toEqual([drill]);
  expect(dosed([own, gone])).toEqual([own, gone]);
});

describe('what is said of a set', () => {
  const knee = () =>
    input(
      { F2: ['F2.gives-way', [1, 1, 0]], E5: ['E5.glove-drops', [1, 3, 1]], H2: ['H2.falls-off', [2, 3, 3]] },
      {
        figures: [
          { delivery: 'b', figure: 'frontKneeChange', estimate: { value: 4, sd: 4, unit: 'degrees' } },
          { delivery: 'a', figure: 'frontKneeChange', estimate: { value: -16, sd: 4, unit: 'degrees' } },
        ],
      },
    );
  const drafted = () => said(knee());

  test('asks arm care: what it leaves for a drill day is kept as a number, and the sheet says so', () => {
    const two = { F2: ['F2.gives-way', [1, 1, 0]], H2: ['H2.falls-off', [1, 1, 1]] } as const;
    // 35 throws leave one day of rest at 13 and 14 (the published limits).
    const asked = said(input(two, { drillThrows: 35 }));
    expect([asked.drillThrows, said(input(two)).drillThrows]).toEqual([35, null]);
    expect(asked.armCare).toContain('No more than 35 throws on a drill day');
    expect(said(input(two)).armCare).not.toContain('35');
  });

  test('is a valid document with habits as focus and one-off events apart', () => {
    const document = drafted();
    expect(() => saidSchema.parse(document)).not.toThrow();
    expect(document.focus.map((f) => f.checkpoint)).toEqual(['F2', 'E5']);
    expect(document.oneOffs).toEqual([expect.stringContaining('(1 of 3)')]);
  });

  test('a focus says what was seen with its figure, why, a cue, drills with amounts, and what to look for', () => {
    const [first] = drafted().focus;
    expect(first!.seen.replaceAll('\u00a0', ' ')).toBe(
      'In 3 of 3 the front knee bent on after landing: front knee bent 16 ± 4° further from landing to release.',
    );
    expect(first!.drills[0]!.dose).toMatchObject({ times: 10 });
    expect(first!.freeze).toEqual({ delivery: 'a', event: 'release', figure: 'frontKneeChange' });
    expect(first!.lookAgain).not.toBe('');
  });

  test('at most three strengths, of different phases, none of a focus', () => {
    const document = drafted();
    expect(document.strengths).toHaveLength(3);
    const phases = document.strengths.map((s) => defaultSheet.checkpoints.find((c) => c.id === s.checkpoint)!.phase);
    expect(new Set(phases).size).toBe(3);
  });

  test('the cautions stand on every evaluation, and the schools of the age', () => {
    const document = drafted();
    expect(document.cautions.join(' ')).toMatch(/not medical advice.*licensed medical professional/);
    expect(document.schools).toContain('firm front leg');
  });

  test('a phase with a focus does not hide it behind its other checkpoints', () => {
    const document = drafted();
    expect(document.phases.find((p) => p.id === 'turn')).toMatchObject({ focus: true, middle: 1 });
    expect(document.phases.find((p) => p.id === 'start')).toMatchObject({ focus: false, middle: 3 });
  });

  test('faultless: no focus, no drill, strengths remain', () => {
    const clean = said(input({}));
    expect(clean.focus).toEqual([]);
    expect(clean.strengths).toHaveLength(3);
  });

  test('what was visible in no delivery is named, and is neither strength nor focus', () => {
    const scores = input({}).scores.map((s) => (s.checkpoint === 'F2' ? { ...s, level: 'NV' as const } : s));
    const document = said({ ...input({}), scores: scores.filter((s) => s.checkpoint !== 'E2') });
    const name = (id: string) => defaultSheet.checkpoints.find((c) => c.id === id)!.name;
    expect([...document.notSeen].sort()).toEqual([name('E2'), name('F2')].sort());
    expect(document.strengths.map((s) => s.checkpoint)).not.toContain('F2');
    expect(said(input({})).notSeen).toEqual([]);
  });

  test('no drill is given twice in one evaluation', () => {
    const ids = said(
      input({ F2: ['F2.gives-way', [1, 1, 1]], E1: ['E1.stiff', [1, 1, 1]], G1: ['G1.soft', [1, 1, 1]] }),
    ).focus.flatMap((f) => f.drills.map((d) => d.id));
    expect(new Set(ids).size).toBe(ids.length);
  });

  test('that a habit is judged by the fair level is said to the staff, with how much, and to nobody else', () => {
    const scores = knee().scores.map((s) => (s.checkpoint === 'F2' ? { ...s, fair: Number(s.level) + 0.3 } : s));
    const [fair] = said({ ...knee(), scores }).focus;
    expect(fair!.reasons).toContain(
      'judged by the fair level: its coach gives 0.30 of a level less here than the staff on average',
    );
    const { reasons, ...shown } = fair!;
    const { reasons: plain, ...before } = said(knee()).focus[0]!;
    expect(shown).toEqual(before);
    expect(plain.some((r) => r.includes('fair'))).toBe(false);
  });

  test('a school that the lead has chosen stands with its reason, the sheet’s own without', () => {
    const school = defaultSheet.schools.find((s) => s.onHandOut)!;
    const reasoned = said({ ...knee(), schoolReasons: { [school.id]: 'our mounds are flat' } }).schools;
    expect(reasoned.filter((s) => s.endsWith(' (our mounds are flat)'))).toHaveLength(1);
    expect(said(knee()).schools.some((s) => s.includes('('))).toBe(false);
  });

  test('what is not scored at the age does not enter', () => {
    const young = said({ ...knee(), ageGroup: '9-10' });
    expect(young.focus).toEqual([]);
  });

  test('habits beyond the focus stand for the staff as later, and then no one-off event stands in their place', () => {
    const six = {
      A4: ['A4.stiff', [1, 1, 1]],
      D3: ['D3.across', [1, 1, 1]],
      E5: ['E5.glove-drops', [0, 0, 0]],
      F2: ['F2.gives-way', [1, 1, 0]],
      H2: ['H2.falls-off', [1, 1, 1]],
      H3: ['H3.glove-down', [1, 1, 1]],
      B1: ['B1.low', [2, 3, 3]],
    } as const;
    const many = said(input(six));
    expect(many.focus).toHaveLength(4);
    expect(many.later.length + many.focus.length).toBe(6);
    expect(many.oneOffs).toEqual([]);
    // All habits in the focus: the one-off event is named.
    const { A4: _, D3: _d, H3: _h, ...three } = six;
    const few = said(input(three));
    expect([few.focus.length, few.later]).toEqual([3, []]);
    expect(few.oneOffs).toHaveLength(1);
  });

  test('low throughout in different ways is a focus, in words and with drills', () => {
    const scores = input({}).scores.map((s) =>
      s.checkpoint === 'E2'
        ? { ...s, level: 1 as const, faults: [{ a: 'E2.late', b: 'E2.elbow-low', c: 'E2.elbow-high' }[s.delivery]!] }
        : s,
    );
    const [only] = said(input({}, { scores })).focus;
    expect(only!.seen).toMatch(/^Not there yet in all 3 deliveries, in different ways: .+; .+; .+\.$/);
    expect(only!.drills.length).toBeGreaterThan(0);
    const silent = scores.map((s) => (s.checkpoint === 'E2' ? { ...s, faults: [] } : s));
    const [unsaid] = said(input({}, { scores: silent })).focus;
    expect(unsaid).toMatchObject({ seen: 'Not there yet in all 3 deliveries.', freeze: { delivery: 'a' } });
    expect(unsaid!.drills.length).toBeGreaterThan(0);
  });

  test('habits that were not chosen can be added', () => {
    const rest = furtherFocus(knee(), ['F2']);
    expect(rest.map((f) => f.checkpoint)).toEqual(['E5']);
    expect(rest[0]!.reasons).toContain('added by the coach');
  });
});
