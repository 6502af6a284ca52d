import { and, desc, eq, inArray, isNotNull, lt, or } from 'drizzle-orm';
import { v7 } from 'uuid';
import {
  qualification,
  TO_QUALIFY,
  type CampId,
  type PracticeJudgement,
  type Qualification,
  type Seen,
  type SittingId,
  type StaffId,
} from '@stride-chalk/core';
import { may } from './access.ts';
import { todayAt, type Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { practiceClips, practiceScores, qualificationDecisions, referenceLevels, sittings, staff } from './db/schema.ts';
import { grouped } from './grouped.ts';
import { judgementsIn, practiceSet } from './practice-clips.ts';
import { listStaff } from './staff.ts';
import { seenOf } from './used-scores.ts';

/** One level of a coach on a practice clip, beside its reference. */
export interface PracticeLevel {
  readonly sitting: SittingId;
  readonly campId: CampId;
  readonly clip: number;
  readonly day: string;
  readonly hidden: boolean;
  readonly checkpoint: string;
  readonly given: Seen;
  readonly faults: readonly string[];
  readonly reference: Seen;
  readonly referenceFaults: readonly string[];
  readonly reason: string;
}

/**
 * What coaches have given on practice clips beside the reference, the newest sitting first. Openly what they have finished; hidden ones of days that are over:
 * what is shown to a coach of a clip that he may still change would tell him.
 */
export async function practiceLevels(
  camp: Camp,
  coachIds: readonly StaffId[],
): Promise<ReadonlyMap<StaffId, readonly PracticeLevel[]>> {
  if (coachIds.length === 0) return new Map();
  const rows = await db()
    .select({ sitting: sittings, clip: practiceClips.number, own: practiceScores, reference: referenceLevels })
    .from(sittings)
    .innerJoin(practiceClips, eq(practiceClips.id, sittings.clipId))
    .innerJoin(practiceScores, eq(practiceScores.sittingId, sittings.id))
    .innerJoin(
      referenceLevels,
      and(eq(referenceLevels.clipId, sittings.clipId), eq(referenceLevels.checkpoint, practiceScores.checkpoint)),
    )
    .where(
      and(
        inArray(sittings.coachId, [...coachIds]),
        eq(practiceClips.organisationId, camp.organisationId),
        or(isNotNull(sittings.finishedAt), and(isNotNull(sittings.hiddenNumber), lt(sittings.day, todayAt(camp)))),
      ),
    )
    .orderBy(desc(sittings.day), desc(sittings.id));
  const all = rows.map(({ sitting, clip, own, reference }) => ({
    coach: sitting.coachId,
    level: {
      ...{
        sitting: sitting.id,
        campId: sitting.campId,
        clip,
        day: sitting.day,
        hidden: sitting.hiddenNumber !== null,
        checkpoint: own.checkpoint,
      },
      ...{ given: seenOf(own.level), faults: own.faults },
      ...{ reference: seenOf(reference.level), referenceFaults: reference.faults, reason: reference.reason },
    },
  }));
  return new Map([...grouped(all, (a) => a.coach)].map(([coach, of]) => [coach, of.map((o) => o.level)]));
}

/** Of each clip the newest sitting: who has learnt is judged by what he has learnt. */
function newestOf(levels: readonly PracticeLevel[]): readonly PracticeLevel[] {
  const newest = new Map<number, SittingId>();
  for (const l of levels) if (!newest.has(l.clip)) newest.set(l.clip, l.sitting);
  return levels.filter((l) => newest.get(l.clip) === l.sitting);
}

/** In the order of the sheet; what it has no longer is left out. */
function judgementsOf(camp: Camp, levels: readonly PracticeLevel[]): PracticeJudgement[] {
  const newest = newestOf(levels);
  return camp.sheet.checkpoints.flatMap(({ id, phase }) =>
    newest.filter((l) => l.checkpoint === id).map(({ given, reference }) => ({ checkpoint: id, phase, given, reference })),
  );
}

/** How a coach of the camp stands. */
export interface CoachStanding {
  readonly id: StaffId;
  readonly name: string;
  readonly found: Qualification;
  /** What the lead has decided, the newest; null where the clips say it. */
  readonly decided: { readonly qualified: boolean; readonly reason: string; readonly by: string } | null;
  /** His work needs no second look. */
  readonly qualified: boolean;
}

/** How the staff of a camp who score stand on the practice set. `asked`: the set is large enough that anybody can qualify. */
export async function standings(camp: Camp): Promise<{ readonly asked: boolean; readonly coaches: readonly CoachStanding[] }> {
  const people = (await listStaff(camp.id, 'active')).filter((s) => may(s.role, 'practise on the clips of the set'));
  const [levels, decisions, set] = await Promise.all([
    practiceLevels(
      camp,
      people.map((p) => p.id),
    ),
    db()
      .select({ row: qualificationDecisions, by: staff.name })
      .from(qualificationDecisions)
      .leftJoin(staff, eq(staff.id, qualificationDecisions.enteredBy))
      .where(eq(qualificationDecisions.campId, camp.id))
      .orderBy(desc(qualificationDecisions.enteredAt)),
    practiceSet(camp.organisationId),
  ]);
  const asked = (await judgementsIn(set)) >= TO_QUALIFY.judgements;
  return {
    asked,
    coaches: people.map(({ id, name }) => {
      const found = qualification(judgementsOf(camp, levels.get(id) ?? []));
      const newest = decisions.find((d) => d.row.coachId === id);
      const decided =
        newest && newest.row.qualified !== null
          ? { qualified: newest.row.qualified, reason: newest.row.reason, by: newest.by ?? '' }
          : null;
      return { id, name, found, decided, qualified: decided?.qualified ?? found.qualified };
    }),
  };
}

/** Those whose work is all scored a second time: not qualified, where the practice set is large enough to ask it, or by the word of the lead. */
export async function scoredTwice(camp: Camp): Promise<StaffId[]> {
  const { asked, coaches } = await standings(camp);
  return coaches.filter((c) => !c.qualified && (asked || c.decided !== null)).map((c) => c.id);
}

/** The lead decides of a coach, with a reason; null gives it back to the clips. */
export async function decideQualification(
  campId: Camp['id'],
  coachId: StaffId,
  said: { readonly qualified: boolean | null; readonly reason: string },
  by: StaffId,
): Promise<void> {
  await db()
    .insert(qualificationDecisions)
    .values({ id: v7(), campId, coachId, ...said, enteredBy: by });
}
