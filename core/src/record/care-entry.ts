import { z } from 'zod';
import { THROW_KINDS } from '../armcare/rules.ts';
import { VIEW_IDS } from '../sheet/shape.ts';
import { SORE_PLACES } from './check-in-words.ts';
import { camperIdSchema } from './ids.ts';

/** Why somebody has lifted, allowed or taken back something. */
export const reasonSchema = z.string().trim().min(3).max(400);
const reason = reasonSchema;

/**
 * What is entered about an arm at the field, one entry at a time. Its id is made on the device, so that a phone without a network keeps it and
 * sends it as often as it takes; the row that it makes has the same id.
 */
export const careEntrySchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('throws'),
    camperId: camperIdSchema,
    day: z.iso.date(),
    throwKind: z.enum(THROW_KINDS),
    count: z.number().int().min(1).max(300),
    /** Where it was thrown and from which start, for a throw that was tapped at the mound: the log by which films find their camper. */
    mound: z.string().trim().min(1).max(40).optional(),
    delivery: z.enum(['stretch', 'windUp', 'quick']).optional(),
    /** The device on which it was tapped, by its own random id: what two devices tell of one throw is one throw. */
    device: z.uuid().optional(),
    /** From where that device has filmed it; without one it was counted. */
    view: z.enum(VIEW_IDS).optional(),
  }),
  /** Thrown, and not to be looked at: it stays in the count of the arm. Said of what was tapped at a mound. */
  z.object({ kind: z.literal('leaveOut'), camperId: camperIdSchema, throwsId: z.uuid() }),
  /** Takes back throws that were entered by mistake. Whoever did not enter them says why. */
  z.object({ kind: z.literal('takeBackThrows'), camperId: camperIdSchema, throwsId: z.uuid(), reason: reason.nullable() }),
  z.object({ kind: z.literal('sore'), camperId: camperIdSchema, place: z.enum(SORE_PLACES), since: z.iso.date() }),
  z.object({ kind: z.literal('liftSore'), camperId: camperIdSchema, reason }),
  /** The lead lets somebody throw so many throws more on one day. */
  z.object({
    kind: z.literal('allow'),
    camperId: camperIdSchema,
    day: z.iso.date(),
    throws: z.number().int().min(1).max(100),
    reason,
  }),
  z.object({ kind: z.literal('takeBackAllowance'), camperId: camperIdSchema, allowanceId: z.uuid() }),
]);
export type CareEntry = z.output<typeof careEntrySchema>;
