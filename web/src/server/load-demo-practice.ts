import { v7 } from 'uuid';
import {
  addDays,
  bandsFor,
  defaultSheet,
  FIGURES,
  resolveSheet,
  suggestForFigure,
  type AgeGroup,
  type Level,
  type PracticeClipId,
  type Reference,
  type SittingId,
  type StaffId,
  type CampId,
  type DeliveryId,
  type CamperId,
} from '@stride-chalk/core';
import { practiceSet, practisedLevel, type FilmedTruth } from '@stride-chalk/demo';
import { campById, type Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { deliveries, practiceClips, practiceScores, referenceLevels, sittings, throws } from './db/schema.ts';
import { recordEntry } from './entries.ts';
import { putDemoFilm } from './load-demo-films.ts';
import { newId } from './new-id.ts';
import { indexClip } from './prepare-clip.ts';
import { HIDDEN_A_DAY } from './sittings.ts';

/** Figures whose own error is too wide, or which no eye judges at a still frame: no reference comes of them. */
const NO_REFERENCE: ReadonlySet<string> = new Set(['separation', 'layback', 'contactToRelease']);
const UNITS = { degrees: '°', percent: ' %', centimetres: ' cm', milliseconds: ' ms', milesPerHour: ' mph' } as const;

/** What the film of a made-up delivery truly shows: the level of the true figure, the lowest where a checkpoint has several. */
export function referencesFor(truth: Pick<FilmedTruth, 'figures'>, ageGroup: AgeGroup): Reference[] {
  const figures = truth.figures as Readonly<Record<string, number>>;
  return resolveSheet(defaultSheet, ageGroup)
    .filter((c) => c.scored)
    .flatMap(({ id }): Reference[] => {
      const found = bandsFor(defaultSheet, id, ageGroup).flatMap((band) => {
        const value = figures[band.figure];
        if (value === undefined || NO_REFERENCE.has(band.figure)) return [];
        const { level, side } = suggestForFigure({ value, sd: 0 }, band)!;
        const fault = side === 'below' ? band.faultBelow : side === 'above' ? band.faultAbove : null;
        return [{ band, value, level, fault }];
      });
      const worst = found.sort((a, b) => a.level - b.level)[0];
      if (!worst) return [];
      const { band, value, level, fault } = worst;
      const unit = UNITS[FIGURES[band.figure].bands.unit];
      const [low, high] = band.wanted;
      const wanted = low === null ? `up to ${high}` : high === null ? `from ${low}` : `${low} to ${high}`;
      const reason = `${FIGURES[band.figure].name} is ${Math.round(value)}${unit}; wanted is ${wanted}${unit}.`;
      return [{ checkpoint: id, level: String(level) as '0', faults: level === 3 || !fault ? [] : [fault], reason }];
    });
}

interface Child {
  readonly id: CamperId;
  readonly childId: string;
  readonly hand: 'R' | 'L';
  readonly ageGroup: AgeGroup;
}

/** The practice set of the demo: films of last year's children, with the reference that follows from the simulated body, and what three coaches have given. */
export async function loadDemoPractice(
  last: { readonly campId: CampId; readonly firstDay: string; readonly children: ReadonlyMap<number, Child> },
  now: { readonly campId: CampId; readonly firstDay: string },
  coaches: ReadonlyMap<string, StaffId>,
  lead: StaffId,
): Promise<void> {
  const camp = await campById(last.campId);
  const made: Array<{ id: PracticeClipId; number: number; references: Reference[] }> = [];
  for (const [i, truth] of practiceSet().entries()) {
    const child = last.children.get(truth.bib)!;
    const references = referencesFor(truth, child.ageGroup);
    const id = await putClip(camp, { truth, child, number: i + 1, references }, last.firstDay, lead);
    made.push({ id, number: i + 1, references });
  }
  const [rows, given]: [Array<typeof sittings.$inferInsert>, Array<typeof practiceScores.$inferInsert>] = [[], []];
  for (const [name, coachId] of coaches) {
    const sit = (clip: (typeof made)[number], at: { campId: CampId; day: string; hidden: number | null }, time: number): void => {
      const id = newId<SittingId>();
      rows.push({
        ...{ id, clipId: clip.id, coachId, campId: at.campId, day: at.day, hiddenNumber: at.hidden, enteredBy: coachId },
        // Bibs that nobody wears there.
        bib: at.hidden === null ? null : 200 + rows.length,
        finishedAt: at.hidden === null ? new Date(`${at.day}T20:00:00Z`) : null,
      });
      for (const r of clip.references) {
        const level = practisedLevel(name, {
          ...{ clip: clip.number, checkpoint: r.checkpoint, reference: Number(r.level) as Level, time },
        });
        given.push({
          ...{ sittingId: id, checkpoint: r.checkpoint, level: String(level), faults: level === 3 ? [] : r.faults },
          ...{ entryId: v7(), enteredBy: coachId },
        });
      }
    };
    // Last year two a day were hidden among their tasks; this year they have practised before the first day.
    for (let day = 0; day < 5; day++)
      for (let n = 0; n < HIDDEN_A_DAY; n++)
        sit(made[(2 * day + n) % made.length]!, { campId: last.campId, day: addDays(last.firstDay, day), hidden: n + 1 }, day);
    for (const clip of made) sit(clip, { campId: now.campId, day: addDays(now.firstDay, -1), hidden: null }, 9);
  }
  await db().insert(sittings).values(rows);
  await db().insert(practiceScores).values(given);
}

async function putClip(
  camp: Camp,
  clip: {
    readonly truth: FilmedTruth;
    readonly child: Child;
    readonly number: number;
    readonly references: readonly Reference[];
  },
  day: string,
  lead: StaffId,
): Promise<PracticeClipId> {
  const { truth, child, number, references } = clip;
  const [deliveryId, id] = [newId<DeliveryId>(), newId<PracticeClipId>()];
  await db()
    .insert(deliveries)
    .values({ id: deliveryId, camperId: child.id, number: 2, kind: 'stretch', thrownOn: day, enteredBy: lead });
  await db()
    .insert(throws)
    .values({
      ...{ id: v7(), childId: child.childId as typeof throws.$inferInsert.childId, campId: camp.id, day },
      ...{ kind: 'filming' as const, count: 1, deliveryId, enteredBy: lead },
    });
  for (const { clip: film, marks } of truth.films) {
    const clipId = await putDemoFilm(film, { deliveryId, hand: child.hand, by: lead });
    await indexClip(clipId);
    for (const mark of marks) await recordEntry(v7(), { kind: 'mark', clipId, ...mark }, { id: lead, camp });
  }
  await db()
    .insert(practiceClips)
    .values({ id, organisationId: camp.organisationId, deliveryId, number, sheetId: camp.sheetId, enteredBy: lead });
  await db()
    .insert(referenceLevels)
    .values(references.map((r) => ({ clipId: id, ...r, enteredBy: lead })));
  return id;
}
