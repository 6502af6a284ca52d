import pLimit from 'p-limit';
import { v7 } from 'uuid';
import {
  addDays,
  ageGroupOf,
  defaultSheet,
  resolveSheet,
  type AgeGroup,
  type CamperId,
  type CampId,
  type ChildId,
  type DeliveryId,
  type Reference,
  type StaffId,
} from '@stride-chalk/core';
import {
  LAST_YEAR_ONLY,
  lastYearFilms,
  lastYearLevels,
  RETURNING_CLIPS,
  scoresOf,
  type DemoCamper,
  type LastYearLevel,
} from '@stride-chalk/demo';
import { campById } from './camps.ts';
import { db } from './db/connect.ts';
import { deliveries, throws } from './db/schema.ts';
import { recordEntry } from './entries.ts';
import { compileDraft } from './evaluations.ts';
import { enterDemoMarks, putDemoFilm } from './load-demo-films.ts';
import { referencesFor } from './load-demo-practice.ts';
import { newId } from './new-id.ts';
import { indexClip } from './prepare-clip.ts';
import { releaseEvaluation } from './release-evaluation.ts';

export interface Loaded {
  readonly camper: DemoCamper;
  readonly id: CamperId;
  readonly childId: ChildId;
}
export interface Week {
  readonly campId: CampId;
  readonly firstDay: string;
  readonly campers: readonly Loaded[];
}

/** What the films of last year truly show, by bib and checkpoint, and the levels that three coaches gave around it. */
export function levelsOfLastYear(groupOf: (camper: DemoCamper) => AgeGroup): {
  readonly levels: readonly LastYearLevel[];
  readonly shown: ReadonlyMap<string, Reference>;
} {
  const camperOf = new Map(LAST_YEAR_ONLY.map((c) => [c.bib, c]));
  const shown = new Map(
    lastYearFilms().flatMap((truth) =>
      referencesFor(truth, groupOf(camperOf.get(truth.bib)!)).map((r) => [`${truth.bib} ${r.checkpoint}`, r] as const),
    ),
  );
  const levels = lastYearLevels(
    (c) =>
      resolveSheet(defaultSheet, groupOf(c))
        .filter((x) => x.scored)
        .map((x) => x.id),
    (bib, checkpoint) => {
      const truth = shown.get(`${bib} ${checkpoint}`);
      return truth ? (Number(truth.level) as 0 | 1 | 2 | 3) : null;
    },
  );
  return { levels, shown };
}

/** Three coaches' levels of thirty campers of last year, so that the same-page board has something to show; the films of five are still there. */
export async function loadLastYearsLevels(
  week: Week,
  coaches: ReadonlyMap<string, StaffId>,
  moved: (day: string) => string,
): Promise<void> {
  const of = new Map(week.campers.map((l) => [l.camper.bib, { ...l, deliveryId: newId<DeliveryId>() }]));
  const filmed = lastYearFilms();
  const { levels, shown } = levelsOfLastYear((c) => ageGroupOf(moved(c.born), week.firstDay));
  const scored = LAST_YEAR_ONLY.map((c) => ({
    own: of.get(c.bib)!,
    // Six campers a day.
    day: addDays(week.firstDay, Math.floor((c.bib - LAST_YEAR_ONLY[0]!.bib) / 6)),
    by: coaches.get(levels.find((l) => l.bib === c.bib)!.coach)!,
  }));
  await db()
    .insert(deliveries)
    .values(
      scored.map(({ own, day, by }) => ({
        id: own.deliveryId,
        camperId: own.id,
        number: 1,
        kind: 'stretch' as const,
        thrownOn: day,
        enteredBy: by,
      })),
    );
  await db()
    .insert(throws)
    .values(
      scored.map(({ own, day, by }) => ({
        id: v7(),
        childId: own.childId,
        campId: week.campId,
        day,
        kind: 'filming' as const,
        count: 1,
        deliveryId: own.deliveryId,
        enteredBy: by,
      })),
    );
  const faultsOf = (checkpoint: string, bib: number): readonly string[] => {
    const seen = shown.get(`${bib} ${checkpoint}`)?.faults ?? [];
    if (seen.length > 0) return seen;
    const faults = defaultSheet.checkpoints.find((c) => c.id === checkpoint)!.faults;
    return [faults[bib % faults.length]!.code];
  };
  const camp = await campById(week.campId);
  const someAtATime = pLimit(8);
  await Promise.all(
    levels.map(({ bib, coach, checkpoint, level }) =>
      someAtATime(() =>
        recordEntry(
          v7(),
          {
            kind: 'score',
            deliveryId: of.get(bib)!.deliveryId,
            checkpoint,
            level: String(level) as '0',
            faults: level === 3 ? [] : [...faultsOf(checkpoint, bib)],
            note: null,
          },
          { id: coaches.get(coach)!, camp },
        ),
      ),
    ),
  );
  for (const { bib, films } of filmed) {
    const { deliveryId, camper } = of.get(bib)!;
    const by = coaches.get(levels.find((l) => l.bib === bib)!.coach)!;
    for (const { clip, marks } of films) {
      const clipId = await putDemoFilm(clip, { deliveryId, hand: camper.hand, by });
      await indexClip(clipId);
      for (const mark of marks) await recordEntry(v7(), { kind: 'mark', clipId, ...mark }, { id: by, camp });
    }
  }
}

/** An evaluation of last year, from its levels; of most the films are gone, their time was over. Of one who is back they are there, with key frames and points. */
export async function loadLastYear(
  campId: CampId,
  { camper, id, childId }: Loaded,
  day: string,
  born: string,
  coachId: StaffId,
): Promise<void> {
  const asked = resolveSheet(defaultSheet, ageGroupOf(born, day))
    .filter((c) => c.scored)
    .map((c) => c.id);
  const by = { id: coachId, camp: await campById(campId) };
  for (let i = 0; i < 2; i++) {
    const deliveryId = newId<DeliveryId>();
    await db()
      .insert(deliveries)
      .values({ id: deliveryId, camperId: id, number: i + 1, kind: 'stretch', thrownOn: day, enteredBy: coachId });
    await db()
      .insert(throws)
      .values({ id: v7(), childId, campId, day, kind: 'filming', count: 1, deliveryId, enteredBy: coachId });
    for (const { checkpoint, level, faults, note } of scoresOf(camper.bib, i, asked))
      await recordEntry(v7(), { kind: 'score', deliveryId, checkpoint, level, faults: [...faults], note }, by);
    for (const film of RETURNING_CLIPS.filter((c) => c.bib === camper.bib && c.delivery === i)) {
      const clipId = await putDemoFilm(film, { deliveryId, hand: camper.hand, by: coachId });
      await indexClip(clipId);
      await enterDemoMarks(film, clipId, by);
    }
  }
  await releaseEvaluation((await compileDraft({ camperId: id, by: coachId, instead: null, from: 'levels' })).id, coachId);
}
