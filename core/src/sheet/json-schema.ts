import { z } from 'zod';
import { sheetShape } from './shape.ts';

/**
 * The form of a sheet as a JSON Schema (2020-12), so that it can be written and checked by other programs. What ties its parts together (names that are
 * known, bands with margins, causes without circles) is checked when it is read: `sheetSchema`.
 *
 * @example sheetJsonSchema().$schema // 'https://json-schema.org/draft/2020-12/schema'
 */
export const sheetJsonSchema = (): Readonly<Record<string, unknown>> => ({
  ...z.toJSONSchema(sheetShape, { target: 'draft-2020-12' }),
  title: 'Checkpoint sheet',
  description: 'Checkpoints with their levels in words, bands, faults with advice, causes, schools, drills and doses.',
});
