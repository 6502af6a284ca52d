import { execFile } from 'node:child_process';
import { randomBytes, X509Certificate } from 'node:crypto';
import { chmod, mkdir, mkdtemp, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { Refusal } from '../refusal.ts';
import { PRIVATE_NETWORKS } from './addresses.ts';

const run = promisify(execFile);

/** Ten years: a phone that trusts it does so for the life of the installation. */
const AUTHORITY_DAYS = 3650;
/** A phone takes up to 825 days of an authority that its owner has added; three months are enough for one that renews itself. */
const SERVER_DAYS = 90;
/** So many days before its end a certificate is renewed. */
const RENEW_DAYS = 30;
const DAY = 86_400_000;

/** The certificate authority of this installation. Its key lies beside its certificate and never leaves the folder. */
export interface Authority {
  readonly certificate: string;
  /** SHA-256 of the certificate, in hexadecimal pairs: what a helper compares. */
  readonly fingerprint: string;
  /** It was made just now: nobody trusts it yet. */
  readonly fresh: boolean;
}
/** What the server shows to phones, in PEM. */
export interface ServerCertificate {
  readonly key: string;
  readonly certificate: string;
}

const read = (path: string): Promise<string | null> =>
  readFile(path, 'utf8').catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return null;
    throw error;
  });

/** A certificate as Node reads it; null for what is none. */
function certificateOf(pem: string): X509Certificate | null {
  try {
    return new X509Certificate(pem);
  } catch {
    return null;
  }
}

/** Runs openssl in a folder of its own, and brings what it made into the folder: whole, or not at all. */
async function made(
  folder: string,
  configuration: string,
  commands: ReadonlyArray<readonly string[]>,
  files: readonly string[],
): Promise<void> {
  const work = await mkdtemp(join(folder, 'work-'));
  try {
    await writeFile(join(work, 'openssl.cnf'), configuration);
    for (const command of commands) await run('openssl', [...command], { cwd: work });
    for (const file of files) await chmod(join(work, file), 0o600);
    for (const file of files) await rename(join(work, file), join(folder, file));
  } finally {
    await rm(work, { recursive: true, force: true });
  }
}

/** @throws Refusal when others than its owner can read the key: whoever has it can pretend to be any server of the authority */
async function requireOwnKey(path: string): Promise<void> {
  const { mode } = await stat(path);
  if ((mode & 0o077) === 0) return;
  throw new Refusal(
    'authority-key-open',
    `Others can read the key of the certificate authority: ${path}. If nobody has read it, close it (chmod 600) and start again; else remove the folder that it lies in, and every phone trusts the new one anew.`,
  );
}

/**
 * The certificate authority of the installation, made at first use: it can vouch for the machine's own names and for private addresses only (name
 * constraints, critical), so that a phone that trusts it trusts it for nothing else.
 *
 * Source: RFC 5280, 4.2.1.10.
 *
 * @param folder where it lies; readable by its owner only
 * @param names of the machine, for which it may vouch
 * @throws Refusal when its key can be read by others, or it is there and cannot be read
 */
export async function ensureAuthority(folder: string, names: readonly string[], now = Date.now()): Promise<Authority> {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const path = join(folder, 'authority.crt');
  let certificate = await read(path);
  const known = certificate === null ? null : certificateOf(certificate);
  // Every phone would have to trust a new one: that is not done behind anybody's back.
  if (certificate !== null && known === null)
    throw new Refusal(
      'authority-broken',
      `The certificate of the authority cannot be read: ${path}. Bring it back from a copy, or remove the folder that it lies in: a new one is made, and every phone trusts it anew.`,
    );
  const over = known !== null && Date.parse(known.validTo) - now < SERVER_DAYS * DAY;
  const fresh = certificate === null || over || (await read(join(folder, 'authority.key'))) === null;
  if (fresh) {
    const permitted = [
      ...names.map((name) => `permitted;DNS:${name}`),
      ...PRIVATE_NETWORKS.map(({ network, mask }) => `permitted;IP:${network}/${mask}`),
    ];
    const configuration = [
      '[req]',
      'prompt = no',
      'distinguished_name = name',
      '[name]',
      'O = Stride Chalk',
      // Two installations are told apart in the list of a phone.
      `CN = Stride Chalk at ${names[0]!.slice(0, 30)} ${randomBytes(3).toString('hex')}`,
      '[authority]',
      'basicConstraints = critical, CA:true, pathlen:0',
      'keyUsage = critical, keyCertSign, cRLSign',
      'subjectKeyIdentifier = hash',
      `nameConstraints = critical, ${permitted.join(', ')}`,
    ].join('\n');
    await made(
      folder,
      configuration,
      [
        ['ecparam', '-name', 'prime256v1', '-genkey', '-noout', '-out', 'authority.key'],
        [
          ...['req', '-new', '-x509', '-sha256', '-config', 'openssl.cnf', '-extensions', 'authority'],
          ...['-key', 'authority.key', '-days', String(AUTHORITY_DAYS), '-out', 'authority.crt'],
        ],
      ],
      ['authority.key', 'authority.crt'],
    );
    certificate = await readFile(path, 'utf8');
  }
  await requireOwnKey(join(folder, 'authority.key'));
  return { certificate: certificate!, fingerprint: new X509Certificate(certificate!).fingerprint256, fresh };
}

/**
 * Whether the server needs another certificate: it cannot be read, ends within a month, was not made by this authority, or does not say all that the server is reached by.
 *
 * @param wanted names and addresses
 */
export function needsRenewal(certificate: string, authority: string, wanted: readonly string[], now: number): boolean {
  const own = certificateOf(certificate);
  if (own === null) return true;
  const said = (own.subjectAltName ?? '').split(', ').map((entry) => entry.replace(/^(DNS|IP Address):/, ''));
  return (
    Date.parse(own.validTo) - now < RENEW_DAYS * DAY ||
    !own.verify(new X509Certificate(authority).publicKey) ||
    wanted.some((name) => !said.includes(name))
  );
}

/**
 * The certificate of the server for the names and addresses that it is reached by; a new one when it needs one.
 *
 * @param at what the server is reached by
 * @param days how long a new one holds
 */
export async function ensureServerCertificate(
  folder: string,
  authority: Pick<Authority, 'certificate'>,
  at: { readonly names: readonly string[]; readonly addresses: readonly string[] },
  { days = SERVER_DAYS, now = Date.now() }: { readonly days?: number; readonly now?: number } = {},
): Promise<ServerCertificate & { readonly renewed: boolean }> {
  const [key, certificate] = await Promise.all([read(join(folder, 'server.key')), read(join(folder, 'server.crt'))]);
  const wanted = [...at.names, ...at.addresses];
  if (key !== null && certificate !== null && !needsRenewal(certificate, authority.certificate, wanted, now))
    return { key, certificate, renewed: false };
  await requireOwnKey(join(folder, 'authority.key'));
  const configuration = [
    '[req]',
    'prompt = no',
    'distinguished_name = name',
    '[name]',
    'CN = Stride Chalk',
    '[server]',
    'basicConstraints = critical, CA:false',
    'keyUsage = critical, digitalSignature',
    'extendedKeyUsage = serverAuth',
    'subjectKeyIdentifier = hash',
    'authorityKeyIdentifier = keyid',
    `subjectAltName = ${[...at.names.map((n) => `DNS:${n}`), ...at.addresses.map((a) => `IP:${a}`)].join(', ')}`,
  ].join('\n');
  await made(
    folder,
    configuration,
    [
      ['ecparam', '-name', 'prime256v1', '-genkey', '-noout', '-out', 'server.key'],
      ['req', '-new', '-sha256', '-config', 'openssl.cnf', '-key', 'server.key', '-out', 'server.csr'],
      [
        ...['x509', '-req', '-sha256', '-in', 'server.csr', '-CA', '../authority.crt', '-CAkey', '../authority.key'],
        ...['-set_serial', `0x${randomBytes(15).toString('hex')}`, '-days', String(days)],
        ...['-extfile', 'openssl.cnf', '-extensions', 'server', '-out', 'server.crt'],
      ],
    ],
    ['server.key', 'server.crt'],
  );
  return {
    key: await readFile(join(folder, 'server.key'), 'utf8'),
    certificate: await readFile(join(folder, 'server.crt'), 'utf8'),
    renewed: true,
  };
}
