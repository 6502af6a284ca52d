import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { defaultSheet, resolveSheet, type DeliveryId, type StaffId } from '@stride-chalk/core';
import { benchFor } from './bench.ts';
import { addCamp } from './camp-settings.ts';
import { camperById } from './campers.ts';
import { campById, type Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { eq } from 'drizzle-orm';
import { clips, scoringTasks } from './db/schema.ts';
import { requireNotBlind } from './blind-scorer.ts';
import { differencesAt } from './differences.ts';
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

const asked = () => resolveSheet(defaultSheet, '11-12').filter((c) => c.scored && c.of === 'delivery');
const score = (
  by: StaffId,
  deliveryId: DeliveryId,
  checkpoint: string,
  level: '0' | '1' | '2' | '3' | 'NV',
  more: { faults?: string[]; note?: string } = {},
) => enterAs(anId(), { kind: 'score', deliveryId, checkpoint, level, faults: more.faults ?? [], note: more.note ?? null }, by);

describe('what a scorer is sent', () => {
  test('is his own levels, and of a colleague that he has scored: no level, no fault, no note', async () => {
    const child = await world.addCamper(41, {}, 1);
    const [id] = child.deliveries;
    await score(world.coach, id!, 'D3', '1', { faults: ['D3.across'], note: 'looks away' });
    await score(world.coach, id!, 'A2', '3');
    await score(world.otherCoach, id!, 'A2', '2');
    const { camper } = await camperById(child.camper);
    const sent = await benchFor(camp, camper, world.otherCoach);
    expect(sent.scores).toEqual([
      { deliveryId: id, checkpoint: 'A2', coachId: world.otherCoach, level: 2, faults: [], note: null },
    ]);
    expect([...sent.colleagues].sort((a, b) => a.checkpoint.localeCompare(b.checkpoint))).toEqual([
      { deliveryId: id, checkpoint: 'A2', by: 'Coach' },
      { deliveryId: id, checkpoint: 'D3', by: 'Coach' },
    ]);
    expect(JSON.stringify(sent)).not.toContain('looks away');
    expect(JSON.stringify(sent)).not.toContain('D3.across');
    expect((await benchFor(camp, camper, world.lead)).scores).toEqual([]);
    expect((await benchFor(camp, camper, world.coach)).scores).toHaveLength(2);
  });
});

describe('where coaches differ', () => {
  test('is told with both levels, by camper; what they agree on, and another camp, is not in it', async () => {
    const child = await world.addCamper(42, {}, 2);
    const [first, second] = child.deliveries;
    await score(world.coach, second!, 'D3', '1', { faults: ['D3.across'], note: 'late' });
    await score(world.otherCoach, second!, 'D3', '3');
    await score(world.coach, first!, 'A2', '2');
    await score(world.otherCoach, first!, 'A2', '2', { note: 'the same level' });
    await score(world.coach, first!, 'A3', 'NV');
    await score(world.otherCoach, first!, 'A3', '3');
    await score(world.coach, first!, 'G4', '0', { faults: [] });
    const own = (await differencesAt(camp)).filter((d) => d.bib === 42);
    expect(own).toEqual([
      {
        ...{ bib: 42, name: 'Camper 42', delivery: 1, checkpoint: 'A3' },
        said: [
          { by: 'Coach', level: 'NV', faults: [], note: null },
          { by: 'Other coach', level: '3', faults: [], note: null },
        ],
      },
      {
        ...{ bib: 42, name: 'Camper 42', delivery: 2, checkpoint: 'D3' },
        said: [
          { by: 'Coach', level: '1', faults: ['D3.across'], note: 'late' },
          { by: 'Other coach', level: '3', faults: [], note: null },
        ],
      },
    ]);
    const { place, firstDay, lastDay, timeZone, units } = camp;
    const next = { name: 'Next', place, firstDay, lastDay, timeZone, units };
    const other = await campById(await addCamp(camp, next, { id: world.lead, makesCamps: true }));
    expect(await differencesAt(other)).toEqual([]);
  });
});

test('the write-up stays closed to a blind second scorer until he has scored all of each filmed delivery himself', async () => {
  const child = await world.addCamper(43, {}, 2);
  const { camper } = await camperById(child.camper);
  const [filmed, notFilmed] = child.deliveries;
  const film = { fileName: 'a.mp4', sha256: 'ab', bytes: 1, codec: 'h264', width: 2, height: 2 };
  await db()
    .insert(clips)
    .values({ id: anId(), deliveryId: filmed!, view: 'openSide', ...film, state: 'checking' });
  const task = { camperId: child.camper, day: '2026-07-13' };
  await db()
    .insert(scoringTasks)
    .values([
      { id: anId(), ...task, coachId: world.coach, kind: 'first' },
      { id: anId(), ...task, coachId: world.otherCoach, kind: 'second' },
    ]);
  const second = { id: world.otherCoach, role: 'coach' };
  const open = () => requireNotBlind(camp, camper, second);
  await expect(open()).rejects.toMatchObject({
    code: 'blind-scorer',
    status: 403,
    message: expect.stringContaining('Delivery 1'),
  });
  // Nor does he see a point that somebody has placed: it is a figure. The first scorer and he himself see their own.
  await db()
    .update(clips)
    .set({ state: 'ready', frameTimes: [0, 0.1], towardsTarget: 1 })
    .where(eq(clips.deliveryId, filmed!));
  const clipId = (await db().select({ id: clips.id }).from(clips).where(eq(clips.deliveryId, filmed!)))[0]!.id;
  const at = { kind: 'point', clipId, event: 'contact', x: 1, y: 1, pointSd: 2, frame: null, origin: 'placed' } as const;
  await enterAs(anId(), { ...at, point: 'frontKnee' }, world.coach);
  await enterAs(anId(), { ...at, point: 'frontHip' }, world.otherCoach);
  const pointsFor = async (id: StaffId) => (await benchFor(camp, camper, id)).points.map((p) => p.point).sort();
  expect(await pointsFor(world.otherCoach)).toEqual(['frontHip']);
  expect(await pointsFor(world.coach)).toEqual(['frontHip', 'frontKnee']);
  // The first scorer, the lead, and a second scorer of somebody else are not held up.
  await requireNotBlind(camp, camper, { id: world.coach, role: 'coach' });
  await requireNotBlind(camp, camper, { id: world.otherCoach, role: 'lead' });
  await requireNotBlind(camp, (await camperById(world.camper)).camper, second);
  const own = asked();
  for (const c of own.slice(1)) await score(world.otherCoach, filmed!, c.id, 'NV');
  // Levels of the first scorer do not open it.
  for (const c of asked()) await score(world.coach, filmed!, c.id, 'NV');
  await expect(open()).rejects.toMatchObject({ code: 'blind-scorer' });
  await score(world.otherCoach, filmed!, own[0]!.id, 'NV');
  await open();
  expect(await pointsFor(world.otherCoach)).toEqual(['frontHip', 'frontKnee']);
  expect(notFilmed).toBeDefined();
});
