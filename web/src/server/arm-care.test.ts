import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { dayInZone } from '@stride-chalk/core';
import { allowMore, countThrows, ledgerOf, liftSore, reportSore, soreArmsOf, standingOf, uncountThrows } from './arm-care.ts';
import { camperById } from './campers.ts';
import { campById, type Camp } from './camps.ts';
import { recordCheckIn, gateList, type CheckInInput } from './check-ins.ts';
import { addDelivery } from './deliveries.ts';
import { outboxOf } from './messages.ts';
import { newWorld, type World } from './testing/world.ts';

let world: World;
let camp: Camp;
beforeAll(async () => {
  world = await newWorld();
  camp = await campById(world.campId);
});
afterAll(() => world.end());
const day = '2026-07-14';
const camperOf = async (id: string) => (await camperById(id)).camper;
const count = async (id: string, n: number, on = day) =>
  countThrows(camp, await camperOf(id), { id: v7(), day: on, kind: 'drill', count: n, by: world.helper });

describe('the ledger', () => {
  test('a delivery is one throw; at the limit no further one is added, and the lead opens the day with a reason', async () => {
    // Born on 1 October 2013: 12 years, at most 85 a day (Pitch Smart, value from memory).
    const { camper, child } = await world.addCamper(31, {}, 0);
    await addDelivery({ camperId: camper, kind: 'stretch', thrownOn: day, staffId: world.coach });
    expect(await count(camper, 83)).toMatchObject({ thrownToday: 84, leftToday: 1 });
    await addDelivery({ camperId: camper, kind: 'stretch', thrownOn: day, staffId: world.coach });
    const next = { camperId: camper, kind: 'stretch', thrownOn: day, staffId: world.coach } as const;
    await expect(addDelivery(next)).rejects.toMatchObject({
      code: 'arm-care',
      message: expect.stringContaining('Only the lead'),
    });
    await allowMore(child, { day, reason: 'last inning of the game', by: world.lead });
    expect(await standingOf(camp, await camperOf(camper), day)).toMatchObject({
      leftToday: 0,
      plannable: 85,
      allowed: 'last inning of the game',
    });
    await addDelivery(next);
    expect((await ledgerOf(child)).filter((t) => t.deliveryId !== null)).toHaveLength(3);
    // 86 throws ask for four days of rest.
    await expect(addDelivery({ ...next, thrownOn: '2026-07-18' })).rejects.toMatchObject({
      code: 'arm-care',
      message: expect.stringContaining('2026-07-19'),
    });
    await addDelivery({ ...next, thrownOn: '2026-07-19' });
  });

  test('a resend counts once; a count by mistake is taken back, a filmed delivery is not', async () => {
    const { camper, child } = await world.addCamper(32, {}, 0);
    const id = v7();
    for (const _ of [1, 2])
      await countThrows(camp, await camperOf(camper), { id, day, kind: 'warmUp', count: 15, by: world.helper });
    expect((await standingOf(camp, await camperOf(camper), day)).thrownToday).toBe(15);
    await addDelivery({ camperId: camper, kind: 'stretch', thrownOn: day, staffId: world.coach });
    for (const t of await ledgerOf(child)) await uncountThrows(child, t.id);
    expect((await ledgerOf(child)).map((t) => t.kind)).toEqual(['filming']);
  });

  test('a throw before midnight in Chicago counts for the day in Chicago', () => {
    // 23:59 in Chicago in July is 04:59 UTC of the next day (IANA time zone database).
    expect(dayInZone(Date.parse('2026-07-15T04:59:00Z'), camp.timeZone)).toBe('2026-07-14');
    expect(dayInZone(Date.parse('2026-07-15T05:00:00Z'), camp.timeZone)).toBe('2026-07-15');
  });

  test('on the birthday in the middle of the camp the next limits hold', async () => {
    const { camper } = await world.addCamper(33, { born: '2015-07-15' }, 0);
    expect((await standingOf(camp, await camperOf(camper), '2026-07-14')).dailyMaximum).toBe(75);
    expect((await standingOf(camp, await camperOf(camper), '2026-07-15')).dailyMaximum).toBe(85);
    expect((await camperOf(camper)).ageGroup).toBe('9-10');
  });

  test('the limits of the lead hold in the place of the published ones', async () => {
    const { camper } = await world.addCamper(34, {}, 0);
    const strict: Camp = {
      ...camp,
      armCare: { ...camp.armCare, groups: camp.armCare.groups.map((g) => ({ ...g, dailyMaximum: 20 })) },
    };
    expect((await standingOf(strict, await camperOf(camper), day)).leftToday).toBe(20);
  });
});

describe('a sore arm', () => {
  test('stops throwing at once, tells family and lead, and only a reason lifts it', async () => {
    const { camper, child } = await world.addCamper(41, { name: 'Sore Child' }, 0);
    const who = await camperOf(camper);
    for (const _ of [1, 2]) await reportSore(camp, who, { id: v7(), place: 'elbow', since: day, by: world.helper });
    const sent = (await outboxOf(world.campId)).filter((m) => m.childId === child);
    expect(sent.map((m) => m.to).sort()).toEqual(['Guardian (no mail address is known: tell the family)', 'lead@test.example']);
    for (const m of sent) expect(m.body).toContain('licensed medical professional');
    await expect(addDelivery({ camperId: camper, kind: 'stretch', thrownOn: day, staffId: world.coach })).rejects.toMatchObject({
      code: 'sore-arm',
    });
    await allowMore(child, { day, reason: 'wants to throw', by: world.lead });
    expect((await standingOf(camp, await camperOf(camper), day)).plannable).toBe(0);
    await liftSore(child, { reason: 'the doctor has cleared him in writing', by: world.lead });
    await addDelivery({ camperId: camper, kind: 'stretch', thrownOn: day, staffId: world.coach });
    expect(await soreArmsOf(child)).toMatchObject([
      { place: 'elbow', liftReason: 'the doctor has cleared him in writing', liftedBy: world.lead },
    ]);
    await expect(liftSore(child, { reason: 'again', by: world.lead })).rejects.toMatchObject({ code: 'not-found' });
  });

  test('holds at every camp of the child', async () => {
    const { camper } = await world.addCamper(42, {}, 0);
    await reportSore(camp, await camperOf(camper), { id: v7(), place: 'shoulder', since: day, by: world.helper });
    expect((await camperOf(camper)).sore).toBe(true);
  });
});

describe('a check-in', () => {
  const said = (camperId: string, more: Partial<CheckInInput> = {}): CheckInInput => ({
    camperId,
    day,
    notedAt: '2026-07-14T13:00:00.000Z',
    present: true,
    heightCentimetres: null,
    sore: null,
    drillsDone: 'some',
    goals: 'throw strikes',
    mobility: ['stiff hips'],
    throwsReported: [],
    ...more,
  });

  test('sent twice is one; the newest of a day holds, whichever arrives last', async () => {
    const { camper } = await world.addCamper(51, {}, 0);
    const id = v7();
    for (const _ of [1, 2]) await recordCheckIn(id, said(camper, { heightCentimetres: 155 }), world.helper);
    expect((await camperOf(camper)).heightCentimetres).toBe(155);
    expect(
      await recordCheckIn(v7(), said(camper, { notedAt: '2026-07-14T14:00:00.000Z', present: false }), world.helper),
    ).toEqual({ applied: true });
    expect(
      await recordCheckIn(v7(), said(camper, { notedAt: '2026-07-14T13:30:00.000Z', heightCentimetres: 99 }), world.helper),
    ).toEqual({ applied: false });
    const at = (await gateList(camp, day)).find((g) => g.camper.id === camper)!;
    expect(at.checkIn).toMatchObject({ present: false });
    expect(at.camper.heightCentimetres).toBe(155);
  });

  test('throws that the family reports stand in the ledger once, corrected by a newer check-in', async () => {
    const { camper, child } = await world.addCamper(52, {}, 0);
    const game = (count: number) => [{ day: '2026-07-13', count, kind: 'game' as const }];
    await recordCheckIn(v7(), said(camper, { throwsReported: game(70) }), world.helper);
    expect(await standingOf(camp, await camperOf(camper), day)).toMatchObject({
      leftToday: 0,
      why: 'rest',
      mayThrowOn: '2026-07-18',
    });
    await recordCheckIn(v7(), said(camper, { notedAt: '2026-07-14T13:05:00.000Z', throwsReported: game(20) }), world.helper);
    expect((await ledgerOf(child)).map((t) => t.count)).toEqual([20]);
    expect((await standingOf(camp, await camperOf(camper), day)).leftToday).toBe(85);
  });

  test('from a phone whose clock is ahead it outdoes nothing that is noted after it', async () => {
    const { camper } = await world.addCamper(54, {}, 0);
    await recordCheckIn(v7(), said(camper, { notedAt: '2099-01-01T00:00:00.000Z' }), world.helper);
    const later = said(camper, { notedAt: new Date().toISOString(), present: false });
    expect(await recordCheckIn(v7(), later, world.helper)).toEqual({ applied: true });
    expect((await gateList(camp, day)).find((g) => g.camper.id === camper)!.checkIn).toMatchObject({ present: false });
  });

  test('a sore arm counts even when it arrives late', async () => {
    const { camper } = await world.addCamper(53, {}, 0);
    await recordCheckIn(v7(), said(camper), world.helper);
    await recordCheckIn(
      v7(),
      said(camper, { notedAt: '2026-07-14T12:00:00.000Z', sore: { place: 'elbow', since: '2026-07-13' } }),
      world.helper,
    );
    expect((await camperOf(camper)).sore).toBe(true);
  });
});
