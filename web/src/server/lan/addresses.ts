import { BlockList, isIPv4 } from 'node:net';
import type { NetworkInterfaceInfo } from 'node:os';

/** Networks that no router of the internet carries: RFC 1918, and the link's own of RFC 3927. Each as OpenSSL writes a constraint, with its prefix. */
export const PRIVATE_NETWORKS = [
  { network: '10.0.0.0', bits: 8, mask: '255.0.0.0' },
  { network: '172.16.0.0', bits: 12, mask: '255.240.0.0' },
  { network: '192.168.0.0', bits: 16, mask: '255.255.0.0' },
  { network: '169.254.0.0', bits: 16, mask: '255.255.0.0' },
] as const;

const privateOnes = new BlockList();
for (const { network, bits } of PRIVATE_NETWORKS) privateOnes.addSubnet(network, bits, 'ipv4');

/**
 * Whether an IPv4 address lies in a private network.
 *
 * @example isPrivate('172.20.1.4') // true
 */
export const isPrivate = (address: string): boolean => isIPv4(address) && privateOnes.check(address, 'ipv4');

/**
 * The private addresses of this machine, the one by which it reaches others first, then by name of the interface. Public ones are left out: the product is
 * not served to the internet.
 *
 * @param interfaces as `os.networkInterfaces()` gives them
 * @param main the interface of the default route; null for none
 */
export function privateAddresses(
  interfaces: Readonly<Record<string, readonly Pick<NetworkInterfaceInfo, 'address' | 'internal'>[] | undefined>>,
  main: string | null,
): string[] {
  const found = Object.entries(interfaces)
    .sort(([a], [b]) => Number(b === main) - Number(a === main) || (a < b ? -1 : 1))
    .flatMap(([, own]) => (own ?? []).filter((i) => !i.internal && isPrivate(i.address)).map((i) => i.address));
  return [...new Set(found)];
}

/**
 * The interface of the default route, of the text of /proc/net/route; null for none.
 *
 * Source: proc(5), route table: destination and mask as little-endian hexadecimal.
 */
export function defaultInterface(routes: string): string | null {
  const rows = routes
    .split('\n')
    .slice(1)
    .map((line) => line.split(/\s+/))
    .filter((r) => r[1] === '00000000' && r[7] === '00000000')
    .sort((a, b) => Number(a[6]) - Number(b[6]));
  return rows[0]?.[0] ?? null;
}

/**
 * A host's name as the network's own name service writes it (RFC 6762): its first label, in letters, digits and hyphens.
 *
 * @example localName('Chalk_Box.home.arpa') // 'chalk-box.local'
 */
export function localName(hostname: string): string {
  const label = hostname
    .split('.')[0]!
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 63);
  return `${label || 'stride-chalk'}.local`;
}
