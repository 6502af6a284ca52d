import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { CareEntry, CamperId, ChildId } from '@stride-chalk/core';
import { ledgerOf, overridesOf, soreArmsOf } from './arm-care.ts';
import { recordCare } from './care-entries.ts';
import { newWorld, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
let child: { camper: CamperId; child: ChildId };
beforeAll(async () => {
  world = await newWorld();
  child = await world.addCamper(61, {}, 0);
});
afterAll(() => world.end());

const day = '2026-07-14';
const as = (role: 'lead' | 'coach' | 'helper') => ({ id: world[role], role });

describe('an entry about an arm', () => {
  test('sent twice is one', async () => {
    const id = anId();
    const entry: CareEntry = { kind: 'throws', camperId: child.camper, day, throwKind: 'warmUp', count: 12 };
    for (const _ of [1, 2]) await recordCare(id, entry, as('helper'));
    expect((await ledgerOf(child.child)).map((t) => [t.id, t.count])).toEqual([[id, 12]]);
  });

  test('under an id that is about somebody else, or somebody else has made, is refused', async () => {
    const id = anId();
    const entry: CareEntry = { kind: 'throws', camperId: child.camper, day: '2026-07-10', throwKind: 'drill', count: 3 };
    await recordCare(id, entry, as('helper'));
    const other = await world.addCamper(62, {}, 0);
    for (const [taken, by] of [
      [{ ...entry, camperId: other.camper }, as('helper')],
      [entry, as('coach')],
    ] as const)
      await expect(recordCare(id, taken, by)).rejects.toMatchObject({ code: 'entry-id-taken', status: 409 });
    expect(await ledgerOf(other.child)).toEqual([]);
    await recordCare(anId(), { kind: 'takeBackThrows', camperId: child.camper, throwsId: id, reason: null }, as('helper'));
  });

  test('of a helper neither lifts a sore arm nor allows more; nothing of it is kept', async () => {
    await recordCare(anId(), { kind: 'sore', camperId: child.camper, place: 'elbow', since: day }, as('helper'));
    for (const role of ['helper', 'coach'] as const) {
      for (const entry of [
        { kind: 'liftSore', camperId: child.camper, reason: 'feels fine' },
        { kind: 'allow', camperId: child.camper, day, throws: 5, reason: 'wants to' },
        { kind: 'takeBackAllowance', camperId: child.camper, allowanceId: anId() },
      ] satisfies CareEntry[])
        await expect(recordCare(anId(), entry, as(role))).rejects.toMatchObject({ code: 'not-allowed', status: 403 });
    }
    expect((await soreArmsOf(child.child)).map((s) => s.liftedAt)).toEqual([null]);
    expect(await overridesOf(child.child)).toEqual([]);
  });

  test('that lifts a sore arm, sent again after the arm is sore anew, lifts nothing', async () => {
    const lift = anId();
    const entry: CareEntry = { kind: 'liftSore', camperId: child.camper, reason: 'cleared in writing' };
    await recordCare(lift, entry, as('lead'));
    await recordCare(anId(), { kind: 'sore', camperId: child.camper, place: 'shoulder', since: day }, as('helper'));
    expect(await recordCare(lift, entry, as('lead'))).toMatchObject({ sore: true, plannable: 0 });
    expect((await soreArmsOf(child.child)).filter((s) => s.liftedAt === null)).toHaveLength(1);
  });

  test('that is refused leaves nothing behind, and may be sent again', async () => {
    const id = anId();
    const takeBack: CareEntry = { kind: 'takeBackThrows', camperId: child.camper, throwsId: anId(), reason: null };
    for (const _ of [1, 2]) await expect(recordCare(id, takeBack, as('helper'))).rejects.toMatchObject({ code: 'not-found' });
    await expect(
      recordCare(anId(), { kind: 'takeBackAllowance', camperId: child.camper, allowanceId: anId() }, as('lead')),
    ).rejects.toMatchObject({ code: 'not-found' });
  });
});
