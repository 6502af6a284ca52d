import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, test } from 'vitest';
import { defaultSheet } from './default-sheet.ts';
import { sheetJsonSchema } from './json-schema.ts';
import { sheetSchema } from './schema.ts';

// Ajv is somebody else's reader of JSON Schema 2020-12.
const check = new Ajv2020({ strict: false, allErrors: true }).compile(sheetJsonSchema());
type Loose = Record<string, unknown> & { checkpoints: Array<Record<string, unknown>>; bands: Array<Record<string, unknown>> };

describe('the JSON Schema of a sheet', () => {
  test('says which draft it is of, and the shipped sheet holds to it', () => {
    expect(sheetJsonSchema().$schema).toBe('https://json-schema.org/draft/2020-12/schema');
    expect(check(JSON.parse(JSON.stringify(defaultSheet))), JSON.stringify(check.errors?.slice(0, 3))).toBe(true);
  });

  test.each<[string, (sheet: Loose) => void]>([
    ['a level that is missing', (s) => void (s.checkpoints[0]!.levels as string[]).pop()],
    ['a view that there is not', (s) => Object.assign(s.checkpoints[0]!, { views: ['above'] })],
    ['a key frame that there is not', (s) => Object.assign(s.checkpoints[0]!, { event: 'later' })],
    ['a band without ends', (s) => Object.assign(s.bands[0]!, { wanted: [1] })],
    ['a form from the future', (s) => Object.assign(s, { form: 3 })],
    ['no doses', (s) => void delete s.doses],
  ])('refuses %s, as our own reader does', (_, breakIt) => {
    const broken = JSON.parse(JSON.stringify(defaultSheet)) as Loose;
    breakIt(broken);
    expect(check(broken)).toBe(false);
    expect(sheetSchema.safeParse(broken).success).toBe(false);
  });
});
