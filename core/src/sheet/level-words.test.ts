import { describe, expect, test } from 'vitest';
import { BODY_UNITS, pairedUnits } from './body-units.ts';
import { defaultSheet } from './default-sheet.ts';
import firstForm from './testing/first-form.json' with { type: 'json' };
import { levelWordProblems, readingsOf } from './level-words.ts';
import { sheetSchema } from './schema.ts';

type Changed = ReturnType<typeof structuredClone<typeof defaultSheet>>;
const problemsOf = (change: (sheet: Changed) => void) => {
  const sheet = structuredClone(defaultSheet);
  change(sheet);
  return levelWordProblems(sheet).map((p) => `${p.where}: ${p.message}`);
};
const checkpoint = (sheet: Changed, id: string) => sheet.checkpoints.find((c) => c.id === id)!;

describe('words of levels', () => {
  test('the shipped sheet has no level that differs by an adverb, no number that is not in its bands, no length that is another one', () => {
    expect(levelWordProblems(defaultSheet)).toEqual([]);
  });

  test('every reading of every checkpoint has four different levels', () => {
    for (const c of defaultSheet.checkpoints) for (const { levels } of readingsOf(c)) expect(new Set(levels).size, c.id).toBe(4);
  });

  test('the sheet from before is found guilty', () => {
    const old = sheetSchema.parse(firstForm);
    const adverbs = structuredClone(old);
    adverbs.checkpoints.find((c) => c.id === 'D4')!.levels = ['far off', 'clearly off', 'a little off', 'level'];
    expect(levelWordProblems(adverbs).filter((p) => p.where.startsWith('D4'))).toEqual([
      { where: 'D4 level 1', message: expect.stringContaining('how much only') },
      { where: 'D4 level 2', message: expect.stringContaining('how much only') },
    ]);
  });

  test('a number in words that is no end of the bands is named, with what could stand there', () => {
    const wrong = problemsOf((s) => {
      const e2 = checkpoint(s, 'E2');
      e2.levels![3] = e2.levels![3].replace('45 to 90', '40 to 90');
    });
    expect(wrong).toEqual(['E2 level 3: says 40, which is no end of its bands at this level (10, 45, 90)']);
  });

  test('a band that is changed without its words is named at each of its levels', () => {
    const wrong = problemsOf((s) => {
      s.bands.find((b) => b.figure === 'forearmContact')!.wanted = [50, 90];
    });
    expect(wrong.map((w) => w.split(':')[0])).toEqual(['E2 level 0', 'E2 level 1', 'E2 level 2', 'E2 level 3']);
  });

  test('words of one reading are held to the bands of that reading', () => {
    const wrong = problemsOf((s) => {
      const readings = checkpoint(s, 'G1').readings!;
      readings[1]!.levels = readings[0]!.levels;
    });
    expect(wrong.length).toBeGreaterThan(0);
    expect(wrong.every((w) => w.startsWith('G1 (bend)'))).toBe(true);
  });

  test('a length in words that is another one than the figure beside it', () => {
    const wrong = problemsOf((s) => {
      const b3 = checkpoint(s, 'B3').readings![0]!;
      b3.levels[2] = b3.levels[2].replace('a hand’s breadth', 'a foot’s length');
    });
    expect(wrong).toEqual(['B3 (gather) level 2: says “foot’s length” for 5 %: it is about 15.2 % of the height']);
  });

  test('lengths are read with the figure beside them, the longest word first', () => {
    expect(pairedUnits('up to two thirds of a head (8 %), a hand’s breadth (5 %); 12 % alone')).toEqual([
      { words: 'two thirds of a head', percent: 8.7, stated: 8 },
      { words: 'hand’s breadth', percent: 5, stated: 5 },
    ]);
    // Winter's table: the foot is 0.152 of the height long and 0.055 broad, the hand 0.108 long. Values from memory.
    expect(Object.fromEntries(BODY_UNITS.map((u) => [u.words, u.percent]))).toMatchObject({
      'foot’s length': 15.2,
      'foot’s breadth': 5.5,
      'hand’s length': 10.8,
    });
  });
});
