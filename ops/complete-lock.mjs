/**
 * Adds to package-lock.json the entries of optional packages for other platforms that this machine's registry did not list,
 * without which `npm ci` stops with "Missing: X from lock file". The platform check skips them unfetched. Run it after every
 * change of the dependencies: `node ops/complete-lock.mjs`.
 */
import { readFileSync, writeFileSync } from 'node:fs';

const SYSTEMS = {
  android: 'android',
  darwin: 'darwin',
  freebsd: 'freebsd',
  netbsd: 'netbsd',
  openbsd: 'openbsd',
  openharmony: 'openharmony',
  linux: 'linux',
  win32: 'win32',
  windows: 'win32',
  sunos: 'sunos',
  aix: 'aix',
};
const PROCESSORS = ['arm64', 'x64', 'arm', 'ia32', 'riscv64', 'ppc64', 's390x', 'loong64', 'mips64el', 'wasm32'];
const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'));
const packages = lock.packages;

/** Where npm would look for a package seen from another one. */
function resolve(from, name) {
  for (let folder = from; ; folder = folder.slice(0, Math.max(0, folder.lastIndexOf('/node_modules/')))) {
    const key = `${folder ? `${folder}/` : ''}node_modules/${name}`;
    if (packages[key]) return key;
    if (!folder) return null;
  }
}

let added = 0;
for (const [from, entry] of Object.entries(packages))
  for (const [name, range] of Object.entries(entry.optionalDependencies ?? {})) {
    if (resolve(from, name)) continue;
    const words = name.split(/[/-]/);
    const system = words.map((w) => SYSTEMS[w]).find(Boolean);
    const processor = words.find((w) => PROCESSORS.includes(w)) ?? (words.includes('wasi') ? 'wasm32' : undefined);
    if (!system && !processor) {
      process.stdout.write(`left alone: ${name} of ${from}\n`);
      continue;
    }
    packages[`node_modules/${name}`] = {
      version: range.replace(/^[\^~]/, ''),
      optional: true,
      ...(entry.dev ? { dev: true } : {}),
      cpu: [processor ?? 'none'],
      ...(system ? { os: [system] } : {}),
      ...(words.some((w) => w.includes('musl')) ? { libc: ['musl'] } : {}),
    };
    added += 1;
  }
lock.packages = Object.fromEntries(Object.entries(packages).sort(([a], [b]) => (a < b ? -1 : 1)));
writeFileSync('package-lock.json', `${JSON.stringify(lock, null, 2)}\n`);
process.stdout.write(`added ${added}\n`);
