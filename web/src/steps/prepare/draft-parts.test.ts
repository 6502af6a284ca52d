import { describe, expect, test } from 'vitest';
import { defaultSheet, readDraft } from '@stride-chalk/core';
import { readNumber } from './DraftField.tsx';
import { draftParts, problemsAt, valueAt, withValue, type Json } from './draft-parts.ts';

const document = defaultSheet as unknown as Record<string, Json>;

describe('the parts of a draft', () => {
  test('are the phases with their checkpoints and bands, then schools, causes, drills and doses', () => {
    const parts = draftParts(document);
    expect(parts.map((p) => p.name)).toEqual([
      ...defaultSheet.phases.map((p) => p.name),
      ...['Schools', 'Causes', 'Drills', 'Doses'],
    ]);
    const all = parts.flatMap((p) => p.entries.map((e) => e.name));
    for (const c of defaultSheet.checkpoints) expect(all).toContain(`${c.id} ${c.name}`);
    const bands = parts.flatMap((p) => p.entries.flatMap((e) => e.fields)).filter((f) => f[0] === 'bands');
    expect(bands).toHaveLength(defaultSheet.bands.length);
    // What scores and code find a checkpoint by is not edited.
    expect(parts.flatMap((p) => p.entries.flatMap((e) => e.fields)).some((f) => f[0] === 'checkpoints' && f[2] === 'id')).toBe(
      false,
    );
  });

  test('a value is put in, changed and taken out, and the rest stays as it was', () => {
    const named = withValue(document, ['checkpoints', 3, 'name'], 'Another');
    expect(valueAt(named, ['checkpoints', 3, 'name'])).toBe('Another');
    expect(Object.keys(named as object)).toEqual(Object.keys(document));
    expect(withValue(named, ['checkpoints', 3, 'name'], defaultSheet.checkpoints[3]!.name)).toEqual(document);
    const cause = { cause: 'A1', effect: 'B1', why: 'w' };
    const added = withValue(document, ['causes', defaultSheet.causes.length], cause);
    expect(valueAt(added, ['causes', defaultSheet.causes.length])).toEqual(cause);
    expect(withValue(added, ['causes', defaultSheet.causes.length], undefined)).toEqual(document);
    expect(valueAt(document, ['nowhere', 2])).toBeUndefined();
  });

  test('what is to mend stands at the field, at the checkpoint of a band, and at whom its words name', () => {
    const i = defaultSheet.checkpoints.findIndex((c) => c.id === 'A1');
    const band = defaultSheet.bands.findIndex((b) => b.checkpoint === 'A1');
    const of = (path: ReadonlyArray<string | number>, value: Json) => {
      const draft = withValue(document, path, value) as Record<string, Json>;
      const { problems } = readDraft(draft);
      expect(problems.length).toBeGreaterThan(0);
      return [problemsAt(problems, draft, ['checkpoints', i]).length, problemsAt(problems, draft, ['checkpoints', i + 1]).length];
    };
    expect(of(['checkpoints', i, 'name'], '')).toEqual([1, 0]);
    expect(of(['bands', band, 'wanted', 0], 'much')).toEqual([1, 0]);
    expect(of(['checkpoints', i, 'faults', 0, 'drills'], ['nowhere'])).toEqual([1, 0]);
  });

  test('a number is read as it is typed; an empty end of a band is open; what is none stays as it is', () => {
    expect([readNumber('12', true), readNumber(' 1,5 ', true), readNumber('', true), readNumber('', false)]).toEqual([
      12,
      1.5,
      null,
      '',
    ]);
    expect(readNumber('about 3', true)).toBe('about 3');
  });
});
