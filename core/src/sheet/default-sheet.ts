import document from './data/default-sheet.json' with { type: 'json' };
import { sheetSchema } from './schema.ts';
import type { Sheet } from './shape.ts';

/** The checkpoint sheet that ships with the product; a camp starts from a copy of it. */
export const defaultSheet: Sheet = sheetSchema.parse(document);
