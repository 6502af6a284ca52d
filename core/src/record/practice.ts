import { z } from 'zod';
import { isCheckpointId } from '../sheet/codes.ts';
import { reasonSchema } from './care-entry.ts';
import { deliveryIdSchema, practiceClipIdSchema, sittingIdSchema, type PracticeClipId, type SittingId } from './ids.ts';
import type { Seen } from '../levels/level.ts';

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

/** How far a coach is with a practice clip. */
export interface PracticeClipProgress {
  readonly id: PracticeClipId;
  readonly number: number;
  readonly age: number;
  readonly hand: 'R' | 'L';
  /** The family consents and the film is there; else it is not shown to anybody. */
  readonly shown: boolean;
  readonly references: number;
  /** The open sitting and its levels; null for none. */
  readonly begun: { readonly sitting: SittingId; readonly levels: number } | null;
  /** The newest that is finished: how many levels were the same. */
  readonly compared: { readonly sitting: SittingId; readonly same: number; readonly of: number } | null;
}

/** One level that was given otherwise than the reference has it, with what the reference looks like. */
interface PracticeMiss {
  readonly checkpoint: string;
  readonly name: string;
  readonly phase: string;
  readonly given: Seen;
  readonly faults: readonly string[];
  readonly reference: Seen;
  readonly referenceFaults: readonly string[];
  readonly reason: string;
  /** The drawing of the reference's level; null where none is drawn. */
  readonly picture: string | null;
}
/** Where a coach differed from the reference on a clip that he has finished. */
export interface PracticeComparison {
  readonly sitting: SittingId;
  readonly clip: number;
  readonly hand: 'R' | 'L';
  readonly day: string;
  readonly hidden: boolean;
  readonly same: number;
  readonly of: number;
  readonly misses: readonly PracticeMiss[];
}
