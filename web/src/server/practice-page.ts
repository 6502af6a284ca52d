import { and, desc, eq, isNull } from 'drizzle-orm';
import { anchorPictures, resolveSheet, type Seen, type SittingId, type StaffId } from '@stride-chalk/core';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { practiceScores, referenceLevels, sittings } from './db/schema.ts';
import { practiceSet, type PracticeClip } from './practice-clips.ts';
import { practiceLevels, type PracticeLevel } from './qualification.ts';

/** How far a coach is with a practice clip. */
export interface ClipProgress extends Pick<PracticeClip, 'id' | 'number' | 'age' | 'hand' | 'shown'> {
  readonly references: number;
  /** The open sitting and its levels; null for none. */
  readonly begun: { readonly sitting: SittingId; readonly levels: number } | null;
  /** The newest that is finished: how many levels were the same. */
  readonly compared: { readonly sitting: SittingId; readonly same: number; readonly of: number } | null;
}

/** One level that was given otherwise than the reference has it, with what the reference looks like. */
interface Miss {
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
export interface Comparison {
  readonly sitting: SittingId;
  readonly clip: number;
  readonly hand: 'R' | 'L';
  readonly day: string;
  readonly hidden: boolean;
  readonly same: number;
  readonly of: number;
  readonly misses: readonly Miss[];
}

const bySitting = (levels: readonly PracticeLevel[]): PracticeLevel[][] => {
  const all = new Map<SittingId, PracticeLevel[]>();
  for (const l of levels) all.set(l.sitting, [...(all.get(l.sitting) ?? []), l]);
  return [...all.values()];
};
const sameAs = (l: PracticeLevel): boolean => l.given === l.reference;

/** The practice clips as a coach sees them, and where he differed on those that he has finished, the newest first. */
export async function practicePage(
  camp: Camp,
  coachId: StaffId,
): Promise<{ readonly clips: readonly ClipProgress[]; readonly comparisons: readonly Comparison[] }> {
  const set = await practiceSet(camp.organisationId);
  const [levels, open, references] = await Promise.all([
    practiceLevels(camp, [coachId]).then((all) => all.get(coachId) ?? []),
    db()
      .select({
        id: sittings.id,
        clipId: sittings.clipId,
        levels: db().$count(practiceScores, eq(practiceScores.sittingId, sittings.id)),
      })
      .from(sittings)
      .where(
        and(
          eq(sittings.coachId, coachId),
          eq(sittings.campId, camp.id),
          isNull(sittings.finishedAt),
          isNull(sittings.hiddenNumber),
        ),
      )
      .orderBy(desc(sittings.id)),
    db().select({ clipId: referenceLevels.clipId }).from(referenceLevels),
  ]);
  const done = bySitting(levels);
  return {
    clips: set.map((c): ClipProgress => {
      const begun = open.find((o) => o.clipId === c.id);
      const newest = done.find((d) => d[0]!.clip === c.number && !d[0]!.hidden);
      return {
        ...{ id: c.id, number: c.number, age: c.age, hand: c.hand, shown: c.shown },
        references: references.filter((r) => r.clipId === c.id).length,
        begun: begun ? { sitting: begun.id, levels: begun.levels } : null,
        compared: newest ? { sitting: newest[0]!.sitting, same: newest.filter(sameAs).length, of: newest.length } : null,
      };
    }),
    comparisons: done.map((own) => comparison(camp, own, set.find((c) => c.number === own[0]!.clip) ?? null)),
  };
}

function comparison(camp: Camp, own: readonly PracticeLevel[], clip: PracticeClip | null): Comparison {
  const { sitting, clip: number, day, hidden } = own[0]!;
  const resolved = clip ? resolveSheet(camp.sheet, clip.ageGroup, clip.kind, camp.schools) : [];
  const order = camp.sheet.checkpoints.map((c) => c.id);
  return {
    ...{ sitting, clip: number, hand: clip?.hand ?? 'R', day, hidden },
    same: own.filter(sameAs).length,
    of: own.length,
    misses: own
      .filter((l) => !sameAs(l))
      .sort((a, b) => order.indexOf(a.checkpoint) - order.indexOf(b.checkpoint))
      .map((l): Miss => {
        const checkpoint = camp.sheet.checkpoints.find((c) => c.id === l.checkpoint);
        const found = resolved.find((c) => c.id === l.checkpoint);
        const drawn = found && clip ? anchorPictures(found, clip.ageGroup) : null;
        const named = (codes: readonly string[]): string[] =>
          codes.map((code) => checkpoint?.faults.find((f) => f.code === code)?.name ?? code);
        return {
          ...{ checkpoint: l.checkpoint, name: checkpoint?.name ?? l.checkpoint, phase: checkpoint?.phase ?? '' },
          ...{ given: l.given, faults: named(l.faults), reference: l.reference, referenceFaults: named(l.referenceFaults) },
          ...{ reason: l.reason, picture: drawn && l.reference !== 'NV' ? drawn[l.reference] : null },
        };
      }),
  };
}
