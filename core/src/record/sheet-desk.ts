import { z } from 'zod';
import { reasonSchema } from './care-entry.ts';
import { list } from './codes.ts';
import { sheetIdSchema } from './ids.ts';

/** A document of any kind: what is wrong with it is said, not refused. */
const documentSchema = z.record(z.string(), z.unknown());
const revision = z.number().int().positive();

/** Begins a draft: of the version that the camp uses, or of a file. */
export const startSheetDraftSchema = z.object({
  document: documentSchema.nullable().default(null),
  /** The draft that the page shows, where there is one: it is replaced. null: the page shows none. */
  instead: revision.nullable().default(null),
});
export const saveSheetDraftSchema = z.object({ document: documentSchema, revision });
const problemSchema = z.object({
  path: list(z.union([z.string(), z.number()])),
  about: z.string().nullable(),
  message: z.string(),
});
/** The draft as it is kept now, and what is to mend before it can be released. */
export const sheetDraftKeptSchema = z.object({ revision, problems: list(problemSchema) });
export const releaseSheetSchema = z.object({ revision, reason: reasonSchema });
export const sheetReleasedSchema = z.object({ id: sheetIdSchema, version: z.number().int() });

const share = z.object({ of: z.number().int(), changed: z.number().int() });
/** What the draft would have changed at one camp. */
export const sheetEffectSchema = list(
  z.object({
    camp: z.string(),
    suggestions: share,
    scores: share,
    focus: share,
    /** Bibs of the campers whose focus would be another one; of the camp at work only. */
    bibs: list(z.number().int()),
  }),
);
export type SheetEffects = z.output<typeof sheetEffectSchema>;

/** Which version a camp uses; with levels on record only with a reason. */
export const campSheetSchema = z.object({ sheetId: sheetIdSchema, reason: reasonSchema.nullable() });
