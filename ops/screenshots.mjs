/** Takes the pictures of docs/screenshots from a fresh demo: `node ops/screenshots.mjs http://127.0.0.1:4830`. */
import { chromium } from '@playwright/test';
import { trayEvening } from './tray-evening.mjs';

const url = process.argv[2]?.replace(/\/$/, '');
if (!url) throw new Error('Name the running demo: node ops/screenshots.mjs http://127.0.0.1:4830');
const browser = await chromium.launch({
  executablePath: process.env.STRIDE_CHROMIUM ?? '/usr/lib/chromium/chromium-headless-shell',
  args: ['--no-sandbox', '--disable-dev-shm-usage'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const signIn = async (name) => {
  await page.goto(`${url}/sign-in`);
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await page.waitForURL(`${url}/`);
};
await page.goto(`${url}/sign-in`);
await signIn('Dario');

/** Every part of the page hears keys, and what it fetches is there. A page that follows changes is never without a connection. */
const awake = async () => {
  await page.waitForFunction(() => !document.querySelector('[data-awake=false]'));
  await page.waitForTimeout(600);
};

const times = (n, key) => Array.from({ length: n }, () => key);
/** An arrow from the chest, a label beside it, a ring around the glove, as the front foot opens. */
const CHALK = [
  ...['t', ...times(7, 'ArrowDown'), 'h'],
  ...['2', ...times(6, 'ArrowUp'), 'Enter', ...times(8, 'ArrowRight'), ...times(1, 'ArrowUp'), 'Enter'],
  ...['5', ...times(1, 'ArrowRight'), 'Enter', ...'chest stays up', 'Enter'],
  ...['3', ...times(21, 'ArrowLeft'), ...times(10, 'ArrowDown'), 'Enter', ...times(4, 'ArrowRight'), 'Enter'],
];
const VIEWS = [
  ['home', '/', []],
  ['bench-levels', '/bench/27', ['s', 'p', ...times(17, 'ArrowDown')]],
  ['bench-across', '/bench/27', ['x', ...times(26, 'ArrowDown')]],
  ['bench-chalk', '/bench/27', CHALK],
  ['compare', '/compare/27', ['o']],
  ['sheet', '/sheet?phase=contact&age=13-14', []],
  ['write-up', '/handouts/4', []],
  ['hand-out', '/handouts/27/print', []],
];
for (const [name, path, keys] of VIEWS) {
  await page.goto(url + path, { waitUntil: 'load' });
  await awake();
  for (const key of keys) {
    await page.keyboard.press(key);
    await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))));
  }
  await page.waitForFunction(() =>
    [...document.querySelectorAll('figure')].every((f) => {
      const caption = f.querySelector('[data-asked]');
      return !caption || caption.getAttribute('data-asked') === caption.getAttribute('data-drawn');
    }),
  );
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
}
// Key frames that the computer has found, at a look; then its joints at the landing. Opened, its films are looked at before all others.
await page.goto(`${url}/bench/9`, { waitUntil: 'load' });
await awake();
await page.getByRole('button', { name: /See all \d+ at a look/ }).waitFor({ timeout: 900_000 });
await page.getByTestId('look-state').first().waitFor({ state: 'detached', timeout: 900_000 });
await page.keyboard.press('a');
await page
  .getByRole('button', { name: /^Confirm \d+/ })
  .and(page.locator(':enabled'))
  .waitFor();
await page.keyboard.press('ArrowRight');
await page.screenshot({ path: 'docs/screenshots/bench-key-frames.png' });
await page.keyboard.press('Enter');
await page.getByTestId('strip').waitFor({ state: 'detached' });
const drawn = () =>
  page.waitForFunction(() =>
    [...document.querySelectorAll('[data-asked]')].every((c) => c.getAttribute('data-asked') === c.getAttribute('data-drawn')),
  );
const left = Number(/(\d+) to look at/.exec((await page.getByTestId('said').textContent()) ?? '')?.[1] ?? 0);
for (let i = 0; i < left; i++) {
  await drawn();
  await page.keyboard.press('Enter');
}
await page.getByRole('button', { name: /^Delivery 1/ }).click();
await page.keyboard.press('c');
await page.getByTestId('joints-asked').waitFor();
while ((await page.getByRole('heading', { name: 'foot bears weight' }).count()) === 0) {
  await drawn();
  await page.keyboard.press('Enter');
}
await drawn();
await page.screenshot({ path: 'docs/screenshots/bench-figures.png' });
await page.keyboard.press('Escape');

await page.setViewportSize({ width: 390, height: 844 });
await page.goto(`${url}/check-in`, { waitUntil: 'load' });
await awake();
await page.screenshot({ path: 'docs/screenshots/check-in-phone.png' });
await page.goto(`${url}/mound`, { waitUntil: 'load' });
await awake();
await page.screenshot({ path: 'docs/screenshots/mound-phone.png' });
await page.getByRole('button', { name: 'Film here' }).click();
await page.locator('[data-filming]').waitFor();
await page.getByText(/a second, \d+ ms/).waitFor();
await page.locator('[data-filming]').click();
await page.getByText(/Filming 2/).waitFor();
await page.screenshot({ path: 'docs/screenshots/film-phone.png' });
await page.locator('[data-filming]').click();
await page.getByText('All safe on the server.').last().waitFor();
await page.getByRole('button', { name: 'Close' }).click();

await page.setViewportSize({ width: 1280, height: 800 });
await signIn('Marit');
// An evening in the tray: the view of one camera is said, that of the other is asked for.
const { folder, end } = await trayEvening(page, url);
await page.goto(`${url}/sort`, { waitUntil: 'load' });
await awake();
await page.getByTestId('tray-folder').setInputFiles(folder);
await page.locator('.tray-row').nth(7).waitFor();
await page.waitForFunction(
  () => !document.querySelector('[data-stand=coming], [data-testid=files-left], [data-testid=files-looked]'),
  null,
  { timeout: 180_000 },
);
end();
await page.keyboard.press('v');
await page.getByRole('button', { pressed: true }).waitFor();
await page.getByRole('tab').last().click();
await page.keyboard.press('ArrowDown');
await page.locator('h1').click();
await page.waitForFunction(() =>
  [...document.querySelectorAll('.tray-row img')].slice(0, 4).every((i) => i.complete && i.naturalWidth > 0),
);
await awake();
await page.screenshot({ path: 'docs/screenshots/tray.png' });
// The last day of the demo's week is planned by hand here, so that no session lies in the past.
await page.goto(`${url}/day-plan`, { waitUntil: 'load' });
await awake();
const days = await page
  .getByRole('combobox', { name: 'Day' })
  .locator('option')
  .evaluateAll((all) => all.map((o) => o.value));
await page.goto(`${url}/day-plan?day=${days.at(-1)}`, { waitUntil: 'load' });
await awake();
await page
  .getByRole('button', { name: /Plan the day|Plan anew/ })
  .first()
  .click();
await page.getByTestId('session-14').click();
await page.screenshot({ path: 'docs/screenshots/day-plan.png' });
for (const [name, path] of [
  ['roster', '/roster'],
  ['card', '/campers/22/card'],
  ['practice', '/practice'],
]) {
  await page.goto(url + path, { waitUntil: 'load' });
  await awake();
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
}
// Last year's camp has levels of three coaches.
const lastYear = (await page.locator('#camp-at-work option').evaluateAll((all) => all.map((o) => o.value)))[2];
await page.request.post(`${url}/api/camp-at-work`, { form: { camp: lastYear } });
await page.goto(`${url}/same-page`, { waitUntil: 'load' });
await page
  .getByTestId(/^severity-/)
  .first()
  .waitFor();
await page.evaluate(() => document.fonts.ready);
await page.screenshot({ path: 'docs/screenshots/same-page.png' });
await browser.close();
