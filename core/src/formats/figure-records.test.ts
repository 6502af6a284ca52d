import { expect, test } from 'vitest';
import { FIGURE_COLUMNS, figureFile, figureFileSchema, figureJsonSchema, figureRecord } from './figure-records.ts';

const OF = { bib: 7, delivery: 2, thrownOn: '2026-07-14', kind: 'stretch' };

test('shares in per cent, times in milliseconds, angles in degrees: as the sheet states its bands', () => {
  expect(figureRecord(OF, 'stride', { value: 0.84, sd: 0.01, unit: 'heightShare' })).toMatchObject({
    value: 84,
    sd: 1,
    unit: 'percent',
  });
  expect(figureRecord(OF, 'contactToRelease', { value: 0.15, sd: 0.006, unit: 'seconds' })).toMatchObject({
    value: 150,
    sd: 6,
    unit: 'milliseconds',
  });
  expect(figureRecord(OF, 'frontKneeContact', { value: 140, sd: 3, unit: 'degrees' })).toEqual({
    ...OF,
    figure: 'frontKneeContact',
    value: 140,
    sd: 3,
    unit: 'degrees',
  });
});

test('the file says what each figure is, once, in the order of the delivery, and keeps to its own form', () => {
  const knee = { value: 140, sd: 3, unit: 'degrees' } as const;
  const file = figureFile([
    figureRecord(OF, 'trunkRelease', knee),
    figureRecord({ ...OF, delivery: 3 }, 'frontKneeContact', knee),
    figureRecord(OF, 'frontKneeContact', knee),
  ]);
  expect(file.figures.map((f) => f.id)).toEqual(['frontKneeContact', 'trunkRelease']);
  expect(file.records).toHaveLength(3);
  expect(figureFileSchema.parse(file)).toEqual(file);
  expect(() => figureFileSchema.parse({ ...file, records: [{ ...file.records[0]!, sd: -1 }] })).toThrow();
});

test('the schema and the columns name every field of a record', () => {
  expect(FIGURE_COLUMNS).toEqual(['bib', 'delivery', 'thrownOn', 'kind', 'figure', 'value', 'sd', 'unit']);
  const schema = JSON.parse(JSON.stringify(figureJsonSchema())) as { properties: { records: { items: { required: string[] } } } };
  expect(schema.properties.records.items.required).toEqual(FIGURE_COLUMNS);
});
