import { describe, expect, test } from 'vitest';
import { linkedDesign, type LinkedDesign, type ScoringRecord } from './linked-design.ts';
import { coach, coaches, kid } from './testing/ids.ts';

const records = (text: string): ScoringRecord[] =>
  text.split(' ').flatMap((word) => [...word.slice(1)].map((c) => ({ camper: kid(word[0]!), coach: coach(c) })));

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
    const [{ coach, campers }] = d.wouldLink as [LinkedDesign['wouldLink'][number]];
    expect(linkedDesign([...records('1ab 2ab 3cd'), { camper: campers[0]!, coach }]).linked).toBe(true);
  });

  test('a coach without any camper is a part of his own', () => {
    const d = linkedDesign(records('1ab 2b'), coaches('abz'));
    expect(d).toMatchObject({ linked: false, parts: [['a', 'b'], ['z']], wouldLink: [{ coach: 'z', campers: ['1', '2'] }] });
    expect(linkedDesign([...records('1ab 2b'), { camper: kid('2'), coach: coach('z') }]).linked).toBe(true);
  });

  test('one coach, or none, is linked', () => {
    expect(linkedDesign(records('1a 2a')).linked).toBe(true);
    expect(linkedDesign([])).toEqual({ linked: true, parts: [], pairs: [], wouldLink: [] });
  });

  test('coaches, parts and campers come in the order of the alphabet, and the largest part is the one the others are tied to', () => {
    const d = linkedDesign(records('9z 5cb 4ca 8yx'));
    expect(d.parts).toEqual([['a', 'b', 'c'], ['x', 'y'], ['z']]);
    expect(d.pairs.map((p) => p.coaches.join(''))).toEqual([
      'ab',
      'ac',
      'ax',
      'ay',
      'az',
      'bc',
      'bx',
      'by',
      'bz',
      'cx',
      'cy',
      'cz',
      'xy',
      'xz',
      'yz',
    ]);
    const large = linkedDesign(records('9a 8bc 7dc 6db'));
    expect(large.wouldLink).toEqual([{ coach: 'b', campers: ['9'] }]);
    expect(linkedDesign(records('2ab 1ab'), coaches('z')).wouldLink).toEqual([{ coach: 'z', campers: ['1', '2'] }]);
    // The edge is walked both ways: c is met first, and leads back to a and on to b.
    expect(linkedDesign(records('1cb 2ac')).linked).toBe(true);
  });
});
