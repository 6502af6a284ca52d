import { z } from 'zod';
import { saidSchema } from '../evaluation/document.ts';
import { camperIdSchema, evaluationIdSchema } from './ids.ts';

/** Starts a draft; the one that the page shows is named, so that nobody else's is replaced. */
export const startDraftSchema = z.object({
  camperId: camperIdSchema,
  instead: z.object({ id: evaluationIdSchema, revision: z.number().int() }).nullable().default(null),
  from: z.enum(['levels', 'last released']).default('levels'),
});
export const draftStartedSchema = z.object({
  id: evaluationIdSchema,
  version: z.number().int(),
  said: saidSchema,
});

const seenAt = { revision: z.number().int(), over: z.boolean().default(false) };
/**
 * Saves the words of a draft as it was seen at a revision; `over`: whatever somebody else has saved meanwhile. A page that stands open since before facts
 * were kept apart calls them its document.
 */
export const saveDraftSchema = z.union([
  z.object({ said: saidSchema, ...seenAt }),
  z.object({ document: saidSchema, ...seenAt }).transform(({ document, ...rest }) => ({ said: document, ...rest })),
]);
export const draftSavedSchema = z.object({ id: evaluationIdSchema, version: z.number().int(), revision: z.number().int() });
export const releasedSchema = z.object({ id: evaluationIdSchema, version: z.number().int(), releasedAt: z.iso.datetime() });
