import { existsSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, test } from 'vitest';
import {
  ageGroupOf,
  ALWAYS_ASKED,
  chooseFocus,
  fitFacets,
  defaultSheet,
  frameTimebase,
  habitsOf,
  measureDelivery,
  orderProblems,
  resolveSheet,
  samePage,
  type Score,
} from '@stride-chalk/core';
import {
  CAMP,
  CAMPERS,
  clipsOfBib,
  DEMO_CLIPS,
  LAST_YEAR_CLIPS,
  PRACTICE_CLIPS,
  RETURNING_CLIPS,
  LAST_YEAR_ONLY,
  LAST_YEAR_SEVERITY,
  lastYearLevels,
  marksOf,
  pointsOf,
  READ_IN_TWO_WAYS,
  scoresOf,
} from '@stride-chalk/demo';
import { deliveryMotion, frameMoments, trueFigures } from '@stride-chalk/fieldcam';

const clipFile = (name: string): string => fileURLToPath(new URL(`../../demo/clips/${name}`, import.meta.url));

describe('last year’s levels', () => {
  const levels = lastYearLevels((c) =>
    resolveSheet(defaultSheet, ageGroupOf(c.born, CAMP.firstDay))
      .filter((x) => x.scored)
      .map((x) => x.id),
  );
  const records = levels.map((l) => ({ camper: String(l.bib), coach: l.coach, checkpoint: l.checkpoint, level: l.level }));

  test('thirty campers by three coaches, some by two; the severities that they were made with are found', () => {
    expect(new Set(records.map((r) => r.camper)).size).toBe(30);
    expect(LAST_YEAR_ONLY.map((c) => c.name)).toHaveLength(new Set(LAST_YEAR_ONLY.map((c) => c.name)).size);
    const { coaches, shared } = fitFacets(
      records.filter((r) => r.checkpoint !== READ_IN_TWO_WAYS),
      { estimator: 'marginal' },
    );
    for (const [coach, severity] of Object.entries(LAST_YEAR_SEVERITY)) {
      const { measure, standardError } = coaches[coach]!;
      expect(Math.abs(measure! - severity), `${coach}: ${measure}`).toBeLessThan(3 * standardError!);
      expect(shared[coach]).toBeGreaterThan(60);
    }
  });

  test('the words that were read in two ways are the first to repair', () => {
    const page = samePage(records.map((r) => ({ ...r, delivery: r.camper })));
    expect(page.repairFirst[0]).toBe(READ_IN_TWO_WAYS);
  });
});

describe('the demo camp', () => {
  test('six campers of mixed ages and hands are filmed three times in two views; one clip is VP9', () => {
    const filmed = CAMPERS.filter((c) => c.film);
    expect(filmed).toHaveLength(6);
    expect(new Set(filmed.map((c) => c.hand))).toEqual(new Set(['R', 'L']));
    expect(new Set(filmed.map((c) => ageGroupOf(c.born, CAMP.firstDay))).size).toBeGreaterThanOrEqual(5);
    expect(DEMO_CLIPS).toHaveLength(36);
    expect(DEMO_CLIPS.filter((c) => c.order.codec === 'vp9')).toHaveLength(1);
  });

  test('every clip is there, and all media stay under 20 MB', () => {
    const all = [...DEMO_CLIPS, ...PRACTICE_CLIPS, ...LAST_YEAR_CLIPS, ...RETURNING_CLIPS];
    for (const clip of all) expect(existsSync(clipFile(clip.fileName)), clip.fileName).toBe(true);
    const bytes = all.reduce((sum, c) => sum + statSync(clipFile(c.fileName)).size, 0);
    expect(bytes).toBeLessThan(20 * 1024 * 1024);
  });

  test('two campers may not be filmed or thrown: no consent, and a sore arm', () => {
    expect(CAMPERS.filter((c) => !c.consent && !c.film)).toHaveLength(1);
    expect(CAMPERS.filter((c) => c.sore && !c.film)).toHaveLength(1);
  });

  test('the key frames of a careful coach are complete and in order on every clip', () => {
    for (const clip of [...DEMO_CLIPS, ...PRACTICE_CLIPS, ...LAST_YEAR_CLIPS, ...RETURNING_CLIPS]) {
      const marks = marksOf(clip);
      expect(orderProblems(marks), clip.fileName).toEqual([]);
      for (const event of ALWAYS_ASKED)
        expect(
          marks.some((m) => m.event === event),
          `${clip.fileName} ${event}`,
        ).toBe(true);
    }
  });

  test('its points give figures within four sd of the truth that is seen from the side', () => {
    const clip = clipsOfBib(27).find((c) => c.view === 'openSide' && c.delivery === 0)!;
    const found = measureDelivery([
      {
        id: 'side',
        view: 'openSide',
        towardsTarget: -1,
        film: frameTimebase(
          frameMoments(clip.order).map((t) => t - clip.order.startSeconds),
          1,
        ),
        marks: marksOf(clip),
        points: pointsOf(clip).map((p) => ({ ...p, sd: 2, origin: 'placed' })),
      },
    ]).measured;
    const truth = trueFigures(deliveryMotion(clip.order.pitcher));
    for (const id of ['frontKneeContact', 'frontKneeRelease', 'trunkContact', 'forearmContact'] as const) {
      const { value, sd } = found.get(id)!;
      // One frame of motion lies between the mark and the true moment, hence the floor.
      expect(Math.abs(value - truth[id]), id).toBeLessThan(4 * Math.max(sd, 2));
    }
    expect(Math.abs(found.get('contactToRelease')!.value - truth.contactToRelease / 1000)).toBeLessThan(0.017);
  });

  test('its cones and feet give what lies across the line, from a camera that stands a little round', () => {
    for (const bib of [4, 27]) {
      const clip = clipsOfBib(bib).find((c) => c.view === 'front' && c.delivery === 0)!;
      const { hand } = clip.order.pitcher;
      const film = frameTimebase(
        frameMoments(clip.order).map((t) => t - clip.order.startSeconds),
        1,
      );
      const found = measureDelivery([
        {
          ...{ id: 'front', view: 'front', towardsTarget: null, film },
          gloveSide: hand === 'R' ? 1 : -1,
          marks: marksOf(clip),
          points: pointsOf(clip).map((p) => ({ ...p, sd: 2, origin: 'placed' })),
        },
      ]).measured;
      const truth = trueFigures(deliveryMotion(clip.order.pitcher));
      for (const id of ['landingOffset', 'footAngle', 'sideTiltRelease', 'separation'] as const) {
        const { value, sd } = found.get(id)!;
        expect(Math.abs(value - truth[id]), `${bib} ${id}`).toBeLessThan(4 * sd);
      }
    }
  });

  test.each(CAMPERS.filter((c) => c.film).map((c) => [c.bib, c] as const))(
    'bib %i: what was filmed wrong is the first focus of a coach who scored it',
    (bib, camper) => {
      const group = ageGroupOf(camper.born, CAMP.firstDay);
      const asked = resolveSheet(defaultSheet, group)
        .filter((c) => c.scored)
        .map((c) => c.id);
      const scores = camper.film!.faults.flatMap((_, i) =>
        scoresOf(bib, i, asked).map(
          (s): Score => ({
            delivery: String(i),
            checkpoint: s.checkpoint,
            level: s.level === 'NV' ? 'NV' : (Number(s.level) as 0 | 1 | 2 | 3),
            faults: s.faults,
          }),
        ),
      );
      const filmed = Object.keys(camper.film!.faults[0]!).filter((code) => asked.includes(code.split('.')[0]!));
      const { chosen: focus } = chooseFocus(habitsOf(scores), defaultSheet, group);
      if (filmed.length === 0) expect(focus).toEqual([]);
      else expect(filmed).toContain(focus[0]!.faults[0]!.code);
    },
  );
});
