import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { defaultSheet, resolveSheet, type CamperId, type DeliveryId, type StaffId } from '@stride-chalk/core';
import { agreeToLevel, recordAgreed } from './agreed-levels.ts';
import { benchFor, benchSet } from './bench.ts';
import { addCamp } from './camp-settings.ts';
import { camperById } from './campers.ts';
import { campById, type Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { eq } from 'drizzle-orm';
import { agreedLevels, clips, scoringTasks } from './db/schema.ts';
import { requireNotBlind } from './blind-scorer.ts';
import { differencesAbout, differencesAt, waitingDifferences } from './differences.ts';
import { compileDraft } from './evaluations.ts';
import { releaseEvaluation } from './release-evaluation.ts';
import { levelsCsv, levelsFor } from './same-page.ts';
import { agreedOf, assignedScorers, usedScores } from './used-scores.ts';
import { enterAs } from './testing/entering.ts';
import { newWorld, putClip, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
let camp: Camp;
beforeAll(async () => {
  world = await newWorld();
  camp = await campById(world.campId);
});
afterAll(() => world.end());

const asked = () => resolveSheet(defaultSheet, '11-12').filter((c) => c.scored);
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

const lead = () => ({ id: world.lead, role: 'lead' as const });
const coach = () => ({ id: world.coach, role: 'coach' as const });
const other = () => ({ id: world.otherCoach, role: 'coach' as const });
const planned = (camperId: CamperId) =>
  db()
    .insert(scoringTasks)
    .values([
      { id: anId(), camperId, day: '2026-07-13', coachId: world.coach, kind: 'first' },
      { id: anId(), camperId, day: '2026-07-13', coachId: world.otherCoach, kind: 'second' },
    ]);
const filmed = (deliveryId: DeliveryId) => putClip({ deliveryId, view: 'openSide', state: 'ready', frameTimes: [0, 0.1] });
const scoreAll = async (by: StaffId, deliveryId: DeliveryId, level: '3' | 'NV') => {
  for (const c of asked()) await score(by, deliveryId, c.id, level);
};

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
    const own = (await differencesAt(camp, lead())).filter((d) => d.bib === 42);
    expect(own).toMatchObject([
      {
        ...{ bib: 42, name: 'Camper 42', delivery: 1, checkpoint: 'A3', apart: null, hangs: false, waits: false, settled: null },
        said: [
          { by: 'Coach', level: 'NV', faults: [], note: null },
          { by: 'Other coach', level: 3, faults: [], note: null },
        ],
      },
      {
        ...{ bib: 42, name: 'Camper 42', delivery: 2, checkpoint: 'D3', apart: 2, waits: true, settled: null, proposed: [] },
        said: [
          { by: 'Coach', level: 1, faults: ['D3.across'], note: 'late' },
          { by: 'Other coach', level: 3, faults: [], note: null },
        ],
      },
    ]);
    const { place, firstDay, lastDay, timeZone, units } = camp;
    const next = { name: 'Next', place, firstDay, lastDay, timeZone, units };
    const elsewhere = await campById(await addCamp(camp, next, { id: world.lead, makesCamps: true }));
    expect(await differencesAt(elsewhere, lead())).toEqual([]);
  });

  test('a coach sees those of which he has said something; nobody those of a camper whom somebody is still to score blind, but the lead', async () => {
    const child = await world.addCamper(44, {}, 1);
    const [delivery] = child.deliveries;
    await filmed(delivery!);
    await planned(child.camper);
    await scoreAll(world.coach, delivery!, '3');
    await score(world.otherCoach, delivery!, 'D3', '1', { faults: ['D3.across'] });
    const seenBy = async (viewer: { id: StaffId; role: 'lead' | 'coach' }) =>
      (await differencesAt(camp, viewer)).filter((d) => d.bib === 44).length;
    const waitingFor = (viewer: { id: StaffId; role: 'lead' | 'coach' }, stillToScore: CamperId[] = []) =>
      waitingDifferences(camp, { ...viewer, stillToScore });
    expect([await seenBy(coach()), await seenBy(other()), await seenBy(lead())]).toEqual([0, 0, 1]);
    const before = await waitingFor(other(), [child.camper]);
    for (const c of asked()) if (c.id !== 'D3') await score(world.otherCoach, delivery!, c.id, '3');
    expect([await seenBy(coach()), await seenBy(other()), await seenBy(lead())]).toEqual([1, 1, 1]);
    expect(await seenBy({ id: world.helper, role: 'coach' })).toBe(0);
    expect(await waitingFor(other())).toBe(before + 1);
    expect(await waitingFor({ id: world.helper, role: 'coach' })).toBe(0);
  });

  test('a lead who is to score blind himself does not see what others have said of that camper, on the board, in the table, in the write-up', async () => {
    const child = await world.addCamper(45, {}, 1);
    const [delivery] = child.deliveries;
    await filmed(delivery!);
    await db()
      .insert(scoringTasks)
      .values({ id: anId(), camperId: child.camper, day: '2026-07-13', coachId: world.lead, kind: 'second' });
    await scoreAll(world.coach, delivery!, '3');
    await score(world.otherCoach, delivery!, 'D3', '0', { faults: ['D3.across'] });
    expect((await differencesAt(camp, lead())).filter((d) => d.bib === 45)).toEqual([]);
    expect((await levelsFor(camp, world.lead)).filter((g) => g.bib === 45)).toEqual([]);
    expect(await levelsCsv(camp, world.lead)).not.toMatch(/^45,/m);
    expect(await levelsCsv(camp, world.coach)).toMatch(/^45,/m);
    const { camper } = await camperById(child.camper);
    await expect(requireNotBlind(camp, camper, { id: world.lead })).rejects.toMatchObject({ code: 'blind-scorer' });
    const settle = { deliveryId: delivery!, checkpoint: 'D3', level: '1' as const, faults: [], reason: 'not for him to say yet' };
    await expect(recordAgreed(anId(), settle, { ...lead(), camp })).rejects.toMatchObject({ code: 'blind-scorer' });
  });
});

describe('a difference is settled', () => {
  const apart = async (bib: number) => {
    const child = await world.addCamper(bib, {}, 2);
    const [delivery, next] = child.deliveries;
    for (const d of [delivery!, next!]) {
      await filmed(d);
      await scoreAll(world.coach, d, '3');
      await score(world.coach, d, 'D3', '0', { faults: ['D3.across'] });
    }
    await db()
      .insert(scoringTasks)
      .values({ id: anId(), camperId: child.camper, day: '2026-07-13', coachId: world.coach, kind: 'first' });
    for (const d of [delivery!, next!]) await score(world.otherCoach, d, 'D3', '3');
    const { camper } = await camperById(child.camper);
    const said = (level: '0' | '1' | '2' | '3', deliveryId = delivery!) => ({
      ...{ deliveryId, checkpoint: 'D3', level, faults: [], reason: 'the glove hides it at the first look' },
    });
    const at = async (number: number) =>
      (await differencesAbout(camp, child.camper, null)).find((d) => d.delivery === number && d.checkpoint === 'D3')!;
    return { ...child, delivery: delivery!, next: next!, camper, said, at };
  };

  test('what one proposes holds when the other agrees; both scores stay, and a repeated send changes nothing', async () => {
    const { said, at, delivery, camper } = await apart(51);
    const id = anId();
    expect(await recordAgreed(id, said('2'), { ...coach(), camp })).toEqual({ holds: false });
    expect(await recordAgreed(id, said('2'), { ...coach(), camp })).toEqual({ holds: false });
    expect(await at(1)).toMatchObject({ waits: true, settled: null, proposed: [{ id, level: 2, by: { name: 'Coach' } }] });
    await expect(agreeToLevel(id, { ...coach(), camp })).rejects.toMatchObject({ code: 'own-proposal' });
    await expect(agreeToLevel(id, { id: world.helper, role: 'coach', camp })).rejects.toMatchObject({ code: 'not-yours' });
    // Nothing of it counts yet.
    const used = async () =>
      usedScores(await benchSet(camper.id), {
        assigned: await assignedScorers(camper.id),
        agreed: await agreedOf(camper.id),
        author: null,
      }).find((s) => s.delivery === delivery && s.checkpoint === 'D3');
    expect(await used()).toMatchObject({ level: 0, coaches: [world.coach] });
    expect(await agreeToLevel(id, { ...other(), camp })).toEqual({ holds: true });
    expect(await agreeToLevel(id, { ...other(), camp })).toEqual({ holds: true });
    expect(await used()).toMatchObject({ level: 2, coaches: [world.coach, world.otherCoach] });
    const now = await at(1);
    expect(now).toMatchObject({ waits: false, settled: { level: 2, with: 'Other coach', holds: true }, proposed: [] });
    expect(now.said.map((s) => s.level)).toEqual([0, 3]);
    await expect(db().update(agreedLevels).set({ level: '3' }).where(eq(agreedLevels.id, id))).rejects.toThrow();
    await expect(db().delete(agreedLevels).where(eq(agreedLevels.id, id))).rejects.toThrow();
  });

  test('the lead decides at once, and coaches do not decide over him', async () => {
    const { said, at } = await apart(52);
    const proposal = anId();
    await recordAgreed(proposal, said('1'), { ...coach(), camp });
    expect(await recordAgreed(anId(), said('3'), { ...lead(), camp })).toEqual({ holds: true });
    await expect(agreeToLevel(proposal, { ...other(), camp })).rejects.toMatchObject({ code: 'lead-decided' });
    await expect(recordAgreed(anId(), said('1'), { ...coach(), camp })).rejects.toMatchObject({ code: 'lead-decided' });
    expect(await at(1)).toMatchObject({ settled: { level: 3, decided: true, by: { name: 'Lead' } }, proposed: [] });
    // He may change his mind.
    await recordAgreed(anId(), said('2'), { ...lead(), camp });
    expect((await at(1)).settled).toMatchObject({ level: 2 });
  });

  test('only where somebody differs, by those who have scored it, with a level and faults of the sheet, and under a free id', async () => {
    const { said } = await apart(53);
    const by = { ...coach(), camp };
    await expect(recordAgreed(anId(), { ...said('2'), checkpoint: 'A2' }, by)).rejects.toMatchObject({ code: 'no-difference' });
    await expect(recordAgreed(anId(), said('2'), { id: world.helper, role: 'coach', camp })).rejects.toMatchObject({
      code: 'not-yours',
    });
    await expect(recordAgreed(anId(), { ...said('2'), faults: ['D3.nonsense'] }, by)).rejects.toMatchObject({
      code: 'unknown-fault',
    });
    const id = anId();
    await recordAgreed(id, said('2'), by);
    await expect(recordAgreed(id, said('2'), { ...other(), camp })).rejects.toMatchObject({ code: 'entry-id-taken' });
  });

  test('nothing is released while the focus hangs on it; after it the draft is made anew, with the agreed level', async () => {
    const { camper, said, next, at } = await apart(54);
    expect((await at(1)).hangs).toBe(true);
    const draft = await compileDraft({ camperId: camper.id, by: world.coach, instead: null, from: 'levels' });
    expect(draft.document.said.focus.map((f) => f.checkpoint)).toContain('D3');
    await expect(releaseEvaluation(draft.id, world.coach)).rejects.toMatchObject({
      code: 'unsettled',
      message: expect.stringContaining('D3'),
    });
    for (const d of [undefined, next]) await recordAgreed(anId(), said('3', d), { ...lead(), camp });
    await expect(releaseEvaluation(draft.id, world.coach)).rejects.toMatchObject({ code: 'agreed-since' });
    const anew = await compileDraft({
      ...{ camperId: camper.id, by: world.coach, from: 'levels' },
      instead: { id: draft.id, revision: draft.revision },
    });
    expect(anew.document.said.focus.map((f) => f.checkpoint)).not.toContain('D3');
    expect(anew.document.facts!.coaches).toEqual(expect.arrayContaining([world.coach, world.lead]));
    expect((await releaseEvaluation(anew.id, world.coach)).releasedAt).not.toBeNull();
  });

  test('a difference on which nothing hangs holds nothing up', async () => {
    const child = await world.addCamper(55, {}, 1);
    const [delivery] = child.deliveries;
    await filmed(delivery!);
    await scoreAll(world.coach, delivery!, '3');
    await score(world.otherCoach, delivery!, 'A2', '2', { faults: [] });
    const draft = await compileDraft({ camperId: child.camper, by: world.coach, instead: null, from: 'levels' });
    expect((await releaseEvaluation(draft.id, world.coach)).releasedAt).not.toBeNull();
  });
});

test('the write-up stays closed to a blind second scorer until he has scored all of each filmed delivery himself', async () => {
  const child = await world.addCamper(43, {}, 2);
  const { camper } = await camperById(child.camper);
  const [filmed, notFilmed] = child.deliveries;
  await putClip({ deliveryId: filmed!, view: 'openSide', state: 'checking' });
  const task = { camperId: child.camper, day: '2026-07-13' };
  await db()
    .insert(scoringTasks)
    .values([
      { id: anId(), ...task, coachId: world.coach, kind: 'first' },
      { id: anId(), ...task, coachId: world.otherCoach, kind: 'second' },
    ]);
  const second = { id: world.otherCoach };
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
  // The first scorer, a lead who scores nobody, and a second scorer of somebody else are not held up.
  await requireNotBlind(camp, camper, { id: world.coach });
  await requireNotBlind(camp, camper, { id: world.lead });
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
