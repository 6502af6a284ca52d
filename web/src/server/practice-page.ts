import { and, desc, eq, isNull } from 'drizzle-orm';
import {
  anchorPictures,
  resolveSheet,
  type PracticeClipProgress,
  type PracticeComparison,
  type SittingId,
  type StaffId,
} from '@stride-chalk/core';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { practiceScores, referenceLevels, sittings } from './db/schema.ts';
import { practiceSet, type PracticeClip } from './practice-clips.ts';
import { practiceLevels, type PracticeLevel } from './qualification.ts';

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
): Promise<{ readonly clips: readonly PracticeClipProgress[]; readonly comparisons: readonly PracticeComparison[] }> {
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
    clips: set.map((c): PracticeClipProgress => {
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

function comparison(camp: Camp, own: readonly PracticeLevel[], clip: PracticeClip | null): PracticeComparison {
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
      .map((l): PracticeComparison['misses'][number] => {
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
