import { z } from 'zod';
import { isCheckpointId } from '../sheet/codes.ts';
import { reasonSchema } from './care-entry.ts';
import { deliveryIdSchema } from './ids.ts';

/** A level on which two coaches agree, or which the lead decides, where their own differ. Its id is made where it was entered; the scores of both stay. */
export const agreedLevelSchema = z.object({
  deliveryId: deliveryIdSchema,
  checkpoint: z.string().refine(isCheckpointId, { message: 'no id of a checkpoint' }),
  level: z.enum(['0', '1', '2', '3', 'NV']),
  faults: z.array(z.string().max(60)).max(8),
  reason: reasonSchema,
});
export type AgreedLevel = z.output<typeof agreedLevelSchema>;

/** Whether it holds: what a coach proposes holds when the other one has agreed, what the lead decides at once. */
export const agreedLevelKeptSchema = z.object({ holds: z.boolean() });
