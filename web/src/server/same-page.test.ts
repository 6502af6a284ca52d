import { afterAll, beforeAll, expect, test } from 'vitest';
import type { StaffId } from '@stride-chalk/core';
import { addCamp } from './camp-settings.ts';
import { campById, type Camp } from './camps.ts';
import { levelsAt } from './given-levels.ts';
import { levelsCsv, overruledAt } from './same-page.ts';
import { db } from './db/connect.ts';
import { scoringTasks } from './db/schema.ts';
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

const score = (by: StaffId, level: '2' | 'NV') =>
  enterAs(anId(), { kind: 'score', deliveryId: world.delivery, checkpoint: 'A1', level, faults: [], note: null }, by);

test('every level of the camp with who gave it; not visible is no level; of another camp nothing', async () => {
  await score(world.coach, '2');
  await score(world.otherCoach, 'NV');
  const given = await levelsAt(camp);
  expect(given.map((g) => [g.delivery, g.checkpoint, g.coach, g.level])).toEqual(
    expect.arrayContaining([
      [world.delivery, 'A1', world.coach, 2],
      [world.delivery, 'A1', world.otherCoach, null],
    ]),
  );
  expect(given).toHaveLength(2);
  const made = await addCamp(
    camp,
    { name: 'Other', place: 'P', firstDay: '2026-08-01', lastDay: '2026-08-02', timeZone: 'UTC', units: 'metric' },
    { id: world.lead, makesCamps: true },
  );
  expect(await levelsAt(await campById(made))).toEqual([]);
});

test('as a table: a line for each level', async () => {
  const [head, ...lines] = (await levelsCsv(camp, world.lead)).split('\r\n');
  expect(head).toBe('bib,day,delivery,checkpoint,coach,level,fair');
  expect(lines.map((l) => l.split(',').at(-2)).sort()).toEqual(['2', 'not visible']);
});

test('how often a suggestion was overruled, by checkpoint; of who is still to be scored blind nothing is counted', async () => {
  const suggest = (deliveryId: typeof world.delivery, level: '2' | '3', suggested: '2' | '3') =>
    enterAs(anId(), { kind: 'score', deliveryId, checkpoint: 'D2', level, faults: [], note: null, suggested }, world.coach);
  await suggest(world.delivery, '2', '3');
  await suggest(world.secondDelivery, '3', '3');
  // What was thought better of later counts as it stands.
  await suggest(world.sore.delivery, '2', '3');
  await suggest(world.sore.delivery, '3', '3');
  // A1 was scored above without any suggestion.
  expect(await overruledAt(camp, world.lead)).toEqual([{ checkpoint: 'D2', suggested: 3, overruled: 1 }]);
  await db().insert(scoringTasks).values({
    id: anId(),
    camperId: world.camper,
    day: '2026-07-13',
    coachId: world.otherCoach,
    kind: 'second',
    enteredBy: world.lead,
  });
  expect(await overruledAt(camp, world.otherCoach)).toEqual([{ checkpoint: 'D2', suggested: 1, overruled: 0 }]);
  expect(await overruledAt(camp, world.lead)).toEqual([{ checkpoint: 'D2', suggested: 3, overruled: 1 }]);
});
