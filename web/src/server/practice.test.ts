import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  defaultSheet,
  resolveSheet,
  type Entry,
  type PracticeClipId,
  type Reference,
  type SittingId,
  type StaffId,
} from '@stride-chalk/core';
import { addCamp } from './camp-settings.ts';
import { camperById } from './campers.ts';
import { campById, todayAt, type Camp } from './camps.ts';
import { recordConsents } from './consents.ts';
import { db } from './db/connect.ts';
import { camps, clips, marks, practiceScores, scores, scoringTasks, sittings } from './db/schema.ts';
import { eraseCamper, exportCamper } from './children.ts';
import { addPracticeClip, practiceFilmOf, practiceSet, takeOutPracticeClip } from './practice-clips.ts';
import { practicePage } from './practice-page.ts';
import { dayPlanPage } from './day-plan-page.ts';
import { decideQualification, practiceLevels, scoredTwice, standings } from './qualification.ts';
import { askQueue } from './scoring-queue.ts';
import {
  finishSitting,
  HIDDEN_A_DAY,
  hiddenToday,
  hiddenUnder,
  ownSitting,
  practiceBench,
  sitDown,
  sittingShown,
} from './sittings.ts';
import { enterAs } from './testing/entering.ts';
import { recordEntry } from './entries.ts';
import { newWorld, putClip, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
let camp: Camp;
beforeAll(async () => {
  world = await newWorld();
  // The camp runs today.
  const today = new Date().toISOString().slice(0, 10);
  await db().update(camps).set({ firstDay: today, lastDay: today, timeZone: 'UTC' }).where(eq(camps.id, world.campId));
  camp = await campById(world.campId);
});
afterAll(() => world.end());

let bib = 300;
const asked = () => resolveSheet(defaultSheet, '11-12').filter((c) => c.scored);
const answer = (training: boolean | undefined) => ({
  ...{ film: true, share: false, until: null, givenBy: 'Guardian', how: 'in person' as const },
  ...(training === undefined ? {} : { training }),
});
const references = (level: '0' | '1' | '2' | '3' = '3', of = asked()) =>
  of.map((c, i) => ({ checkpoint: c.id, level: i % 3 === 0 ? ('1' as const) : level, faults: [], reason: `seen at ${c.id}` }));

/** A delivery of a camper whose family has consented to training, with a film that is ready. */
async function practisable() {
  const child = await world.addCamper(bib++, {}, 1);
  await recordConsents([{ camperId: child.camper, ...answer(true) }], world.lead);
  const film = { view: 'openSide', state: 'ready', frameTimes: [0, 0.1], towardsTarget: 1 } as const;
  const clipId = await putClip({ deliveryId: child.deliveries[0]!, ...film, frameTimes: [...film.frameTimes] });
  return { ...child, delivery: child.deliveries[0]!, clipId };
}
async function practiceClip() {
  const child = await practisable();
  const id = await addPracticeClip(camp, { deliveryId: child.delivery, references: references() }, world.lead);
  return { ...child, id };
}
const give = (coach: StaffId, sitting: SittingId, checkpoint: string, level: '0' | '1' | '2' | '3' | 'NV', at = camp) =>
  recordEntry(
    anId(),
    { kind: 'score', deliveryId: sitting as never, checkpoint, level, faults: [], note: null },
    { id: coach, camp: at },
  );
const giveAll = async (coach: StaffId, sitting: SittingId, level: (reference: string) => '0' | '1' | '2' | '3' | 'NV') => {
  for (const r of references()) await give(coach, sitting, r.checkpoint, level(r.level));
};
const sat = async (coach: StaffId, clip: PracticeClipId, level: (reference: string) => '0' | '1' | '2' | '3' | 'NV') => {
  const id = await sitDown(camp, coach, clip);
  await giveAll(coach, id, level);
  await finishSitting(camp, coach, id);
  return id;
};
const as = (reference: string) => reference as '1';

describe('a practice clip', () => {
  test('takes the family’s consent to training, which is its own; a roster file neither gives nor takes it', async () => {
    const child = await practisable();
    const make = () => addPracticeClip(camp, { deliveryId: child.delivery, references: references() }, world.lead);
    await recordConsents([{ camperId: child.camper, ...answer(false) }], world.lead);
    await expect(make()).rejects.toMatchObject({ code: 'no-training-consent', status: 403 });
    await recordConsents([{ camperId: child.camper, ...answer(true) }], world.lead);
    // A file that asks for film and sharing only.
    await recordConsents([{ camperId: child.camper, ...answer(undefined), how: 'roster file' }], world.lead);
    const id = await make();
    const shown = async () => (await practiceSet(camp.organisationId)).find((c) => c.id === id)!.shown;
    expect(await shown()).toBe(true);
    await recordConsents([{ camperId: child.camper, ...answer(true), film: false }], world.lead);
    expect(await shown()).toBe(false);
    await recordConsents([{ camperId: child.camper, ...answer(undefined) }], world.lead);
    // Withdrawn with the film: it is asked for again.
    expect((await camperById(child.camper)).camper.consent).toMatchObject({ film: true, training: false });
    await expect(sitDown(camp, world.coach, id)).rejects.toMatchObject({ code: 'no-training-consent' });
    await takeOutPracticeClip(id, world.lead);
  });

  test('needs a film that is ready, references of the sheet, each once, and is one once', async () => {
    const child = await practisable();
    const make = (of: Reference[] = references()) =>
      addPracticeClip(camp, { deliveryId: child.delivery, references: of }, world.lead);
    await db().update(clips).set({ state: 'checking' }).where(eq(clips.id, child.clipId));
    await expect(make()).rejects.toMatchObject({ code: 'no-film' });
    await db().update(clips).set({ state: 'ready' }).where(eq(clips.id, child.clipId));
    await expect(make([{ ...references()[0]!, faults: ['A1.nonsense'] }])).rejects.toMatchObject({ code: 'unknown-fault' });
    await expect(make([references()[0]!, references()[0]!])).rejects.toMatchObject({ code: 'reference-twice' });
    const id = await make();
    await expect(make()).rejects.toMatchObject({ code: 'practice-clip-there' });
    const number = (await practiceSet(camp.organisationId)).find((c) => c.id === id)!.number;
    await takeOutPracticeClip(id, world.lead);
    expect((await practiceSet(camp.organisationId)).some((c) => c.id === id)).toBe(false);
    await expect(sitDown(camp, world.coach, id)).rejects.toMatchObject({ code: 'not-found' });
    expect(await make()).toBe(id);
    expect((await practiceSet(camp.organisationId)).find((c) => c.id === id)!.number).toBe(number);
    await takeOutPracticeClip(id, world.lead);
  });
});

describe('a sitting', () => {
  test('shows the film and the key frames, no name, no point, no reference; its levels count for no child', async () => {
    const clip = await practiceClip();
    await db().insert(marks).values({ clipId: clip.clipId, event: 'contact', frame: 1, entryId: anId(), enteredBy: world.lead });
    await enterAs(
      anId(),
      {
        ...{ kind: 'point', clipId: clip.clipId, event: 'contact', point: 'head', x: 1, y: 1 },
        ...{ pointSd: 2, frame: null, origin: 'placed' },
      },
      world.coach,
    );
    await enterAs(
      anId(),
      { kind: 'score', deliveryId: clip.delivery, checkpoint: 'A1', level: '0', faults: [], note: 'of the lead' },
      world.lead,
    );
    const id = await sitDown(camp, world.coach, clip.id);
    expect(await sitDown(camp, world.coach, clip.id)).toBe(id);
    await give(world.coach, id, 'A1', '2');
    const { bench, only } = await practiceBench(camp, await ownSitting(camp, world.coach, id));
    expect(bench).toMatchObject({
      deliveries: [{ id, number: 1 }],
      clips: [{ id: clip.clipId, deliveryId: id }],
      marks: [{ event: 'contact', frame: 1 }],
      points: [],
      scores: [{ deliveryId: id, checkpoint: 'A1', level: 2 }],
      colleagues: [],
    });
    expect(only).toEqual(references().map((r) => r.checkpoint));
    expect(JSON.stringify(bench)).not.toMatch(/of the lead|seen at|Camper/);
    expect(await db().$count(scores, eq(scores.coachId, world.coach))).toBe(0);
    // A correction holds, an undo takes it away.
    await give(world.coach, id, 'A1', '3');
    const own = () => db().select().from(practiceScores).where(eq(practiceScores.sittingId, id));
    expect(await own()).toMatchObject([{ level: '3' }]);
    await recordEntry(anId(), { kind: 'unscore', deliveryId: id as never, checkpoint: 'A1' }, { id: world.coach, camp });
    expect(await own()).toEqual([]);
    await takeOutPracticeClip(clip.id, world.lead);
  });

  test('is one’s own, at the camp where one sat down', async () => {
    const clip = await practiceClip();
    const id = await sitDown(camp, world.coach, clip.id);
    await expect(ownSitting(camp, world.otherCoach, id)).rejects.toMatchObject({ code: 'not-found' });
    await expect(give(world.otherCoach, id, 'A1', '2')).rejects.toMatchObject({ code: 'not-found' });
    await expect(finishSitting(camp, world.otherCoach, id)).rejects.toMatchObject({ code: 'not-found' });
    await expect(
      recordEntry(anId(), { kind: 'unscore', deliveryId: id as never, checkpoint: 'A1' }, { id: world.otherCoach, camp }),
    ).rejects.toMatchObject({ code: 'not-found' });
    const by = (member: StaffId, role: 'coach' | 'helper') => sittingShown(camp, { id: member, role }, id);
    expect([await by(world.coach, 'coach'), await by(world.otherCoach, 'coach'), await by(world.coach, 'helper')]).toEqual([
      true,
      null,
      null,
    ]);
    await recordConsents([{ camperId: clip.camper, ...answer(false) }], world.lead);
    expect(await by(world.coach, 'coach')).toBe(false);
    await expect(practiceBench(camp, await ownSitting(camp, world.coach, id))).rejects.toMatchObject({
      code: 'no-training-consent',
    });
    await takeOutPracticeClip(clip.id, world.lead);
  });

  test('is compared only when all of it is given, and does not change after that', async () => {
    const clip = await practiceClip();
    const id = await sitDown(camp, world.coach, clip.id);
    for (const r of references().slice(1)) await give(world.coach, id, r.checkpoint, '3');
    await expect(finishSitting(camp, world.coach, id)).rejects.toMatchObject({ code: 'not-all-scored' });
    const shown = async () => (await practicePage(camp, world.coach)).comparisons.find((c) => c.sitting === id);
    expect(await shown()).toBeUndefined();
    await give(world.coach, id, references()[0]!.checkpoint, '3');
    await finishSitting(camp, world.coach, id);
    await finishSitting(camp, world.coach, id);
    const compared = (await shown())!;
    expect(compared.of).toBe(references().length);
    expect(compared.misses.map((m) => [m.given, m.reference])).toEqual(
      references()
        .filter((r) => r.level === '1')
        .map(() => [3, 1]),
    );
    expect(compared.misses[0]!.reason).toMatch(/^seen at/);
    await expect(give(world.coach, id, 'A1', '1')).rejects.toMatchObject({ code: 'practice-finished' });
    await expect(
      recordEntry(anId(), { kind: 'unscore', deliveryId: id as never, checkpoint: 'A1' }, { id: world.coach, camp }),
    ).rejects.toMatchObject({ code: 'practice-finished' });
    expect(await sitDown(camp, world.coach, clip.id)).not.toBe(id);
    await takeOutPracticeClip(clip.id, world.lead);
  });

  test('from another camp of the organisation the film is shown and scored, and its key frames stay', async () => {
    const clip = await practiceClip();
    const { place, firstDay, lastDay, timeZone, units } = camp;
    const next = { name: 'Next', place, firstDay, lastDay, timeZone, units };
    const other = await campById(await addCamp(camp, next, { id: world.lead, makesCamps: true }));
    const id = await sitDown(other, world.lead, clip.id);
    await give(world.lead, id, 'A1', '2', other);
    expect((await practiceFilmOf(clip.clipId, other))?.id).toBe(clip.camper);
    expect(await practiceFilmOf(clip.clipId, { organisationId: anId() })).toBeNull();
    const entries: readonly Entry[] = [
      { kind: 'mark', clipId: clip.clipId, event: 'contact', frame: 1, frameTo: null },
      { kind: 'unmark', clipId: clip.clipId, event: 'contact' },
      {
        ...{ kind: 'point', clipId: clip.clipId, event: 'contact', point: 'head', x: 1, y: 1 },
        ...{ pointSd: 2, frame: null, origin: 'placed' },
      },
    ];
    for (const entry of entries)
      await expect(recordEntry(anId(), entry, { id: world.lead, camp: other })).rejects.toMatchObject({ code: 'key-frames-set' });
    await takeOutPracticeClip(clip.id, world.lead);
    expect(await practiceFilmOf(clip.clipId, other)).toBeNull();
  });
});

describe('who is qualified', () => {
  test('who gives what the reference has, on enough of it; who does not has all of it scored twice, unless the lead decides', async () => {
    expect(await scoredTwice(camp)).toEqual([]);
    const set = [await practiceClip()];
    // One clip is too little to ask anybody.
    expect((await standings(camp)).asked).toBe(references().length >= 60);
    while (set.length * references().length < 60) set.push(await practiceClip());
    const standing = async (of: StaffId) => (await standings(camp)).coaches.find((c) => c.id === of)!;
    expect((await standings(camp)).asked).toBe(true);
    expect((await standings(camp)).coaches.map((c) => c.name)).not.toContain('Helper');
    expect(await scoredTwice(camp)).toEqual(expect.arrayContaining([world.coach, world.otherCoach, world.lead]));
    for (const c of set) await sat(world.coach, c.id, as);
    for (const c of set) await sat(world.otherCoach, c.id, (r) => (r === '3' ? '0' : '3'));
    expect(await standing(world.coach)).toMatchObject({ qualified: true, found: { lacks: [] } });
    expect(await standing(world.otherCoach)).toMatchObject({ qualified: false });
    expect(await scoredTwice(camp)).not.toContain(world.coach);
    // He learns: of each clip the newest time counts.
    for (const c of set) await sat(world.otherCoach, c.id, as);
    expect((await standing(world.otherCoach)).qualified).toBe(true);
    const decide = (qualified: boolean | null, of = world.otherCoach) =>
      decideQualification(camp.id, of, { qualified, reason: 'seen at the field' }, world.lead);
    await decide(false);
    expect(await standing(world.otherCoach)).toMatchObject({
      qualified: false,
      decided: { qualified: false, reason: 'seen at the field', by: 'Lead' },
    });
    expect(await scoredTwice(camp)).toContain(world.otherCoach);
    await decide(null);
    expect(await standing(world.otherCoach)).toMatchObject({ qualified: true, decided: null });
    await decide(true, world.lead);
    expect(await scoredTwice(camp)).not.toContain(world.lead);
    for (const c of set) await takeOutPracticeClip(c.id, world.lead);
    // Without a set large enough nobody is asked; what the lead has decided counts.
    await decide(false);
    expect(await scoredTwice(camp)).toEqual([world.otherCoach]);
    // The plan's page says whose work that is.
    const { staff: planned } = await dayPlanPage(camp, '2026-07-13');
    expect(planned.filter((p) => p.twice).map((p) => p.id)).toEqual([world.otherCoach]);
    await decide(null);
  });
});

describe('hidden among the tasks', () => {
  test('two a day, under bibs that nobody wears, as if scored second; only where there is other work', async () => {
    const set = [await practiceClip(), await practiceClip(), await practiceClip()];
    await db().delete(sittings).where(eq(sittings.hiddenNumber, 1));
    expect(await askQueue(camp, world.coach)).toEqual([]);
    await db()
      .insert(scoringTasks)
      .values({ id: anId(), camperId: set[0]!.camper, day: '2026-07-13', coachId: world.coach, kind: 'first' });
    const queue = await askQueue(camp, world.coach);
    const hidden = await hiddenToday(camp, world.coach);
    expect(hidden).toHaveLength(HIDDEN_A_DAY);
    expect(queue).toHaveLength(3);
    // All that is asked of a child of his age, whatever has a reference.
    const whole = resolveSheet(camp.sheet, (await camperById(set[0]!.camper)).camper.ageGroup).filter((c) => c.scored).length;
    for (const h of hidden)
      expect(queue).toContainEqual({ bib: h.bib, kind: 'second', state: 'open', levels: { done: 0, of: whole } });
    expect(JSON.stringify(queue)).not.toMatch(/practice|hidden|sitting/i);
    // The same two all day, others for somebody else, and none on days without a camp.
    expect(await hiddenToday(camp, world.coach)).toEqual(hidden);
    expect((await hiddenToday(camp, world.otherCoach)).map((h) => h.sitting)).not.toEqual(hidden.map((h) => h.sitting));
    expect(await hiddenToday({ ...camp, firstDay: '2020-01-01', lastDay: '2020-01-02' }, world.coach)).toEqual([]);
    const [one] = hidden;
    const row = (await hiddenUnder(camp, world.coach, one!.bib))!;
    expect(row.id).toBe(one!.sitting);
    expect(await hiddenUnder(camp, world.otherCoach, one!.bib)).toBeNull();
    await giveAll(world.coach, one!.sitting, as);
    const all = resolveSheet(camp.sheet, (await practiceBench(camp, row)).clip.ageGroup).filter((c) => c.scored);
    for (const c of all) if (!asked().some((a) => a.id === c.id)) await give(world.coach, one!.sitting, c.id, 'NV');
    expect((await askQueue(camp, world.coach)).find((t) => t.bib === one!.bib)!.state).toBe('done');
    // Not compared while the day lasts: it could still be changed.
    const compared = async () => (await practiceLevels(camp, [world.coach])).get(world.coach)?.filter((l) => l.hidden) ?? [];
    expect(await compared()).toEqual([]);
    await db().update(sittings).set({ day: '2020-01-01' }).where(eq(sittings.id, one!.sitting));
    expect(await compared()).toHaveLength(references().length);
    // From here on it is shown beside the reference: nothing of it changes any more.
    await expect(give(world.coach, one!.sitting, 'A1', '0')).rejects.toMatchObject({ code: 'practice-finished' });
    expect((await practicePage(camp, world.coach)).comparisons.find((c) => c.hidden)).toMatchObject({ day: '2020-01-01' });
    expect(todayAt(camp) > '2020-01-01').toBe(true);
  });
});

test('with the child goes the practice clip, and what the staff have given on it', async () => {
  const clip = await practiceClip();
  const id = await sat(world.coach, clip.id, as);
  const { body } = await exportCamper(clip.camper);
  body.resume();
  await eraseCamper(clip.camper, 'asked by the family', world.lead);
  expect((await practiceSet(camp.organisationId)).some((c) => c.id === clip.id)).toBe(false);
  expect(await db().$count(practiceScores, eq(practiceScores.sittingId, id))).toBe(0);
  expect(await db().$count(sittings, eq(sittings.id, id))).toBe(0);
});
