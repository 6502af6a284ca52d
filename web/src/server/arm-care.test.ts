import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { dayInZone, type CheckInInput, type CamperId, type ChildId } from '@stride-chalk/core';
import {
  allowMore,
  countThrows,
  endAllowance,
  ledgerOf,
  liftSore,
  reportSore,
  soreArmsOf,
  standingOf,
  takeBackThrows,
} from './arm-care.ts';
import { camperById } from './campers.ts';
import { campById, type Camp } from './camps.ts';
import { recordCheckIn, gateList } from './check-ins.ts';
import { addDelivery } from './deliveries.ts';
import { noteMessage, outboxOf, stateOf, toBeTold, toldAboutSoreArm } from './messages.ts';
import { newWorld, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
let camp: Camp;
/** A child at the camp of the test. */
const at = (childId: ChildId) => ({ childId, campId: world.campId });
beforeAll(async () => {
  world = await newWorld();
  camp = await campById(world.campId);
});
afterAll(() => world.end());
const day = '2026-07-14';
const camperOf = async (id: CamperId) => (await camperById(id)).camper;
const count = async (id: CamperId, n: number, on = day) =>
  countThrows(camp, await camperOf(id), { id: anId(), day: on, kind: 'drill', count: n, by: world.helper });

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
    const allowance = anId();
    await allowMore(at(child), { id: allowance, day, throws: 2, reason: 'last inning of the game', by: world.lead });
    expect(await standingOf(camp, await camperOf(camper), day)).toMatchObject({
      leftToday: 0,
      plannable: 2,
      allowance: { throws: 2, left: 2, reasons: ['last inning of the game'] },
    });
    await addDelivery(next);
    // It counts down, and what is left of it is taken back.
    expect(await standingOf(camp, await camperOf(camper), day)).toMatchObject({
      plannable: 1,
      allowance: { throws: 2, left: 1 },
    });
    await endAllowance(at(child), allowance, world.lead);
    expect(await standingOf(camp, await camperOf(camper), day)).toMatchObject({ plannable: 0, allowance: null });
    await expect(addDelivery(next)).rejects.toMatchObject({ code: 'arm-care' });
    expect((await ledgerOf(child)).filter((t) => t.deliveryId !== null)).toHaveLength(3);
    // 86 throws ask for four days of rest.
    await expect(addDelivery({ ...next, thrownOn: '2026-07-18' })).rejects.toMatchObject({
      code: 'arm-care',
      message: expect.stringContaining('Sun, Jul 19'),
    });
    await addDelivery({ ...next, thrownOn: '2026-07-19' });
  });

  test('a resend counts once; a count by mistake is taken back, a filmed delivery is not', async () => {
    const { camper, child } = await world.addCamper(32, {}, 0);
    const id = anId();
    for (const _ of [1, 2])
      await countThrows(camp, await camperOf(camper), { id, day, kind: 'warmUp', count: 15, by: world.helper });
    expect((await standingOf(camp, await camperOf(camper), day)).thrownToday).toBe(15);
    await addDelivery({ camperId: camper, kind: 'stretch', thrownOn: day, staffId: world.coach });
    const by = { by: world.helper, isLead: false, reason: null };
    await takeBackThrows(at(child), id, by);
    const filmed = (await ledgerOf(child)).find((t) => t.deliveryId !== null)!;
    await expect(takeBackThrows(at(child), filmed.id, { ...by, isLead: true })).rejects.toMatchObject({ code: 'filmed' });
    expect((await standingOf(camp, await camperOf(camper), day)).thrownToday).toBe(1);
    // It stays to be seen.
    expect((await ledgerOf(child)).map((t) => [t.kind, t.takenBack])).toEqual([
      ['warmUp', { by: 'Helper', why: null }],
      ['filming', null],
    ]);
  });

  test("somebody else's count is taken back by the lead, or with a reason that the ledger shows; never that of another child", async () => {
    const { camper, child } = await world.addCamper(35, {}, 0);
    const other = await world.addCamper(36, {}, 0);
    const ids = [anId(), anId()];
    for (const id of ids)
      await countThrows(camp, await camperOf(camper), { id, day, kind: 'drill', count: 10, by: world.helper });
    const coach = { by: world.coach, isLead: false, reason: null };
    await expect(takeBackThrows(at(child), ids[0]!, coach)).rejects.toMatchObject({ code: 'somebody-elses' });
    await expect(takeBackThrows(at(other.child), ids[0]!, coach)).rejects.toMatchObject({ code: 'not-found' });
    expect((await standingOf(camp, await camperOf(camper), day)).thrownToday).toBe(20);
    await takeBackThrows(at(child), ids[0]!, { ...coach, reason: 'counted at both mounds' });
    await takeBackThrows(at(child), ids[1]!, { by: world.lead, isLead: true, reason: null });
    expect((await ledgerOf(child)).map((t) => t.takenBack)).toEqual([
      { by: 'Coach', why: 'counted at both mounds' },
      { by: 'Lead', why: null },
    ]);
    expect((await standingOf(camp, await camperOf(camper), day)).thrownToday).toBe(0);
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
    for (const _ of [1, 2]) await reportSore(camp, who, { id: anId(), place: 'elbow', since: day, by: world.helper });
    const sent = (await outboxOf(world.campId)).filter((m) => m.childId === child);
    expect(sent.map((m) => [m.to, m.address, stateOf(m)]).sort()).toEqual([
      ['Guardian', null, 'written'],
      ['Lead', 'lead@test.example', 'written'],
    ]);
    // Nobody has it yet: the lead finds on his list whom to call.
    expect((await toBeTold(world.campId)).map((m) => m.childId)).toContain(child);
    expect(await toldAboutSoreArm(child)).toContain('No mail address of Guardian is known');
    const { id } = sent.find((m) => m.to === 'Guardian')!;
    await noteMessage(world.campId, id, 'handed over', world.lead);
    expect(await toldAboutSoreArm(child)).toBe('Guardian was told.');
    expect((await toBeTold(world.campId)).map((m) => m.childId)).not.toContain(child);
    await expect(noteMessage(anId(), id, 'printed', world.lead)).rejects.toMatchObject({ code: 'not-found' });
    for (const m of sent) expect(m.body).toContain('licensed medical professional');
    await expect(addDelivery({ camperId: camper, kind: 'stretch', thrownOn: day, staffId: world.coach })).rejects.toMatchObject({
      code: 'sore-arm',
    });
    await allowMore(at(child), { id: anId(), day, throws: 10, reason: 'wants to throw', by: world.lead });
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
    await reportSore(camp, await camperOf(camper), { id: anId(), place: 'shoulder', since: day, by: world.helper });
    expect((await camperOf(camper)).sore).toBe(true);
  });
});

describe('a check-in', () => {
  const said = (camperId: CamperId, more: Partial<CheckInInput> = {}): CheckInInput => ({
    camperId,
    day,
    notedAt: '2026-07-14T13:00:00.000Z',
    present: true,
    heightCentimetres: null,
    sore: null,
    drillsDone: 'some',
    goals: 'throw strikes',
    mobility: ['stiff hips'],
    throwsReported: null,
    throwsKnown: null,
    form: 2,
    ...more,
  });

  test('sent twice is one; the newest of a day holds, whichever arrives last', async () => {
    const { camper } = await world.addCamper(51, {}, 0);
    const id = anId();
    for (const _ of [1, 2]) await recordCheckIn(id, said(camper, { heightCentimetres: 155 }), world.helper);
    const other = await world.addCamper(151, {}, 0);
    await expect(recordCheckIn(id, said(other.camper), world.helper)).rejects.toMatchObject({ code: 'entry-id-taken' });
    expect((await camperOf(camper)).heightCentimetres).toBe(155);
    expect(
      await recordCheckIn(anId(), said(camper, { notedAt: '2026-07-14T14:00:00.000Z', present: false }), world.helper),
    ).toEqual({ applied: true });
    expect(
      await recordCheckIn(anId(), said(camper, { notedAt: '2026-07-14T12:30:00.000Z', heightCentimetres: 99 }), world.helper),
    ).toEqual({ applied: false });
    const at = (await gateList(camp, day)).find((g) => g.camper.id === camper)!;
    expect(at.checkIn).toMatchObject({ present: false });
    expect(at.camper.heightCentimetres).toBe(155);
  });

  test('throws that the family reports stand in the ledger once, corrected by a newer check-in', async () => {
    const { camper, child } = await world.addCamper(52, {}, 0);
    const game = (count: number) => [{ day: '2026-07-13', count, kind: 'game' as const }];
    await recordCheckIn(anId(), said(camper, { throwsReported: game(70) }), world.helper);
    expect(await standingOf(camp, await camperOf(camper), day)).toMatchObject({
      leftToday: 0,
      why: 'rest',
      mayThrowOn: '2026-07-18',
    });
    const lower = { notedAt: '2026-07-14T13:05:00.000Z', throwsReported: game(20) };
    await recordCheckIn(anId(), said(camper, { ...lower, throwsKnown: game(70) }), world.helper);
    expect((await ledgerOf(child)).filter((t) => !t.takenBack).map((t) => t.count)).toEqual([20]);
    expect((await standingOf(camp, await camperOf(camper), day)).leftToday).toBe(85);
  });

  test('a second check-in of the day erases nothing that it does not ask about: throws, rest, height, goals', async () => {
    const { camper, child } = await world.addCamper(55, {}, 0);
    await recordCheckIn(
      anId(),
      said(camper, { heightCentimetres: 156, throwsReported: [{ day: '2026-07-13', count: 70, kind: 'game' }] }),
      world.helper,
    );
    const fastTap = { drillsDone: null, goals: null, mobility: null, throwsReported: null } as const;
    await recordCheckIn(anId(), said(camper, { notedAt: '2026-07-14T13:10:00.000Z', ...fastTap }), world.helper);
    // A page from before says empty lists of what nobody asked about.
    const { form: _, ...older } = said(camper, {
      notedAt: '2026-07-14T13:20:00.000Z',
      ...fastTap,
      mobility: [],
      throwsReported: [],
    });
    await recordCheckIn(anId(), older, world.helper);
    expect(await standingOf(camp, await camperOf(camper), day)).toMatchObject({ leftToday: 0, why: 'rest' });
    const at = (await gateList(camp, day)).find((g) => g.camper.id === camper)!;
    expect(at.checkIn).toMatchObject({
      goals: 'throw strikes',
      drillsDone: 'some',
      mobility: ['stiff hips'],
      heightCentimetres: 156,
    });
    // Whoever changes that very thing changes it: none were thrown after all.
    const seen = [{ day: '2026-07-13', count: 70, kind: 'game' as const }];
    await recordCheckIn(
      anId(),
      said(camper, { notedAt: '2026-07-14T13:30:00.000Z', throwsReported: [], throwsKnown: seen }),
      world.helper,
    );
    expect((await standingOf(camp, await camperOf(camper), day)).leftToday).toBe(85);
    expect((await ledgerOf(child)).map((t) => [t.count, t.takenBack?.why])).toEqual([[70, 'reported anew at check-in']]);
    // One that was noted earlier and arrives late replaces no newer word.
    await recordCheckIn(
      anId(),
      said(camper, { notedAt: '2026-07-14T13:15:00.000Z', throwsReported: [{ day: '2026-07-13', count: 66, kind: 'game' }] }),
      world.helper,
    );
    expect((await standingOf(camp, await camperOf(camper), day)).leftToday).toBe(85);
  });

  test('a gate that did not know what another one was told takes nothing back; the larger number stands, whichever arrives last', async () => {
    const game = (count: number) => [{ day: '2026-07-13', count, kind: 'game' as const }];
    const standing = async (camper: string) => (await gateList(camp, day)).find((g) => g.camper.id === camper)!;
    for (const [bib, order] of [
      [56, [70, 0]],
      [57, [0, 70]],
    ] as const) {
      const { camper, child } = await world.addCamper(bib, {}, 0);
      for (const count of order)
        await recordCheckIn(
          anId(),
          said(camper, {
            notedAt: count === 0 ? '2026-07-14T13:30:00.000Z' : '2026-07-14T13:00:00.000Z',
            throwsReported: count === 0 ? [] : game(count),
          }),
          world.helper,
        );
      expect((await standing(camper)).standing).toMatchObject({ leftToday: 0, why: 'rest' });
      expect((await standing(camper)).checkIn!.throwsReported).toEqual(game(70));
      expect((await ledgerOf(child)).map((t) => [t.count, t.takenBack])).toEqual([[70, null]]);
      // Seen, and changed: then it is changed.
      await recordCheckIn(
        anId(),
        said(camper, { notedAt: '2026-07-14T14:00:00.000Z', throwsReported: [], throwsKnown: game(70) }),
        world.helper,
      );
      expect((await standing(camper)).standing.leftToday).toBe(85);
    }
  });

  test('from a phone whose clock is ahead it outdoes nothing that is noted after it', async () => {
    const { camper } = await world.addCamper(54, {}, 0);
    await recordCheckIn(anId(), said(camper, { notedAt: '2099-01-01T00:00:00.000Z' }), world.helper);
    const later = said(camper, { notedAt: new Date().toISOString(), present: false });
    expect(await recordCheckIn(anId(), later, world.helper)).toEqual({ applied: true });
    expect((await gateList(camp, day)).find((g) => g.camper.id === camper)!.checkIn).toMatchObject({ present: false });
  });

  test('a sore arm counts even when it arrives late', async () => {
    const { camper } = await world.addCamper(53, {}, 0);
    await recordCheckIn(anId(), said(camper), world.helper);
    await recordCheckIn(
      anId(),
      said(camper, { notedAt: '2026-07-14T12:00:00.000Z', sore: { place: 'elbow', since: '2026-07-13' } }),
      world.helper,
    );
    expect((await camperOf(camper)).sore).toBe(true);
  });
});
