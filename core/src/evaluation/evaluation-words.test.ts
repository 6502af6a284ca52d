import { describe, expect, test } from 'vitest';
import { phraseFigure } from '../figures/phrase-figure.ts';
import type { Score } from '../levels/level.ts';
import { defaultSheet } from '../sheet/default-sheet.ts';
import { cautions } from './cautions.ts';
import { findEvaluation, type EvaluationInput, type MeasuredFigure } from './facts.ts';
import { furtherFocus as furtherOf, sayEvaluation } from './say-evaluation.ts';

const said = (found: EvaluationInput) => sayEvaluation(findEvaluation(found), found.sheet);
const furtherFocus = (found: EvaluationInput, chosen: readonly string[]) => furtherOf(findEvaluation(found), found.sheet, chosen);

/** Scores as they were entered: checkpoint to its levels over the deliveries a, b, c ..., each below 3 with its fault. */
type Entered = Readonly<Record<string, ReadonlyArray<Score['level']>>>;
const IDS = ['a', 'b', 'c', 'd', 'e'];

function evaluationInput(
  entered: Entered,
  { faults = {}, ...more }: Partial<EvaluationInput> & { faults?: Readonly<Record<string, readonly string[]>> } = {},
): EvaluationInput {
  const scores = Object.entries(entered).flatMap(([checkpoint, levels]) =>
    levels.map((level, i): Score => {
      const own = faults[checkpoint] ?? [];
      const code = own[Math.min(i, own.length - 1)];
      return { delivery: IDS[i]!, checkpoint, level, faults: level === 3 || level === 'NV' || !code ? [] : code.split(' ') };
    }),
  );
  return { sheet: defaultSheet, ageGroup: '13-14', deliveries: IDS.slice(0, 3), scores, figures: [], reFilmOn: null, ...more };
}
const figure = (delivery: string, id: MeasuredFigure['figure'], value: number, unit = 'degrees'): MeasuredFigure => ({
  delivery,
  figure: id,
  estimate: { value, sd: 1, unit } as MeasuredFigure['estimate'],
});
const of = (id: string) => defaultSheet.checkpoints.find((c) => c.id === id)!;
const fault = (code: string) => of(code.split('.')[0]!).faults.find((f) => f.code === code)!;
const seen = (code: string, level: 0 | 1 | 2 = 1) => fault(code).seen[level];

describe('the phases of the picture', () => {
  test('each has the lower middle of its own levels; what holds for the whole delivery has none', () => {
    const { phases } = said(evaluationInput({ A1: [3, 3, 2], A2: [1, 3, 1], B1: [0, 2, 3], X1: [1, 1, 1] }));
    expect(phases.map((p) => p.name)).toEqual([
      'Start',
      'Leg lift',
      'Move out',
      'Stride',
      'Contact',
      'Turn',
      'Release',
      'Finish',
    ]);
    const middle = Object.fromEntries(phases.map((p) => [p.id, p.middle]));
    // Start: 1 1 2 3 3 3, the lower of the two in the middle.
    expect(middle).toMatchObject({ start: 2, lift: 2, out: null, finish: null });
  });

  test('a phase shows the level of its own focus, not of another one', () => {
    const { phases } = said(
      evaluationInput({ A1: [3, 3, 3], B1: [0, 0, 0], H2: [2, 2, 2] }, { faults: { B1: ['B1.low'], H2: ['H2.hops'] } }),
    );
    const at = (id: string) => phases.find((p) => p.id === id)!;
    expect([at('start'), at('lift'), at('finish')]).toEqual([
      { id: 'start', name: 'Start', middle: 3, focus: false },
      { id: 'lift', name: 'Leg lift', middle: 0, focus: true },
      { id: 'finish', name: 'Finish', middle: 2, focus: true },
    ]);
  });
});

describe('strengths', () => {
  const titles = (input: EvaluationInput) => said(input).strengths.map((s) => s.checkpoint);

  test('those with a figure come first, then those seen in more deliveries', () => {
    const entered: Entered = { A3: [3, 3], A4: [3, 3, 3], B1: [3, 3], B2: [3, 3, 3], G4: [3, 3] };
    expect(titles(evaluationInput(entered, { figures: [figure('a', 'headOffLine', 0, 'percent')] }))).toEqual(['G4', 'A4', 'B2']);
    expect(titles(evaluationInput(entered))).toEqual(['A4', 'B2', 'G4']);
  });

  test('one of each phase first; where there are no three phases, a second one of a phase', () => {
    expect(titles(evaluationInput({ A1: [3, 3], A2: [3, 3], B1: [3, 3], A3: [3, 3] }))).toEqual(['A1', 'B1', 'A2']);
    expect(titles(evaluationInput({ A1: [3, 3], A2: [3, 3], B1: [3, 3], H2: [3, 3], C1: [3, 3] }))).toEqual(['A1', 'B1', 'H2']);
  });

  test('only what was level 3 in most deliveries, without a habit beside it', () => {
    // A1 is not often enough at 3; at A2 the same fault was ticked in two deliveries all the same.
    const scores: Score[] = [
      ...evaluationInput({ A1: [3, 2, 2], B1: [3, 3, 2] }).scores,
      { delivery: 'a', checkpoint: 'A2', level: 3, faults: ['A2.rocks-back'] },
      { delivery: 'b', checkpoint: 'A2', level: 3, faults: ['A2.rocks-back'] },
    ];
    const document = said(evaluationInput({}, { scores }));
    expect(document.strengths.map((s) => s.checkpoint)).toEqual(['B1']);
    expect(document.strengths[0]).toEqual({ checkpoint: 'B1', title: of('B1').strength, text: 'There in 2 of 3 deliveries.' });
  });

  test('says how often, and the figure as a sentence of its own', () => {
    const lift = figure('b', 'kneeLift', 62, 'percent');
    const [only] = said(evaluationInput({ B1: [3, 3, 2] }, { figures: [lift] })).strengths;
    const words = phraseFigure('kneeLift', lift.estimate);
    expect(only!.text).toBe(`There in 2 of 3 deliveries. ${words[0]!.toUpperCase()}${words.slice(1)}.`);
    expect(words[0]).not.toBe(words[0]!.toUpperCase());
  });

  test('of two figures the first of the checkpoint is said, whichever was measured first', () => {
    const [shin, knee] = [figure('a', 'frontShinContact', 2), figure('a', 'frontKneeContact', 140)];
    const [only] = said(evaluationInput({ E1: [3, 3] }, { figures: [shin, knee] })).strengths;
    expect(only!.text.toLowerCase()).toContain(phraseFigure('frontKneeContact', knee.estimate).toLowerCase());
    expect(only!.text.toLowerCase()).not.toContain(phraseFigure('frontShinContact', shin.estimate).toLowerCase());
  });
});

describe('a focus in words', () => {
  const one = (entered: Entered, more: Parameters<typeof evaluationInput>[1] = {}) => said(evaluationInput(entered, more)).focus;

  test('a second habit is said after the first, and without a figure the picture is of a delivery that showed it', () => {
    const [focus] = one(
      { A4: [3, 1, 1, 1] },
      { faults: { A4: ['', 'A4.stiff A4.wandering', 'A4.stiff A4.wandering', 'A4.stiff'] }, deliveries: IDS.slice(0, 4) },
    );
    expect(focus!.seen).toBe(`In 3 of 4 ${seen('A4.stiff')}.`);
    expect(focus!.freeze).toEqual({ delivery: 'b', event: 'set', figure: null });
    const [two] = one({ A4: [1, 1, 1] }, { faults: { A4: ['A4.stiff A4.wandering', 'A4.stiff A4.wandering', 'A4.stiff'] } });
    expect(two!.seen).toBe(`In 3 of 3 ${seen('A4.stiff')}; in 2 ${seen('A4.wandering')}.`);
  });

  test('at most two figures, of one delivery, the one furthest from its band first', () => {
    const figures = [
      figure('a', 'frontKneeContact', 150),
      figure('b', 'footAngle', 2),
      figure('b', 'frontShinContact', 1),
      figure('b', 'frontKneeContact', 100),
    ];
    const [focus] = one({ E1: [1, 1, 3] }, { faults: { E1: ['E1.too-bent'] }, figures });
    const said = (f: MeasuredFigure) => phraseFigure(f.figure, f.estimate);
    expect(focus!.seen).toContain(`: ${said(figures[3]!)}, `);
    expect(figures.filter((f) => focus!.seen.includes(said(f)))).toHaveLength(2);
    expect(focus!.seen).not.toContain(said(figures[0]!));
    expect(focus!.freeze).toEqual({ delivery: 'b', event: 'contact', figure: 'frontKneeContact' });
  });

  test('a figure of a delivery that did not show it is not the picture, and of another checkpoint it is not said', () => {
    const figures = [figure('c', 'frontKneeContact', 100), figure('a', 'kneeLift', 20, 'percent')];
    const [focus] = one({ E1: [1, 1, 3] }, { faults: { E1: ['E1.too-bent'] }, figures });
    expect(focus!.freeze).toEqual({ delivery: 'a', event: 'contact', figure: null });
    expect(focus!.seen).not.toContain(phraseFigure('kneeLift', figures[1]!.estimate));
  });

  test('what it explains later is named in small letters; where it explains nothing, nothing is claimed', () => {
    const [cause] = one({ C2: [0, 0, 0], E2: [2, 2, 2] }, { faults: { C2: ['C2.late'], E2: ['E2.late'] } });
    expect(cause!.why).toBe(`${fault('C2.late').why} It also explains what we saw later: arm up in time.`);
    const [alone] = one({ C2: [0, 0, 0] }, { faults: { C2: ['C2.late'] } });
    expect(alone!.why).toBe(fault('C2.late').why);
  });

  test('what stands below the cause says so', () => {
    const focus = one({ C2: [0, 0, 0], E2: [2, 2, 2] }, { faults: { C2: ['C2.late'], E2: ['E2.late'] } });
    expect(focus.map((f) => f.checkpoint)).toEqual(['C2', 'E2']);
    expect(focus[1]!.why).toBe(
      `${fault('E2.late').why} It may clear up with “${of('C2').focus.title}”; if not, it is the next thing.`,
    );
  });

  test('drills answer the fault that was seen, before others of the checkpoint', () => {
    const drills = (code: string) => one({ B3: [0, 0, 0] }, { faults: { B3: [code] } })[0]!.drills.map((d) => d.id);
    expect(drills('B3.stalls')).toContain('hop-forward');
    expect(drills('B3.stalls')).not.toContain('hop-back');
    expect(drills('B3.drifts')).toContain('hop-back');
    expect(drills('B3.drifts')).not.toContain('hop-forward');
  });

  test('what was seen is worded for how far off it was on average', () => {
    const at = (levels: Entered[string]) => one({ E2: levels }, { faults: { E2: ['E2.late'] } })[0]!.seen;
    expect(at([0, 0, 0])).toBe(`In 3 of 3 ${seen('E2.late', 0)}.`);
    expect(at([0, 1, 1])).toBe(`In 3 of 3 ${seen('E2.late', 1)}.`);
    expect(at([2, 2, 2])).toBe(`In 3 of 3 ${seen('E2.late', 2)}.`);
  });

  test('the cue is in a child’s words up to 12 and in those of a youth from 13', () => {
    const cue = (ageGroup: '11-12' | '13-14') => one({ E2: [0, 0, 0] }, { faults: { E2: ['E2.late'] }, ageGroup })[0]!.cue;
    expect([cue('11-12'), cue('13-14')]).toEqual([fault('E2.late').cue.young, fault('E2.late').cue.older]);
  });

  test('opposite faults in one set: what is said takes neither side', () => {
    const [both] = one({ E2: [1, 1, 1] }, { faults: { E2: ['E2.late', 'E2.early', 'E2.late'] } });
    expect([both!.cue, both!.lookAgain]).toEqual([fault('E2.late').cue.older, fault('E2.late').lookAgain]);
    const [apart] = one(
      { E2: [1, 1, 1, 1] },
      {
        faults: { E2: ['E2.late', 'E2.early', 'E2.late', 'E2.early'] },
        deliveries: IDS.slice(0, 4),
      },
    );
    expect([apart!.cue, apart!.lookAgain, apart!.why]).toEqual([
      of('E2').focus.cue,
      of('E2').focus.lookAgain,
      of('E2').focus.why,
    ]);
  });

  test('doses go by age and step, and a drill says all that it takes', () => {
    const drill = (ageGroup: '7-8' | '17-18') => one({ E2: [0, 0, 0] }, { faults: { E2: ['E2.late'] }, ageGroup })[0]!.drills[1]!;
    const doseAt = (age: '7-8' | '17-18') => defaultSheet.doses.find((d) => d.step === 'shift' && d.ageGroups.includes(age))!;
    for (const age of ['7-8', '17-18'] as const)
      expect(drill(age).dose).toEqual({ ball: true, times: doseAt(age).throws, distance: doseAt(age).distance });
    expect(drill('7-8').dose!.times).toBeLessThan(drill('17-18').dose!.times);
    const { need, stand, do: does, feel, stop, noBall } = defaultSheet.drills.find((d) => d.id === 'two-balls')!;
    expect(drill('7-8')).toMatchObject({ how: `${stand} ${does}`, need, feel, stop, noBall });
  });

  test('what is asked once of the set is a focus by its one score', () => {
    const [focus] = one({ X1: ['NV', 'NV', 1] }, { faults: { X1: ['X1.varies'] } });
    expect(focus).toMatchObject({ checkpoint: 'X1', seen: `Over the whole set ${seen('X1.varies')}.` });
    expect(said(evaluationInput({ X1: ['NV', 'NV', 3] })).strengths[0]!.text).toBe('There over the whole set.');
    expect(one({ E2: ['NV', 'NV', 1] }, { faults: { E2: ['E2.late'] } })).toEqual([]);
  });

  test('low in four different ways: three of them are said', () => {
    const codes = ['E1.stiff', 'E1.toes-open', 'E1.toes-closed', 'E1.too-bent'];
    const [focus] = one({ E1: [1, 1, 1, 1] }, { faults: { E1: codes }, deliveries: IDS.slice(0, 4) });
    expect(focus!.seen).toMatch(/^Not there yet in all 4 deliveries, in different ways: /);
    expect(codes.filter((code) => focus!.seen.includes(seen(code)))).toHaveLength(3);
  });
});

describe('beside the focus', () => {
  const five: Entered = { A4: [0, 0, 0], D3: [0, 0, 0], E5: [0, 0, 0], H2: [0, 0, 0], H3: [2, 2, 2] };
  const fiveFaults = { A4: ['A4.stiff'], D3: ['D3.across'], E5: ['E5.glove-flies'], H2: ['H2.hops'], H3: ['H3.crossed'] };

  test('a habit that waits is a line with what was seen; one that a focus explains says with what it may clear up', () => {
    expect(said(evaluationInput(five, { faults: fiveFaults })).later).toEqual([
      `${of('H3').focus.title}: ${seen('H3.crossed', 2)} (3 of 3).`,
    ]);
    const explained = said(
      evaluationInput(
        { C2: [0, 0, 0], E2: [2, 2, 2], H3: [1, 1, 1], A1: [3, 3, 2] },
        { faults: { C2: ['C2.late'], E2: ['E2.late'], H3: ['H3.crossed'], A1: ['A1.narrow'] } },
      ),
    );
    expect(explained.later).toEqual([
      `${of('E2').focus.title}: ${seen('E2.late', 2)} (3 of 3); may clear up with “${of('C2').focus.title}”.`,
    ]);
    // It clears up with the focus, it was not cut: what was seen once still stands.
    expect(explained.oneOffs).toEqual([`Once: ${seen('A1.narrow', 2)} (1 of 3).`]);
  });

  test('low throughout and waiting: how low, not the fault of one delivery', () => {
    const { later } = said(
      evaluationInput(
        { ...five, H3: [1, 1, 1] },
        { faults: { ...fiveFaults, H3: ['H3.crossed', 'H3.glove-down', 'H3.turned-away'] } },
      ),
    );
    expect(later).toEqual([`${of('H3').focus.title}: at level 0 or 1 in all 3 deliveries.`]);
  });

  test('seen in one delivery only: named as that, neither habit nor event', () => {
    const document = said(evaluationInput({ A1: [1, 'NV', 'NV'], B1: [3, 3, 3] }, { faults: { A1: ['A1.narrow'] } }));
    expect([document.seenOnce, document.oneOffs, document.focus]).toEqual([[of('A1').name], [], []]);
  });

  test('low throughout in different ways is a focus, and its faults are not events as well', () => {
    const document = said(evaluationInput({ E2: [1, 1, 1] }, { faults: { E2: ['E2.late', 'E2.elbow-low', 'E2.elbow-high'] } }));
    expect([document.focus.map((f) => f.checkpoint), document.oneOffs]).toEqual([['E2'], []]);
  });

  test('what is not scored at the age enters nowhere, not even as a strength', () => {
    const young = said(evaluationInput({ D1: [3, 3, 3], A1: [3, 3, 3] }, { ageGroup: '9-10' }));
    expect(young.strengths.map((s) => s.checkpoint)).toEqual(['A1']);
    const input = evaluationInput({ D1: [0, 0, 0] }, { ageGroup: '9-10', faults: { D1: ['D1.locked'] } });
    expect(furtherFocus(input, [])).toEqual([]);
  });

  test('a checkpoint that the sheet does not have enters nowhere', () => {
    expect(said(evaluationInput({ Z9: [3, 3, 3] })).strengths).toEqual([]);
  });

  test('the four schools that a hand-out names, as the camp chose them', () => {
    const { schools } = said(evaluationInput({}, { schools: { B4: 'sit', F3: 'pullToRibs' } }));
    expect(schools).toEqual(['moves early', 'back leg sits', 'glove to the ribs', 'firm front leg']);
  });

  test('the cautions, the same on every plan', () => {
    const document = said(evaluationInput({}));
    expect(document.cautions).toEqual(cautions.cautions);
    expect(document.drillDays).toEqual(cautions.drillDays);
    expect(document.armCare).toBe(cautions.armCare);
    expect(Math.min(document.cautions.length, document.drillDays.length)).toBeGreaterThan(0);
  });

  test('what can be added comes in the order of the delivery, not twice, and explains nothing', () => {
    const input = evaluationInput(five, { faults: fiveFaults });
    const rest = furtherFocus(input, ['D3', 'H2']);
    expect(rest.map((f) => f.checkpoint)).toEqual(['A4', 'E5', 'H3']);
    expect(furtherFocus(input, []).map((f) => f.checkpoint)).toEqual(['A4', 'D3', 'E5', 'H2', 'H3']);
    expect(rest[0]!.reasons).toEqual(['seen in 3 of 3 deliveries', 'added by the coach']);
  });

  test('a focus gives its reasons for the staff: how often, what it explains, why here, how far off', () => {
    const focus = said(evaluationInput({ C2: [0, 0, 0], E2: [2, 2, 2] }, { faults: { C2: ['C2.late'], E2: ['E2.late'] } })).focus;
    expect(focus.map((f) => f.reasons)).toEqual([
      [
        'seen in 3 of 3 deliveries',
        'explains what was seen at: arm up in time',
        'nothing earlier that is worked on explains it',
        'on average 3.0 levels short',
      ],
      ['seen in 3 of 3 deliveries', expect.stringMatching(/^may clear up with: /), 'on average 1.0 levels short'],
    ]);
    const [low] = said(
      evaluationInput({ E2: [1, 1, 1] }, { faults: { E2: ['E2.late', 'E2.elbow-low', 'E2.elbow-high'] } }),
    ).focus;
    expect(low!.reasons[0]).toBe('at level 0 or 1 in all 3 deliveries');
  });
});
