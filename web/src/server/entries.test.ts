import { eq } from 'drizzle-orm';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Entry, ClipId, StaffId } from '@stride-chalk/core';
import { benchSet } from './bench.ts';
import { db } from './db/connect.ts';
import { campById } from './camps.ts';
import { entries, marks, points, scores } from './db/schema.ts';
import { recordEntry } from './entries.ts';
import { enterAs } from './testing/entering.ts';
import { filmOnItsWay, newWorld, readyClip, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
let clipId: ClipId;
beforeAll(async () => {
  world = await newWorld();
  clipId = (await readyClip(world)).id;
});
afterAll(() => world.end());

const score = (level: '0' | '1' | '2' | '3' | 'NV', more: Partial<Extract<Entry, { kind: 'score' }>> = {}): Entry => ({
  kind: 'score',
  deliveryId: world.delivery,
  checkpoint: 'E2',
  level,
  faults: [],
  note: null,
  ...more,
});
const levelOf = async (checkpoint: string, coachId = world.coach) =>
  (await db().select().from(scores).where(eq(scores.checkpoint, checkpoint))).filter((s) => s.coachId === coachId);

describe('an entry', () => {
  test('arrives once, however often it is sent, also at the same time', async () => {
    const id = anId();
    await Promise.all(Array.from({ length: 6 }, () => enterAs(id, score('1', { faults: ['E2.late'] }), world.coach)));
    expect(await levelOf('E2')).toMatchObject([{ level: '1', faults: ['E2.late'], entryId: id }]);
    expect(await db().select().from(entries).where(eq(entries.id, id))).toHaveLength(1);
  });

  test('that is older than one about the same thing is kept and not applied', async () => {
    const [older, newer] = [anId(), anId()].sort();
    await enterAs(newer!, score('3', { checkpoint: 'B2' }), world.coach);
    expect(await enterAs(older!, score('0', { checkpoint: 'B2' }), world.coach)).toEqual({
      applied: false,
      stands: { entry: score('3', { checkpoint: 'B2' }), by: 'Coach' },
    });
    expect(await levelOf('B2')).toMatchObject([{ level: '3' }]);
    expect(await db().select().from(entries).where(eq(entries.id, older!))).toHaveLength(1);
  });

  test('by a device whose clock is hours ahead outdoes nothing that is entered after it, by anybody', async () => {
    const now = Date.now();
    const HOUR = 3_600_000;
    const mark = (frame: number): Entry => ({ kind: 'mark', clipId, event: 'set', frame, frameTo: null });
    const stands = async () => (await db().select().from(marks).where(eq(marks.clipId, clipId))).find((m) => m.event === 'set');
    // Entered at a tablet three hours fast, a minute ago; its ids lie in the future.
    const fast = v7({ msecs: now + 3 * HOUR });
    await enterAs(fast, mark(1), world.coach, now - 60_000);
    // Corrected half a minute later at a right clock.
    expect(await enterAs(v7({ msecs: now - 30_000 }), mark(2), world.otherCoach, now - 30_000)).toMatchObject({
      applied: true,
    });
    expect(await stands()).toMatchObject({ frame: 2, enteredBy: world.otherCoach });
    // The fast one again: what it had noted before the correction, and sends only now, is told what holds.
    expect(await enterAs(v7({ msecs: now + 3 * HOUR + 1 }), mark(3), world.coach, now - 45_000)).toEqual({
      applied: false,
      stands: { entry: mark(2), by: 'Other coach' },
    });
    expect(await stands()).toMatchObject({ frame: 2, enteredBy: world.otherCoach });
    expect(await enterAs(v7({ msecs: now + 3 * HOUR + 2 }), mark(4), world.coach, now)).toMatchObject({ applied: true });
    expect(await stands()).toMatchObject({ frame: 4 });
  });

  test('shortly after another by the same hand follows it, whatever the network did; hours apart it does not', async () => {
    const now = Date.now();
    const [first, second] = [v7({ msecs: now }), v7({ msecs: now + 40 })];
    // The first was long on its way: reckoned back it seems to be made after the second.
    await enterAs(first, score('1', { checkpoint: 'H1' }), world.coach, now + 900);
    expect(await enterAs(second, score('2', { checkpoint: 'H1' }), world.coach, now + 40)).toMatchObject({ applied: true });
    expect(await levelOf('H1')).toMatchObject([{ level: '2' }]);
    const older = await enterAs(v7({ msecs: now + 50 }), score('3', { checkpoint: 'H1' }), world.coach, now - 3_600_000);
    expect(older).toMatchObject({ applied: false });
    expect(await levelOf('H1')).toMatchObject([{ level: '2' }]);
  });

  test('under an id that is taken by something else is refused', async () => {
    const id = anId();
    await enterAs(id, score('2', { checkpoint: 'A1' }), world.coach);
    await expect(enterAs(id, score('2', { checkpoint: 'A2' }), world.coach)).rejects.toMatchObject({
      code: 'entry-id-taken',
      status: 409,
    });
    await expect(enterAs(id, score('2', { checkpoint: 'A1' }), world.otherCoach)).rejects.toMatchObject({
      code: 'entry-id-taken',
    });
  });

  test('can be taken back and entered again', async () => {
    await enterAs(anId(), score('2', { checkpoint: 'A3' }), world.coach);
    await enterAs(anId(), { kind: 'unscore', deliveryId: world.delivery, checkpoint: 'A3' }, world.coach);
    expect(await levelOf('A3')).toEqual([]);
    await enterAs(anId(), score('1', { checkpoint: 'A3' }), world.coach);
    expect(await levelOf('A3')).toHaveLength(1);
  });

  test('that takes back a level takes back nothing of a colleague', async () => {
    await enterAs(anId(), score('1', { checkpoint: 'C1' }), world.coach);
    await enterAs(anId(), score('3', { checkpoint: 'C1' }), world.otherCoach);
    await enterAs(anId(), { kind: 'unscore', deliveryId: world.delivery, checkpoint: 'C1' }, world.otherCoach);
    expect(await levelOf('C1')).toMatchObject([{ level: '1' }]);
    expect(await levelOf('C1', world.otherCoach)).toEqual([]);
  });

  test('and its taking back at the same moment leave what the newer of the two says', async () => {
    for (let round = 0; round < 12; round++) {
      const now = Date.now();
      const checkpoint = 'G1';
      const given = enterAs(v7({ msecs: now }), score('1', { checkpoint }), world.coach, now);
      const taken = enterAs(
        v7({ msecs: now + 1 }),
        { kind: 'unscore', deliveryId: world.delivery, checkpoint },
        world.coach,
        now + 1,
      );
      await Promise.all([given, taken]);
      expect(await levelOf(checkpoint)).toEqual([]);
    }
  });

  test('that was taken is not refused when it is sent again after the sheet has changed', async () => {
    const id = anId();
    await enterAs(id, score('2', { checkpoint: 'D2' }), world.coach);
    const camp = await campById(world.campId);
    const sheet = { ...camp.sheet, checkpoints: camp.sheet.checkpoints.filter((c) => c.id !== 'D2') };
    const again = (entryId: string, by: StaffId) =>
      recordEntry(entryId, score('2', { checkpoint: 'D2' }), { id: by, camp: { ...camp, sheet } });
    expect(await again(id, world.coach)).toEqual({ applied: true, stands: null });
    for (const [entryId, by] of [
      [anId(), world.coach],
      [id, world.otherCoach],
    ] as const)
      await expect(again(entryId, by)).rejects.toMatchObject({ code: 'unknown-checkpoint' });
  });

  test('about what is of another camp is not found, and keeps nothing', async () => {
    const elsewhere = { id: world.coach, camp: { ...(await campById(world.campId)), id: anId() } };
    const point = { point: 'frontKnee', x: 1, y: 1, pointSd: 2, frame: null, origin: 'placed' } as const;
    const about: Entry[] = [
      score('1', { checkpoint: 'D1' }),
      { kind: 'unscore', deliveryId: world.delivery, checkpoint: 'D1' },
      { kind: 'mark', clipId, event: 'set', frame: 1, frameTo: null },
      { kind: 'unmark', clipId, event: 'set' },
      { kind: 'point', clipId, event: 'release', ...point },
      { kind: 'unpoint', clipId, event: 'release', point: 'frontKnee' },
    ];
    for (const entry of about) {
      const id = anId();
      await expect(recordEntry(id, entry, elsewhere)).rejects.toMatchObject({ code: 'not-found' });
      expect(await db().select().from(entries).where(eq(entries.id, id))).toEqual([]);
    }
  });

  test('is never changed afterwards, not even by SQL', async () => {
    const id = anId();
    await enterAs(id, score('2', { checkpoint: 'A4' }), world.coach);
    await expect(db().update(entries).set({ target: 'x' }).where(eq(entries.id, id))).rejects.toMatchObject({
      cause: { message: expect.stringContaining('an entry is kept') },
    });
  });
});

describe('a level', () => {
  test('is one per delivery, checkpoint and coach; each coach has his own', async () => {
    await enterAs(anId(), score('1', { checkpoint: 'B1' }), world.coach);
    await enterAs(anId(), score('2', { checkpoint: 'B1', note: 'better' }), world.coach);
    await enterAs(anId(), score('0', { checkpoint: 'B1' }), world.otherCoach);
    expect(await levelOf('B1')).toMatchObject([{ level: '2', note: 'better', sheetId: world.sheetId }]);
    expect(await levelOf('B1', world.otherCoach)).toMatchObject([{ level: '0' }]);
  });

  test('may be "not visible", without a fault', async () => {
    await enterAs(anId(), score('NV', { checkpoint: 'F1' }), world.coach);
    expect(await levelOf('F1')).toMatchObject([{ level: 'NV', faults: [] }]);
  });

  test.each([
    ['a checkpoint that the sheet lacks', { checkpoint: 'B9' }, 'unknown-checkpoint'],
    ["another checkpoint's fault", { faults: ['F2.gives-way'] }, 'unknown-fault'],
    ['a fault of what was not visible', { level: 'NV' as const, faults: ['E2.late'] }, 'fault-not-visible'],
  ])('refuses %s and keeps nothing', async (_name, more, code) => {
    const id = anId();
    await expect(enterAs(id, score('1', more), world.coach)).rejects.toMatchObject({ code });
    expect(await db().select().from(entries).where(eq(entries.id, id))).toEqual([]);
  });
});

describe('a key frame', () => {
  const mark = (
    event: 'contact' | 'release' | 'kneeDown' | 'handsApart',
    frame: number,
    frameTo: number | null = null,
  ): Entry => ({ kind: 'mark', clipId, event, frame, frameTo });
  const kept = async (event: string) =>
    (await db().select().from(marks).where(eq(marks.clipId, clipId))).find((m) => m.event === event);

  test('is one frame or an interval, and moves when it is marked again', async () => {
    await enterAs(anId(), mark('contact', 10, 11), world.coach);
    expect(await kept('contact')).toMatchObject({ frame: 10, frameTo: 11, enteredBy: world.coach });
    await enterAs(anId(), mark('contact', 12), world.otherCoach);
    expect(await kept('contact')).toMatchObject({ frame: 12, frameTo: null, enteredBy: world.otherCoach });
  });

  test('and a point that are taken back are gone, and nothing else is', async () => {
    const where = { clipId, event: 'liftTop' } as const;
    const place = { x: 1, y: 1, pointSd: 2, frame: null, origin: 'placed' } as const;
    await enterAs(anId(), mark('contact', 12), world.coach);
    await enterAs(anId(), { kind: 'mark', ...where, frame: 5, frameTo: null }, world.coach);
    for (const point of ['frontKnee', 'frontAnkle'] as const)
      await enterAs(anId(), { kind: 'point', ...where, point, ...place }, world.coach);
    await enterAs(anId(), { kind: 'unpoint', ...where, point: 'frontKnee' }, world.otherCoach);
    const left = await db().select().from(points).where(eq(points.clipId, clipId));
    expect(left.filter((p) => p.event === 'liftTop').map((p) => p.point)).toEqual(['frontAnkle']);
    await enterAs(anId(), { kind: 'unmark', ...where }, world.coach);
    expect(await kept('liftTop')).toBeUndefined();
    expect(await kept('contact')).toMatchObject({ frame: 12 });
  });

  test('out of order is refused with both names; an order that is a finding passes', async () => {
    await expect(enterAs(anId(), mark('release', 5), world.coach)).rejects.toMatchObject({
      code: 'key-frame-order',
      message: expect.stringMatching(/foot bears weight.*release/),
    });
    await enterAs(anId(), mark('handsApart', 4), world.coach);
    await enterAs(anId(), mark('kneeDown', 6), world.coach);
    expect(await kept('kneeDown')).toMatchObject({ frame: 6 });
  });

  test('beyond the last frame is refused', async () => {
    await expect(enterAs(anId(), mark('release', 30), world.coach)).rejects.toMatchObject({ code: 'no-such-frame' });
  });

  test('points keep fractions of a pixel and their error', async () => {
    await enterAs(
      anId(),
      {
        kind: 'point',
        clipId,
        event: 'contact',
        point: 'frontKnee',
        x: 101.25,
        y: 77.5,
        pointSd: 2,
        frame: null,
        origin: 'placed',
      },
      world.coach,
    );
    expect(await db().select().from(points).where(eq(points.event, 'contact'))).toMatchObject([
      { point: 'frontKnee', x: 101.25, y: 77.5, pointSd: 2 },
    ]);
  });

  test('no point lies on a film that has no frame yet', async () => {
    const id = await filmOnItsWay(world, world.secondDelivery, 'rear');
    await expect(
      enterAs(
        anId(),
        {
          kind: 'point',
          clipId: id,
          event: 'contact',
          point: 'frontKnee',
          x: 1,
          y: 1,
          pointSd: 2,
          frame: null,
          origin: 'placed',
        },
        world.coach,
      ),
    ).rejects.toMatchObject({ code: 'no-such-frame' });
  });
});

describe('a key frame', () => {
  const mark = (frame: number, more: Partial<Extract<Entry, { kind: 'mark' }>> = {}): Entry => ({
    ...{ kind: 'mark', clipId, event: 'finish', frame, frameTo: null },
    ...more,
  });
  const kept = async () => (await db().select().from(marks).where(eq(marks.event, 'finish')))[0];
  test('keeps by what it was marked, and of what was confirmed its spread', async () => {
    await enterAs(anId(), mark(20, { origin: 'confirmed', spread: 1.5 }), world.coach);
    expect(await kept()).toMatchObject({ frame: 20, origin: 'confirmed', spread: 1.5, coachSpread: null });
    // Moved by hand, what the computer said of it counts no more.
    await enterAs(anId(), mark(22, { spread: 1.5 }), world.coach);
    expect(await kept()).toMatchObject({ frame: 22, origin: 'placed', spread: null, coachSpread: null });
  });
  test('that two people have marked keeps how far apart: the standard deviation of the last frame of each', async () => {
    await enterAs(anId(), mark(18), world.otherCoach);
    // 22 and 18: 4 / sqrt(2).
    expect(await kept()).toMatchObject({ frame: 18, coachSpread: expect.closeTo(2.828, 2) as number });
    await enterAs(anId(), mark(19, { frameTo: 20 }), world.otherCoach);
    expect(await kept()).toMatchObject({ coachSpread: expect.closeTo(2.5 / Math.SQRT2, 2) as number });
    const [bench] = (await benchSet(world.camper)).marks.filter((m) => m.event === 'finish');
    expect(bench!.spread).toBeCloseTo(2.5 / Math.SQRT2, 2);
  });
});
