import { execFile } from 'node:child_process';
import { X509Certificate } from 'node:crypto';
import { chmod, mkdtemp, readdir, rm, stat, writeFile } from 'node:fs/promises';
import { createServer, request, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { defaultInterface, isPrivate, localName, privateAddresses } from './addresses.ts';
import { ensureAuthority, ensureServerCertificate, needsRenewal } from './authority.ts';
import { answerPlainly, shortMark } from './trust-page.ts';

const run = promisify(execFile);
const NAMES = ['chalk-box.local', 'localhost'];
const AT = { names: NAMES, addresses: ['192.168.7.20'] };
const DAY = 86_400_000;

let folder: string;
beforeEach(async () => {
  folder = join(await mkdtemp(join(tmpdir(), 'stride-chalk-lan-')), 'lan');
});
afterEach(() => rm(join(folder, '..'), { recursive: true, force: true }));

/** What OpenSSL says of the server's certificate under the authority: a reader that is not ours. */
const verify = (...more: string[]): Promise<string> =>
  run('openssl', ['verify', '-CAfile', join(folder, 'authority.crt'), ...more, join(folder, 'server.crt')]).then(
    ({ stdout }) => stdout,
    (error: { stdout: string; stderr: string }) => `refused: ${error.stdout}${error.stderr}`,
  );

describe('addresses', () => {
  test('private ones are those of RFC 1918 and RFC 3927, to the edges', () => {
    for (const inside of ['10.0.0.0', '10.255.255.255', '172.16.0.1', '172.31.255.255', '192.168.0.1', '169.254.3.4'])
      expect(isPrivate(inside), inside).toBe(true);
    for (const outside of [
      '9.255.255.255',
      '11.0.0.0',
      '172.15.255.255',
      '172.32.0.0',
      '192.167.255.255',
      '192.169.0.0',
      '127.0.0.1',
      'fd00::1',
      'x',
    ])
      expect(isPrivate(outside), outside).toBe(false);
  });

  test('those of this machine: that of the default route first, public and internal ones never', () => {
    const interfaces = {
      lo: [{ address: '127.0.0.1', internal: true }],
      eth0: [
        { address: '192.168.7.20', internal: false },
        { address: 'fe80::1', internal: false },
      ],
      br0: [{ address: '172.17.0.1', internal: false }],
      wan0: [{ address: '203.0.113.9', internal: false }],
      gone: undefined,
    };
    expect(privateAddresses(interfaces, 'eth0')).toEqual(['192.168.7.20', '172.17.0.1']);
    expect(privateAddresses(interfaces, null)).toEqual(['172.17.0.1', '192.168.7.20']);
    expect(privateAddresses({}, 'eth0')).toEqual([]);
  });

  test('the default route is the one to everywhere with the least metric', () => {
    const head = 'Iface\tDestination\tGateway\tFlags\tRefCnt\tUse\tMetric\tMask\tMTU\tWindow\tIRTT';
    const row = (name: string, to: string, metric: number, mask: string) =>
      `${name}\t${to}\t0107A8C0\t0003\t0\t0\t${metric}\t${mask}\t0\t0\t0`;
    const table = [
      head,
      row('wlan0', '00000000', 600, '00000000'),
      row('eth0', '0007A8C0', 0, '00FFFFFF'),
      row('eth0', '00000000', 100, '00000000'),
      '',
    ];
    expect(defaultInterface(table.join('\n'))).toBe('eth0');
    expect(defaultInterface(head)).toBeNull();
  });

  test('the name of the machine is one label that a name service takes', () => {
    expect(localName('Chalk_Box.home.arpa')).toBe('chalk-box.local');
    expect(localName('--')).toBe('stride-chalk.local');
  });
});

describe('certificate authority', () => {
  test('OpenSSL accepts the server for its names and addresses, and for no others', async () => {
    const authority = await ensureAuthority(folder, NAMES);
    expect(authority.fresh).toBe(true);
    await ensureServerCertificate(folder, authority, AT);
    expect(await verify('-purpose', 'sslserver')).toContain('OK');
    expect(await verify('-verify_hostname', 'chalk-box.local')).toContain('OK');
    expect(await verify('-verify_ip', '192.168.7.20')).toContain('OK');
    expect(await verify('-verify_hostname', 'bank.example')).toContain('refused');
    expect(await verify('-verify_ip', '192.168.7.21')).toContain('refused');
    expect((await ensureAuthority(folder, NAMES)).fingerprint).toBe(authority.fingerprint);
  });

  test.each([
    ['another name', { names: ['bank.example'], addresses: [] }],
    ['a name that ends like its own', { names: ['evilchalk-box.local'], addresses: [] }],
    ['a public address', { names: [], addresses: ['203.0.113.9'] }],
    ['its own names, and one more', { names: [...NAMES, 'bank.example'], addresses: [] }],
  ])('what it signs for %s is refused: the constraints hold whoever has the key', async (_, at) => {
    const authority = await ensureAuthority(folder, NAMES);
    await ensureServerCertificate(folder, authority, at);
    expect(await verify()).toContain('permitted subtree violation');
  });

  test('it signs no other authority, and its certificate says so as critical', async () => {
    await ensureAuthority(folder, NAMES);
    const { stdout } = await run('openssl', ['x509', '-in', join(folder, 'authority.crt'), '-noout', '-text']);
    expect(stdout).toMatch(/Basic Constraints: critical\s+CA:TRUE, pathlen:0/);
    expect(stdout).toMatch(/Name Constraints: critical/);
    expect(stdout).toMatch(/Key Usage: critical\s+Certificate Sign, CRL Sign/);
  });

  test('keys are for their owner only, and one that others can read is not used', async () => {
    const authority = await ensureAuthority(folder, NAMES);
    await ensureServerCertificate(folder, authority, AT);
    for (const file of ['authority.key', 'server.key']) expect((await stat(join(folder, file))).mode & 0o777, file).toBe(0o600);
    expect((await stat(folder)).mode & 0o777).toBe(0o700);
    // Nothing is left of the work.
    expect((await readdir(folder)).sort()).toEqual(['authority.crt', 'authority.key', 'server.crt', 'server.key']);
    await chmod(join(folder, 'authority.key'), 0o640);
    await expect(ensureAuthority(folder, NAMES)).rejects.toMatchObject({ code: 'authority-key-open' });
    await expect(ensureServerCertificate(folder, authority, { ...AT, addresses: ['10.0.0.9'] })).rejects.toMatchObject({
      code: 'authority-key-open',
    });
  });

  test('the server’s certificate is renewed when it has ended or ends within a month, when an address comes, when the authority is another one', async () => {
    const authority = await ensureAuthority(folder, NAMES);
    const first = await ensureServerCertificate(folder, authority, AT, { days: 0 });
    expect(await verify()).toContain('refused');
    const second = await ensureServerCertificate(folder, authority, AT);
    expect(second.renewed).toBe(true);
    expect(second.certificate).not.toBe(first.certificate);
    expect(await verify()).toContain('OK');
    expect(await ensureServerCertificate(folder, authority, AT)).toEqual({ ...second, renewed: false });
    const end = Date.parse(new X509Certificate(second.certificate).validTo);
    const wanted = [...AT.names, ...AT.addresses];
    expect(needsRenewal(second.certificate, authority.certificate, wanted, end - 31 * DAY)).toBe(false);
    expect(needsRenewal(second.certificate, authority.certificate, wanted, end - 29 * DAY)).toBe(true);
    // An address that went away asks for nothing.
    expect(needsRenewal(second.certificate, authority.certificate, AT.names, end - 31 * DAY)).toBe(false);
    const moved = await ensureServerCertificate(folder, authority, { ...AT, addresses: ['10.0.0.9'] });
    expect(moved.renewed).toBe(true);
    expect(await verify('-verify_ip', '10.0.0.9')).toContain('OK');
    await rm(join(folder, 'authority.crt'));
    const other = await ensureAuthority(folder, NAMES);
    expect(other.fingerprint).not.toBe(authority.fingerprint);
    expect((await ensureServerCertificate(folder, other, { ...AT, addresses: ['10.0.0.9'] })).renewed).toBe(true);
    expect(await verify()).toContain('OK');
  });

  test('an authority that would end before its next certificate makes way for a new one; half of one is none', async () => {
    const authority = await ensureAuthority(folder, NAMES);
    const end = Date.parse(new X509Certificate(authority.certificate).validTo);
    expect((await ensureAuthority(folder, NAMES, end - 91 * DAY)).fresh).toBe(false);
    const next = await ensureAuthority(folder, NAMES, end - 89 * DAY);
    expect(next.fresh).toBe(true);
    expect(next.fingerprint).not.toBe(authority.fingerprint);
    await rm(join(folder, 'authority.key'));
    expect((await ensureAuthority(folder, NAMES)).fresh).toBe(true);
  });

  test('what openssl does not take is an error, and nothing of it stays', async () => {
    const authority = await ensureAuthority(folder, NAMES);
    await expect(ensureServerCertificate(folder, authority, { names: ['a, DNS:'], addresses: [] })).rejects.toThrow();
    expect((await readdir(folder)).sort()).toEqual(['authority.crt', 'authority.key']);
    // What is no certificate is made anew; that of the authority is not: every phone would have to trust another one.
    await writeFile(join(folder, 'server.crt'), 'no certificate');
    await writeFile(join(folder, 'server.key'), 'no key');
    expect((await ensureServerCertificate(folder, authority, AT)).renewed).toBe(true);
    expect(await verify()).toContain('OK');
    await writeFile(join(folder, 'authority.crt'), 'no certificate');
    await expect(ensureAuthority(folder, NAMES)).rejects.toMatchObject({ code: 'authority-broken' });
  });
});

describe('over plain HTTP', () => {
  let server: Server;
  let authority: Awaited<ReturnType<typeof ensureAuthority>>;
  beforeEach(async () => {
    authority = await ensureAuthority(folder, NAMES);
    server = createServer((q, a) => answerPlainly(q, a, { authority: authority.certificate, httpsPort: 4843 }));
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  });
  afterEach(() => server.close());
  const ask = (path: string, { method = 'GET', host = '192.168.7.20:4880' } = {}) =>
    new Promise<{ status: number; body: Buffer; type: string; policy: string }>((resolve, reject) => {
      const { port } = server.address() as AddressInfo;
      const sent = request({ port, path, method, headers: { host } }, (answer) => {
        const parts: Buffer[] = [];
        answer.on('data', (c: Buffer) => parts.push(c));
        answer.on('end', () =>
          resolve({
            ...{ status: answer.statusCode!, body: Buffer.concat(parts), type: String(answer.headers['content-type']) },
            policy: String(answer.headers['content-security-policy']),
          }),
        );
      });
      sent.on('error', reject);
      sent.end();
    });

  test('a page in pictures with the mark of the laptop and the way on, and the certificate as phones take it', async () => {
    const page = await ask('/');
    expect(page.status).toBe(200);
    const text = page.body.toString();
    expect(text).toContain(shortMark(authority.fingerprint));
    expect(text.match(/<svg/g)).toHaveLength(6);
    expect(text).toContain('href="https://192.168.7.20:4843/"');
    expect(page.policy).toContain("default-src 'none'");
    const certificate = await ask('/stride-chalk.crt');
    expect(certificate.type).toBe('application/x-x509-ca-cert');
    expect(new X509Certificate(certificate.body).fingerprint256).toBe(authority.fingerprint);
  });

  test('nothing else is there, and a name that somebody makes up is not repeated as it is', async () => {
    for (const path of ['/sign-in', '/api/sign-in', '/api/clips', '/authority.key', '/../authority.key', '/server.key'])
      expect((await ask(path)).status, path).toBe(404);
    expect((await ask('/', { method: 'POST' })).status).toBe(405);
    const odd = (await ask('/', { host: 'a"><script>x</script>' })).body.toString();
    expect(odd).not.toContain('<script');
    expect(odd).toContain('href="https://a:4843/"');
  });
});
