import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { expect, test } from '@playwright/test';
import { end, freePort, start, type Run } from './support/started.ts';

/**
 * A laptop with the product and a phone beside it: two network namespaces, joined by one line. The machine's own network
 * stays as it is: a browser that is at work there drops its connections when an address comes or goes.
 */
const [LAPTOP, PHONE] = [`scl${process.pid}`, `scp${process.pid}`];
const [HERE, MOVED] = [`10.77.${process.pid % 250}`, `10.78.${process.pid % 250}`];
const sh = (command: string): { code: number | null; out: string } => {
  const { status, stdout, stderr } = spawnSync('bash', ['-c', command], { encoding: 'utf8' });
  return { code: status, out: stdout + stderr };
};
const must = (command: string): void => {
  const { code, out } = sh(command);
  if (code !== 0) throw new Error(`${command}: ${out}`);
};
interface Answer {
  readonly exit: number | null;
  readonly status: number;
  readonly text: string;
}
/** What curl says in a namespace: its exit code, the status and the whole answer. */
function curl(where: string, url: string, options: readonly string[]): Answer {
  const { status, stdout } = spawnSync('ip', ['netns', 'exec', where, 'curl', '-s', '-i', '--max-time', '10', ...options, url], {
    encoding: 'utf8',
  });
  return { exit: status, status: Number(/^HTTP\/[\d.]+ (\d+)/.exec(stdout)?.[1] ?? 0), text: stdout };
}
const phone = (url: string, ...options: string[]): Answer => curl(PHONE, url, options);
const laptop = (url: string, ...options: string[]): Answer => curl(LAPTOP, url, options);
/** curl's exit codes: nobody listens; the certificate is not known. */
const [NOBODY, NOT_TRUSTED] = [7, 60];

let state: string;
let ports: { PORT: string; STRIDE_LAN_PORT: string; STRIDE_TRUST_PORT: string };
const authority = () => ['--cacert', `${state}/lan/authority.crt`];
const serving = async (args: readonly string[]): Promise<Run> => {
  const run = start({ STRIDE_STATE: state, ...ports }, args, ['ip', 'netns', 'exec', LAPTOP]);
  await expect.poll(run.said).toContain(`Stride Chalk: http://127.0.0.1:${ports.PORT}`);
  return run;
};

test.beforeAll(() => {
  const { code, out } = sh(
    [
      ...[LAPTOP, PHONE].flatMap((name) => [`ip netns add ${name}`, `ip -n ${name} link set lo up`]),
      `ip -n ${LAPTOP} link add line type veth peer name line netns ${PHONE}`,
      `ip -n ${LAPTOP} addr add ${HERE}.1/24 dev line`,
      ...[HERE, MOVED].map((net) => `ip -n ${PHONE} addr add ${net}.2/24 dev line`),
      ...[LAPTOP, PHONE].map((name) => `ip -n ${name} link set line up`),
    ].join(' && '),
  );
  test.skip(code !== 0, `this machine lets nobody make a network of its own: ${out}`);
});
test.afterAll(() => {
  sh(`ip netns del ${LAPTOP}; ip netns del ${PHONE}`);
});
test.beforeEach(async () => {
  state = mkdtempSync(`${tmpdir()}/stride-chalk-state-`);
  chmodSync(state, 0o755);
  const [PORT, STRIDE_LAN_PORT, STRIDE_TRUST_PORT] = (await Promise.all([freePort(), freePort(), freePort()])).map(String);
  ports = { PORT: PORT!, STRIDE_LAN_PORT: STRIDE_LAN_PORT!, STRIDE_TRUST_PORT: STRIDE_TRUST_PORT! };
});
test.afterEach(() => rmSync(state, { recursive: true, force: true }));

test('without --lan nothing answers beyond this machine; with it a phone reaches the product by HTTPS, and by plain HTTP only how to trust it', async () => {
  const alone = await serving([]);
  for (const port of Object.values(ports)) expect(phone(`http://${HERE}.1:${port}/`).exit, port).toBe(NOBODY);
  await end(alone);

  const run = await serving(['--lan']);
  try {
    await expect.poll(run.said).toContain(`https://${HERE}.1:${ports.STRIDE_LAN_PORT}`);
    const plain = `http://${HERE}.1:${ports.STRIDE_TRUST_PORT}`;
    await expect.poll(run.said).toContain('tells how to trust this laptop');
    // A code to point a camera at.
    await expect.poll(run.said).toMatch(/[█▀▄]{8}/);
    const product = `https://${HERE}.1:${ports.STRIDE_LAN_PORT}`;
    expect(phone(`${product}/api/health`, ...authority()).status).toBe(200);
    expect(phone(`${product}/sign-in`, ...authority()).text).toContain('Mail address');
    // Who does not trust the authority yet is stopped by his own device.
    expect(phone(`${product}/api/health`).exit).toBe(NOT_TRUSTED);
    // On loopback as before; the port of this machine's own is closed to others.
    expect(laptop(`http://127.0.0.1:${ports.PORT}/api/health`).status).toBe(200);
    expect(phone(`http://${HERE}.1:${ports.PORT}/api/health`).exit).toBe(NOBODY);
    const page = phone(`${plain}/`);
    expect(page.status).toBe(200);
    const mark = /Its mark: ([0-9A-F ]+)/.exec(run.said())![1]!.trim();
    expect(page.text).toContain(mark);
    expect(page.text).toContain(`href="${product}/"`);
    for (const path of ['/sign-in', '/api/health', '/roster', '/authority.key'])
      expect(phone(plain + path).status, path).toBe(404);
    // The certificate that the page gives is the one that makes the product trusted.
    writeFileSync(
      `${state}/taken.crt`,
      spawnSync('ip', ['netns', 'exec', PHONE, 'curl', '-s', `${plain}/stride-chalk.crt`]).stdout,
    );
    must(`openssl x509 -inform DER -in ${state}/taken.crt -out ${state}/taken.pem`);
    expect(readFileSync(`${state}/taken.pem`, 'utf8').trim()).toBe(readFileSync(`${state}/lan/authority.crt`, 'utf8').trim());

    // A session that came over HTTPS never goes out over plain HTTP; on loopback it is as before.
    const link = /\/join\/(\S+)/.exec(run.said())![1]!;
    const form = { token: link, name: 'First Lead', email: 'first@lead.example', password: 'a long pass word' };
    const joined = laptop(
      `http://127.0.0.1:${ports.PORT}/api/join`,
      ...Object.entries(form).flatMap(([name, said]) => ['--data-urlencode', `${name}=${said}`]),
    );
    expect(joined.text).toContain('session_token');
    expect(joined.text).not.toMatch(/; secure/i);
    const signedIn = phone(
      `${product}/api/sign-in`,
      ...authority(),
      ...['--data-urlencode', 'email=first@lead.example', '--data-urlencode', 'password=a long pass word', '-d', 'go=/'],
    );
    expect(signedIn.status).toBe(303);
    const cookie = /set-cookie: (stride-chalk\.session_token=[^\r]+)/i.exec(signedIn.text)![1]!;
    expect(cookie).toMatch(/; Secure/i);
    const withIt = ['-H', `cookie: ${cookie.split(';')[0]}`];
    expect(phone(`${product}/`, ...authority(), ...withIt).status).toBe(200);
    // A page of another origin changes nothing here either.
    expect(
      phone(`${product}/api/sign-out`, ...authority(), ...withIt, '-X', 'POST', '-H', 'origin: https://elsewhere.example').status,
    ).toBe(403);
    // Links for others are written with what they reach.
    const invited = phone(
      `${product}/api/staff`,
      ...authority(),
      ...withIt,
      ...[
        '-H',
        'content-type: application/json',
        '-d',
        JSON.stringify({ name: 'Help Er', email: 'help@er.example', role: 'helper' }),
      ],
    );
    expect(invited.text).toContain(`${product}/join/`);

    // The machine moves to another network while it runs: the certificate follows.
    must(`ip -n ${LAPTOP} addr add ${MOVED}.1/24 dev line`);
    const moved = `https://${MOVED}.1:${ports.STRIDE_LAN_PORT}/api/health`;
    await expect.poll(() => phone(moved, ...authority()).status).toBe(200);
    await expect.poll(() => phone(`${product}/api/health`, ...authority()).status).toBe(200);
    must(`ip -n ${LAPTOP} addr del ${MOVED}.1/24 dev line`);
    expect(phone(`${product}/api/health`, ...authority()).status).toBe(200);
  } finally {
    await end(run);
  }
  expect(phone(`https://${HERE}.1:${ports.STRIDE_LAN_PORT}/`, ...authority()).exit).toBe(NOBODY);
});

test('what is no way to start is said in a sentence: the made-up camp on the network, a key that others can read, a word that is not known', async () => {
  const refused = async (env: Record<string, string>, args: readonly string[]): Promise<string> => {
    const run = start({ STRIDE_STATE: state, ...ports, ...env }, args);
    expect(await run.ended).not.toBe(0);
    await expect.poll(run.said).toMatch(/\S/);
    return run.said();
  };
  expect(await refused({}, ['--wan'])).toContain('./start knows --lan and --demo, not --wan.');
  expect(await refused({}, ['backup', 'x.tar', '--lan'])).toContain('not for ./start backup');
  expect(await refused({ STRIDE_DEMO: '1' }, ['--lan'])).toContain('./start --lan --demo serves the made-up one all the same');
  const run = await serving(['--lan']);
  await expect.poll(run.said).toContain('Phones:');
  await end(run);
  chmodSync(`${state}/lan/authority.key`, 0o644);
  expect(await refused({}, ['--lan'])).toContain('Others can read the key of the certificate authority');
});
