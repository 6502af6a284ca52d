import { z } from 'zod';
import { isCheckpointId } from '../sheet/codes.ts';
import { deliveryIdSchema, staffIdSchema } from './ids.ts';

export const eveningMadeSchema = z.object({ id: z.uuid() });
/** What a coach gives a clip when all look at it together; null: he has not yet. */
export const eveningLevelSchema = z.object({
  deliveryId: deliveryIdSchema,
  checkpoint: z.string().refine(isCheckpointId, { message: 'no id of a checkpoint' }),
  coachId: staffIdSchema,
  level: z.enum(['0', '1', '2', '3', 'NV']).nullable(),
});
