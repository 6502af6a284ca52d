import { describe, expect, test } from 'vitest';
import { defaultSheet } from '../sheet/default-sheet.ts';
import type { Sheet } from '../sheet/shape.ts';
import { evaluationDocumentSchema, type EvaluationDocument } from './document.ts';
import { editedLines, sayAgain } from './edited.ts';
import { evaluationFactsSchema, findEvaluation } from './facts.ts';
import { furtherFocus, sayEvaluation } from './say-evaluation.ts';

const facts = () =>
  findEvaluation({
    sheet: defaultSheet,
    ageGroup: '13-14',
    deliveries: ['a', 'b', 'c'],
    figures: [{ delivery: 'a', figure: 'frontKneeChange', estimate: { value: -16, sd: 4, unit: 'degrees' } }],
    drillThrows: 35,
    reFilmOn: '2026-08-14',
    scores: ['a', 'b', 'c'].flatMap((delivery) => [
      { delivery, checkpoint: 'F2', level: 1 as const, faults: ['F2.gives-way'] },
      { delivery, checkpoint: 'E2', level: 1 as const, faults: ['E2.late'] },
      { delivery, checkpoint: 'B1', level: 3 as const, faults: [] },
    ]),
  });
const drafted = (): EvaluationDocument => ({ form: 2, facts: facts(), said: sayEvaluation(facts(), defaultSheet), edited: [] });
const reworded = (change: (said: EvaluationDocument['said']) => EvaluationDocument['said']): EvaluationDocument => {
  const document = { ...drafted(), said: change(drafted().said) };
  return { ...document, edited: editedLines(document, defaultSheet) };
};

describe('what was found', () => {
  test('holds counts, figures with their errors, levels and causes, and no sentence', () => {
    const found = facts();
    expect(found.chosen.map((c) => [c.checkpoint, c.faults[0]?.code, c.faults[0]?.seen])).toEqual(
      expect.arrayContaining([
        ['F2', 'F2.gives-way', 3],
        ['E2', 'E2.late', 3],
      ]),
    );
    expect(found.figures[0]!.estimate).toEqual({ value: -16, sd: 4, unit: 'degrees' });
    expect(found.drillThrows).toBe(35);
    const said = JSON.stringify(sayEvaluation(found, defaultSheet));
    for (const f of defaultSheet.checkpoints.flatMap((c) => c.faults)) expect(JSON.stringify(found)).not.toContain(f.cue.older);
    expect(said).toContain(defaultSheet.checkpoints.find((c) => c.id === 'F2')!.faults[0]!.cue.older);
    expect(evaluationFactsSchema.parse(JSON.parse(JSON.stringify(found)))).toEqual(found);
  });
});

describe('a document', () => {
  test('comes back from its JSON as it was', () => {
    expect(evaluationDocumentSchema.parse(JSON.parse(JSON.stringify(drafted())))).toEqual(drafted());
  });

  test('of the first form keeps every word; what it did not know is empty', () => {
    const { later: _l, notSeen: _n, drillThrows: _d, ...said } = sayEvaluation(facts(), defaultSheet);
    const first = {
      ...said,
      focus: said.focus.map((f) => ({
        ...f,
        drills: f.drills.map(({ dose: _, ...d }) => ({ ...d, amount: '10 throws, 45 feet' })),
      })),
    };
    const read = evaluationDocumentSchema.parse(first);
    expect(read).toMatchObject({ form: 2, facts: null, edited: [], said: { later: [], notSeen: [], drillThrows: null } });
    expect(read.said.focus.map((f) => [f.cue, f.drills[0]?.amount, f.drills[0]?.dose])).toEqual(
      said.focus.map((f) => [f.cue, '10 throws, 45 feet', null]),
    );
    expect(editedLines(read, defaultSheet)).toEqual([]);
    expect(sayAgain(read, defaultSheet)).toEqual(read);
    for (const wrong of [null, 3, 'x', {}, { form: 3, facts: null, said, edited: [] }])
      expect(evaluationDocumentSchema.safeParse(wrong).success, JSON.stringify(wrong)?.slice(0, 20)).toBe(false);
  });
});

describe('a coach’s own words', () => {
  test('are named by their paths: reworded lines, doses, strengths; a dropped or moved focus is no rewording', () => {
    expect(reworded((d) => d).edited).toEqual([]);
    expect(reworded((d) => ({ ...d, focus: [...d.focus].reverse().slice(0, 1), strengths: [] })).edited).toEqual([]);
    const changed = reworded((d) => ({
      ...d,
      strengths: d.strengths.map((s) => ({ ...s, text: 'Yes.' })),
      focus: d.focus.map((f) => ({
        ...f,
        cue: f.checkpoint === 'E2' ? 'Ball up early.' : f.cue,
        drills: f.drills.map((x, k) => (f.checkpoint === 'F2' && k === 0 ? { ...x, dose: { ...x.dose!, times: 3 } } : x)),
      })),
    }));
    const drill = changed.said.focus.find((f) => f.checkpoint === 'F2')!.drills[0]!.id;
    expect([...changed.edited].sort()).toEqual([`focus E2 cue`, `focus F2 dose ${drill}`, 'strength B1 text'].sort());
  });

  test('a focus that was added counts as made, not as the coach’s words', () => {
    const [added] = furtherFocus(facts(), defaultSheet, []);
    const { chosen, later } = facts();
    const fewer = {
      ...facts(),
      chosen: chosen.filter((c) => c.checkpoint !== added!.checkpoint),
      later: [...later, ...chosen.filter((c) => c.checkpoint === added!.checkpoint)],
    };
    const document: EvaluationDocument = { form: 2, facts: fewer, said: sayEvaluation(fewer, defaultSheet), edited: [] };
    const [again] = furtherFocus(
      fewer,
      defaultSheet,
      document.said.focus.map((f) => f.checkpoint),
    );
    expect(
      editedLines({ ...document, said: { ...document.said, focus: [...document.said.focus, again!] } }, defaultSheet),
    ).toEqual([]);
  });

  test('words are made again by another sheet: the coach’s own lines, order, choice and doses stay', () => {
    const words = (sheet: Sheet): Sheet => ({
      ...sheet,
      checkpoints: sheet.checkpoints.map((c) => ({
        ...c,
        faults: c.faults.map((f) => ({
          ...f,
          cue: { young: `New cue ${c.id}`, older: `New cue ${c.id}` },
          why: `New why ${c.id}.`,
        })),
      })),
    });
    const mine = reworded((d) => ({
      ...d,
      focus: [...d.focus].reverse().map((f) => ({
        ...f,
        cue: f.checkpoint === 'E2' ? 'Ball up early.' : f.cue,
        drills: f.drills.slice(0, 1).map((x) => ({ ...x, dose: { ...x.dose!, times: 4 } })),
      })),
      strengths: d.strengths.map((s) => ({ ...s, title: 'Mine' })),
      reFilmOn: '2026-09-01',
    }));
    const { said } = sayAgain(mine, words(defaultSheet));
    expect(said.focus.map((f) => f.checkpoint)).toEqual(mine.said.focus.map((f) => f.checkpoint));
    const of = (id: string) => said.focus.find((f) => f.checkpoint === id)!;
    expect([of('E2').cue, of('F2').cue]).toEqual(['Ball up early.', 'New cue F2']);
    expect(of('E2').why).toMatch(/^New why E2\./);
    expect(said.focus.map((f) => f.drills.map((d) => d.dose!.times))).toEqual([[4], [4]]);
    expect([said.strengths[0]!.title, said.reFilmOn]).toEqual(['Mine', '2026-09-01']);
  });
});
