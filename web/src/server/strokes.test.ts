import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import { eq, sql } from 'drizzle-orm';
import { MOST_STROKES, type ClipId, type Entry, type Stroke } from '@stride-chalk/core';
import { anId } from '../parts/testing/an-id.ts';
import { benchFor, benchSet } from './bench.ts';
import { campById } from './camps.ts';
import { eraseCamper } from './children.ts';
import { db } from './db/connect.ts';
import { clips, entries, scoringTasks, strokes } from './db/schema.ts';
import { deliveriesOf } from './deliveries.ts';
import { recordEntry } from './entries.ts';
import { removeClip } from './remove-clip.ts';
import { strokesOf } from './strokes.ts';
import { enterAs } from './testing/entering.ts';
import { newWorld, readyClip, type World } from './testing/world.ts';

let world: World;
let clip: { id: ClipId; width: number; height: number };
beforeAll(async () => {
  world = await newWorld();
  clip = await readyClip(world);
});
afterAll(() => world.end());
afterEach(() => db().delete(strokes));

const line = (more: Partial<Stroke> = {}): Extract<Entry, { kind: 'stroke' }> => ({
  ...{ kind: 'stroke', stroke: anId(), clipId: clip.id, frame: 3, shape: 'line', text: null },
  points: [
    { x: 10, y: 10 },
    { x: 100, y: 50 },
  ],
  ...more,
});
const enter = (entry: Entry, by = world.coach) => enterAs(anId(), entry, by);

describe('a drawing', () => {
  test('is kept with its frame, changed under its own id, and taken off', async () => {
    const first = line();
    await enter(first);
    const { kind: _, ...drawn } = first;
    expect(await strokesOf([clip.id])).toEqual([drawn]);
    await enter({ ...first, shape: 'arrow' });
    expect(await strokesOf([clip.id])).toEqual([{ ...drawn, shape: 'arrow' }]);
    expect((await benchSet(world.camper)).strokes).toEqual([{ ...drawn, shape: 'arrow' }]);
    await enter({ kind: 'unstroke', clipId: clip.id, frame: 3, stroke: first.stroke });
    expect(await strokesOf([clip.id])).toEqual([]);
  });

  test('sent twice is there once, and an older one does not come back', async () => {
    const [id, entry] = [anId(), line()];
    await enterAs(id, entry, world.coach);
    await enterAs(id, entry, world.coach);
    const { kind: _, ...drawn } = entry;
    expect(await strokesOf([clip.id])).toEqual([drawn]);
    // Entered an hour before, and arrived only now.
    expect(await enterAs(anId(), { ...entry, shape: 'arrow' }, world.coach, Date.now() - 3_600_000)).toMatchObject({
      applied: false,
    });
    expect(await strokesOf([clip.id])).toEqual([drawn]);
  });

  test('lies on a frame of its film, inside of it', async () => {
    await expect(enter(line({ frame: 9999 }))).rejects.toMatchObject({ code: 'no-such-frame' });
    const outside = [
      { x: -1, y: 10 },
      { x: 10, y: -1 },
      { x: clip.width + 1, y: 10 },
      { x: 10, y: clip.height + 1 },
    ];
    for (const to of outside)
      await expect(enter(line({ points: [{ x: 5, y: 5 }, to] })), JSON.stringify(to)).rejects.toMatchObject({
        code: 'outside-film',
      });
    expect(await strokesOf([clip.id])).toEqual([]);
  });

  test('of another camp’s film, or under the id of a drawing on another film, is refused', async () => {
    const elsewhere = { id: world.coach, camp: { ...(await campById(world.campId)), id: anId() as typeof world.campId } };
    await expect(recordEntry(anId(), line(), elsewhere)).rejects.toMatchObject({ code: 'not-found' });
    const first = line();
    await enter(first);
    const other = (await readyClip(world, { deliveryId: world.secondDelivery })).id;
    await expect(enter({ ...first, clipId: other })).rejects.toMatchObject({ code: 'entry-id-taken' });
    expect(await strokesOf([other])).toEqual([]);
    await db().delete(clips).where(eq(clips.id, other));
  });

  test(`is one of ${MOST_STROKES} on its frame at most; one that is there can still be changed`, async () => {
    const first = line();
    await enter(first);
    for (let i = 1; i < MOST_STROKES; i++) await enter(line());
    await expect(enter(line())).rejects.toMatchObject({ code: 'too-many-drawings' });
    await enter({ ...first, shape: 'arrow' });
    await enter(line({ frame: 4 }));
    expect(await strokesOf([clip.id])).toHaveLength(MOST_STROKES + 1);
  });
});

describe('whose drawings are seen', () => {
  test('a second scorer sees his own alone until he has finished', async () => {
    const camp = await campById(world.campId);
    await enter(line());
    const own = line();
    await enter(own, world.otherCoach);
    const [{ thrownOn } = { thrownOn: '' }] = await deliveriesOf(world.camper);
    await db()
      .insert(scoringTasks)
      .values({ id: anId(), camperId: world.camper, day: thrownOn, coachId: world.otherCoach, kind: 'second' });
    const camper = { id: world.camper, bib: 7, ageGroup: '13-14' as const };
    expect((await benchFor(camp, camper, world.otherCoach)).strokes.map((s) => s.stroke)).toEqual([own.stroke]);
    expect((await benchFor(camp, camper, world.coach)).strokes).toHaveLength(2);
    await db().delete(scoringTasks);
  });
});

describe('with its film', () => {
  test('a film on which something is drawn is kept for a day when it is removed', async () => {
    const id = (await readyClip(world, { deliveryId: world.secondDelivery })).id;
    await enter(line({ clipId: id }));
    expect(await removeClip(id, world.coach)).toBe('kept');
    await db().delete(strokes);
    await db().delete(clips).where(eq(clips.id, id));
  });

  test('it is in the export of its child, and goes with the child', async () => {
    await enter(line({ shape: 'label', points: [{ x: 1, y: 1 }], text: 'elbow first' }));
    // What is exported is what is erased: one list.
    expect(await eraseCamper(world.camper, 'asked by the family', world.lead)).toMatchObject({ strokes: 1 });
    expect(await db().$count(strokes)).toBe(0);
    expect(await db().$count(entries, sql`${entries.body}->>'clipId' = ${clip.id}`)).toBe(0);
  });
});
