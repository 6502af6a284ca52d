import type { CamperId, StaffId } from '@stride-chalk/core';
import { buffer } from 'node:stream/consumers';
import { eq } from 'drizzle-orm';
import { strFromU8, unzipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  allowMore,
  countThrows,
  endAllowance,
  ledgerOf,
  liftSore,
  overridesOf,
  reportSore,
  soreArmsOf,
  standingOf,
  takeBackThrows,
} from './arm-care.ts';
import { addCamp } from './camp-settings.ts';
import { camperById, listCampers, type Camper } from './campers.ts';
import { campById, type Camp } from './camps.ts';
import { eraseCamper, exportCamper } from './children.ts';
import { db } from './db/connect.ts';
import { campers, camps, children, deliveries, organisations, sameChildQuestions, soreArms } from './db/schema.ts';
import { addCamper, historyOf, returningChildren } from './roster.ts';
import { answerSameChild, askOtherCamps, namesakesForLead, openQuestions } from './same-child.ts';
import { changeStaff, inviteStaff } from './staff.ts';
import { newWorld, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
let camp: Camp;
/** Another camp of the organisation, led by somebody who leads nothing else. */
let there: Camp;
let leadThere: StaffId;
const day = '2026-07-14';

const campLike = async (name: string): Promise<Camp> => {
  const { place, firstDay, lastDay, timeZone, units } = camp;
  return campById(await addCamp(camp, { name, place, firstDay, lastDay, timeZone, units }, { id: world.lead, makesCamps: true }));
};
beforeAll(async () => {
  world = await newWorld();
  camp = await campById(world.campId);
  there = await campLike('There');
  leadThere = (await inviteStaff(there, { name: 'Theo', email: 'theo@field.example', role: 'lead', by: world.lead })).id;
  await changeStaff(there.id, world.lead, { active: false, by: world.lead });
});
afterAll(() => world.end());

let bib = 100;
const rowOf = (name: string, born: string, number: number) => ({
  bib: number,
  name,
  born,
  hand: 'R' as const,
  throwsBoth: false,
  heightCentimetres: 150,
  guardian: 'Guardian',
  guardianEmail: null,
  guardianPhone: null,
  consentToFilm: true,
  consentToShare: false,
  consentUntil: null,
  togetherWith: null,
});
const camperOf = async (id: CamperId): Promise<Camper> => (await camperById(id)).camper;
/** The same child on both rosters: a camper here, and one there. */
async function onBoth(name: string): Promise<{ here: Camper; other: Camper }> {
  bib += 1;
  const here = await camperOf((await world.addCamper(bib, { name, born: '2014-02-03' }, 1)).camper);
  const other = await camperOf(await addCamper(there, rowOf(name.toUpperCase(), '2014-02-03', bib + 500), leadThere));
  return { here, other };
}
/** Joined by a question from there and an answer from here. */
async function joined(name: string): Promise<{ here: Camper; other: Camper }> {
  const { here, other } = await onBoth(name);
  await askOtherCamps(there, other, leadThere);
  await answerSameChild(camp, here, { other: other.id, is: 'same', by: world.lead });
  return { here: await camperOf(here.id), other: await camperOf(other.id) };
}

describe('a camper whom another camp knows by name and birth date', () => {
  test('is a child of his own: the new camp gets nothing of him, neither films nor export, sore arm nor throws', async () => {
    const { here, other } = await onBoth('Ash One');
    await reportSore(camp, here, { id: anId(), place: 'elbow', since: day, by: world.lead });
    await countThrows(camp, here, { id: anId(), day, kind: 'game', count: 60, by: world.lead });
    expect(other.childId).not.toBe(here.childId);
    expect((await listCampers(there)).find((c) => c.id === other.id)).toMatchObject({ sore: false });
    expect(await ledgerOf(other.childId)).toEqual([]);
    expect(await historyOf(other.childId, there.id)).toEqual([]);
    expect(await returningChildren(there.id)).toEqual(new Map());
    const files = unzipSync(new Uint8Array(await buffer((await exportCamper(other.id)).body)));
    const text = strFromU8(files['everything.json']!);
    expect(text).not.toContain(here.id);
    expect(text).not.toContain(camp.name);
    await eraseCamper(other.id, 'entered by mistake', leadThere);
    expect(await camperOf(here.id)).toMatchObject({ sore: true });
    expect(await db().select().from(deliveries).where(eq(deliveries.camperId, here.id))).toHaveLength(1);
  });

  test('is not shown to a lead of one of the camps; asked about, it is told to the lead of the other only', async () => {
    const { here, other } = await onBoth('Ash Two');
    expect(await namesakesForLead(there, other, leadThere)).toEqual([]);
    expect(await openQuestions(camp.id)).toEqual([]);
    // Without a question the lead here cannot join by guessing an id, nor the one there.
    for (const [at, own, id, by] of [
      [camp, here, other.id, world.lead],
      [there, other, here.id, leadThere],
    ] as const)
      await expect(answerSameChild(at, own, { other: id, is: 'same', by })).rejects.toMatchObject({ code: 'not-found' });
    await askOtherCamps(there, other, leadThere);
    await askOtherCamps(there, other, leadThere);
    expect(await openQuestions(camp.id)).toEqual([
      {
        camperId: here.id,
        bib: here.bib,
        name: 'Ash Two',
        born: '2014-02-03',
        asking: { camperId: other.id, camp: 'There' },
      },
    ]);
    expect(await openQuestions(there.id)).toEqual([]);
    // Who has asked does not answer himself.
    await expect(answerSameChild(there, other, { other: here.id, is: 'same', by: leadThere })).rejects.toMatchObject({
      code: 'not-found',
    });
    await answerSameChild(camp, here, { other: other.id, is: 'other', by: world.lead });
    expect(await openQuestions(camp.id)).toEqual([]);
    expect((await camperOf(other.id)).childId).not.toBe((await camperOf(here.id)).childId);
    // Somebody else stays somebody else, however often it is asked.
    await askOtherCamps(there, other, leadThere);
    expect(await openQuestions(camp.id)).toEqual([]);
    await expect(answerSameChild(camp, here, { other: other.id, is: 'same', by: world.lead })).rejects.toMatchObject({
      code: 'not-found',
    });
  });

  test('who was asked about by both camps is listed once for who leads both, and one answer answers both', async () => {
    for (const is of ['other', 'same'] as const) {
      const { here, other } = await onBoth(`Ash Both ${is === 'same' ? 'Same' : 'Other'}`);
      await askOtherCamps(there, other, leadThere);
      await askOtherCamps(camp, here, world.lead);
      expect([await openQuestions(camp.id), await openQuestions(there.id)]).toMatchObject([
        [{ camperId: here.id }],
        [{ camperId: other.id }],
      ]);
      await changeStaff(there.id, world.lead, { active: true, role: 'lead', by: world.lead });
      expect(await namesakesForLead(camp, here, world.lead)).toMatchObject([{ camperId: other.id }]);
      await changeStaff(there.id, world.lead, { active: false, by: world.lead });
      await answerSameChild(camp, here, { other: other.id, is, by: world.lead });
      expect([await openQuestions(camp.id), await openQuestions(there.id)]).toEqual([[], []]);
      await changeStaff(there.id, world.lead, { active: true, role: 'lead', by: world.lead });
      expect(await namesakesForLead(camp, await camperOf(here.id), world.lead)).toEqual([]);
      await changeStaff(there.id, world.lead, { active: false, by: world.lead });
    }
  });

  test('whoever leads both camps says it at once; a coach of both, or a lead who left, does not', async () => {
    const { here, other } = await onBoth('Ash Three');
    await changeStaff(there.id, world.lead, { active: true, role: 'coach', by: world.lead });
    expect(await namesakesForLead(camp, here, world.lead)).toEqual([]);
    await changeStaff(there.id, world.lead, { role: 'lead', by: world.lead });
    expect(await namesakesForLead(camp, here, world.lead)).toEqual([
      { camperId: other.id, bib: other.bib, camp: 'There', firstDay: there.firstDay },
    ]);
    await changeStaff(there.id, world.lead, { active: false, by: world.lead });
    expect(await namesakesForLead(camp, here, world.lead)).toEqual([]);
    await expect(answerSameChild(camp, here, { other: other.id, is: 'same', by: world.lead })).rejects.toMatchObject({
      code: 'not-found',
    });
    await changeStaff(there.id, world.lead, { active: true, by: world.lead });
    await answerSameChild(camp, here, { other: other.id, is: 'same', by: world.lead });
    await changeStaff(there.id, world.lead, { active: false, by: world.lead });
    expect((await camperOf(other.id)).childId).toBe((await camperOf(here.id)).childId);
  });

  test('a camp of another organisation is never asked, and another birth date or name is another child', async () => {
    const organisationId = anId();
    await db().insert(organisations).values({ id: organisationId, name: 'Another club' });
    const away = await campLike('Away');
    await db().update(camps).set({ organisationId }).where(eq(camps.id, away.id));
    const far = await campById(away.id);
    const here = await camperOf((await world.addCamper(701, { name: 'Ash Four', born: '2014-02-03' }, 0)).camper);
    const ids = [
      await addCamper(far, rowOf('Ash Four', '2014-02-03', 1), world.lead),
      await addCamper(there, rowOf('Ash Four', '2014-02-04', 901), leadThere),
      await addCamper(there, rowOf('Ash Fourth', '2014-02-03', 902), leadThere),
    ];
    for (const id of ids) {
      const { camp: at, camper } = await camperById(id);
      await askOtherCamps(at, camper, world.lead);
      expect(await namesakesForLead(at, camper, world.lead)).toEqual([]);
    }
    expect(await openQuestions(camp.id)).toEqual([]);
    await expect(answerSameChild(camp, here, { other: ids[0]!, is: 'same', by: world.lead })).rejects.toMatchObject({
      code: 'not-found',
    });
  });

  test('two who stand on one roster are never made one', async () => {
    const { here, other } = await joined('Ash Five');
    const twin = await camperOf(await addCamper(there, rowOf('Ash Five', '2014-02-03', 905), leadThere));
    await db().insert(sameChildQuestions).values({ camperId: twin.id, otherCamperId: here.id, enteredBy: leadThere });
    await expect(answerSameChild(camp, here, { other: twin.id, is: 'same', by: world.lead })).rejects.toMatchObject({
      code: 'two-at-one-camp',
    });
    expect((await camperOf(twin.id)).childId).toBe(twin.childId);
    expect(other.childId).toBe(here.childId);
  });
});

describe('a history that was joined', () => {
  test('brings the sore arm and the throws along: they count at both camps, and only their own camp takes them back', async () => {
    const { here, other } = await joined('Bay One');
    const [mine, theirs, allowance] = [anId(), anId(), anId()];
    await countThrows(camp, here, { id: mine, day, kind: 'game', count: 20, by: world.lead });
    await countThrows(there, other, { id: theirs, day, kind: 'bullpen', count: 5, by: leadThere });
    expect((await standingOf(there, other, day)).thrownToday).toBe(25);
    const lead = { by: leadThere, isLead: true, reason: 'a mistake' };
    await expect(takeBackThrows(other, mine, lead)).rejects.toMatchObject({ code: 'another-camp', status: 409 });
    await takeBackThrows(other, theirs, lead);
    expect((await ledgerOf(here.childId)).map((t) => [t.count, t.takenBack !== null])).toEqual([
      [20, false],
      [5, true],
    ]);
    await allowMore(here, { id: allowance, day, throws: 9, reason: 'a game', by: world.lead });
    await expect(endAllowance(other, allowance, leadThere)).rejects.toMatchObject({ code: 'not-found' });
    expect((await overridesOf(here.childId))[0]).toMatchObject({ takenBackAt: null });
    await reportSore(camp, here, { id: anId(), place: 'elbow', since: day, by: world.lead });
    expect(await camperOf(other.id)).toMatchObject({ sore: true });
    expect(await historyOf(other.childId, there.id)).toMatchObject([{ camp: 'Test camp', bib: here.bib }]);
    expect((await returningChildren(there.id)).get(other.childId)).toBe(1);
  });

  test('what was known before the join goes along too', async () => {
    const { here, other } = await onBoth('Bay Two');
    await countThrows(there, other, { id: anId(), day, kind: 'drill', count: 7, by: leadThere });
    await reportSore(there, other, { id: anId(), place: 'shoulder', since: day, by: leadThere });
    await askOtherCamps(there, other, leadThere);
    await answerSameChild(camp, here, { other: other.id, is: 'same', by: world.lead });
    expect(await camperOf(here.id)).toMatchObject({ sore: true });
    const both = await camperOf(other.id);
    expect((await ledgerOf(both.childId)).map((t) => t.count)).toEqual([7]);
    expect(await db().select().from(children).where(eq(children.id, other.childId))).toHaveLength(
      both.childId === other.childId ? 1 : 0,
    );
  });

  test('export and erasure reach what belongs to the own camp; a sore arm that nobody lifted goes on to the other', async () => {
    const { here, other } = await joined('Bay Three');
    await countThrows(camp, here, { id: anId(), day, kind: 'game', count: 11, by: world.lead });
    await countThrows(there, other, { id: anId(), day, kind: 'drill', count: 3, by: leadThere });
    await reportSore(camp, here, { id: anId(), place: 'elbow', since: '2026-07-01', by: world.lead });
    await liftSore(here.childId, { reason: 'cleared', by: world.lead });
    await reportSore(camp, here, { id: anId(), place: 'shoulder', since: day, by: world.lead });
    const files = unzipSync(new Uint8Array(await buffer((await exportCamper(other.id)).body)));
    const all = JSON.parse(strFromU8(files['everything.json']!)) as Record<string, Array<Record<string, unknown>>>;
    expect(all.throws!.map((t) => t.count)).toEqual([3]);
    expect([all.soreArms, all.campers!.map((c) => c.id), all.camps!.map((c) => c.name)]).toEqual([[], [other.id], ['There']]);
    expect(strFromU8(files['READ-ME.txt']!)).toContain('Other camps keep what is theirs');
    await eraseCamper(here.id, 'asked by the family', world.lead);
    expect(await db().select().from(campers).where(eq(campers.id, here.id))).toEqual([]);
    expect(await camperOf(other.id)).toMatchObject({ sore: true });
    expect((await ledgerOf(other.childId)).map((t) => t.count)).toEqual([3]);
    expect(await soreArmsOf(other.childId)).toMatchObject([{ place: 'shoulder', campId: there.id, liftedAt: null }]);
    await eraseCamper(other.id, 'asked by the family', leadThere);
    expect(await db().select().from(children).where(eq(children.id, other.childId))).toEqual([]);
    expect(await db().select().from(soreArms).where(eq(soreArms.childId, other.childId))).toEqual([]);
  });
});
