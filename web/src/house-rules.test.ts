import { spawnSync } from 'node:child_process';
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test } from 'vitest';

const HOUSE = fileURLToPath(new URL('../../', import.meta.url));

/** Holds a small house with these files against the rules of this one. */
function held(files: Readonly<Record<string, string>>): { broken: boolean; said: string } {
  const root = mkdtempSync(join(tmpdir(), 'stride-chalk-house-'));
  try {
    for (const [path, text] of Object.entries(files)) {
      mkdirSync(dirname(join(root, path)), { recursive: true });
      writeFileSync(join(root, path), text);
    }
    copyFileSync(join(HOUSE, 'tsconfig.base.json'), join(root, 'tsconfig.base.json'));
    symlinkSync(join(HOUSE, 'node_modules'), join(root, 'node_modules'));
    const done = spawnSync(process.execPath, [join(HOUSE, 'ops/arrows.mjs'), root], { encoding: 'utf8' });
    return { broken: done.status !== 0, said: done.stdout + done.stderr };
  } finally {
    rmSync(root, { recursive: true, force: true });
  }
}
const page = (front: string, script = ''): string => `---\n${front}\n---\n\n<main></main>\n${script}`;

test('a house that keeps its rules passes', () => {
  const { broken, said } = held({
    'web/src/server/rows.ts': "import 'drizzle-orm';\nimport 'node:fs';\nexport const rows = [];\n",
    'web/src/pages/deep/[id]/index.astro': page("import { rows } from '../../../server/rows.ts';\nconst all = rows;"),
    'web/src/pages/api/deep/rows.ts': "import { rows } from '../../../server/rows.ts';\nexport const GET = () => rows;\n",
  });
  expect(broken, said).toBe(false);
});

test('what is planted against the rules is convicted, each by its rule, also deep down and in pages', () => {
  const endpoint = 'export const GET = () => null;\n';
  const planted = [
    ['pages/deep/[id]/asks-the-database.astro', page("import { sql } from 'drizzle-orm';"), 'sql-only-in-server'],
    ['pages/deep/[id]/reads-a-file.astro', page("import { readFile } from 'node:fs/promises';"), 'files-only-in-server'],
    ['pages/deep/[id]/calls-an-endpoint.astro', page("import { GET } from '../../api/rows.ts';"), 'pages'],
    ['pages/deep/[id]/script-reaches-the-demo.astro', page('', "<script>import '@stride-chalk/demo';</script>"), 'pages'],
    ['pages/api/deep/[id]/asks.ts', `import 'drizzle-orm';\n${endpoint}`, 'sql-only-in-server'],
    ['pages/api/deep/[id]/reads.ts', `import 'node:fs';\n${endpoint}`, 'files-only-in-server'],
    ['pages/api/deep/[id]/knows-a-step.ts', `import '../../../../steps/bench/thing.ts';\n${endpoint}`, 'api'],
    ['middleware.ts', "import { GET } from './pages/api/rows.ts';\nexport { GET };\n", 'middleware'],
  ] as const;
  const { broken, said } = held({
    'web/src/steps/bench/thing.ts': 'export const thing = 1;\n',
    'web/src/pages/api/rows.ts': endpoint,
    ...Object.fromEntries(planted.map(([path, text]) => [`web/src/${path}`, text])),
  });
  expect(broken).toBe(true);
  for (const [path, , rule] of planted) expect(said).toContain(`error ${rule}: web/src/${path}`);
});

test('every file, command and picture that the docs name is there', () => {
  const docs = [
    'README.md',
    ...readdirSync(join(HOUSE, 'docs'))
      .filter((f) => f.endsWith('.md'))
      .map((f) => `docs/${f}`),
  ];
  const scripts = new Map(
    ['.', 'core', 'fieldcam', 'web', 'demo', 'accuracy', 'bench', 'e2e'].map((w) => {
      const { scripts: own = {} } = JSON.parse(readFileSync(join(HOUSE, w, 'package.json'), 'utf8')) as { scripts?: object };
      return [w, Object.keys(own)] as const;
    }),
  );
  const lost: string[] = [];
  let named = 0;
  for (const doc of docs) {
    const text = readFileSync(join(HOUSE, doc), 'utf8');
    for (const [, path] of text.matchAll(/`((?:core|web|fieldcam|demo|accuracy|bench|e2e|ops)\/[\w./-]+)`/g)) {
      named += 1;
      if (!existsSync(join(HOUSE, path!))) lost.push(`${doc}: ${path}`);
    }
    for (const [, link] of text.matchAll(/\]\(([^)#:]+)\)/g)) {
      named += 1;
      if (!existsSync(join(HOUSE, dirname(doc), link!))) lost.push(`${doc}: ${link}`);
    }
    for (const [, script, workspace = '.'] of text.matchAll(/npm run ([\w:-]+)(?: -w (\w+))?/g)) {
      named += 1;
      if (!scripts.get(workspace)?.includes(script!)) lost.push(`${doc}: npm run ${script} -w ${workspace}`);
    }
  }
  expect(lost).toEqual([]);
  expect(named).toBeGreaterThan(60);
});
