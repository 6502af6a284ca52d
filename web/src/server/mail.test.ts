import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { db } from './db/connect.ts';
import { mailSettings, messages } from './db/schema.ts';
import { keepMailSettings, mailIsOn, mailSettingsOf, sendDueMail, sendTestMail } from './mail.ts';
import { stateOf, writeMessage } from './messages.ts';
import { seal, unseal } from './secret.ts';
import { standInMail, type StandInMail } from './testing/stand-in-mail.ts';
import { newWorld, type World } from './testing/world.ts';

let world: World;
let mail: StandInMail;
beforeAll(async () => {
  world = await newWorld();
  mail = await standInMail();
});
afterAll(async () => {
  await mail.end();
  await world.end();
});

const write = (subject: string, address: string | null = 'g@family.example') =>
  writeMessage({ campId: world.campId, to: 'Guardian', address, subject, body: 'The words.' });
const settings = (more: object = {}) => ({
  active: true,
  host: '127.0.0.1',
  port: mail.port,
  secure: false,
  userName: null,
  password: null,
  fromAddress: 'camp@test.example',
  ...more,
});
const bySubject = async (subject: string) => (await db().select().from(messages).where(eq(messages.subject, subject)))[0]!;

describe('the mail service of a camp', () => {
  test('is off by default: nothing leaves, and a message is called written', async () => {
    await write('before');
    expect(await mailIsOn(world.campId)).toBe(false);
    expect(await sendDueMail()).toBe(0);
    expect(stateOf(await bySubject('before'))).toBe('written');
    await expect(sendTestMail(world.campId, 'lead@test.example')).rejects.toMatchObject({ code: 'no-mail' });
  });

  test('switched on it takes what is written from then on, once, and only what has an address and waits', async () => {
    await keepMailSettings(world.campId, settings(), world.lead);
    await write('with address');
    await write('without address', null);
    await write('told already');
    await db()
      .update(messages)
      .set({ handedOverAt: new Date(), handedOverBy: world.lead })
      .where(eq(messages.subject, 'told already'));
    expect(await sendDueMail()).toBe(1);
    expect(await sendDueMail()).toBe(0);
    expect(mail.taken.map((t) => t.to)).toEqual(['g@family.example']);
    expect(mail.taken[0]!.text).toContain('Subject: with address');
    expect(stateOf(await bySubject('with address'))).toBe('mailed');
    expect(stateOf(await bySubject('before'))).toBe('written');
    expect(stateOf(await bySubject('without address'))).toBe('written');
  });

  test('that refuses a message is named, tried a few times, and no more', async () => {
    mail.refuses = true;
    await write('refused');
    for (let i = 0; i < 7; i++) expect(await sendDueMail()).toBe(0);
    mail.refuses = false;
    expect(await sendDueMail()).toBe(0);
    const m = await bySubject('refused');
    expect(m).toMatchObject({ mailTries: 5, mailedAt: null, mailProblem: expect.stringContaining('550') });
    expect(stateOf(m)).toBe('written');
  });

  test('is tried with a message to oneself; a wrong address of it is said in words', async () => {
    await sendTestMail(world.campId, 'lead@test.example');
    expect(mail.taken.at(-1)!.to).toBe('lead@test.example');
    await keepMailSettings(world.campId, settings({ port: 1 }), world.lead);
    await expect(sendTestMail(world.campId, 'lead@test.example')).rejects.toMatchObject({
      code: 'mail-failed',
      message: expect.stringContaining('ECONNREFUSED'),
    });
  });

  test('keeps its password sealed, shows it to nobody, and keeps it when the others change', async () => {
    await keepMailSettings(world.campId, settings({ userName: 'camp', password: 'open sesame' }), world.lead);
    const [row] = await db().select().from(mailSettings);
    expect(row!.sealedPassword).not.toContain('open sesame');
    expect(unseal(row!.sealedPassword!)).toBe('open sesame');
    await keepMailSettings(world.campId, settings({ userName: 'camp', active: false }), world.lead);
    expect(await mailSettingsOf(world.campId)).toEqual({
      active: false,
      host: '127.0.0.1',
      port: mail.port,
      secure: false,
      userName: 'camp',
      fromAddress: 'camp@test.example',
      hasPassword: true,
    });
    await write('after it was switched off');
    expect(await sendDueMail()).toBe(0);
  });

  test('a sealed password that was changed opens nothing', () => {
    const sealed = Buffer.from(seal('secret'), 'base64');
    sealed[sealed.length - 1]! ^= 1;
    expect(() => unseal(sealed.toString('base64'))).toThrow();
  });
});
