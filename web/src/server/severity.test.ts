import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  defaultSheet,
  fitFacets,
  resolveSheet,
  type CamperId,
  type DeliveryId,
  type FacetFit,
  type StaffId,
} from '@stride-chalk/core';
import { benchSet } from './bench.ts';
import { camperById } from './campers.ts';
import { campById, type Camp } from './camps.ts';
import { differencesAbout } from './differences.ts';
import { recordAgreed } from './agreed-levels.ts';
import { compileDraft, evaluationInput } from './evaluations.ts';
import { levelsAt } from './given-levels.ts';
import { levelsCsv } from './same-page.ts';
import { fairLevelOf, severityAt } from './severity.ts';
import { enterAs } from './testing/entering.ts';
import { newWorld, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
let camp: Camp;
beforeAll(async () => {
  world = await newWorld();
  camp = await campById(world.campId);
});
afterAll(() => world.end());

const asked = resolveSheet(defaultSheet, '11-12')
  .filter((c) => c.scored)
  .map((c) => c.id);
const score = (by: StaffId, deliveryId: DeliveryId, checkpoint: string, level: number) => {
  const faults = level === 3 ? [] : [defaultSheet.checkpoints.find((c) => c.id === checkpoint)!.faults[0]!.code];
  return enterAs(anId(), { kind: 'score', deliveryId, checkpoint, level: String(level) as '0', faults, note: null }, by);
};

describe('a strict coach costs nobody a level', () => {
  let kids: Array<{ camper: CamperId; deliveries: DeliveryId[] }>;
  /** What each camper would get of a coach who is neither: from 0 to 3, by camper and checkpoint. */
  const milder = (kid: number, i: number): number => Math.max(0, Math.min(3, ((kid * 5 + i * 3) % 7) - 1));

  test('without a judgement that two share nothing is reckoned', async () => {
    kids = [];
    for (let k = 0; k < 5; k++) kids.push(await world.addCamper(500 + k, {}, 1));
    for (const [k, kid] of kids.entries())
      for (const [i, c] of asked.entries()) await score(world.coach, kid.deliveries[0]!, c, Math.max(0, milder(k, i) - 1));
    expect(await severityAt(camp)).toBeNull();
    expect(await levelsCsv(camp, world.lead)).toMatch(/,Coach,\d,\r\n/);
  });

  test('who is surely strict is judged by fair levels: a habit weighs less, its levels stay, and the staff are told', async () => {
    // The other one sees the same three, a level milder.
    for (const [k, kid] of kids.slice(0, 3).entries())
      for (const [i, c] of asked.entries()) await score(world.otherCoach, kid.deliveries[0]!, c, milder(k, i));
    const fit = (await severityAt(camp))!;
    const reckoned = fitFacets(
      (await levelsAt(camp)).flatMap(({ camper, coach, checkpoint, level }) =>
        level === null ? [] : [{ camper, coach, checkpoint, level }],
      ),
      { estimator: 'marginal' },
    );
    expect(fit.coaches).toEqual(reckoned.coaches);
    expect(fit.coaches[world.coach]!.measure!).toBeGreaterThan(0.3);
    // The same while nothing has changed.
    expect(await severityAt(camp)).toBe(fit);
    const { camper } = await camperById(kids[4]!.camper);
    const input = await evaluationInput(camp, camper, await benchSet(camper.id), world.coach);
    const low = input.scores.filter((s) => s.level !== 'NV' && s.level < 3);
    expect(low.length).toBeGreaterThan(3);
    for (const s of low) expect(s.fair!).toBeGreaterThan(s.level as number);
    const { document } = await compileDraft({ camperId: camper.id, by: world.coach, instead: null, from: 'levels' });
    const habit = document.facts!.habits.find((h) => h.checkpoint === low[0]!.checkpoint)!;
    expect(habit.levels).toEqual([low[0]!.level]);
    expect(habit.judgedFair!).toBeGreaterThan(0);
    expect(habit.shortfall).toBeCloseTo(3 - low[0]!.fair!, 12);
    // Both stand side by side where two are compared, and in the table.
    const [difference] = await differencesAbout(camp, kids[0]!.camper, null);
    const strict = difference!.said.find((s) => s.coachId === world.coach)!;
    const mild = difference!.said.find((s) => s.coachId === world.otherCoach)!;
    expect(strict.fair!).toBeGreaterThan(strict.level as number);
    expect(mild.fair!).toBeLessThan(mild.level as number);
    expect(await levelsCsv(camp, world.lead)).toMatch(/,Coach,0,\d\.\d\d\r\n/);
  });

  test('what was agreed on stands as it is', async () => {
    const [difference] = await differencesAbout(camp, kids[0]!.camper, null);
    const { deliveryId, checkpoint } = difference!;
    const said = { deliveryId, checkpoint, level: '1' as const, faults: [], reason: 'looked at together' };
    await recordAgreed(anId(), said, { id: world.lead, role: 'lead', camp });
    const { camper } = await camperById(kids[0]!.camper);
    const input = await evaluationInput(camp, camper, await benchSet(camper.id), world.coach);
    expect(input.scores.find((s) => s.checkpoint === checkpoint)).toEqual({
      delivery: deliveryId,
      checkpoint,
      level: 1,
      faults: [],
    });
  });
});

test('a coach of whom little is known, and one who may as well be like the others, changes nothing', () => {
  const fit = (measure: number, standardError: number, shared: number): FacetFit =>
    ({
      campers: { k: { measure: 0 } },
      checkpoints: { A1: { measure: 0 } },
      coaches: { c: { measure, standardError } },
      levels: [0, 1, 2, 3],
      steps: [-1, 0, 1],
      shared: { c: shared },
    }) as unknown as FacetFit;
  const given = { camper: 'k', coach: 'c', checkpoint: 'A1', level: 2 as const };
  expect(fairLevelOf(fit(1, 0.2, 40), given)!).toBeGreaterThan(2);
  expect(fairLevelOf(fit(3, 0.2, 40), { ...given, level: 3 })).toBe(3);
  expect(fairLevelOf(fit(-3, 0.2, 40), { ...given, level: 0 })).toBe(0);
  expect(fairLevelOf(null, given)).toBeNull();
  expect(fairLevelOf(fit(1, 0.2, 40), { ...given, level: 'NV' })).toBeNull();
  expect(fairLevelOf(fit(1, 0.2, 40), { ...given, coach: 'unknown' })).toBeNull();
});
