import { fleschKincaid } from 'flesch-kincaid';
import { syllable } from 'syllable';
import { describe, expect, test } from 'vitest';
import { cautions } from '../evaluation/cautions.ts';
import { defaultSheet } from './default-sheet.ts';

/** The Flesch-Kincaid grade of one sentence (Kincaid JP et al., 1975), by a package that is kept, its syllables counted by another. */
function grade(sentence: string): number {
  const words = sentence.match(/[\p{L}’'-]+/gu) ?? [];
  return fleschKincaid({ sentence: 1, word: words.length, syllable: words.reduce((sum, w) => sum + syllable(w), 0) });
}
const sentences = (text: string): string[] => text.split(/(?<=[.!?:])\s+/).filter((s) => /\p{L}/u.test(s));

/** Everything of the sheet that a camper or his family reads. */
const family: ReadonlyArray<readonly [string, string]> = [
  ...defaultSheet.checkpoints.flatMap((c) => [
    ...Object.entries(c.focus).map(([key, text]) => [`${c.id} ${key}`, text] as const),
    [`${c.id} strength`, c.strength] as const,
    ...c.faults.flatMap((f) => [
      ...f.seen.map((text, level) => [`${f.code} seen at ${level}`, `In 3 of 3 ${text}.`] as const),
      [`${f.code} why`, f.why] as const,
      [`${f.code} cue`, `${f.cue.young} ${f.cue.older}`] as const,
      [`${f.code} look again`, f.lookAgain] as const,
    ]),
  ]),
  ...defaultSheet.drills.flatMap((d) =>
    (['name', 'need', 'stand', 'do', 'feel', 'stop', 'noBall'] as const).flatMap((key) => {
      const text = d[key];
      return text === null ? [] : [[`${d.id} ${key}`, text] as const];
    }),
  ),
];

describe('what a child of ten and his family read', () => {
  test('the grade is that of the published formula', () => {
    // Kincaid's own form, 0.39 x words a sentence + 11.8 x syllables a word - 15.59: 10 words of 13 syllables are grade 3.65.
    expect(fleschKincaid({ sentence: 1, word: 10, syllable: 13 })).toBeCloseTo(0.39 * 10 + 11.8 * 1.3 - 15.59, 9);
    expect(grade('Instructional recommendations necessitate considerable familiarity.')).toBeGreaterThan(12);
  });

  test('every sentence is of grade 6 at most', () => {
    const hard = family.flatMap(([where, text]) =>
      sentences(text).flatMap((s) => (grade(s) > 6 ? [`${where}: ${s} (${grade(s).toFixed(1)})`] : [])),
    );
    expect(hard).toEqual([]);
    expect(family.length).toBeGreaterThan(1000);
  });

  test('opposite faults share no advice', () => {
    for (const c of defaultSheet.checkpoints)
      for (const f of c.faults)
        for (const code of f.opposes) {
          const o = c.faults.find((x) => x.code === code)!;
          const advice = (x: typeof f): string[] => [...x.seen, x.why, x.cue.young, x.cue.older, x.lookAgain, ...x.drills];
          expect(
            advice(f).filter((line) => advice(o).includes(line)),
            `${f.code} and ${code}`,
          ).toEqual([]);
        }
  });

  test('every fault has two drills, and every drill says all that a family has to know', () => {
    for (const c of defaultSheet.checkpoints)
      for (const f of c.faults) expect(new Set(f.drills).size, f.code).toBeGreaterThanOrEqual(2);
    for (const d of defaultSheet.drills) {
      for (const key of ['need', 'stand', 'feel', 'stop'] as const) expect(d[key], `${d.id} ${key}`).not.toBeNull();
      expect(d.noBall === null, `${d.id} without a ball`).toBe(!d.ball);
      expect(d.stop, d.id).toMatch(/hurts|pinches/);
    }
  });

  test('the stop in every drill agrees with the usual caution', () => {
    expect(cautions.cautions.join(' ')).toMatch(/[Pp]ain means stop/);
  });
});
