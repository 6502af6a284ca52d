import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { consentSchema } from '@stride-chalk/core';
import { consentHistory, recordConsents } from './consents.ts';
import { db } from './db/connect.ts';
import { messages } from './db/schema.ts';
import { camperOf, requireInCamp, type CampNoun } from './in-camp.ts';
import { noteMessage, outboxOf, stateOf, toBeTold, toldAboutSoreArm, writeMessage } from './messages.ts';
import { newWorld, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());

describe('a message to a family', () => {
  beforeEach(() => db().delete(messages));
  const write = async (more: Partial<Parameters<typeof writeMessage>[0]> = {}) => {
    await writeMessage({
      campId: world.campId,
      childId: world.child,
      to: 'Ada Roe',
      address: 'ada@roe.example',
      toFamily: true,
      subject: 'A sore arm',
      body: 'Words',
      ...more,
    });
    return (await outboxOf(world.campId))[0]!.id;
  };
  const told = () => toldAboutSoreArm(world.child);

  test('is called what it is at every step, and never more', async () => {
    expect(await told()).toBeNull();
    const id = await write();
    expect(await told()).toBe('A message to Ada Roe is written and waits in the outbox.');
    await noteMessage(world.campId, id, 'printed', world.lead);
    expect(await told()).toBe('The message to Ada Roe is printed: somebody hands it over.');
    await db().update(messages).set({ mailedAt: new Date() }).where(eq(messages.id, id));
    expect(await told()).toBe('A mail to Ada Roe was sent.');
    await noteMessage(world.campId, id, 'handed over', world.lead);
    expect(await told()).toBe('Ada Roe was told.');
    expect((await outboxOf(world.campId))[0]).toMatchObject({ handedOverBy: world.lead });
    await noteMessage(world.campId, id, 'not handed over', world.lead);
    expect(await told()).toBe('A mail to Ada Roe was sent.');
    expect((await outboxOf(world.campId))[0]).toMatchObject({ handedOverBy: null, handedOverAt: null });
  });

  test('the furthest step counts', () => {
    const at = new Date();
    expect(stateOf({ printedAt: null, mailedAt: null, handedOverAt: null })).toBe('written');
    expect(stateOf({ printedAt: at, mailedAt: null, handedOverAt: null })).toBe('printed');
    expect(stateOf({ printedAt: at, mailedAt: at, handedOverAt: null })).toBe('mailed');
    expect(stateOf({ printedAt: null, mailedAt: null, handedOverAt: at })).toBe('handed over');
  });

  test('printed twice keeps the first time', async () => {
    const id = await write();
    await noteMessage(world.campId, id, 'printed', world.lead);
    const [first] = await outboxOf(world.campId);
    await noteMessage(world.campId, id, 'printed', world.lead);
    expect((await outboxOf(world.campId))[0]!.printedAt).toEqual(first!.printedAt);
  });

  test('without a mail address somebody has to call, until he has', async () => {
    const id = await write({ address: null, phone: '555 0101' });
    expect(await told()).toBe('No mail address of Ada Roe is known: call 555 0101.');
    expect((await toBeTold(world.campId)).map((m) => m.id)).toEqual([id]);
    await noteMessage(world.campId, id, 'handed over', world.lead);
    expect(await toBeTold(world.campId)).toEqual([]);
    await write({ address: null, phone: null });
    expect(await told()).toBe('No mail address of Ada Roe is known: tell the family in person.');
    expect(await toBeTold(anId())).toEqual([]);
  });

  test('of another camp it is not found, and stands in no outbox but its own', async () => {
    const id = await write();
    await expect(noteMessage(anId(), id, 'printed', world.lead)).rejects.toMatchObject({ code: 'not-found' });
    await expect(noteMessage(world.campId, anId(), 'printed', world.lead)).rejects.toMatchObject({ code: 'not-found' });
    expect((await outboxOf(world.campId))[0]).toMatchObject({ printedAt: null });
    expect(await outboxOf(anId())).toEqual([]);
    // A message to the lead about the child is none to the family.
    await db().delete(messages);
    await write({ toFamily: false });
    expect(await told()).toBeNull();
  });
});

describe('an answer about consent', () => {
  const answer = { film: true, share: true, until: null, givenBy: 'Ada Roe', how: 'by phone' as const };

  test('sharing without filming cannot be answered, and is not kept', async () => {
    expect(consentSchema.safeParse(answer).success).toBe(true);
    expect(consentSchema.safeParse({ ...answer, film: false }).error?.issues[0]).toMatchObject({
      path: ['share'],
      message: 'what may not be filmed cannot be shared',
    });
    expect(consentSchema.safeParse({ ...answer, film: false, share: false }).success).toBe(true);
    expect(consentSchema.safeParse({ ...answer, share: false }).success).toBe(true);
    const { camper } = await world.addCamper(31, { consentToFilm: false }, 0);
    await recordConsents([], world.lead);
    expect(await consentHistory(camper)).toEqual([]);
    await recordConsents([{ ...answer, camperId: camper, film: false, share: true, until: '2026-08-01' }], world.lead);
    expect(await consentHistory(camper)).toEqual([
      expect.objectContaining({
        film: false,
        share: false,
        until: '2026-08-01',
        givenBy: 'Ada Roe',
        how: 'by phone',
        by: 'Lead',
      }),
    ]);
    await recordConsents([{ ...answer, camperId: camper }], world.coach);
    expect((await consentHistory(camper)).map((c) => [c.film, c.share, c.by])).toEqual([
      [true, true, 'Coach'],
      [false, false, 'Lead'],
    ]);
  });
});

describe('what belongs to a camp', () => {
  const WORDS: Record<CampNoun, string> = {
    camper: 'The camper',
    delivery: 'The delivery',
    clip: 'The clip',
    removedClip: 'The removed film',
    refusal: 'The refusal',
    agreedLevel: 'The proposed level',
    eveningRound: 'The round',
    practiceClip: 'The practice clip',
    ownPracticeClip: 'The practice clip',
    sitting: 'The sitting',
    evaluation: 'The evaluation',
    picture: 'The picture',
    staffMember: 'The staff member',
    trayClip: 'The clip',
    camera: 'The camera',
    droppedFile: 'The file',
    refilm: 'What was asked',
  };

  test.each(Object.entries(WORDS) as Array<[CampNoun, string]>)(
    '%s: what is not there is named for what it is',
    async (noun, words) => {
      await expect(requireInCamp(noun, noun === 'picture' ? '0'.repeat(64) : anId(), world.campId)).rejects.toMatchObject({
        code: 'not-found',
        status: 404,
        message: expect.stringMatching(new RegExp(`^${words} `)),
      });
    },
  );

  test('its own is let through with whose it is, another camp’s is not', async () => {
    expect(await camperOf('camper', world.camper, world.campId)).toBe(world.camper);
    expect(await camperOf('delivery', world.delivery, world.campId)).toBe(world.camper);
    await requireInCamp('staffMember', world.coach, world.campId);
    for (const [noun, id] of [
      ['camper', world.camper],
      ['delivery', world.delivery],
      ['staffMember', world.coach],
    ] as const)
      await expect(requireInCamp(noun, id, anId())).rejects.toMatchObject({ code: 'not-found' });
  });
});
