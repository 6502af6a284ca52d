import { expect, test } from 'vitest';
import { defaultSheet, TO_QUALIFY } from '@stride-chalk/core';
import { practiceSet } from '@stride-chalk/demo';
import { referencesFor } from './load-demo-practice.ts';

test('the references of the demo follow from what is true: a clear fault is low, with its code; a figure in its band is 3', () => {
  const all = practiceSet().flatMap((truth) => referencesFor(truth, '13-14').map((r) => ({ ...r, bib: truth.bib })));
  const first = practiceSet()[0]!;
  const with1 = (figures: Partial<Record<keyof typeof first.figures, number>>) =>
    referencesFor({ figures: { ...first.figures, ...figures } }, '13-14');
  const of = (refs: ReturnType<typeof with1>, id: string) => refs.find((r) => r.checkpoint === id)!;
  expect(of(with1({ baseWidth: 120 }), 'A1')).toMatchObject({ level: '3', faults: [] });
  // The band of the sheet: wanted 90 to 150, acceptable from 70.
  expect(of(with1({ baseWidth: 80 }), 'A1')).toMatchObject({ level: '2', faults: ['A1.narrow'] });
  expect(of(with1({ baseWidth: 10 }), 'A1')).toMatchObject({ level: '0', faults: ['A1.narrow'] });
  expect(of(with1({ baseWidth: 80 }), 'A1').reason).toMatch(/80 %; wanted is 90 to 150 %/);
  // Of two figures the worse one.
  expect(of(with1({ stride: 88, legSpread: 60 }), 'D2').faults).toEqual(['D2.narrow-spread']);
  for (const r of all) {
    const faults = defaultSheet.checkpoints.find((c) => c.id === r.checkpoint)!.faults.map((f) => f.code);
    for (const f of r.faults) expect(faults).toContain(f);
  }
  expect(new Set(all.map((r) => r.level))).toEqual(new Set(['0', '1', '2', '3']));
  expect(all.length).toBeGreaterThan(2 * TO_QUALIFY.judgements);
});
