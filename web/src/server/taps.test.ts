import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { v7 } from 'uuid';
import type { CareEntry, CamperId, ChildId } from '@stride-chalk/core';
import { ledgerOf, standingOf } from './arm-care.ts';
import { recordCare } from './care-entries.ts';
import { camperById } from './campers.ts';
import { db } from './db/connect.ts';
import { throws } from './db/schema.ts';
import { addDelivery, removeDelivery } from './deliveries.ts';
import { newWorld, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());

const DAY = '2026-07-14';
const helper = () => ({ id: world.helper, role: 'helper' as const });
const rowOf = async (id: string) => (await db().select().from(throws).where(eq(throws.id, id)))[0];
/** A throw that the helper taps at a mound; answers its id. */
async function tapped(
  camperId: CamperId,
  more: Partial<Extract<CareEntry, { kind: 'throws' }>> = {},
  instant?: number,
): Promise<string> {
  const id = v7();
  const entry = {
    kind: 'throws',
    camperId,
    day: DAY,
    throwKind: 'filming',
    count: 1,
    mound: 'Mound 2',
    delivery: 'windUp',
    ...more,
  } as const;
  await recordCare(id, entry, helper(), instant);
  return id;
}
const thrownBy = async (camperId: CamperId): Promise<number> => {
  const { camp, camper } = await camperById(camperId);
  return (await standingOf(camp, camper, DAY)).thrownToday;
};
const deliver = (camperId: CamperId) => addDelivery({ camperId, kind: 'stretch', thrownOn: DAY, staffId: world.coach });
const leaveOut = (camperId: CamperId, throwsId: string) => recordCare(anId(), { kind: 'leaveOut', camperId, throwsId }, helper());
let bib = 800;
const newChild = (): Promise<{ camper: CamperId; child: ChildId }> => world.addCamper(bib++, {}, 0);

describe('a throw that was tapped at a mound', () => {
  test('says where, from which start and when it was thrown, however late it arrives, and counts for the arm once', async () => {
    const { camper } = await newChild();
    const instant = Date.UTC(2026, 6, 14, 9, 41, 3);
    const id = await tapped(camper, {}, instant);
    expect(await rowOf(id)).toMatchObject({
      mound: 'Mound 2',
      deliveryKind: 'windUp',
      thrownAt: new Date(instant),
      leftOutAt: null,
      count: 1,
    });
    await recordCare(
      id,
      { kind: 'throws', camperId: camper, day: DAY, throwKind: 'filming', count: 1, mound: 'Mound 2', delivery: 'windUp' },
      helper(),
    );
    expect(await thrownBy(camper)).toBe(1);
    // Without a device that says how long it waited, the id says when it was made.
    const plain = await rowOf(await tapped(camper));
    expect(Math.abs(plain!.thrownAt!.getTime() - Date.now())).toBeLessThan(60_000);
    // What is counted on the card is no tap.
    const onCard = v7();
    await recordCare(onCard, { kind: 'throws', camperId: camper, day: DAY, throwKind: 'warmUp', count: 5 }, helper());
    expect(await rowOf(onCard)).toMatchObject({ mound: null, deliveryKind: null, thrownAt: null });
  });

  test('that does not count stays in the arm’s count; only a tap of this child can be left out', async () => {
    const { camper } = await newChild();
    const id = await tapped(camper);
    await leaveOut(camper, id);
    const { leftOutAt } = (await rowOf(id))!;
    expect(leftOutAt).not.toBeNull();
    await leaveOut(camper, id);
    expect((await rowOf(id))!.leftOutAt).toEqual(leftOutAt);
    expect(await thrownBy(camper)).toBe(1);
    const other = await newChild();
    await expect(leaveOut(other.camper, await tapped(camper))).rejects.toMatchObject({ code: 'not-found' });
    const onCard = v7();
    await recordCare(onCard, { kind: 'throws', camperId: camper, day: DAY, throwKind: 'warmUp', count: 5 }, helper());
    await expect(leaveOut(camper, onCard)).rejects.toMatchObject({ code: 'not-found' });
    const gone = await tapped(camper);
    await recordCare(anId(), { kind: 'takeBackThrows', camperId: camper, throwsId: gone, reason: null }, helper());
    await expect(leaveOut(camper, gone)).rejects.toMatchObject({ code: 'not-found' });
  });
});

describe('a delivery whose throw was tapped', () => {
  test('takes the first tap that is to be looked at: nothing is counted twice', async () => {
    const { camper, child } = await newChild();
    const [later, first] = [
      await tapped(camper, {}, Date.UTC(2026, 6, 14, 9, 5)),
      await tapped(camper, {}, Date.UTC(2026, 6, 14, 9, 1)),
    ];
    const out = await tapped(camper, {}, Date.UTC(2026, 6, 14, 9, 0));
    await leaveOut(camper, out);
    const gone = await tapped(camper, {}, Date.UTC(2026, 6, 14, 8, 59));
    await recordCare(anId(), { kind: 'takeBackThrows', camperId: camper, throwsId: gone, reason: null }, helper());
    await tapped(camper, { day: '2026-07-15' }, Date.UTC(2026, 6, 14, 8, 58));
    const [one, two, three] = [await deliver(camper), await deliver(camper), await deliver(camper)];
    expect((await rowOf(first))!.deliveryId).toBe(one.id);
    expect((await rowOf(later))!.deliveryId).toBe(two.id);
    expect((await rowOf(out))!.deliveryId).toBeNull();
    // The third was not tapped: it is a throw of its own.
    expect((await ledgerOf(child)).some((t) => t.deliveryId === three.id && ![first, later, out, gone].includes(t.id))).toBe(
      true,
    );
    expect(await thrownBy(camper)).toBe(4);
  });

  test('is taken in at the limit too: it was thrown; one more is not', async () => {
    const { camper } = await newChild();
    const { camp, camper: known } = await camperById(camper);
    const { dailyMaximum } = await standingOf(camp, known, DAY);
    await tapped(camper);
    await recordCare(
      v7(),
      { kind: 'throws', camperId: camper, day: DAY, throwKind: 'bullpen', count: dailyMaximum - 1 },
      helper(),
    );
    await deliver(camper);
    await expect(deliver(camper)).rejects.toMatchObject({ code: 'arm-care' });
  });

  test('that is taken away leaves the throw: it was tapped', async () => {
    const { camper } = await newChild();
    const id = await tapped(camper);
    const made = await deliver(camper);
    await removeDelivery(made.id, world.coach);
    expect(await rowOf(id)).toMatchObject({ deliveryId: null, takenBackAt: null });
    expect(await thrownBy(camper)).toBe(1);
  });
});
