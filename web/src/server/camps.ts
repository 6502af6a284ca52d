import { and, asc, desc, eq, isNull } from 'drizzle-orm';
import {
  dayInZone,
  minuteInZone,
  daysBetween,
  publishedLimits,
  type AgeGroup,
  type GroundLayout,
  type ArmCareRules,
  type Sheet,
  type OrganisationId,
  type SheetId,
  type StaffId,
  type CampId,
} from '@stride-chalk/core';
import { db } from './db/connect.ts';
import { campMakers, camps, campStaff, sheets } from './db/schema.ts';
import type { Role } from './access.ts';
import { notFound } from './refusal.ts';

export interface Camp {
  readonly id: CampId;
  readonly organisationId: OrganisationId;
  readonly name: string;
  readonly place: string;
  readonly firstDay: string;
  readonly lastDay: string;
  readonly timeZone: string;
  readonly units: 'metric' | 'imperial';
  readonly sheetId: SheetId;
  readonly sheet: Sheet;
  readonly schools: Record<string, string>;
  readonly schoolReasons: Record<string, string>;
  readonly distances: Partial<Record<AgeGroup, number>>;
  /** How the marks of the ground lie; null for four cones. */
  readonly groundMarks: GroundLayout | null;
  /** What slates and cards of the camp say beside the bib. */
  readonly slateId: string;
  readonly retentionDays: number;
  /** The limits in force: the lead's own, else the published ones. */
  readonly armCare: ArmCareRules;
  /** True when the lead has put limits of his own in force. */
  readonly ownLimits: boolean;
}

/** Sheets that were read once: a version never changes, and every request asks for one. */
const known = new Map<string, Sheet>();

async function sheetById(id: SheetId): Promise<Sheet> {
  const kept = known.get(id);
  if (kept) return kept;
  const [row] = await db().select({ document: sheets.document }).from(sheets).where(eq(sheets.id, id));
  if (!row) throw notFound('The sheet');
  known.set(id, row.document);
  return row.document;
}

const toCamp = async (camp: typeof camps.$inferSelect): Promise<Camp> => ({
  ...camp,
  sheet: await sheetById(camp.sheetId),
  armCare: camp.armCare ?? publishedLimits,
  ownLimits: camp.armCare !== null,
});

export async function campById(id: CampId): Promise<Camp> {
  const [row] = await db().select().from(camps).where(eq(camps.id, id));
  if (!row) throw notFound('The camp');
  return toCamp(row);
}

export interface Membership {
  readonly camp: Camp;
  readonly role: Role;
  /** He may make camps of the organisation of this one. */
  readonly makesCamps: boolean;
}

/** A camp that runs today before the next one to come, those before the last one that is over. */
function order({ camp }: Membership, now: number): readonly [number, number] {
  const today = todayAt(camp, now);
  if (today > camp.lastDay) return [2, daysBetween(camp.lastDay, today)];
  return today >= camp.firstDay ? [0, 0] : [1, daysBetween(today, camp.firstDay)];
}

/** Memberships as they lie in the database, the camp that is on now first. */
export async function inOrder(
  rows: ReadonlyArray<{ readonly camp: typeof camps.$inferSelect; readonly role: Role; readonly maker: string | null }>,
  now = Date.now(),
): Promise<Membership[]> {
  const found = await Promise.all(
    rows.map(async (r): Promise<Membership> => ({ camp: await toCamp(r.camp), role: r.role, makesCamps: r.maker !== null })),
  );
  return found
    .map((m) => ({ m, o: order(m, now) }))
    .sort((a, b) => a.o[0] - b.o[0] || a.o[1] - b.o[1])
    .map(({ m }) => m);
}

/** The camps at which a person works, the one that is on now first. A deactivated person sees none. */
export async function campsOf(staffId: StaffId, now = Date.now()): Promise<Membership[]> {
  const rows = await db()
    .select({ camp: camps, role: campStaff.role, maker: campMakers.staffId })
    .from(campStaff)
    .innerJoin(camps, eq(camps.id, campStaff.campId))
    .leftJoin(campMakers, and(eq(campMakers.organisationId, camps.organisationId), eq(campMakers.staffId, campStaff.staffId)))
    .where(and(eq(campStaff.staffId, staffId), isNull(campStaff.deactivatedAt)))
    .orderBy(desc(camps.firstDay), asc(camps.name));
  return inOrder(rows, now);
}

/** The day at a camp, whatever zone this machine is in. */
export const todayAt = (camp: Pick<Camp, 'timeZone'>, now = Date.now()): string => dayInZone(now, camp.timeZone);

const MIDNIGHT = 24 * 60;

/**
 * Where the clock of the camp stands on a day, in minutes since midnight. Of a day that is over everything is history; a day to
 * come has no now yet.
 */
export function clockOn(camp: Camp, day: string, instant = Date.now()): { readonly now: number | null; readonly over: boolean } {
  const today = todayAt(camp, instant);
  if (day < today) return { now: MIDNIGHT, over: true };
  return { now: day === today ? minuteInZone(instant, camp.timeZone) : null, over: false };
}
