import { z } from 'zod';
import { isCheckpointId } from '../sheet/codes.ts';
import { reasonSchema } from './care-entry.ts';
import { deliveryIdSchema, type CamperId, type DeliveryId, type StaffId } from './ids.ts';
import type { Seen } from '../levels/level.ts';

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

/** A level that a coach proposes, or that holds: agreed on by two, or decided by the lead. */
export interface SettledLevel {
  readonly id: string;
  readonly level: Seen;
  readonly faults: readonly string[];
  readonly reason: string;
  readonly by: { readonly id: StaffId; readonly name: string };
  /** Who has agreed; null for what the lead decided, and for what is only proposed. */
  readonly with: string | null;
  readonly holds: boolean;
  readonly decided: boolean;
}

/** One checkpoint of one delivery that coaches of the camp have scored with different levels. */
export interface StaffDifference {
  readonly camperId: CamperId;
  readonly deliveryId: DeliveryId;
  readonly bib: number;
  readonly name: string;
  readonly delivery: number;
  readonly checkpoint: string;
  readonly said: ReadonlyArray<{
    readonly coachId: StaffId;
    readonly by: string;
    readonly level: Seen;
    /** What it is worth at the mean severity of the staff; null where that cannot be said. */
    readonly fair: number | null;
    readonly faults: readonly string[];
    readonly note: string | null;
  }>;
  /** Levels between the highest and the lowest; null where only one of them could see it. */
  readonly apart: number | null;
  /** The focus of the camper's evaluation would be another one with the other level. */
  readonly hangs: boolean;
  /** What holds instead of their own, the newest; null while nothing does. */
  readonly settled: SettledLevel | null;
  /** What was proposed since, and nobody has agreed to yet. */
  readonly proposed: readonly SettledLevel[];
  /** It is to be talked over: far apart, or a focus hangs on it, and nothing is agreed. */
  readonly waits: boolean;
}
