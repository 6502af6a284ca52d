import { readFile } from 'node:fs/promises';
import AxeBuilder from '@axe-core/playwright';
import { allSaved, expect, filmsShown, pageAwake, rows, test } from './support/at-work.ts';

const drawings = () =>
  rows<{ shape: string; frame: number; text: string | null; points: { x: number; y: number }[]; width: number; height: number }>(
    `select s.shape, s.frame, s.text, s.points, f.width, f.height from strokes s join clips k on k.id = s.clip_id join films f on f.id = k.film_id
       join deliveries d on d.id = k.delivery_id where d.camper_id = (select id from campers_here h where bib = 44) order by s.entered_at, s.stroke`,
  );

test('a coach draws on a key frame by keys and by hand, takes it back, and it is there after a reload and in files', async ({
  coach,
  keys,
}) => {
  await coach.goto(`${process.env.E2E_URL}/bench/44`);
  await pageAwake(coach);
  await filmsShown(coach);
  await keys.press('h');
  const panel = coach.getByTestId('chalk');
  await expect(panel).toBeVisible();
  expect((await new AxeBuilder({ page: coach }).setLegacyMode(true).include('[data-testid=chalk]').analyze()).violations).toEqual(
    [],
  );
  const shapes = coach.locator('figure svg [data-shape][data-stroke]');
  const before = await shapes.count();

  // By keys: a line, and a label.
  await keys.press('1', 'Enter', 'ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowUp', 'Enter');
  await expect(shapes).toHaveCount(before + 1);
  await keys.press('5', 'ArrowDown', 'Enter');
  await coach.getByLabel('The label says').fill('chest stays up');
  await keys.press('Enter');
  await expect(coach.locator('figure svg text', { hasText: 'chest stays up' }).first()).toBeAttached();
  await expect(panel.getByText('The label “chest stays up”')).toBeVisible();

  // By hand: a ring.
  await keys.press('3');
  const film = coach.locator('figure', { hasText: 'in hand' }).locator('canvas');
  const box = (await film.boundingBox())!;
  await coach.mouse.move(box.x + 0.4 * box.width, box.y + 0.4 * box.height);
  await coach.mouse.down();
  await coach.mouse.move(box.x + 0.45 * box.width, box.y + 0.5 * box.height, { steps: 4 });
  await coach.mouse.up();
  await expect(shapes).toHaveCount(before + 3);
  await allSaved(coach);
  const kept = await drawings();
  expect(kept.map((s) => s.shape)).toEqual(['line', 'label', 'ring']);
  const [line, , ring] = kept;
  expect(line!.points[1]!.x - line!.points[0]!.x).toBeCloseTo((36 * line!.height) / 540, 6);
  for (const { x, y } of ring!.points) {
    expect(x).toBeGreaterThan(0);
    expect(x).toBeLessThan(ring!.width);
    expect(y).toBeGreaterThan(0);
    expect(y).toBeLessThan(ring!.height);
  }

  // Taken back and put there again, still drawing.
  await keys.press('u');
  await expect(shapes).toHaveCount(before + 2);
  await keys.press('Shift+U');
  await expect(shapes).toHaveCount(before + 3);
  await expect(panel).toBeVisible();
  await allSaved(coach);

  const take = async (name: RegExp) => {
    const [file] = await Promise.all([coach.waitForEvent('download'), panel.getByRole('link', { name }).click()]);
    return { name: file.suggestedFilename(), bytes: await readFile((await file.path())!) };
  };
  const svg = (await take(/^Drawing/)).bytes.toString();
  expect(svg).toContain('chest stays up');
  expect(svg.match(/data-shape=/g)).toHaveLength(3);
  // As programs know their files: PNG (W3C, 5.2), MP4 (ISO/IEC 14496-12, 4.3).
  expect((await take(/^Picture/)).bytes.subarray(1, 4).toString()).toBe('PNG');
  expect((await take(/^Film/)).bytes.subarray(4, 8).toString()).toBe('ftyp');

  await coach.reload();
  await pageAwake(coach);
  await filmsShown(coach);
  await keys.press('h');
  await expect(panel.getByRole('heading')).toHaveText(`Draw on frame ${line!.frame}`);
  await expect(panel.getByText('The label “chest stays up”')).toBeVisible();
  // Each is taken off by its own button; Tab and Delete do it by keys.
  await panel.getByRole('button', { name: 'Take off a ring' }).click();
  await expect(shapes).toHaveCount(before + 2);
  await keys.press('Tab', 'Delete', 'Delete');
  await expect(panel.getByRole('listitem')).toHaveCount(0);
  await allSaved(coach);
  expect(await drawings()).toEqual([]);
});
