import { and, asc, desc, eq, inArray } from 'drizzle-orm';
import { v7 } from 'uuid';
import { teachingClips, unseenIn, type DeliveryId, type Seen, type StaffId } from '@stride-chalk/core';
import { unfinishedSeconds } from './blind-scorer.ts';
import { todayAt, type Camp } from './camps.ts';
import { isBound, isPresent } from './clips.ts';
import { db } from './db/connect.ts';
import { campers, clips, deliveries, eveningLevels, eveningRounds, marks, staff } from './db/schema.ts';
import { levelsAt } from './given-levels.ts';
import { grouped } from './grouped.ts';
import { notFound, Refusal } from './refusal.ts';
import { campersOf } from './campers.ts';
import { seenOf } from './used-scores.ts';

/** How many clips make ten minutes. */
const CLIPS = 5;

/** One clip of a round: which checkpoint of which delivery, its films, and what each coach gave and gives. */
interface EveningClip {
  readonly deliveryId: DeliveryId;
  readonly checkpoint: string;
  readonly bib: number;
  readonly number: number;
  readonly age: number;
  /** Films that can be played, each at the key frame where it is marked, in seconds of the file; null where it is not. */
  readonly films: ReadonlyArray<{ readonly id: string; readonly view: string; readonly at: number | null }>;
  readonly levels: ReadonlyArray<{
    readonly coachId: StaffId;
    readonly coach: string;
    readonly before: Seen | null;
    readonly after: Seen | null;
  }>;
}
export interface EveningRound {
  readonly id: string;
  readonly day: string;
  readonly clips: readonly EveningClip[];
}

/**
 * The five clips that teach most just now: of campers whom nobody is still to score blind, whose films may be shown, can be played and show the checkpoint.
 */
export async function clipsForTonight(camp: Camp) {
  const [levels, blind] = await Promise.all([levelsAt(camp), unfinishedSeconds(camp)]);
  const open = levels.filter((l) => !blind.has(l.camper));
  const shown = await campersOf(camp, [...new Set(open.map((l) => l.camper))]);
  const may = new Set(shown.filter((c) => c.consent.film).map((c) => c.id));
  const ids = [...new Set(open.filter((l) => may.has(l.camper)).map((l) => l.delivery))];
  const films =
    ids.length === 0
      ? []
      : await db()
          .selectDistinct({ id: clips.deliveryId, view: clips.view })
          .from(clips)
          .where(and(inArray(clips.deliveryId, ids), eq(clips.state, 'ready'), isPresent));
  const viewsOf = grouped(films, (f) => f.id as string);
  const shows = (delivery: string, checkpoint: string): boolean => {
    const views = (viewsOf.get(delivery) ?? []).map((f) => f.view);
    const asked = camp.sheet.checkpoints.find((c) => c.id === checkpoint);
    return (
      asked !== undefined &&
      !unseenIn(
        asked,
        views.filter((v) => v !== null),
      )
    );
  };
  const chosen = teachingClips(open, shows, CLIPS);
  return { chosen, levels: open };
}

/** Begins a round: what each coach had given is kept beside what he is going to say. */
export async function beginRound(camp: Camp, by: StaffId): Promise<string> {
  const { chosen, levels } = await clipsForTonight(camp);
  if (chosen.length === 0)
    throw new Refusal(
      'nothing-to-teach',
      'There is no clip with a film on which two differ: score some of the campers twice first.',
      409,
    );
  const coaches = [...new Set(levels.map((l) => l.coach))];
  const id = v7();
  await db().transaction(async (tx) => {
    await tx.insert(eveningRounds).values({ id, campId: camp.id, day: todayAt(camp), enteredBy: by });
    await tx.insert(eveningLevels).values(
      chosen.flatMap((c, place) =>
        coaches.map((coachId) => {
          const own = levels.find((l) => l.delivery === c.delivery && l.checkpoint === c.checkpoint && l.coach === coachId);
          return {
            ...{ roundId: id, place, deliveryId: c.delivery as DeliveryId, checkpoint: c.checkpoint, coachId, enteredBy: by },
            before: own ? (own.level === null ? 'NV' : String(own.level)) : null,
          };
        }),
      ),
    );
  });
  return id;
}

/** Writes down what a coach gives a clip of a round; null takes it back. */
export async function sayInRound(
  roundId: string,
  said: {
    readonly deliveryId: DeliveryId;
    readonly checkpoint: string;
    readonly coachId: StaffId;
    readonly level: string | null;
  },
  by: StaffId,
): Promise<void> {
  const changed = await db()
    .update(eveningLevels)
    .set({ after: said.level, enteredBy: by, enteredAt: new Date() })
    .where(
      and(
        eq(eveningLevels.roundId, roundId),
        eq(eveningLevels.deliveryId, said.deliveryId),
        eq(eveningLevels.checkpoint, said.checkpoint),
        eq(eveningLevels.coachId, said.coachId),
      ),
    )
    .returning({ coachId: eveningLevels.coachId });
  if (changed.length === 0) throw notFound('The clip of the round');
}

/** The rounds of a camp, the newest first, without films. */
export async function roundsOf(camp: Camp): Promise<EveningRound[]> {
  const rounds = await db()
    .select()
    .from(eveningRounds)
    .where(eq(eveningRounds.campId, camp.id))
    .orderBy(desc(eveningRounds.enteredAt));
  if (rounds.length === 0) return [];
  const rows = await db()
    .select({ row: eveningLevels, coach: staff.name, number: deliveries.number, camperId: deliveries.camperId, bib: campers.bib })
    .from(eveningLevels)
    .innerJoin(staff, eq(staff.id, eveningLevels.coachId))
    .innerJoin(deliveries, eq(deliveries.id, eveningLevels.deliveryId))
    .innerJoin(campers, eq(campers.id, deliveries.camperId))
    .where(
      inArray(
        eveningLevels.roundId,
        rounds.map((r) => r.id),
      ),
    )
    .orderBy(asc(eveningLevels.place), asc(staff.name));
  const roster = new Map((await campersOf(camp, [...new Set(rows.map((r) => r.camperId))])).map((c) => [c.id, c]));
  return rounds.map((round) => ({
    ...{ id: round.id, day: round.day },
    clips: [
      ...grouped(
        rows.filter((r) => r.row.roundId === round.id),
        (r) => `${r.row.place}`,
      ).values(),
    ].map((own): EveningClip => {
      const { row, number, bib, camperId } = own[0]!;
      const camper = roster.get(camperId);
      return {
        ...{ deliveryId: row.deliveryId, checkpoint: row.checkpoint, bib, number, age: camper?.age ?? 0, films: [] },
        levels: own.map((o) => ({
          ...{ coachId: o.row.coachId, coach: o.coach },
          before: o.row.before === null ? null : seenOf(o.row.before),
          after: o.row.after === null ? null : seenOf(o.row.after),
        })),
      };
    }),
  }));
}

/** A round with the films of its clips; those of a child who may not be shown any more are left out. */
export async function withFilms(camp: Camp, round: EveningRound): Promise<EveningRound> {
  const ids = [...new Set(round.clips.map((c) => c.deliveryId))];
  const found = await db()
    .select({
      id: clips.id,
      deliveryId: clips.deliveryId,
      view: clips.view,
      frameTimes: clips.frameTimes,
      camperId: deliveries.camperId,
    })
    .from(clips)
    .innerJoin(deliveries, eq(deliveries.id, clips.deliveryId))
    .where(and(inArray(clips.deliveryId, ids), eq(clips.state, 'ready'), isPresent));
  const films = found.filter(isBound);
  const shown = new Set(
    (await campersOf(camp, [...new Set(films.map((f) => f.camperId))])).filter((c) => c.consent.film).map((c) => c.id),
  );
  const marked =
    films.length === 0
      ? []
      : await db()
          .select()
          .from(marks)
          .where(
            inArray(
              marks.clipId,
              films.map((f) => f.id),
            ),
          );
  return {
    ...round,
    clips: round.clips.map((c) => {
      const checkpoint = camp.sheet.checkpoints.find((x) => x.id === c.checkpoint);
      const event = checkpoint?.span?.[0] ?? checkpoint?.event;
      return {
        ...c,
        films: films
          .filter((f) => f.deliveryId === c.deliveryId && shown.has(f.camperId))
          .map((f) => {
            const mark = marked.find((m) => m.clipId === f.id && m.event === event);
            const first = f.frameTimes?.[0] ?? 0;
            const at = mark ? (f.frameTimes?.[mark.frame] ?? null) : null;
            return { id: f.id, view: f.view, at: at === null ? null : at - first };
          }),
      };
    }),
  };
}
