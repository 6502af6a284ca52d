import { createServer, type Server, type Socket } from 'node:net';
import type { AddressInfo } from 'node:net';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { db } from './db/connect.ts';
import { mailSettings, messages } from './db/schema.ts';
import { keepMailSettings, mailIsOn, mailSettingsOf, sendDueMail, sendTestMail } from './mail.ts';
import { stateOf, writeMessage } from './messages.ts';
import { seal, unseal } from './secret.ts';
import { newWorld, type World } from './testing/world.ts';

let world: World;
let service: Server;
let port: number;
/** What the stand-in service has taken: the recipient and the text as it came. */
const taken: Array<{ to: string; text: string }> = [];
let refuses = false;

/** A mail service on loopback that speaks as much of RFC 5321 as a message needs. */
function talk(socket: Socket): void {
  let to = '';
  let data: string | null = null;
  let rest = '';
  socket.write('220 stand-in\r\n');
  socket.on('error', () => socket.destroy());
  socket.on('data', (chunk) => {
    rest += chunk.toString();
    for (let end = rest.indexOf('\r\n'); end >= 0; end = rest.indexOf('\r\n')) {
      const line = rest.slice(0, end);
      rest = rest.slice(end + 2);
      if (data !== null) {
        if (line === '.') {
          taken.push({ to, text: data });
          data = null;
          socket.write('250 taken\r\n');
        } else data += `${line}\n`;
      } else if (/^(EHLO|HELO|MAIL)/.test(line)) socket.write('250 well\r\n');
      else if (line.startsWith('RCPT')) {
        to = /<(.*)>/.exec(line)![1]!;
        socket.write(refuses ? '550 nobody here\r\n' : '250 well\r\n');
      } else if (line === 'DATA') {
        data = '';
        socket.write('354 go on\r\n');
      } else {
        socket.write('221 bye\r\n');
        if (line === 'QUIT') socket.end();
      }
    }
  });
}

beforeAll(async () => {
  world = await newWorld();
  service = createServer(talk);
  await new Promise<void>((resolve) => service.listen(0, '127.0.0.1', resolve));
  port = (service.address() as AddressInfo).port;
});
afterAll(async () => {
  service.close();
  await world.end();
});

const write = (subject: string, address: string | null = 'g@family.example') =>
  writeMessage({ campId: world.campId, to: 'Guardian', address, subject, body: 'The words.' });
const settings = (more: object = {}) => ({
  active: true,
  host: '127.0.0.1',
  port,
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
    expect(taken.map((t) => t.to)).toEqual(['g@family.example']);
    expect(taken[0]!.text).toContain('Subject: with address');
    expect(stateOf(await bySubject('with address'))).toBe('mailed');
    expect(stateOf(await bySubject('before'))).toBe('written');
    expect(stateOf(await bySubject('without address'))).toBe('written');
  });

  test('that refuses a message is named, tried a few times, and no more', async () => {
    refuses = true;
    await write('refused');
    for (let i = 0; i < 7; i++) expect(await sendDueMail()).toBe(0);
    refuses = false;
    expect(await sendDueMail()).toBe(0);
    const m = await bySubject('refused');
    expect(m).toMatchObject({ mailTries: 5, mailedAt: null, mailProblem: expect.stringContaining('550') });
    expect(stateOf(m)).toBe('written');
  });

  test('is tried with a message to oneself; a wrong address of it is said in words', async () => {
    await sendTestMail(world.campId, 'lead@test.example');
    expect(taken.at(-1)!.to).toBe('lead@test.example');
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
      port,
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
