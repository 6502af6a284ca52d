import { eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { resolveSheet, defaultSheet, type ClipId, type StaffId } from '@stride-chalk/core';
import { camperById } from './campers.ts';
import { campById } from './camps.ts';
import { recordConsents } from './consents.ts';
import { db } from './db/connect.ts';
import { campers, evaluations, scores, scoringTasks } from './db/schema.ts';
import { enterAs } from './testing/entering.ts';
import {
  compileDraft,
  evaluationVersion,
  formerDraftsOf,
  furtherFocusFor,
  releasedVersions,
  latestEvaluation,
  saveDraft,
} from './evaluations.ts';
import { handOutFrame } from './hand-out-frame.ts';
import { releaseEvaluation } from './release-evaluation.ts';
import { campAtAGlance } from './home.ts';
import { mediaFiles, newWorld, readyClip, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
let clipId: ClipId;
beforeAll(async () => {
  world = await newWorld();
  clipId = (await readyClip(world, { rate: 60 })).id;
});
afterAll(() => world.end());

/** A draft by somebody who has the open one before him. */
const draftBy = async (by: StaffId) => {
  const open = await latestEvaluation(world.camper);
  const instead = open && !open.releasedAt ? { id: open.id, revision: open.revision } : null;
  return compileDraft({ camperId: world.camper, by, instead, from: 'levels' });
};

const answer = (film: boolean) =>
  recordConsents([{ camperId: world.camper, film, share: false, until: null, givenBy: 'G', how: 'in person' }], world.lead);

const scoreAll = async (
  coach: StaffId,
  level: (checkpoint: string, delivery: string) => { level: '0' | '1' | '3'; faults: string[] },
): Promise<void> => {
  for (const deliveryId of [world.delivery, world.secondDelivery])
    for (const c of resolveSheet(defaultSheet, '11-12').filter((x) => x.scored))
      await enterAs(anId(), { kind: 'score', deliveryId, checkpoint: c.id, ...level(c.id, deliveryId), note: null }, coach);
};

describe('an evaluation', () => {
  test('is not written while nothing is scored', async () => {
    await expect(draftBy(world.coach)).rejects.toMatchObject({ code: 'nothing-scored' });
  });

  test('is drafted from the author’s own levels, shows its freeze frame, and is replaced by the next draft', async () => {
    await scoreAll(world.coach, (c) => (c === 'E2' ? { level: '1', faults: ['E2.late'] } : { level: '3', faults: [] }));
    await scoreAll(world.otherCoach, (c) => (c === 'A1' ? { level: '0', faults: ['A1.narrow'] } : { level: '3', faults: [] }));
    await enterAs(anId(), { kind: 'mark', clipId, event: 'contact', frame: 30, frameTo: null }, world.coach);
    await enterAs(
      anId(),
      {
        kind: 'point',
        clipId,
        event: 'contact',
        point: 'throwingElbow',
        x: 100,
        y: 60,
        pointSd: 2,
        frame: null,
        origin: 'placed',
      },
      world.coach,
    );
    await enterAs(
      anId(),
      {
        kind: 'point',
        clipId,
        event: 'contact',
        point: 'throwingWrist',
        x: 80,
        y: 62,
        pointSd: 2,
        frame: null,
        origin: 'placed',
      },
      world.coach,
    );
    // Drawn on that frame, and on another one.
    const ring = {
      shape: 'ring' as const,
      points: [
        { x: 90, y: 60 },
        { x: 110, y: 60 },
      ],
      text: null,
    };
    const drawn = { stroke: anId(), clipId, frame: 30, ...ring };
    await enterAs(anId(), { kind: 'stroke', ...drawn }, world.coach);
    await enterAs(anId(), { kind: 'stroke', ...drawn, stroke: anId(), frame: 29 }, world.coach);
    const first = await draftBy(world.otherCoach);
    expect(first.document.said.focus.map((f) => f.checkpoint)).toEqual(['A1']);
    const draft = await draftBy(world.coach);
    expect(draft.document.said.focus.map((f) => f.checkpoint)).toEqual(['E2']);
    expect(draft.document.said.focus[0]!.seen).toContain('±');
    expect(await db().select().from(evaluations).where(eq(evaluations.camperId, world.camper))).toHaveLength(1);
    const frame = await handOutFrame(draft);
    expect(frame.freezes).toMatchObject([
      {
        clipId,
        frame: 30,
        line: [
          { x: 100, y: 60 },
          { x: 80, y: 62 },
        ],
        strokes: [drawn],
        picture: null,
      },
    ]);
    // Named is whose levels were used, not whoever has scored.
    expect(frame.coaches).toEqual(['Coach']);
    // Whom the plan names counts, whoever drafts.
    const [task] = await db()
      .insert(scoringTasks)
      .values({ id: anId(), camperId: world.camper, day: '2026-07-13', coachId: world.otherCoach, kind: 'first' })
      .returning();
    const planned = await draftBy(world.coach);
    expect(planned.document.said.focus.map((f) => f.checkpoint)).toEqual(['A1']);
    expect((await handOutFrame(planned)).coaches).toEqual(['Other coach']);
    await db().delete(scoringTasks).where(eq(scoringTasks.id, task!.id));
    expect((await draftBy(world.coach)).document.said.focus.map((f) => f.checkpoint)).toEqual(['E2']);
    // What the draft holds is among them, so that it can be dropped and added again.
    expect((await furtherFocusFor(draft, world.coach)).map((f) => f.checkpoint)).toEqual(['E2']);
    // What two differ on is settled before anything is released: here the other one takes his levels back.
    await db().delete(scores).where(eq(scores.coachId, world.otherCoach));
  });

  test('is reworded, reordered and cut by the coach', async () => {
    const draft = (await latestEvaluation(world.camper))!;
    const reworded = {
      ...draft.document.said,
      focus: [{ ...draft.document.said.focus[0]!, cue: 'Ball up early.' }],
      strengths: [],
    };
    await saveDraft(draft.id, reworded, { revision: draft.revision, by: world.coach });
    expect((await latestEvaluation(world.camper))!.document).toMatchObject({
      facts: draft.document.facts,
      said: { focus: [{ cue: 'Ball up early.' }], strengths: [] },
      edited: ['focus E2 cue'],
    });
  });

  test('of an older form is read with what it does not know left empty', async () => {
    const draft = (await latestEvaluation(world.camper))!;
    const first = { facts: null, said: { ...draft.document.said, later: [], notSeen: [], drillThrows: null } };
    await db()
      .update(evaluations)
      .set({ document: sql`(document->'said') - 'later' - 'notSeen' - 'drillThrows'` })
      .where(eq(evaluations.id, draft.id));
    expect((await latestEvaluation(world.camper))!.document).toMatchObject(first);
    expect((await evaluationVersion(world.camper, draft.version))!.document).toMatchObject(first);
    await db().update(evaluations).set({ document: draft.document }).where(eq(evaluations.id, draft.id));
  });

  test('what was found is no page’s to say: facts and the throws of a drill day stay as they were drafted', async () => {
    const draft = (await latestEvaluation(world.camper))!;
    expect(draft.document.facts!.drillThrows).toBeGreaterThan(0);
    const said = { ...draft.document.said, drillThrows: 9999 };
    const saved = await saveDraft(draft.id, said, { revision: draft.revision, by: world.coach });
    expect(saved.document).toMatchObject({
      facts: draft.document.facts,
      said: { drillThrows: draft.document.facts!.drillThrows },
    });
  });

  test('of a colleague is not replaced unseen: a stale page is told whose it is, and what is written over is kept', async () => {
    const draft = (await latestEvaluation(world.camper))!;
    const seen = { id: draft.id, revision: draft.revision };
    const theirs = { ...draft.document.said, strengths: [{ checkpoint: 'A1', title: 'Stands well', text: 'In all of them.' }] };
    const saved = await saveDraft(draft.id, theirs, { revision: draft.revision, by: world.otherCoach });
    expect(saved.revision).toBe(draft.revision + 1);
    const mine = { ...draft.document.said, strengths: [] };
    const whose = { code: 'newer-draft', status: 409, message: expect.stringContaining('Other coach has changed this draft') };
    await expect(saveDraft(draft.id, mine, { revision: draft.revision, by: world.coach })).rejects.toMatchObject(whose);
    for (const instead of [seen, null])
      await expect(compileDraft({ camperId: world.camper, by: world.coach, instead, from: 'levels' })).rejects.toMatchObject(
        whose,
      );
    expect((await latestEvaluation(world.camper))!.document.said).toEqual(theirs);
    // Written over on purpose, theirs stays among the former drafts.
    const over = await saveDraft(draft.id, mine, { revision: draft.revision, by: world.coach, over: true });
    expect((await formerDraftsOf(world.camper))[0]).toMatchObject({ document: { said: theirs }, by: 'Other coach' });
    // Drafted anew, mine does.
    await draftBy(world.coach);
    expect((await formerDraftsOf(world.camper))[0]).toMatchObject({ document: { said: mine }, by: 'Coach' });
    await expect(saveDraft(over.id, mine, { revision: over.revision, by: world.coach })).rejects.toMatchObject({
      code: 'not-found',
    });
  });

  test('two who draft at once make one draft', async () => {
    const { camper, deliveries } = await world.addCamper(77, {}, 1);
    await enterAs(
      anId(),
      { kind: 'score', deliveryId: deliveries[0]!, checkpoint: 'A1', level: '3', faults: [], note: null },
      world.coach,
    );
    const ask = () =>
      compileDraft({ camperId: camper, by: world.coach, instead: null, from: 'levels' }).catch((e: { code: string }) => e.code);
    const [a, b] = await Promise.all([ask(), ask()]);
    expect([a, b].filter((x) => x === 'newer-draft')).toHaveLength(1);
    // One level of a whole sheet is not enough to say that nothing has to change.
    const open = (await latestEvaluation(camper))!;
    await expect(releaseEvaluation(open.id, world.coach)).rejects.toMatchObject({
      code: 'hardly-scored',
      message: expect.stringMatching(/delivery 1: 1 of \d+/),
    });
    expect((await latestEvaluation(camper))!.releasedAt).toBeNull();
  });

  test('is not released without consent', async () => {
    const draft = (await latestEvaluation(world.camper))!;
    await answer(false);
    await expect(releaseEvaluation(draft.id, world.coach)).rejects.toMatchObject({ code: 'no-consent' });
    await answer(true);
  });
});

describe('a released evaluation', () => {
  test('keeps its pictures and never changes: not by the program, not by SQL', async () => {
    const draft = (await latestEvaluation(world.camper))!;
    // Asked for twice at once it is made once.
    const [released, same] = await Promise.all([
      releaseEvaluation(draft.id, world.coach),
      releaseEvaluation(draft.id, world.otherCoach),
    ]);
    expect(same).toBe(released);
    expect(released.releasedBy).toBe(world.coach);
    const frame = await handOutFrame(released);
    expect(await mediaFiles()).toContain(`${frame.freezes[0]!.picture}.jpg`);
    await expect(
      saveDraft(released.id, released.document.said, { revision: released.revision, by: world.coach }),
    ).rejects.toMatchObject({ code: 'released', status: 409 });
    for (const statement of [
      sql`update evaluations set document = '{}' where id = ${released.id}`,
      sql`update evaluations set released_at = null, snapshot = null where id = ${released.id}`,
      sql`delete from evaluations where id = ${released.id}`,
      sql`truncate evaluations`,
    ])
      await expect(db().execute(statement)).rejects.toMatchObject({ cause: { code: '23001' } });
    expect(await latestEvaluation(world.camper)).toEqual(released);
  });

  test('shows what it showed, whatever changes later', async () => {
    const before = await handOutFrame((await latestEvaluation(world.camper))!);
    await db().update(campers).set({ name: 'Renamed', heightCentimetres: 190 }).where(eq(campers.id, world.camper));
    await enterAs(anId(), { kind: 'mark', clipId, event: 'contact', frame: 33, frameTo: null }, world.coach);
    expect(await handOutFrame((await latestEvaluation(world.camper))!)).toEqual(before);
  });

  test('twice released is once released', async () => {
    const released = (await latestEvaluation(world.camper))!;
    expect(await releaseEvaluation(released.id, world.otherCoach)).toEqual(released);
  });

  test('is followed by a new version beside it, which begins with its words', async () => {
    const released = (await latestEvaluation(world.camper))!;
    const next = await compileDraft({ camperId: world.camper, by: world.coach, instead: null, from: 'last released' });
    expect(next.version).toBe(2);
    expect([next.document.said.focus, next.document.said.strengths]).toEqual([
      released.document.said.focus,
      released.document.said.strengths,
    ]);
    expect(await releasedVersions(world.camper)).toMatchObject([{ version: 1, by: 'Coach' }]);
    expect(await evaluationVersion(world.camper, 1)).toEqual(released);
    expect(await evaluationVersion(world.camper, 9)).toBeNull();
    expect(
      await db()
        .select({ version: evaluations.version })
        .from(evaluations)
        .where(eq(evaluations.camperId, world.camper))
        .orderBy(evaluations.version),
    ).toEqual([{ version: 1 }, { version: 2 }]);
  });
});

describe('the camp at a glance', () => {
  test('says what each camper waits for', async () => {
    const waits = Object.fromEntries((await campAtAGlance(await campById(world.campId))).map((c) => [c.bib, c.waiting]));
    expect(waits).toEqual({ 7: 'release', 8: 'consent', 9: 'rest', 77: 'release' });
    expect((await camperById(world.camper)).camper.ageGroup).toBe('11-12');
  });
});
