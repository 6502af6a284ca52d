import { z } from 'zod';
import { asCurrent } from './first-form.ts';
import { sheetShape } from './shape.ts';
import { nameProblems, ruleProblems } from './sheet-problems.ts';

/** A checkpoint sheet as a document: a new version is a new document, and old scores keep theirs. Reads sheets of every form there was. */
export const sheetSchema = z.preprocess(
  asCurrent,
  sheetShape.superRefine((sheet, context) => {
    for (const message of [...nameProblems(sheet), ...(sheet.form === 2 ? ruleProblems(sheet) : [])])
      context.addIssue({ code: 'custom', message });
  }),
);
