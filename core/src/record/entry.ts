import { z } from 'zod';
import { ORIGINS } from '../figures/point.ts';
import { strokeEntrySchema } from '../chalk/stroke.ts';
import { MARK_ORIGINS } from '../keyframes/mark-time.ts';
import { isCheckpointId } from '../sheet/codes.ts';
import { eventSchema as event, pointSchema as point } from './codes.ts';
import { deliveryIdSchema, clipIdSchema, type StaffId } from './ids.ts';

/** Which there are, the sheet of the camp says. */
const checkpoint = z.string().refine(isCheckpointId, { message: 'no id of a checkpoint' });
const frame = z.number().int().nonnegative();

/**
 * One thing entered at the bench. It is sent as often as needed until it has arrived; its id (UUIDv7, made where it was
 * entered) makes that the same entry each time, and tells which of two entries about the same thing is the newer one.
 */
export const entrySchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('mark'),
    clipId: clipIdSchema,
    event,
    frame,
    frameTo: frame.nullable(),
    /** Left out: placed by hand. */
    origin: z.enum(MARK_ORIGINS).optional(),
    /** Of what was confirmed: one standard deviation in frames. */
    spread: z.number().nonnegative().max(1000).nullable().optional(),
  }),
  z.object({ kind: z.literal('unmark'), clipId: clipIdSchema, event }),
  z.object({
    kind: z.literal('point'),
    clipId: clipIdSchema,
    event,
    point,
    x: z.number(),
    y: z.number(),
    pointSd: z.number().nonnegative(),
    /** The frame on which it was placed: when the key frame moves, the point is no longer true of it. */
    frame: frame.nullable().default(null),
    origin: z.enum(ORIGINS).default('placed'),
  }),
  z.object({ kind: z.literal('unpoint'), clipId: clipIdSchema, event, point }),
  strokeEntrySchema,
  z.object({ kind: z.literal('unstroke'), clipId: clipIdSchema, frame, stroke: z.uuid() }),
  z.object({
    kind: z.literal('score'),
    deliveryId: deliveryIdSchema,
    checkpoint,
    level: z.enum(['0', '1', '2', '3', 'NV']),
    faults: z.array(z.string().max(60)).max(8),
    note: z.string().max(500).nullable(),
    /** The level that figures suggested on the screen, taken or overruled; left out where none was. */
    suggested: z.enum(['0', '1', '2', '3']).optional(),
  }),
  z.object({ kind: z.literal('unscore'), deliveryId: deliveryIdSchema, checkpoint }),
]);

export type Entry = z.infer<typeof entrySchema>;

/** What an entry is about: two entries with the same target replace each other. */
export function entryTarget(entry: Entry, staffId: StaffId): string {
  switch (entry.kind) {
    case 'mark':
    case 'unmark':
      return `mark ${entry.clipId} ${entry.event}`;
    case 'point':
    case 'unpoint':
      return `point ${entry.clipId} ${entry.event} ${entry.point}`;
    case 'stroke':
    case 'unstroke':
      return `stroke ${entry.clipId} ${entry.stroke}`;
    case 'score':
    case 'unscore':
      return `score ${entry.deliveryId} ${entry.checkpoint} ${staffId}`;
  }
}

/** What became of an entry; where something newer stands, that is what holds, and who entered it. */
export const recordedSchema = z.object({
  applied: z.boolean(),
  stands: z.object({ entry: entrySchema, by: z.string() }).nullable(),
});
export type Recorded = z.infer<typeof recordedSchema>;
