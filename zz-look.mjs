import { chromium } from '@playwright/test';
const base = 'http://127.0.0.1:4833';
const b = await chromium.launch({
  executablePath: '/usr/lib/chromium/chromium-headless-shell',
  args: ['--no-sandbox', '--disable-dev-shm-usage'],
});
const ctx = await b.newContext({ viewport: { width: 1280, height: 800 } });
const p = await ctx.newPage();
p.setDefaultTimeout(40000);
try {
  await p.goto(base + '/sign-in');
  await p.waitForTimeout(2500);
  await p.getByRole('button', { name: /Dario/ }).click();
  await p.waitForURL(base + '/');
  await p.goto(base + '/compare/27');
  await p.waitForTimeout(6000);
  console.log(await p.locator('select[name=before]').innerText());
  console.log(await p.locator('ul[aria-label="Before and after a plan"]').allInnerTexts());
  await p.keyboard.press('o');
  await p.waitForTimeout(800);
  await p.screenshot({ path: '/tmp/cmp.png' });
  await p.goto(base + '/bench/4');
  await p.waitForTimeout(6000);
  await p.keyboard.press('g');
  await p.waitForTimeout(1500);
  for (let i = 0; i < 60; i++) await p.keyboard.press('ArrowDown');
  await p.waitForTimeout(500);
  await p.screenshot({ path: '/tmp/fig.png' });
} catch (e) {
  console.log(e.message);
} finally {
  await b.close();
}
