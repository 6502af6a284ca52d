/** Takes the pictures of docs/screenshots from a fresh demo: `node ops/screenshots.mjs http://127.0.0.1:4830`. */
import { chromium } from '@playwright/test';

const url = process.argv[2]?.replace(/\/$/, '');
if (!url) throw new Error('Name the running demo: node ops/screenshots.mjs http://127.0.0.1:4830');
const browser = await chromium.launch({ executablePath: process.env.STRIDE_CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox', '--disable-dev-shm-usage'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`${url}/staff`);
await page.screenshot({ path: 'docs/screenshots/staff.png' });
await page.getByRole('button', { name: /Dario/ }).click();
await page.waitForURL(`${url}/`);

const VIEWS = [
  ['home', '/', []],
  ['sort', '/campers/9', []],
  ['bench-key-frames', '/bench/27', ['k', 'ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowDown']],
  ['bench-levels', '/bench/27', ['l', ...Array.from({ length: 21 }, () => 'ArrowDown')]],
  ['bench-across', '/bench/27', ['x', ...Array.from({ length: 26 }, () => 'ArrowDown')]],
  ['bench-figures', '/bench/31', ['d', 'g', ...Array.from({ length: 8 }, () => 'ArrowDown'), 'Enter']],
  ['write-up', '/handouts/4', []],
  ['hand-out', '/handouts/27/print', []],
];
for (const [name, path, keys] of VIEWS) {
  await page.goto(url + path, { waitUntil: 'networkidle' });
  for (const key of keys) {
    await page.keyboard.press(key);
    await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))));
  }
  await page.waitForFunction(() => [...document.querySelectorAll('figure')].every((f) => {
    const caption = f.querySelector('[data-asked]');
    return !caption || caption.getAttribute('data-asked') === caption.getAttribute('data-drawn');
  }));
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
}
await page.setViewportSize({ width: 390, height: 844 });
await page.goto(`${url}/campers/9`, { waitUntil: 'networkidle' });
await page.screenshot({ path: 'docs/screenshots/sort-phone.png' });
await browser.close();
