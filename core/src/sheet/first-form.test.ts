import { describe, expect, test } from 'vitest';
import { explainedBy } from '../focus/cause-graph.ts';
import { chooseDrills } from '../focus/choose-drills.ts';
import firstForm from './testing/first-form.json' with { type: 'json' };
import { circleIn } from './causes.ts';
import { sheetSchema } from './schema.ts';

const old = sheetSchema.parse(structuredClone(firstForm));

describe('a sheet from before advice hung on faults', () => {
  test('keeps its words: each fault has the advice of its checkpoint', () => {
    const f2 = firstForm.checkpoints.find((c) => c.id === 'F2')!;
    const read = old.checkpoints.find((c) => c.id === 'F2')!;
    expect(read.levels).toEqual(f2.levels);
    expect(read.of).toBe('delivery');
    for (const [i, fault] of read.faults.entries()) {
      const said = f2.faults[i]!.seen;
      expect(fault).toMatchObject({
        seen: [said, said, said],
        why: f2.focus.why,
        cue: { young: f2.focus.cue, older: f2.focus.cue },
        lookAgain: f2.focus.lookAgain,
      });
    }
  });

  test('gives the drills that it gave, with their own amounts', () => {
    expect(chooseDrills(old, ['F2.gives-way'], new Set()).map((d) => d.id)).toEqual(['firm-landing']);
    expect(chooseDrills(old, ['B3.stalls'], new Set()).map((d) => d.id)).toEqual(['hop-forward']);
    expect(old.drills.find((d) => d.id === 'firm-landing')).toMatchObject({
      do: 'Step behind, land on a firm front leg and throw.',
      dose: { throws: 10, repetitions: 10, distance: 'half to three-quarter distance' },
      noBall: null,
    });
  });

  test('its causes may name each other: of two the earlier on the sheet explains, not the later', () => {
    expect(firstForm.causes.some((c) => c.cause === 'E5.glove-drops' && c.effects.includes('E3'))).toBe(true);
    expect(circleIn(old)).not.toBeNull();
    const map = explainedBy(['E5.glove-drops', 'E3.shoulders-open'], old);
    expect([...map.get('E3.shoulders-open')!]).toEqual(['E5.glove-drops']);
    expect([...map.get('E5.glove-drops')!]).toEqual([]);
  });

  test('the schools that hand-outs named before sheets said so are named', () => {
    const silent = structuredClone(firstForm) as { schools: Array<{ id: string; onHandOut?: boolean }> };
    for (const s of silent.schools) delete s.onHandOut;
    const named = sheetSchema.parse(silent).schools.filter((s) => s.onHandOut);
    expect(named.map((s) => s.id)).toEqual(['B3', 'B4', 'F3', 'G1']);
  });

  test('what is no sheet is refused, not read as one', () => {
    for (const none of [null, 7, 'sheet', {}, { schools: [], checkpoints: [], causes: [] }])
      expect(sheetSchema.safeParse(none).success).toBe(false);
  });
});
