import { describe, expect, test } from 'vitest';
import { linkedDesign, type ScoringRecord } from './linked-design.ts';

const records = (text: string): ScoringRecord[] =>
  text.split(' ').flatMap((word) => [...word.slice(1)].map((coach) => ({ camper: word[0]!, coach })));

// Connectedness of a graph: common facts of graph theory.
describe('linkedDesign', () => {
  test('a chain of shared campers links everybody, though the ends share none', () => {
    const d = linkedDesign(records('1ab 2bc 3cd 4a 5d'));
    expect(d).toMatchObject({ linked: true, parts: [['a', 'b', 'c', 'd']], wouldLink: [] });
    expect(d.pairs.find((p) => p.coaches.join('') === 'ad')!.shared).toBe(0);
    expect(d.pairs.find((p) => p.coaches.join('') === 'bc')!.shared).toBe(1);
  });

  test('two parts are named, and what would link them', () => {
    const d = linkedDesign(records('1ab 2ab 3cd'));
    expect(d.linked).toBe(false);
    expect(d.parts).toEqual([
      ['a', 'b'],
      ['c', 'd'],
    ]);
    expect(d.wouldLink).toEqual([{ coach: 'a', campers: ['3'] }]);
    const [{ coach, campers }] = d.wouldLink as [{ coach: string; campers: readonly string[] }];
    expect(linkedDesign([...records('1ab 2ab 3cd'), { camper: campers[0]!, coach }]).linked).toBe(true);
  });

  test('a coach without any camper is a part of his own', () => {
    const d = linkedDesign(records('1ab 2b'), ['a', 'b', 'z']);
    expect(d).toMatchObject({ linked: false, parts: [['a', 'b'], ['z']], wouldLink: [{ coach: 'z', campers: ['1', '2'] }] });
    expect(linkedDesign([...records('1ab 2b'), { camper: '2', coach: 'z' }]).linked).toBe(true);
  });

  test('one coach, or none, is linked', () => {
    expect(linkedDesign(records('1a 2a')).linked).toBe(true);
    expect(linkedDesign([])).toEqual({ linked: true, parts: [], pairs: [], wouldLink: [] });
  });
});
