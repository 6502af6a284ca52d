import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { and, eq } from 'drizzle-orm';
import { v7 } from 'uuid';
import { choosePassword, ownerOfLink, removeEnded, signedIn, signIn, signOut } from './accounts.ts';
import { addCamp } from './camp-settings.ts';
import { campById, type Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { campStaff, credentials, sessions, staff, verifications } from './db/schema.ts';
import { outboxOf } from './messages.ts';
import { changeStaff, firstLeadLink, inviteStaff, listStaff, resetPassword } from './staff.ts';
import { newWorld, type World } from './testing/world.ts';

let world: World;
let camp: Camp;
beforeAll(async () => {
  world = await newWorld();
  camp = await campById(world.campId);
});
afterAll(() => world.end());

const PASSWORD = 'chalk on the river';
const tokenOf = (link: string): string => link.split('/').at(-1)!;
const nobody = (name: string) => ({ name, email: `${name.toLowerCase()}@field.example`, role: 'coach' as const, by: world.lead });
/** Invites somebody and lets him choose the usual password. */
async function atWork(name: string): Promise<{ readonly id: string; readonly email: string }> {
  const { id, link } = await inviteStaff(camp, nobody(name));
  const { email } = await choosePassword(tokenOf(link!), PASSWORD);
  return { id, email };
}
const enter = (email: string, password = PASSWORD, address = '10.0.0.1') => signIn({ email, password, address });
/** The headers with which a browser comes back. */
const withCookies = (cookies: readonly string[]): Headers =>
  new Headers({ cookie: cookies.map((c) => c.split(';')[0]!).join('; ') });

describe('an invitation', () => {
  test('comes by mail with a link that is good once, and is kept as its hash only', async () => {
    const { id, link } = await inviteStaff(camp, { ...nobody('Ada'), email: '  Ada@Field.example ' });
    const [mail] = await outboxOf(camp.id);
    expect(mail).toMatchObject({ to: 'Ada', address: 'ada@field.example', body: expect.stringContaining(link!) });
    expect(await ownerOfLink(tokenOf(link!))).toEqual({ name: 'Ada', email: 'ada@field.example' });
    const kept = await db().select().from(verifications).where(eq(verifications.value, id));
    expect(kept).toHaveLength(1);
    expect(kept[0]!.identifier).not.toContain(tokenOf(link!));
    await expect(choosePassword(tokenOf(link!), 'short')).rejects.toMatchObject({ code: 'short-password' });
    await choosePassword(tokenOf(link!), PASSWORD);
    expect(await ownerOfLink(tokenOf(link!))).toBeNull();
    await expect(choosePassword(tokenOf(link!), PASSWORD)).rejects.toMatchObject({ code: 'link-ended', status: 410 });
    const [credential] = await db().select().from(credentials).where(eq(credentials.userId, id));
    expect(credential!.password).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
  });

  test('twice to one camp is refused; to a second camp it takes on who is known, without a link', async () => {
    const ben = await atWork('Ben');
    await expect(inviteStaff(camp, nobody('Ben'))).rejects.toMatchObject({ code: 'already-staff' });
    const { name, place, firstDay, lastDay, timeZone, units } = camp;
    const second = await campById(
      await addCamp(camp, { name: `${name} 2`, place, firstDay, lastDay, timeZone, units }, world.lead),
    );
    expect(await inviteStaff(second, { ...nobody('Benjamin'), email: ben.email })).toEqual({ id: ben.id, link: null });
    expect((await listStaff(second.id)).find((p) => p.id === ben.id)).toMatchObject({ name: 'Ben', hasPassword: true });
  });

  test('a link that has run out is no link, and goes', async () => {
    const { id, link } = await inviteStaff(camp, nobody('Cyd'));
    await db()
      .update(verifications)
      .set({ expiresAt: new Date(Date.now() - 1000) })
      .where(eq(verifications.value, id));
    expect(await ownerOfLink(tokenOf(link!))).toBeNull();
    await removeEnded();
    expect(await db().select().from(verifications).where(eq(verifications.value, id))).toEqual([]);
  });
});

describe('signing in', () => {
  test('opens a session that says who it is, and ends it', async () => {
    const { id, email } = await atWork('Dot');
    expect(await signedIn(new Headers())).toBeNull();
    const cookies = await enter(` ${email.toUpperCase()} `);
    expect(cookies.join()).toMatch(/HttpOnly/i);
    expect(cookies.join()).toMatch(/SameSite=Lax/i);
    expect(await signedIn(withCookies(cookies))).toEqual({ id, name: 'Dot', email });
    await signOut(withCookies(cookies));
    expect(await signedIn(withCookies(cookies))).toBeNull();
  });

  test('a session that has run out is nobody, and goes', async () => {
    const { id, email } = await atWork('Eve');
    const cookies = await enter(email);
    await db()
      .update(sessions)
      .set({ expiresAt: new Date(Date.now() - 1000) })
      .where(eq(sessions.userId, id));
    expect(await signedIn(withCookies(cookies))).toBeNull();
    await removeEnded();
    expect(await db().select().from(sessions).where(eq(sessions.userId, id))).toEqual([]);
  });

  test('five failures close one account and no other; a success in between opens the count anew', async () => {
    const [fay, gus] = [await atWork('Fay'), await atWork('Gus')];
    const fail = (email: string) => expect(enter(email, 'not the password')).rejects.toMatchObject({ code: 'wrong-password' });
    for (let i = 0; i < 4; i++) await fail(fay.email);
    await enter(fay.email);
    for (let i = 0; i < 5; i++) await fail(fay.email);
    await expect(enter(fay.email)).rejects.toMatchObject({ code: 'too-many-attempts', status: 429 });
    await expect(enter(fay.email, PASSWORD, '10.0.0.2')).rejects.toMatchObject({ code: 'too-many-attempts' });
    expect(await enter(gus.email)).not.toEqual([]);
  });

  test('sixty failures from one address close the address, whoever comes from it', async () => {
    const hal = await atWork('Hal');
    for (let i = 0; i < 60; i++)
      await expect(enter(`stranger${i}@field.example`, 'guess', '10.9.9.9')).rejects.toMatchObject({ code: 'wrong-password' });
    await expect(enter(hal.email, PASSWORD, '10.9.9.9')).rejects.toMatchObject({ code: 'too-many-attempts' });
    expect(await enter(hal.email)).not.toEqual([]);
  });
});

describe('a password that is chosen', () => {
  const link = async (name: string) => tokenOf((await inviteStaff(camp, nobody(name))).link!);

  test('has ten to 128 characters, both among them', async () => {
    const token = await link('Kit');
    await expect(choosePassword(token, 'x'.repeat(9))).rejects.toMatchObject({
      code: 'short-password',
      message: 'A password has at least 10 characters.',
    });
    await expect(choosePassword(token, 'x'.repeat(129))).rejects.toMatchObject({ code: 'long-password' });
    expect(await choosePassword(token, 'x'.repeat(128))).toEqual({ email: 'kit@field.example' });
    expect(await choosePassword(await link('Lil'), 'x'.repeat(10))).toEqual({ email: 'lil@field.example' });
    expect(await enter('lil@field.example', 'x'.repeat(10))).not.toEqual([]);
    await expect(enter('lil@field.example', 'y'.repeat(10))).rejects.toMatchObject({ code: 'wrong-password' });
  });

  test('the first lead gives his name and address with it; one that somebody else has is refused, and nothing changes', async () => {
    const { id, link: url } = await inviteStaff(camp, nobody('Mo'));
    const token = tokenOf(url!);
    const self = { name: 'Mo Verrin', email: 'mo.verrin@field.example' };
    await expect(choosePassword(token, PASSWORD, { ...self, email: 'coach@test.example' })).rejects.toMatchObject({
      code: 'address-taken',
      status: 409,
    });
    const row = async () => (await db().select().from(staff).where(eq(staff.id, id)))[0];
    expect(await row()).toMatchObject({ name: 'Mo', email: 'mo@field.example' });
    expect(await choosePassword(token, PASSWORD, self)).toEqual({ email: self.email });
    expect(await row()).toMatchObject(self);
    expect(await enter(self.email)).not.toEqual([]);
  });
});

describe('what a failure says', () => {
  test('a closed account says for how long, in whole minutes of the quarter of an hour', async () => {
    const { email } = await atWork('Nan');
    for (let i = 0; i < 5; i++) await enter(email, 'not the password').catch(() => undefined);
    const closed = await enter(email).catch((e: Error) => e.message);
    expect(Number(/Try again in (\d+) minutes/.exec(String(closed))?.[1])).toBeGreaterThanOrEqual(14);
    expect(Number(/Try again in (\d+) minutes/.exec(String(closed))?.[1])).toBeLessThanOrEqual(15);
  });

  test('a wrong address is a wrong password, an account without a camp is not active, and a broken database is neither', async () => {
    await expect(enter('nobody@field.example')).rejects.toMatchObject({ code: 'wrong-password', status: 401 });
    await expect(enter('no address')).rejects.toMatchObject({ code: 'wrong-password' });
    const { id, email } = await atWork('Ora');
    await db().delete(campStaff).where(eq(campStaff.staffId, id));
    await expect(enter(email)).rejects.toMatchObject({ code: 'deactivated' });
    expect(await db().select().from(sessions).where(eq(sessions.userId, id))).toEqual([]);
    const { email: other } = await atWork('Pim');
    await db().execute('alter table sessions rename to sessions_away');
    try {
      await expect(enter(other)).rejects.not.toMatchObject({ code: 'wrong-password' });
    } finally {
      await db().execute('alter table sessions_away rename to sessions');
    }
    expect(await enter(other)).not.toEqual([]);
  });

  test('a session lasts sixteen hours and is not drawn out by being used', async () => {
    const { id, email } = await atWork('Quin');
    const cookies = await enter(email);
    const ends = async () => (await db().select().from(sessions).where(eq(sessions.userId, id)))[0]!.expiresAt.getTime();
    const first = await ends();
    expect(Math.abs(first - Date.now() - 16 * 3600_000)).toBeLessThan(300_000);
    await db()
      .update(sessions)
      .set({ updatedAt: new Date(Date.now() - 15 * 3600_000) })
      .where(eq(sessions.userId, id));
    expect(await signedIn(withCookies(cookies))).not.toBeNull();
    expect(await ends()).toBe(first);
    // Another cookie is none of ours.
    expect(await signedIn(new Headers({ cookie: 'other=1' }))).toBeNull();
  });
});

describe('the staff of a camp', () => {
  test('a new link leaves the old password until it is used, then ends every session', async () => {
    const { id, email } = await atWork('Ida');
    const cookies = await enter(email);
    const first = await resetPassword(camp, id);
    const second = await resetPassword(camp, id);
    expect(await ownerOfLink(tokenOf(first.link))).toBeNull();
    expect(await signedIn(withCookies(cookies))).not.toBeNull();
    await enter(email);
    await choosePassword(tokenOf(second.link), 'another river of chalk');
    expect(await signedIn(withCookies(cookies))).toBeNull();
    await expect(enter(email)).rejects.toMatchObject({ code: 'wrong-password' });
    await enter(email, 'another river of chalk');
    await expect(resetPassword(camp, v7())).rejects.toMatchObject({ code: 'not-found' });
  });

  test('whoever is deactivated is out at once, stays in what he has entered, and comes back', async () => {
    const { id, email } = await atWork('Jon');
    const cookies = await enter(email);
    await changeStaff(camp.id, id, { active: false });
    expect(await signedIn(withCookies(cookies))).toBeNull();
    await expect(enter(email)).rejects.toMatchObject({ code: 'deactivated', status: 403 });
    expect((await listStaff(camp.id)).map((p) => p.id)).not.toContain(id);
    expect((await listStaff(camp.id, 'all')).find((p) => p.id === id)).toMatchObject({ active: false });
    expect(await db().select().from(staff).where(eq(staff.id, id))).toHaveLength(1);
    await changeStaff(camp.id, id, { active: true });
    expect(await enter(email)).not.toEqual([]);
  });

  test('the last lead stays lead and active; with a second one the first may go', async () => {
    for (const change of [{ active: false }, { role: 'coach' as const }])
      await expect(changeStaff(camp.id, world.lead, change)).rejects.toMatchObject({ code: 'last-lead' });
    await changeStaff(camp.id, world.coach, { role: 'lead' });
    await changeStaff(camp.id, world.lead, { role: 'helper' });
    const [own] = await db()
      .select()
      .from(campStaff)
      .where(and(eq(campStaff.campId, camp.id), eq(campStaff.staffId, world.lead)));
    expect(own!.role).toBe('helper');
    await expect(changeStaff(camp.id, v7(), { active: false })).rejects.toMatchObject({ code: 'not-found' });
  });

  test('a link for the first lead is there only while nobody can sign in', async () => {
    expect(await firstLeadLink()).toBeNull();
    await db().delete(credentials);
    expect(await ownerOfLink(tokenOf((await firstLeadLink())!))).not.toBeNull();
  });
});
