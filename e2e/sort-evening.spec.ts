import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { v7 } from 'uuid';
import { filmsShown, firstLead, pageAwake } from './support/at-work.ts';
import { barCodeFilm, readBars, type FilmKind } from './support/bar-code-film.ts';
import { campersWith } from './support/field-phone.ts';
import { ALL } from './support/measured.ts';
import { query, startProduct } from './support/product.ts';

/** A second and a half of a throw, and a little more of it where it was filmed at 240 a second. */
const framesOf = (kind: FilmKind): number => (kind === 'slow motion, tagged' ? 420 : 180);
/** 24 files, and 60 with `./test all`: of two throws of each camper from two cameras, and four that are none. */
const BIBS = Array.from({ length: ALL ? 14 : 5 }, (_, i) => 3 + 2 * i);
const FILES = 4 * BIBS.length + 4;
/** What each camera films, one kind after the other. */
const SIDE: readonly FilmKind[] = ['constant rate, H.264', 'HEVC', 'slow motion, tagged'];
const FRONT: readonly FilmKind[] = ['variable rate, H.264', 'held upright, turned'];
/** How far the clocks of the cameras are off, in milliseconds. */
const SLOW = 3 * 60_000;
const FAST = 7 * 60_000;
const HELD = Date.parse('2026-07-13T15:00:00Z');

/** When each of the throws was thrown: two of each camper, at uneven times, as on a morning. */
const throwsOf = (): Array<{ bib: number; at: number }> => {
  let at = HELD;
  let seed = 7;
  const next = (from: number, to: number): number => {
    seed = (seed * 1103515245 + 12345) % 2147483648;
    return from + ((to - from) * seed) / 2147483648;
  };
  return BIBS.flatMap((bib) =>
    [next(70_000, 190_000), next(17_000, 44_000)].map((gap) => {
      at += gap;
      return { bib, at: Math.round(at) };
    }),
  );
};

/** The same frames with a mark of their own, so that no two files are the same. */
function own(source: string, to: string, more: readonly string[], turned: boolean): void {
  execFileSync('ffmpeg', [
    ...['-v', 'error', '-y', '-i', source, ...(turned ? ['-metadata:s:v:0', 'rotate=90'] : [])],
    ...['-map', '0:v', '-c', 'copy', '-map_metadata', '0', '-movflags', 'use_metadata_tags', '-metadata', `comment=${v7()}`],
    ...[...more, to],
  ]);
}

/** The folder of an evening: two cameras, one damaged file, one that is no film, two doubles. Answers which kind shows which throw. */
async function evening(
  folder: string,
): Promise<Array<{ bib: number; view: 'openSide' | 'front'; kind: FilmKind; number: number }>> {
  const sources = new Map<FilmKind, string>();
  for (const kind of [...SIDE, ...FRONT]) {
    const { name, buffer } = await barCodeFilm(kind, framesOf(kind));
    writeFileSync(join(folder, name), buffer);
    sources.set(kind, join(folder, name));
  }
  const root = join(folder, 'evening');
  for (const camera of ['side', 'front']) mkdirSync(join(root, camera), { recursive: true });
  const films: Awaited<ReturnType<typeof evening>> = [];
  for (const [i, { bib, at }] of throwsOf().entries()) {
    const [side, front] = [SIDE[i % SIDE.length]!, FRONT[i % FRONT.length]!];
    const [a, b] = [
      `S${100 + i}.${sources.get(side)!.split('.').at(-1)}`,
      `F${100 + i}.${sources.get(front)!.split('.').at(-1)}`,
    ];
    // The one says its time in the file, of the other only the disk knows when it was changed last.
    own(sources.get(side)!, join(root, 'side', a), [], false);
    const changed = new Date(at - SLOW);
    utimesSync(join(root, 'side', a), changed, changed);
    const made = new Date(at + FAST - 900).toISOString();
    own(sources.get(front)!, join(root, 'front', b), ['-metadata', `creation_time=${made}`], front === 'held upright, turned');
    films.push(
      { bib, view: 'openSide', kind: side, number: (i % 2) + 1 },
      { bib, view: 'front', kind: front, number: (i % 2) + 1 },
    );
  }
  const first = (camera: string): Buffer => readFileSync(join(root, camera, readdirSync(join(root, camera)).sort()[0]!));
  writeFileSync(join(root, 'side', 'copy of the first.mp4'), first('side'));
  writeFileSync(join(root, 'front', 'copy of the first.mov'), first('front'));
  const broken = first('side');
  broken.fill(0xff, Math.floor(broken.length * 0.4), Math.floor(broken.length * 0.5));
  writeFileSync(join(root, 'side', 'broken.mp4'), broken);
  writeFileSync(join(root, 'front', 'who throws when.txt'), 'no film at all');
  for (const path of sources.values()) rmSync(path);
  return films;
}

const counts = (page: Page) =>
  page
    .getByTestId('tray-counts')
    .textContent()
    .then((text) => text ?? '');

test(`a folder of ${FILES} files from two cameras is sorted with a few keys, over a server that dies, and every frame is where it was`, async ({
  page,
}) => {
  const product = await startProduct({ demo: false });
  const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-evening-'));
  const run = (text: string, values: unknown[] = []) => query(product.databaseUrl, text, values);
  try {
    await firstLead(page, product.printed);
    const ids = await campersWith(run, BIBS);
    await run(`update camps set first_day = '2026-07-13', last_day = '2026-07-17', retention_days = 3650`);
    for (const { bib, at } of throwsOf())
      await run(
        `insert into throws (id, child_id, camp_id, day, kind, count, mound, thrown_at)
         select $1, $2, id, '2026-07-13', 'filming', 1, 'Mound 1', $3 from camps`,
        [v7(), ids.get(bib), new Date(at + 1500)],
      );
    const films = await evening(folder);
    expect(readdirSync(join(folder, 'evening'), { recursive: true, withFileTypes: true }).filter((f) => f.isFile())).toHaveLength(
      FILES,
    );
    await page.goto(`${product.url}/sort`);
    await pageAwake(page);
    await expect(page.getByText('Drop the cards or the folder of the evening here')).toBeVisible();
    await page.getByTestId('tray-folder').setInputFiles(join(folder, 'evening'));
    await expect(page.getByTestId('files-left')).toBeVisible();
    // Held up for a while, then let go on.
    await page.getByRole('button', { name: 'Pause' }).click();
    await page.getByRole('button', { name: 'Go on' }).click();
    // In the middle of the files the server dies, and again while the films are read.
    await expect(page.getByTestId('files-left')).toContainText(/^\d\d of/);
    await product.kill();
    await product.again();
    await expect(page.getByTestId('files-left')).toBeHidden();
    await product.kill();
    await product.again();
    await page.goto(`${product.url}/sort`);
    await pageAwake(page);
    await expect(page.getByTestId('files-away')).toContainText('2 files were not taken');
    await expect.poll(async () => (await run(`select 1 from clips where state = 'ready'`)).length).toBe(films.length);

    let presses = 0;
    const press = async (key: string): Promise<void> => {
      await page.keyboard.press(key);
      presses += 1;
    };
    // From where the two cameras film nobody but the staff knows.
    const pressed = (name: string) => page.getByRole('button', { name, pressed: true });
    const said = { front: 'Front', side: 'Open side' } as const;
    for (let camera = 0; camera < 2; camera++) {
      const heading = (await page.getByRole('tab', { selected: true }).textContent()) ?? '';
      const view = said[heading.startsWith('front') ? 'front' : 'side'];
      await press('v');
      await expect(page.getByRole('button', { pressed: true })).toHaveCount(1);
      if (view === 'Front') await press('v');
      await expect(pressed(view)).toBeVisible();
      if (camera === 0) await press('n');
    }
    const sure = async (): Promise<number> => Number(/ (\d+) sure/.exec(await counts(page))?.[1]);
    await expect.poll(sure).toBeGreaterThan(0.85 * films.length);
    await press('a');
    await expect.poll(() => counts(page)).toMatch(/ 0 sure/);
    // What is left somebody looks at, one after the other, at both cameras.
    for (let left = Number.parseInt(await counts(page), 10); left > 0; left--) {
      if ((await page.locator('[data-stand=look]').count()) === 0) await press('n');
      await expect(page.locator('[data-stand=look][aria-current=true]')).toBeVisible();
      await press('Enter');
      await expect.poll(async () => Number.parseInt(await counts(page), 10)).toBe(left - 1);
    }
    await expect.poll(() => counts(page)).toBe(`0 to look at, 0 sure, ${films.length} in place`);
    expect(presses).toBeLessThanOrEqual(1.25 * films.length);
    process.stdout.write(`      ${presses} keys for ${films.length} films\n`);

    await expect.poll(async () => (await run('select 1 from clips where delivery_id is not null')).length).toBe(films.length);
    const placed = await query<{ bib: number; number: number; view: string; file: string }>(
      product.databaseUrl,
      `select c.bib, d.number, k.view, k.file_name as file from clips k join deliveries d on d.id = k.delivery_id join campers c on c.id = d.camper_id`,
    );
    const where = (p: { bib: number; number: number; view: string }): string => `${p.bib} ${p.number} ${p.view}`;
    expect(placed.map(where).sort()).toEqual(films.map(where).sort());
    // Each file under the throw that it shows: they are numbered as they were filmed.
    for (const { bib, number, file } of placed)
      if (/^[SF]\d/.test(file))
        expect(`${file} ${where({ bib, number, view: '' })}`).toBe(
          `${file} ${where({ bib: BIBS[Math.floor((Number(file.slice(1, 4)) - 100) / 2)]!, number: ((Number(file.slice(1, 4)) - 100) % 2) + 1, view: '' })}`,
        );
    // Nothing is left of what was refused, and the doubles lie once.
    expect(readdirSync(join(product.media, 'originals'))).toHaveLength(films.length);
    expect(
      readdirSync(join(product.media, 'uploads'), { recursive: true, withFileTypes: true }).filter((f) => f.isFile()),
    ).toEqual([]);

    // Wide enough for both films of a delivery side by side, whole.
    await page.setViewportSize({ width: 2200, height: 800 });
    // One film of each kind at the bench: the frame that is named is the one that is seen.
    for (const kind of [...SIDE, ...FRONT]) {
      const film = films.find((f) => f.kind === kind)!;
      await page.goto(`${product.url}/bench/${film.bib}`);
      await filmsShown(page);
      if (film.number === 2) {
        await page.keyboard.press('d');
        await filmsShown(page);
      }
      if (film.view === 'front') await page.locator('figure[data-view=front]').click();
      const wrong: string[] = [];
      for (const frame of [0, 1, 104, 105, framesOf(kind) - 1]) {
        await page.keyboard.press('r');
        await page.keyboard.insertText(String(frame));
        await page.keyboard.press('Enter');
        const seen = await readBars(page, film.view, frame);
        if (seen !== frame) wrong.push(`${kind} ${frame}: ${seen}`);
      }
      expect(wrong).toEqual([]);
    }
  } finally {
    await page.close();
    await product.end();
    rmSync(folder, { recursive: true, force: true });
  }
});
