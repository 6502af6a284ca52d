/**
 * The arrows of the house, also those out of .astro files, which the checker cannot read by itself: of these each import is held against the same
 * rules. `node ops/arrows.mjs [folder]`: of another tree than this one.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join, normalize } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

const HOUSE = fileURLToPath(new URL('..', import.meta.url));
const root = process.argv[2] ?? HOUSE;
const config = join(HOUSE, '.dependency-cruiser.cjs');
const { forbidden } = createRequire(import.meta.url)(config);

const rooms = ['core', 'fieldcam', 'finder', 'demo', 'web/src', 'web/serve.ts', 'web/command.ts', 'accuracy', 'bench', 'e2e'];
const cruised = spawnSync(
  join(HOUSE, 'node_modules/.bin/depcruise'),
  ['--config', config, ...rooms.filter((room) => existsSync(join(root, room)))],
  { cwd: root, stdio: 'inherit' },
);

/** What stands in the imports of a page: its front matter and its scripts. */
function importsOf(file) {
  const text = readFileSync(join(root, file), 'utf8');
  const front = /^---\n([\s\S]*?)\n---/.exec(text)?.[1] ?? '';
  const scripts = [...text.matchAll(/<script[^>]*>([\s\S]*?)<\/script>/g)].map((m) => m[1]);
  return [front, ...scripts].flatMap((part) => ts.preProcessFile(part, true, true).importedFiles.map((i) => i.fileName));
}
/** An import as the rules name it: a path from the root of the house, or of a package. */
function placeOf(file, name) {
  if (name.startsWith('.')) return normalize(join(dirname(file), name));
  const own = /^@stride-chalk\/([^/]+)/.exec(name);
  if (own) return `${own[1]}/src/index.ts`;
  return name.startsWith('node:') || name.startsWith('astro:') ? name : `node_modules/${name}/`;
}
const matches = (pattern, path) => pattern === undefined || new RegExp(pattern).test(path);
const avoids = (pattern, path) => pattern === undefined || !new RegExp(pattern).test(path);
const pages = readdirSync(join(root, 'web/src'), { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.astro'))
  .map((name) => join('web/src', name));
let broken = 0;
for (const page of pages)
  for (const name of importsOf(page)) {
    const to = placeOf(page, name);
    for (const rule of forbidden.filter((r) => r.to.path !== undefined && !r.to.dependencyTypes))
      if (
        matches(rule.from.path, page) &&
        avoids(rule.from.pathNot, page) &&
        matches(rule.to.path, to) &&
        avoids(rule.to.pathNot, to)
      ) {
        process.stdout.write(`  error ${rule.name}: ${page} -> ${to}\n`);
        broken += 1;
      }
  }
process.stdout.write(`${pages.length} .astro files: ${broken === 0 ? 'no rule broken' : `${broken} broken`}\n`);
process.exit(cruised.status === 0 && broken === 0 ? 0 : 1);
