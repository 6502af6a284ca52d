import { expect, test } from '@playwright/test';
import { ALL, measured } from './support/measured.ts';

// Commands of bench/ that measure a running demo. They leave camps and a delivery behind: these tests come last.

for (const command of ['stepping', 'saving', 'camps', ...(ALL ? ['playing'] : [])])
  test(`npm run ${command} -w bench gets to its end`, async () => {
    expect(await measured(command, [process.env.E2E_URL!])).toMatch(/\d/);
  });
