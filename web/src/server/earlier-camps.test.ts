import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { eq } from 'drizzle-orm';
import type { CamperId, CampId, ChildId, ClipId, DeliveryId, EventId, OrganisationId, StaffId } from '@stride-chalk/core';
import { anId } from '../parts/testing/an-id.ts';
import { camperById } from './campers.ts';
import { comparisonOf } from './comparison.ts';
import { recordConsents } from './consents.ts';
import { db } from './db/connect.ts';
import { campers, camps, children, clips, deliveries, evaluations, marks, organisations, scoringTasks } from './db/schema.ts';
import { compileDraft } from './evaluations.ts';
import { ofOwnFilm, ofShownFilm } from './front/asked.ts';
import { releaseEvaluation } from './release-evaluation.ts';
import { enterAs } from './testing/entering.ts';
import { newWorld, readyClip, type World } from './testing/world.ts';

let world: World;
let kid: { camper: CamperId; deliveries: DeliveryId[] };
let lastYear: { camp: CampId; camper: CamperId; delivery: DeliveryId; film: ClipId };
let thisYear: ClipId;
beforeAll(async () => {
  world = await newWorld();
  const here = await world.addCamper(61, {}, 2);
  kid = here;
  thisYear = (await readyClip(world, { deliveryId: here.deliveries[0]! })).id;
  const [camp] = await db().select().from(camps).where(eq(camps.id, world.campId));
  const [row] = await db().select().from(campers).where(eq(campers.id, here.camper));
  lastYear = { camp: anId(), camper: anId(), delivery: anId(), film: anId() };
  await db()
    .insert(camps)
    .values({
      ...camp!,
      id: lastYear.camp,
      name: 'Last year',
      firstDay: '2025-07-14',
      lastDay: '2025-07-18',
      slateId: 'LASTYEAR',
    });
  await db()
    .insert(campers)
    .values({ ...row!, id: lastYear.camper, campId: lastYear.camp, bib: 14, heightCentimetres: 144 });
  await db()
    .insert(deliveries)
    .values({ id: lastYear.delivery, camperId: lastYear.camper, number: 1, thrownOn: '2025-07-15', enteredBy: world.coach });
  await answered(lastYear.camper, true);
  lastYear.film = (await readyClip(world, { deliveryId: lastYear.delivery })).id;
  await db().update(clips).set({ captureKnown: 'sure' });
});
afterAll(() => world.end());
const answered = (camperId: CamperId, film: boolean) =>
  recordConsents([{ camperId, film, share: false, until: null, givenBy: 'Guardian', how: 'signed form' }], world.lead);
beforeEach(async () => {
  await answered(kid.camper, true);
  await answered(lastYear.camper, true);
  await db().delete(scoringTasks);
  await db().delete(marks);
});

const mark = (clipId: ClipId, event: EventId, frame: number) =>
  enterAs(anId(), { kind: 'mark', clipId, event, frame, frameTo: null }, world.coach);
const compared = async (asked: Parameters<typeof comparisonOf>[3] = {}, by = world.coach) => {
  const { camp, camper } = await camperById(kid.camper);
  return comparisonOf(camp, camper, by, asked);
};
/** The film of last year, as somebody asks for it who is at work at this year's camp. */
const shown = async (role: 'lead' | 'coach' | 'helper' = 'coach', id: StaffId = world.coach, film: ClipId = lastYear.film) => {
  const { camp } = await camperById(kid.camper);
  return ofShownFilm({ locals: { camp, staff: { id, role } } } as never, film);
};

describe('today and last year', () => {
  test('stand beside each other where a child came back: the last day then, and this one', async () => {
    for (const film of [lastYear.film, thisYear]) {
      await mark(film, 'liftTop', 2);
      await mark(film, 'contact', film === thisYear ? 20 : 12);
    }
    const found = (await compared())!;
    expect([found.before.deliveries, found.after.deliveries]).toEqual([[lastYear.delivery], [kid.deliveries[0]]]);
    expect(found.before).toMatchObject({ key: `${lastYear.camper}:2025-07-15`, ofThisCamp: false });
    expect(found.before.label).toMatch(/^Last year, Jul 15, 2025: one delivery$/);
    expect(found.views).toMatchObject([{ view: 'openSide', before: { id: lastYear.film }, after: { id: thisYear } }]);
    expect(found.changes.find((c) => c.figure === 'liftToContact')!.change.value).toBeCloseTo(8 / 30, 6);
    expect(new Set(found.marks.map((m) => m.clipId))).toEqual(new Set([lastYear.film, thisYear]));
    // Asked for by its key it is found again.
    expect((await compared({ before: '1', after: found.before.key }))!.after.deliveries).toEqual([lastYear.delivery]);
  });

  test('its film is shown to who scores here, and to nobody else', async () => {
    expect(await shown()).toBe(lastYear.film);
    expect(await shown('lead', world.lead)).toBe(lastYear.film);
    // The whole film as it came stays where it was taken: others may be in it.
    const { camp } = await camperById(kid.camper);
    const at = { locals: { camp, staff: { id: world.coach, role: 'coach' } } } as never;
    await expect(ofOwnFilm(at, lastYear.film)).rejects.toMatchObject({ status: 404 });
    expect(await ofOwnFilm(at, thisYear)).toBe(thisYear);
    await expect(shown('helper', world.helper)).rejects.toMatchObject({ status: 404 });
  });

  test('is closed without the consent of either year', async () => {
    await answered(lastYear.camper, false);
    await expect(shown()).rejects.toMatchObject({ code: 'no-consent' });
    // With one film here there is nothing to put beside it.
    expect(await compared()).toBeNull();
    await answered(lastYear.camper, true);
    await answered(kid.camper, false);
    await expect(shown()).rejects.toMatchObject({ code: 'no-consent' });
    await expect(compared()).rejects.toMatchObject({ code: 'no-consent' });
  });

  test('is closed to who still scores that child there without seeing others', async () => {
    await db()
      .insert(scoringTasks)
      .values({ id: anId(), camperId: lastYear.camper, day: '2025-07-15', coachId: world.otherCoach, kind: 'second' });
    await expect(shown('coach', world.otherCoach)).rejects.toThrow('You are the second scorer');
    expect(await compared({}, world.otherCoach)).toBeNull();
    expect(await shown()).toBe(lastYear.film);
  });

  test('is no film of another child, of another organisation, of a camp that was not over, nor one that was removed', async () => {
    const closed = () => expect(shown()).rejects.toMatchObject({ status: 404 });
    const { childId } = (await camperById(kid.camper)).camper;
    const other = anId() as ChildId;
    await db().insert(children).values({ id: other });
    await db().update(campers).set({ childId: other }).where(eq(campers.id, lastYear.camper));
    await closed();
    expect(await compared()).toBeNull();
    await db().update(campers).set({ childId }).where(eq(campers.id, lastYear.camper));

    const elsewhere = anId() as OrganisationId;
    await db().insert(organisations).values({ id: elsewhere, name: 'Elsewhere' });
    await db().update(camps).set({ organisationId: elsewhere }).where(eq(camps.id, lastYear.camp));
    await closed();
    expect(await compared()).toBeNull();
    await db().update(camps).set({ organisationId: world.organisationId }).where(eq(camps.id, lastYear.camp));

    await db().update(camps).set({ lastDay: '2026-07-13' }).where(eq(camps.id, lastYear.camp));
    await closed();
    expect(await compared()).toBeNull();
    await db().update(camps).set({ lastDay: '2025-07-18' }).where(eq(camps.id, lastYear.camp));

    await db().update(clips).set({ hiddenAt: new Date() }).where(eq(clips.id, lastYear.film));
    await closed();
    expect(await compared()).toBeNull();
    await db().update(clips).set({ hiddenAt: null }).where(eq(clips.id, lastYear.film));
    expect(await shown()).toBe(lastYear.film);
  });

  test('before and after a plan of drills, by what it is for', async () => {
    expect((await compared())!.plans).toEqual([]);
    const level = (deliveryId: DeliveryId, checkpoint: string, fault: string | null) =>
      enterAs(
        anId(),
        { kind: 'score', deliveryId, checkpoint, level: fault ? '0' : '3', faults: fault ? [fault] : [], note: null },
        world.coach,
      );
    const { camp } = await camperById(lastYear.camper);
    // A habit is what was seen twice; the second delivery was not filmed.
    const again = anId() as DeliveryId;
    await db()
      .insert(deliveries)
      .values({ id: again, camperId: lastYear.camper, number: 2, thrownOn: '2025-07-15', enteredBy: world.coach });
    for (const delivery of [lastYear.delivery, again])
      for (const { id, of, scoredFor, faults } of camp.sheet.checkpoints)
        if (of === 'delivery' && scoredFor.includes('11-12'))
          await level(delivery, id, ['E1', 'E2'].includes(id) ? faults[0]!.code : null);
    await mark(lastYear.film, 'contact', 12);
    const draft = await compileDraft({ camperId: lastYear.camper, by: world.coach, instead: null, from: 'levels' });
    expect((await compared())!.plans).toEqual([]);
    // Two focus areas on one frame: the picture is kept once.
    const { pictures } = await releaseEvaluation(draft.id, world.coach);
    expect(Object.values(pictures)).toEqual([pictures[0], pictures[0]]);
    const [plan, ...more] = (await compared())!.plans;
    expect(more).toEqual([]);
    expect(plan).toMatchObject({ before: `${lastYear.camper}:2025-07-15`, after: '2026-07-13' });
    const [{ document }] = (await db().select().from(evaluations).where(eq(evaluations.id, draft.id))) as [typeof draft];
    expect(plan!.name).toBe(document.said.focus.map((f) => f.title).join(', '));
    expect((await compared({ before: plan!.before, after: plan!.after }))!.after.deliveries).toEqual([kid.deliveries[0]]);
  });
});
