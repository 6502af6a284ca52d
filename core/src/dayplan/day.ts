import { z } from 'zod';
import { staffIdSchema, type CamperId, type StaffId } from '../record/ids.ts';
import { AGE_GROUPS, type AgeGroup } from '../roster/age-group.ts';

/** Minutes since midnight on the clock of the camp. */
export type Minute = number;

const minute = z
  .number()
  .int()
  .min(0)
  .max(24 * 60);
const span = <T extends z.ZodRawShape>(shape: T) =>
  z
    .object({ ...shape, from: minute, to: minute })
    .refine((s) => (s as unknown as { from: number; to: number }).from < (s as unknown as { from: number; to: number }).to, {
      message: 'it must end after it begins',
    });
const byAge = (value: z.ZodNumber) =>
  z.object(Object.fromEntries(AGE_GROUPS.map((g) => [g, value])) as Record<AgeGroup, z.ZodNumber>);
const distinct = (key: string) => (list: ReadonlyArray<Record<string, unknown>>) =>
  new Set(list.map((x) => x[key])).size === list.length;

/** What the lead asks of one day. */
export const daySettingsSchema = z.object({
  mounds: z
    .array(span({ name: z.string().trim().min(1).max(40) }))
    .min(1)
    .max(20)
    .refine(distinct('name'), { message: 'two mounds have one name' }),
  cameras: z
    .array(span({ name: z.string().trim().min(1).max(40) }))
    .min(1)
    .max(20)
    .refine(distinct('name'), { message: 'two cameras have one name' }),
  staff: z
    .array(span({ id: staffIdSchema, films: z.boolean(), scores: z.boolean() }))
    .min(1)
    .max(60)
    .refine(distinct('id'), { message: 'a staff member is named twice' }),
  /** Mounds and staff rest; a session neither begins in a break nor runs into it. */
  breaks: z.array(span({})).max(10),
  /** Minutes on the mound, from stepping on it to stepping off. */
  minutes: byAge(z.number().int().min(2).max(60)),
  /** Deliveries to be filmed. */
  deliveries: byAge(z.number().int().min(1).max(30)),
  /** The warm-up lies right before the session, beside the mounds. */
  warmUpMinutes: z.number().int().min(0).max(60),
  /** Throws of the warm-up; they count like every throw. */
  warmUpThrows: z.number().int().min(0).max(60),
  /** The share of campers who get a second, blind scorer. */
  blindShare: z.number().min(0).max(1),
});
export type DaySettings = z.output<typeof daySettingsSchema>;

/** One camper as the planner needs him. */
export interface DayCamper {
  readonly id: CamperId;
  readonly ageGroup: AgeGroup;
  /** The same word for siblings and for campers who stay together; null for none. */
  readonly together: string | null;
  /** From when he is at the field. */
  readonly readyFrom: Minute;
  /** Others have been at the gate, and he has not: a turn of his that is over was not thrown. */
  readonly noShow: boolean;
  /** Throws that arm care leaves him today, those of the warm-up among them. */
  readonly throwsLeft: number;
}

export interface DayInput {
  readonly settings: DaySettings;
  readonly campers: readonly DayCamper[];
}

/** One camper on one mound. */
export interface Session {
  readonly camper: CamperId;
  readonly mound: string;
  readonly camera: string;
  readonly warmUpFrom: Minute;
  readonly from: Minute;
  readonly to: Minute;
  readonly deliveries: number;
  readonly filmer: StaffId;
}

/** Deliveries that arm care leaves after the warm-up, at most those wanted; 0 when the camper cannot be filmed today. */
export const deliveriesFor = (settings: DaySettings, camper: DayCamper): number =>
  Math.max(0, Math.min(settings.deliveries[camper.ageGroup], camper.throwsLeft - settings.warmUpThrows));

/**
 * When a camper can step on a mound at the earliest: there, warmed up, and neither that nor the session in a break.
 *
 * @example startsAt(settings, { ...camper, readyFrom: 540 }, 540) // 550 with a warm-up of 10 minutes
 */
export function startsAt(settings: DaySettings, camper: DayCamper, notBefore: Minute): Minute {
  let at = Math.max(notBefore, camper.readyFrom + settings.warmUpMinutes);
  for (const b of [...settings.breaks].sort((x, y) => x.from - y.from))
    if (overlaps(b, { from: at - settings.warmUpMinutes, to: at + settings.minutes[camper.ageGroup] }))
      at = b.to + settings.warmUpMinutes;
  return at;
}

export const overlaps = (
  a: { readonly from: Minute; readonly to: Minute },
  b: { readonly from: Minute; readonly to: Minute },
): boolean => a.from < b.to && b.from < a.to;

/** Minutes between two times in which nobody has a break. */
export function workingMinutes(settings: DaySettings, from: Minute, to: Minute): number {
  let working = 0;
  for (let m = from; m < to; m++) if (!settings.breaks.some((b) => m >= b.from && m < b.to)) working += 1;
  return working;
}

/**
 * A time of the day as a clock shows it.
 *
 * @example clockOf(545) // '9:05'
 */
export const clockOf = (m: Minute): string => `${Math.floor(m / 60)}:${String(m % 60).padStart(2, '0')}`;
