import { z } from 'zod';
import { isCheckpointId } from '../sheet/codes.ts';
import { reasonSchema } from './care-entry.ts';
import { deliveryIdSchema, practiceClipIdSchema, sittingIdSchema } from './ids.ts';

/** What a practice clip truly shows at one checkpoint, and how one sees it. */
const referenceSchema = z.object({
  checkpoint: z.string().refine(isCheckpointId, { message: 'no id of a checkpoint' }),
  level: z.enum(['0', '1', '2', '3', 'NV']),
  faults: z.array(z.string().max(60)).max(8),
  reason: reasonSchema,
});
export type Reference = z.output<typeof referenceSchema>;

/** Makes a practice clip of a delivery. */
export const newPracticeClipSchema = z.object({
  deliveryId: deliveryIdSchema,
  references: z.array(referenceSchema).min(1).max(100),
});
export const practiceClipMadeSchema = z.object({ id: practiceClipIdSchema });
export const sittingMadeSchema = z.object({ id: sittingIdSchema });
/** What the lead decides of a coach, whatever the practice clips say; null: the clips say it again. */
export const qualificationDecisionSchema = z.object({ qualified: z.boolean().nullable(), reason: reasonSchema });
