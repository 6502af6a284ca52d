import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { ALL, measured } from './support/measured.ts';

const inFolder = async (work: (folder: string) => Promise<void>): Promise<void> => {
  const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-yard-'));
  chmodSync(folder, 0o755);
  try {
    await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
};

/** `./test all` tries more of them. */
const KILLS = ALL ? 10 : 4;

test(`a phone or the server is killed ${KILLS} times while throws are counted, filmed and sent: nothing that was shown as safe is lost or doubled`, () =>
  inFolder(async (folder) => {
    const rows = (await measured('field-kills', [folder, String(KILLS), '7']))
      .split('\n')
      .filter((l) => /^\| (browser|server) /.test(l))
      .map((l) =>
        l
          .split('|')
          .map((c) => c.trim())
          .slice(1, -1),
      );
    expect(rows.reduce((sum, r) => sum + Number(r[2]), 0)).toBe(KILLS);
    // Something was shown, and all of it is there, once.
    expect(rows.some((r) => !/^0, 0$/.test(r[3]!))).toBe(true);
    for (const row of rows) expect(row.slice(4), row.join(' ')).toEqual(['0', '0']);
  }));

if (ALL)
  test('npm run field -w bench gets to its end', () =>
    inFolder(async (folder) => {
      const said = await measured('field', [folder]);
      expect(said).toContain('20 entries that waited');
      expect(said).toContain('films on the server 2');
    }));
