import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { ALL, measured } from './support/measured.ts';

// Commands of bench/ that start what they measure, each once on the smallest input: what they print is read by nobody here, that they get to their end is.

for (const [command, args] of [
  ['planning', []],
  ['severity', []],
  ['sorting', []],
  ['pages', ['8']],
  ['load', []],
  ...(ALL
    ? ([
        ['kills', ['1', '1']],
        ['soak', ['3']],
        ['intake', []],
        ['hours', []],
      ] as const)
    : []),
] as const)
  test(`npm run ${command} -w bench gets to its end`, async () => {
    const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-yard-'));
    // The user of the database walks through it.
    chmodSync(folder, 0o755);
    try {
      const ownFolder = ['kills', 'soak', 'hours'].includes(command) ? [folder] : [];
      expect(await measured(command, [...ownFolder, ...args])).toMatch(/\d/);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
