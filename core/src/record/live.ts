import { z } from 'zod';
import { camperIdSchema } from './ids.ts';

/** What open pages follow: the films of a camper, the tray of what came in, the list at the gate, the plan of a day, whether a child may be shown, and what the computer has found. */
export const LIVE_TOPICS = ['films', 'tray', 'gate', 'plan', 'shown', 'looks'] as const;
export type LiveTopic = (typeof LIVE_TOPICS)[number];

/** That something has changed, without saying what: whoever shows it asks for it. */
export const liveChangeSchema = z.object({
  about: z.enum(LIVE_TOPICS),
  /** Of whom; null where it is of the camp. */
  camper: camperIdSchema.nullable(),
});
export type LiveChange = z.infer<typeof liveChangeSchema>;
