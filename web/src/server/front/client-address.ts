import type { IncomingMessage } from 'node:http';
import { BlockList, isIP } from 'node:net';

const FORWARDED = ['x-forwarded-for', 'x-forwarded-host', 'x-forwarded-proto', 'x-forwarded-port', 'forwarded', 'x-real-ip'];
const plain = (address: string): string => address.replace(/^::ffff:/, '');
const family = (address: string): 'ipv4' | 'ipv6' => (isIP(address) === 6 ? 'ipv6' : 'ipv4');

/**
 * The proxies whose word about a client is taken: addresses and networks, separated by commas, as in STRIDE_PROXIES.
 *
 * @throws Error for what is neither
 * @example readProxies('127.0.0.1, 10.0.0.0/8')
 */
export function readProxies(named: string | undefined): BlockList {
  const proxies = new BlockList();
  for (const part of (named ?? '').split(',').map((p) => p.trim())) {
    if (part === '') continue;
    const [address, bits] = part.split('/') as [string, string | undefined];
    if (isIP(address) === 0) throw new Error(`STRIDE_PROXIES: ${part} is no address and no network.`);
    if (bits === undefined) proxies.addAddress(address, family(address));
    else proxies.addSubnet(address, Number(bits), family(address));
  }
  return proxies;
}

/**
 * Who is at the other end: the address of the connection, or what a named proxy says of it. Of a chain of proxies the last address that none of ours has
 * is the client; what he has written into the header himself stands before it, and counts for nothing.
 */
export function clientAddress(connected: string, forwarded: string | undefined, proxies: BlockList): string {
  let address = plain(connected);
  const chain = (forwarded ?? '').split(',').map((p) => plain(p.trim()));
  while (isIP(address) !== 0 && proxies.check(address, family(address))) {
    const before = chain.pop();
    if (!before || isIP(before) === 0) break;
    address = before;
  }
  return address;
}

/** Leaves of all that a request says about where it comes from only what is known to be true. */
export function keepTrueAddress(request: IncomingMessage, proxies: BlockList): void {
  const said = request.headers['x-forwarded-for'];
  const address = clientAddress(request.socket.remoteAddress ?? '', Array.isArray(said) ? said.join(',') : said, proxies);
  for (const name of FORWARDED) delete request.headers[name];
  request.headers['x-forwarded-for'] = address;
}
