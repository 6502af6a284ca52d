import document from './data/default-sheet.json' with { type: 'json' };
import { sheetSchema, type Sheet } from './schema.ts';

/** The checkpoint sheet that ships with the product; a camp starts from a copy of it. */
export const defaultSheet: Sheet = sheetSchema.parse(document);
