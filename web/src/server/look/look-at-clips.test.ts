import { and, eq, sql } from 'drizzle-orm';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { FOLLOWED, type ClipId, type ClipProposal, type DeliveryId } from '@stride-chalk/core';
import { campById } from '../camps.ts';
import { exportCamper, eraseCamper } from '../children.ts';
import { recordConsents } from '../consents.ts';
import { db } from '../db/connect.ts';
import {
  campers,
  clipLooks,
  clips,
  deliveries,
  marks,
  points,
  proposedJoints,
  proposedMarks,
  scoringTasks,
} from '../db/schema.ts';
import { moveClip } from '../move-clip.ts';
import { newWorld, putClip, type World } from '../testing/world.ts';
import { anId } from '../../parts/testing/an-id.ts';
import type { BodyFinder } from './body-finder.ts';
import { askForLooks, FINDER, lookAtNext, takeUpLooks } from './look-at-clips.ts';
import { proposalsOf, wantLooks } from './proposals.ts';

let world: World;
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());
beforeEach(() => {
  process.env.STRIDE_LOOKS = '1';
});
afterEach(async () => {
  delete process.env.STRIDE_LOOKS;
  await db().delete(marks);
  await db().delete(points);
  await db().delete(clips);
  await db().delete(scoringTasks);
  await db().execute(sql`delete from pgboss.job`);
});

const TIMES = [0, 0.1, 0.2];
const ready = (deliveryId: DeliveryId = world.delivery, more: Partial<Parameters<typeof putClip>[0]> = {}): Promise<ClipId> =>
  putClip({
    ...{
      deliveryId,
      view: 'openSide',
      towardsTarget: 1,
      state: 'ready',
      frameTimes: TIMES,
      benchHeight: 360,
      enteredBy: world.coach,
    },
    ...more,
  });
const PROPOSAL: ClipProposal = {
  bodyPixels: 200,
  marks: [{ event: 'contact', frame: 1, from: 0, to: 2, sure: 0.9 }],
  joints: FOLLOWED.map((joint) => ({ joint, x: [1, 2, 3], y: [4, 5, 6], sd: [2, 2, 2] })),
};
type Asked = Parameters<BodyFinder['find']>[0];
/** A finder that answers the same of every film and remembers what it was asked. */
function finder(
  answer: (asked: Asked, signal?: AbortSignal) => ClipProposal | null | Promise<ClipProposal | null> = () => PROPOSAL,
) {
  const asked: Asked[] = [];
  const one: BodyFinder = {
    stop: async () => undefined,
    find: async (film, signal) => {
      asked.push(film);
      return answer(film, signal);
    },
  };
  return { one, asked, clips: () => asked.map((a) => /([0-9a-f-]{36})\.mp4$/.exec(a.film.path)![1]!) };
}
const lookOf = async (clipId: ClipId) => (await db().select().from(clipLooks).where(eq(clipLooks.clipId, clipId)))[0];
const ofCamper = async () => (await proposalsOf(world.camper)).looks;

describe('a look at a clip', () => {
  test('keeps key frames and joints apart from what people place, with what was known of the clip', async () => {
    const id = await ready(world.delivery, { captureScale: 4 });
    const { one, asked } = finder();
    await lookAtNext(one);
    expect(asked[0]).toMatchObject({
      film: { width: 640, height: 360, readHeight: 360 },
      known: { hand: 'R', towardsTarget: 1 },
    });
    // Capture seconds: the file plays four times as slow.
    expect(asked[0]!.times.map((t) => Math.round(1000 * t))).toEqual([0, 25, 50]);
    expect(await lookOf(id)).toMatchObject({ state: 'found', hand: 'R', towardsTarget: 1, captureScale: 4, finder: FINDER });
    const [look] = await ofCamper();
    expect(look).toMatchObject({ clipId: id, state: 'found', bodyPixels: 200, marks: PROPOSAL.marks });
    expect(look!.joints.find((j) => j.joint === 'frontKnee')).toEqual({
      joint: 'frontKnee',
      x: [1, 2, 3],
      y: [4, 5, 6],
      sd: [2, 2, 2],
    });
    expect(await db().$count(points, eq(points.clipId, id))).toBe(0);
    // Once is enough.
    await lookAtNext(one);
    expect(asked).toHaveLength(1);
  });

  test('in which nobody can be followed proposes nothing and says so', async () => {
    await ready();
    await lookAtNext(finder(() => null).one);
    expect(await ofCamper()).toMatchObject([{ state: 'none', bodyPixels: null, marks: [], joints: [] }]);
  });

  test('that fails is kept as failed, and taken up at the next start', async () => {
    const id = await ready();
    await lookAtNext(
      finder(() => {
        throw new Error('ffmpeg ended with 1');
      }).one,
    );
    expect(await ofCamper()).toMatchObject([{ state: 'failed' }]);
    const { one, asked } = finder();
    await lookAtNext(one);
    expect(asked).toEqual([]);
    await takeUpLooks();
    await lookAtNext(one);
    expect(await lookOf(id)).toMatchObject({ state: 'found' });
  });

  test('that a stopped server left half-way is begun anew', async () => {
    const id = await ready();
    await db().insert(clipLooks).values({ clipId: id, state: 'looking' });
    const { one } = finder();
    await lookAtNext(one);
    expect(await lookOf(id)).toMatchObject({ state: 'looking' });
    await takeUpLooks();
    await lookAtNext(one);
    expect(await lookOf(id)).toMatchObject({ state: 'found' });
  });

  test('of a clip that is removed meanwhile keeps nothing, and ends', async () => {
    const id = await ready();
    let ended: unknown = null;
    await lookAtNext(
      finder(
        (_, signal) =>
          new Promise((_resolve, reject) => {
            signal!.addEventListener('abort', () => {
              ended = signal!.reason;
              reject(signal!.reason as Error);
            });
            void db().update(clips).set({ removedAt: new Date(), removedBy: world.coach }).where(eq(clips.id, id)).then();
          }),
      ).one,
    );
    expect(ended).toBeInstanceOf(Error);
    expect(await db().$count(proposedJoints)).toBe(0);
    expect(await lookOf(id)).toMatchObject({ state: 'waiting' });
    // Put back, it is looked at.
    await db().update(clips).set({ removedAt: null, removedBy: null }).where(eq(clips.id, id));
    await lookAtNext(finder().one);
    expect(await lookOf(id)).toMatchObject({ state: 'found' });
  });

  test('of a clip that is said to be of another view meanwhile keeps nothing', async () => {
    const id = await ready();
    const camp = await campById(world.campId);
    await lookAtNext(
      finder(async () => {
        await moveClip(id, { camp, bib: 7, delivery: 1, view: 'closedSide' });
        return PROPOSAL;
      }).one,
    );
    expect(await db().$count(proposedMarks)).toBe(0);
    // It is looked at as it is said now.
    const { one, asked } = finder();
    await lookAtNext(one);
    expect(asked.map((a) => a.known.towardsTarget)).toEqual([-1]);
    expect(await lookOf(id)).toMatchObject({ state: 'found', towardsTarget: -1 });
  });
});

describe('what is looked at', () => {
  test('nothing that is not ready, of nobody, of an unknown rate, removed, hidden, or of a child without consent', async () => {
    await ready(world.delivery, { state: 'copying' });
    await ready(world.delivery, { view: 'front', towardsTarget: null, captureKnown: 'open' });
    await ready(world.delivery, { view: 'rear', removedAt: new Date(), removedBy: world.coach });
    await ready(world.secondDelivery, { hiddenAt: new Date() });
    await ready(world.withoutConsent.delivery);
    const unbound = await ready(world.secondDelivery, { view: 'front' });
    await db().update(clips).set({ deliveryId: null, view: null }).where(eq(clips.id, unbound));
    const { one, asked } = finder();
    for (let i = 0; i < 6; i++) await lookAtNext(one);
    expect(asked).toEqual([]);
  });

  test('a child whose family takes its consent back is not looked at any more', async () => {
    await ready();
    const { camper, deliveries: thrown } = await world.addCamper(61, {}, 1);
    const id = await ready(thrown[0]!);
    await recordConsents(
      [{ camperId: camper, film: false, share: false, until: null, givenBy: 'Guardian', how: 'signed form' }],
      world.lead,
    );
    const { one, clips: seen } = finder();
    await lookAtNext(one);
    await lookAtNext(one);
    expect(seen()).not.toContain(id);
    expect(seen()).toHaveLength(1);
  });

  test('first the open bench, then the newest day, who is to be scored, bibs, deliveries and views in their order', async () => {
    const later = await world.addCamper(62, {}, 2);
    const tasked = await world.addCamper(63, {}, 1);
    const wanted = await world.addCamper(64, {}, 1);
    await db().update(deliveries).set({ thrownOn: '2026-07-14' }).where(eq(deliveries.id, later.deliveries[1]!));
    await db().insert(scoringTasks).values({
      id: anId(),
      camperId: tasked.camper,
      day: '2026-07-13',
      coachId: world.coach,
      kind: 'first',
      enteredBy: world.lead,
    });
    const front = await ready(world.delivery, { view: 'front', towardsTarget: null });
    const old = await ready(later.deliveries[0]!);
    const newest = await ready(later.deliveries[1]!);
    const second = await ready(world.secondDelivery);
    const side = await ready(world.delivery);
    const scored = await ready(tasked.deliveries[0]!);
    const open = await ready(wanted.deliveries[0]!);
    await wantLooks(wanted.camper);
    const { one, clips: seen } = finder();
    for (let i = 0; i < 7; i++) await lookAtNext(one);
    expect(seen()).toEqual([open, newest, scored, side, front, second, old]);
  });

  describe('by other rules than today’s', () => {
    const byOthers = (id: ClipId): Promise<unknown> =>
      db().update(clipLooks).set({ finder: 'of before' }).where(eq(clipLooks.clipId, id));
    const other: ClipProposal = { ...PROPOSAL, marks: [{ event: 'release', frame: 2, from: 1, to: 2, sure: 0.8 }] };

    test('is looked at anew, after all that nobody has looked at, and shown as it was until then', async () => {
      const before = await ready();
      await lookAtNext(finder().one);
      await byOthers(before);
      const none = await ready(world.delivery, { view: 'front', towardsTarget: null });
      await lookAtNext(finder(() => null).one);
      await byOthers(none);
      const never = await ready(world.secondDelivery);
      expect((await ofCamper()).find((l) => l.clipId === before)).toMatchObject({ state: 'found', marks: PROPOSAL.marks });
      const { one, clips: seen } = finder(() => other);
      for (let i = 0; i < 4; i++) await lookAtNext(one);
      expect(seen()).toEqual([never, before, none]);
      expect((await ofCamper()).map((l) => l.marks)).toEqual([other.marks, other.marks, other.marks]);
      expect(await lookOf(before)).toMatchObject({ finder: FINDER });
    });

    /** Looks at the only clip anew, and does something meanwhile. */
    async function anewMeanwhile(does: () => Promise<unknown>, answer: ClipProposal | null = other): Promise<void> {
      await lookAtNext(
        finder(async () => {
          await does();
          return answer;
        }).one,
      );
    }
    async function foundByOthers(): Promise<ClipId> {
      const id = await ready();
      await lookAtNext(finder().one);
      await byOthers(id);
      return id;
    }

    test('is shown as it was while it is looked at, and no other looks at it then', async () => {
      const id = await foundByOthers();
      const begun = Date.now();
      const second = finder();
      await anewMeanwhile(async () => {
        expect(await ofCamper()).toMatchObject([{ clipId: id, state: 'found', marks: PROPOSAL.marks }]);
        await lookAtNext(second.one);
      });
      expect(second.asked).toEqual([]);
      expect(await ofCamper()).toMatchObject([{ state: 'found', marks: other.marks }]);
      const { startedAt, endedAt } = (await lookOf(id))!;
      expect(startedAt!.getTime()).toBeGreaterThanOrEqual(begun);
      expect(endedAt!.getTime()).toBeGreaterThanOrEqual(startedAt!.getTime());
      await lookAtNext(second.one);
      expect(second.asked).toEqual([]);
    });

    test('nobody can be followed in any more says so', async () => {
      await foundByOthers();
      await anewMeanwhile(async () => undefined, null);
      expect(await ofCamper()).toMatchObject([{ state: 'none', marks: [], joints: [] }]);
    });

    test('keeps what was found before where the look fails, until the next start tries again', async () => {
      const id = await foundByOthers();
      const fails = finder(() => {
        throw new Error('no memory');
      });
      for (let i = 0; i < 2; i++) await lookAtNext(fails.one);
      expect(fails.asked).toHaveLength(1);
      expect(await ofCamper()).toMatchObject([{ state: 'found', marks: PROPOSAL.marks }]);
      await takeUpLooks();
      await lookAtNext(finder(() => other).one);
      expect(await ofCamper()).toMatchObject([{ clipId: id, state: 'found', marks: other.marks }]);
    });

    test('keeps what a person saw who began with it meanwhile', async () => {
      const clipId = await foundByOthers();
      await anewMeanwhile(() =>
        db().insert(marks).values({ entryId: anId(), clipId, event: 'contact', frame: 1, enteredBy: world.coach }),
      );
      expect(await ofCamper()).toMatchObject([{ state: 'found', marks: PROPOSAL.marks }]);
      expect(await lookOf(clipId)).toMatchObject({ finder: 'of before', anewAt: null });
    });

    test('of which something else is said meanwhile is looked at with that, and what the first look finds is nothing', async () => {
      const clipId = await foundByOthers();
      const right = finder(() => PROPOSAL);
      await anewMeanwhile(async () => {
        await db().update(clips).set({ captureScale: 8 }).where(eq(clips.id, clipId));
        await lookAtNext(right.one);
      });
      expect(right.asked).toHaveLength(1);
      expect(await ofCamper()).toMatchObject([{ state: 'found', marks: PROPOSAL.marks }]);
    });

    test('stays as it is once somebody has marked or placed something in it', async () => {
      const [marked, placed] = [await ready(), await ready(world.secondDelivery)];
      for (const id of [marked, placed]) {
        await lookAtNext(finder().one);
        await byOthers(id);
      }
      const enteredBy = world.coach;
      await db().insert(marks).values({ entryId: anId(), clipId: marked, event: 'contact', frame: 1, enteredBy });
      await db()
        .insert(points)
        .values({ entryId: anId(), clipId: placed, event: 'contact', point: 'frontKnee', x: 1, y: 1, pointSd: 2, enteredBy });
      const { one, asked } = finder(() => other);
      await lookAtNext(one);
      expect(asked).toEqual([]);
      expect((await ofCamper()).map((l) => l.marks)).toEqual([PROPOSAL.marks, PROPOSAL.marks]);
    });
  });

  test('two that look at the same time look at two clips', async () => {
    const both = [await ready(), await ready(world.secondDelivery)];
    const one = finder();
    await Promise.all([lookAtNext(one.one), lookAtNext(one.one)]);
    expect(one.clips().sort()).toEqual([...both].sort());
  });

  test('a bench that is being opened and a look that begins do not wait for each other', async () => {
    const id = await ready();
    const { one, clips: seen } = finder();
    let look: Promise<void> | undefined;
    // The wish of an opened bench, written and not yet final: its look waits for it, and then is made.
    await db().transaction(async (tx) => {
      await tx.insert(clipLooks).values({ clipId: id, state: 'waiting', wantedAt: new Date() });
      let ended = false;
      look = lookAtNext(one).finally(() => {
        ended = true;
      });
      const waits = sql`select 1 from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock'`;
      await expect.poll(async () => ended || (await db().execute(waits)).rows.length > 0).toBe(true);
    });
    await look;
    expect(seen()).toEqual([id]);
    expect(await lookOf(id)).toMatchObject({ state: 'found' });
  });

  test('a clip of which its view, its rate or its thrower is said otherwise is looked at again', async () => {
    const id = await ready();
    const camp = await campById(world.campId);
    const { one, asked } = finder();
    await lookAtNext(one);
    await moveClip(id, { camp, bib: 7, delivery: 1, view: 'closedSide' });
    // What was found looking the other way is not shown.
    expect(await ofCamper()).toMatchObject([{ state: 'waiting', marks: [], joints: [] }]);
    await lookAtNext(one);
    expect(asked[1]!.known.towardsTarget).toBe(-1);
    await db().update(clips).set({ captureScale: 8 }).where(eq(clips.id, id));
    await lookAtNext(one);
    await db()
      .update(campers)
      .set({ hand: 'L' })
      .where(and(eq(campers.id, world.camper)));
    await lookAtNext(one);
    await db().update(campers).set({ hand: 'R' }).where(eq(campers.id, world.camper));
    expect(asked.map((a) => a.known.hand)).toEqual(['R', 'R', 'R', 'L']);
  });

  test('asking for looks asks for each clip once; where the server looks at none, for none', async () => {
    await ready();
    await ready(world.secondDelivery);
    const jobs = async (): Promise<number> =>
      Number(
        (await db().execute<{ n: string }>(sql`select count(*) as n from pgboss.job where name = 'look-at-clip'`)).rows[0]!.n,
      );
    delete process.env.STRIDE_LOOKS;
    await askForLooks();
    expect(await jobs()).toBe(0);
    expect(await proposalsOf(world.camper)).toEqual({ looksHere: false, looks: [] });
    process.env.STRIDE_LOOKS = '1';
    await askForLooks();
    await askForLooks();
    expect(await jobs()).toBe(2);
  });
});

describe('a child who is erased', () => {
  test('takes what was found in his films along, and the export has it', async () => {
    const { camper, deliveries: thrown } = await world.addCamper(65, {}, 1);
    await ready(thrown[0]!);
    await lookAtNext(finder().one);
    const { body } = await exportCamper(camper);
    body.resume();
    const removed = await eraseCamper(camper, 'asked by the family', world.lead);
    expect(removed).toMatchObject({ clipLooks: 1, proposedMarks: 1, proposedJoints: FOLLOWED.length });
    expect([await db().$count(clipLooks), await db().$count(proposedMarks), await db().$count(proposedJoints)]).toEqual([
      0, 0, 0,
    ]);
  });
});
