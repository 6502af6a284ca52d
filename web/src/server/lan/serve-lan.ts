import { lookup } from 'node:dns/promises';
import { createServer as createPlain, type RequestListener, type Server } from 'node:http';
import { createServer, type Server as SecureServer } from 'node:https';
import { hostname, networkInterfaces } from 'node:os';
import { readFile } from 'node:fs/promises';
import { log } from '../log.ts';
import { Refusal } from '../refusal.ts';
import { defaultInterface, localName, privateAddresses } from './addresses.ts';
import { ensureAuthority, ensureServerCertificate, type Authority } from './authority.ts';
import { answerPlainly } from './trust-page.ts';

/** How often the addresses of the machine are looked at, and the certificate with them. */
const LOOK_EVERY = 5_000;

/** What the network reaches just now. */
export interface LanState {
  /** Addresses of the product, the one to tell first. */
  readonly urls: readonly string[];
  /** Of the page that tells how to trust it. */
  readonly trustUrls: readonly string[];
  readonly authority: Authority;
}
export interface Lan {
  readonly stop: () => Promise<void>;
}

/** The private addresses of this machine just now. */
async function addressesNow(): Promise<string[]> {
  const routes = await readFile('/proc/net/route', 'utf8').catch(() => '');
  return privateAddresses(networkInterfaces(), defaultInterface(routes));
}

/** Whether the network knows the machine by its own name: the name leads to one of its addresses. */
async function isKnown(name: string, addresses: readonly string[]): Promise<boolean> {
  const found = await Promise.race([
    lookup(name, { all: true, family: 4 }).catch(() => []),
    new Promise<[]>((resolve) => setTimeout(() => resolve([]), 2000).unref()),
  ]);
  return found.some((f) => addresses.includes(f.address));
}

/**
 * Serves the product over HTTPS on every private address of this machine, and the page that tells how to trust it over plain HTTP. An address that comes or
 * goes, and a certificate that ends, are followed while it runs.
 *
 * @param options.folder where authority and certificate lie
 * @param options.onState told at first, and whenever what is reached has changed
 * @throws Refusal when a port is taken, or the key of the authority can be read by others
 */
export async function serveLan(options: {
  readonly folder: string;
  readonly port: number;
  readonly trustPort: number;
  readonly answer: RequestListener;
  readonly prepare: (server: Server) => void;
  readonly onState: (state: LanState) => void;
}): Promise<Lan> {
  const { folder, port, trustPort } = options;
  const name = localName(hostname());
  const names = [name, 'localhost'];
  const authority = await ensureAuthority(folder, names);
  const open = new Map<string, { readonly secure: SecureServer; readonly plain: Server }>();
  let told = '';

  const listen = (server: Server | SecureServer, at: number, address: string): Promise<void> =>
    new Promise((resolve, reject) => {
      server.once('error', (error: NodeJS.ErrnoException) =>
        reject(
          error.code === 'EADDRINUSE'
            ? new Refusal(
                'port-taken',
                `Port ${at} of ${address} is taken by another program. Choose others: STRIDE_LAN_PORT, STRIDE_TRUST_PORT.`,
              )
            : error,
        ),
      );
      server.listen(at, address, () => {
        server.removeAllListeners('error');
        server.on('error', (error) => log.error({ err: error }, 'the network server has failed'));
        resolve();
      });
    });

  const look = async (): Promise<void> => {
    const addresses = await addressesNow();
    if (addresses.length > 0) {
      const { key, certificate, renewed } = await ensureServerCertificate(folder, authority, { names, addresses });
      const cert = certificate;
      if (renewed) for (const { secure } of open.values()) secure.setSecureContext({ key, cert });
      for (const address of addresses.filter((a) => !open.has(a))) {
        const secure = createServer({ key, cert, minVersion: 'TLSv1.2' }, options.answer);
        options.prepare(secure);
        const plain = createPlain((request, response) =>
          answerPlainly(request, response, { authority: authority.certificate, httpsPort: port }),
        );
        plain.setTimeout(20_000);
        await listen(secure, port, address);
        await listen(plain, trustPort, address);
        open.set(address, { secure, plain });
      }
    }
    for (const [address, { secure, plain }] of open) {
      if (addresses.includes(address)) continue;
      open.delete(address);
      for (const server of [secure, plain]) {
        server.close();
        server.closeAllConnections();
      }
    }
    const hosts = [...((await isKnown(name, addresses)) ? [name] : []), ...addresses];
    const now = hosts.join(' ') || 'none';
    if (now !== told)
      options.onState({
        urls: hosts.map((h) => `https://${h}:${port}`),
        trustUrls: hosts.map((h) => `http://${h}:${trustPort}`),
        authority,
      });
    told = now;
  };

  await look();
  let stopped = false;
  let under = Promise.resolve();
  const timer = setInterval(() => {
    under = under
      .then(() => (stopped ? undefined : look()))
      .catch((error: Error) => log.error({ err: error }, 'the network could not be looked at'));
  }, LOOK_EVERY);
  return {
    stop: async () => {
      stopped = true;
      clearInterval(timer);
      await under;
      for (const { secure, plain } of open.values())
        for (const server of [secure, plain]) {
          server.close();
          server.closeIdleConnections();
        }
    },
  };
}
