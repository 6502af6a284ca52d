import { z } from 'zod';
import { evaluationDocumentSchema } from '../evaluation/document.ts';
import { idSchema } from './codes.ts';

/** Starts a draft; the one that the page shows is named, so that nobody else's is replaced. */
export const startDraftSchema = z.object({
  camperId: idSchema,
  instead: z.object({ id: idSchema, revision: z.number().int() }).nullable().default(null),
  from: z.enum(['levels', 'last released']).default('levels'),
});
export const draftStartedSchema = z.object({
  id: idSchema,
  version: z.number().int(),
  document: evaluationDocumentSchema,
});

/** Saves a draft as it was seen at a revision; `over`: whatever somebody else has saved meanwhile. */
export const saveDraftSchema = z.object({
  document: evaluationDocumentSchema,
  revision: z.number().int(),
  over: z.boolean().default(false),
});
export const draftSavedSchema = z.object({ id: idSchema, version: z.number().int(), revision: z.number().int() });
export const releasedSchema = z.object({ id: idSchema, version: z.number().int(), releasedAt: z.iso.datetime() });
