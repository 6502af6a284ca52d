import { inArray } from 'drizzle-orm';
import { ALWAYS_ASKED, resolveSheet } from '@stride-chalk/core';
import { listCampers, type Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { clipsOf } from './clips.ts';
import { db } from './db/connect.ts';
import { evaluations, marks, scores } from './db/schema.ts';
import { grouped } from './grouped.ts';
import { deliveriesOfAll } from './deliveries.ts';

export type Waiting = 'consent' | 'rest' | 'film' | 'copies' | 'keyFrames' | 'scores' | 'writeUp' | 'release' | 'released';

/** Where one camper stands in the order of the work. */
export interface CamperAtAGlance {
  readonly id: string;
  readonly bib: number;
  readonly name: string;
  readonly age: number;
  readonly hand: 'R' | 'L';
  readonly waiting: Waiting;
  readonly deliveries: number;
  readonly films: number;
  readonly filmsReady: number;
  readonly keyFrames: { readonly done: number; readonly of: number };
  readonly levels: { readonly done: number; readonly of: number };
  readonly version: number | null;
}

/** The camp at a glance: every camper with what he waits for. Five queries whatever the size of the camp. */
export async function campAtAGlance(camp: Camp): Promise<CamperAtAGlance[]> {
  const all = await listCampers(camp);
  const ids = all.map((c) => c.id);
  const thrown = await deliveriesOfAll(ids);
  const deliveryIds = thrown.map((d) => d.id);
  const films = await clipsOf(deliveryIds);
  const [marked, scored, written] = await Promise.all([
    films.length === 0
      ? []
      : db()
          .select({ clipId: marks.clipId, event: marks.event })
          .from(marks)
          .where(
            inArray(
              marks.clipId,
              films.map((f) => f.id),
            ),
          ),
    deliveryIds.length === 0
      ? []
      : db()
          .selectDistinct({ deliveryId: scores.deliveryId, checkpoint: scores.checkpoint })
          .from(scores)
          .where(inArray(scores.deliveryId, deliveryIds)),
    ids.length === 0
      ? []
      : db()
          .select({ camperId: evaluations.camperId, version: evaluations.version, releasedAt: evaluations.releasedAt })
          .from(evaluations)
          .where(inArray(evaluations.camperId, ids)),
  ]);
  // Grouped once: a camp of hundreds has tens of thousands of levels.
  const thrownBy = grouped(thrown, (d) => d.camperId);
  const filmsOf = grouped(films, (f) => f.deliveryId);
  const marksOf = grouped(marked, (m) => m.clipId);
  const scoresOf = grouped(scored, (s) => s.deliveryId);
  const writtenFor = grouped(written, (e) => e.camperId);
  const always = new Set<string>(ALWAYS_ASKED);
  const askedOf = new Map<string, ReadonlySet<string>>();
  /** The checkpoints that are scored at an age; the sheet is resolved once for each. */
  const askedFor = (ageGroup: Camper['ageGroup']): ReadonlySet<string> => {
    const ids =
      askedOf.get(ageGroup) ??
      new Set(
        resolveSheet(camp.sheet, ageGroup, 'stretch', camp.schools)
          .filter((c) => c.scored)
          .map((c) => c.id),
      );
    askedOf.set(ageGroup, ids);
    return ids;
  };
  return all.map((camper) => {
    const own = thrownBy.get(camper.id) ?? [];
    const ownFilms = own.flatMap((d) => filmsOf.get(d.id) ?? []);
    const keyFrames = {
      done: ownFilms.flatMap((f) => marksOf.get(f.id) ?? []).filter((m) => always.has(m.event)).length,
      of: ownFilms.length * ALWAYS_ASKED.length,
    };
    const askedIds = askedFor(camper.ageGroup);
    const levels = {
      done: own.flatMap((d) => scoresOf.get(d.id) ?? []).filter((s) => askedIds.has(s.checkpoint)).length,
      of: own.length * askedIds.size,
    };
    const versions = [...(writtenFor.get(camper.id) ?? [])].sort((a, b) => b.version - a.version);
    return {
      id: camper.id,
      bib: camper.bib,
      name: camper.name,
      age: camper.age,
      hand: camper.hand,
      deliveries: own.length,
      films: ownFilms.length,
      filmsReady: ownFilms.filter((f) => f.state === 'ready').length,
      keyFrames,
      levels,
      version: versions[0]?.version ?? null,
      waiting: waitingFor(camper, ownFilms, keyFrames, levels, versions[0]),
    };
  });
}

function waitingFor(
  camper: Camper,
  films: ReadonlyArray<{ readonly state: string }>,
  keyFrames: { done: number; of: number },
  levels: { done: number; of: number },
  newest: { readonly releasedAt: Date | null } | undefined,
): Waiting {
  if (!camper.consent.film) return 'consent';
  if (newest?.releasedAt) return 'released';
  if (newest) return 'release';
  if (films.length === 0) return camper.sore ? 'rest' : 'film';
  if (films.some((f) => f.state !== 'ready')) return 'copies';
  if (keyFrames.done < keyFrames.of) return 'keyFrames';
  if (levels.done < levels.of) return 'scores';
  return 'writeUp';
}
