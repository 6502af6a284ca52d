import { chromium, type Browser, type Page } from '@playwright/test';
import { BROWSER } from '../../e2e/support/browser.ts';

/** The bench of a camper of the running demo, in headless Chromium without any graphics flag. */
export async function openBench(url: string, bib: number): Promise<{ browser: Browser; page: Page }> {
  const browser = await chromium.launch(BROWSER);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  // The compiler that runs this file names functions with a helper that a page does not have.
  await page.addInitScript('globalThis.__name = (f) => f');
  await page.goto(`${url}/sign-in`);
  await page
    .getByRole('button', { name: /coach: / })
    .first()
    .click();
  await page.waitForURL(`${url}/`);
  await page.goto(`${url}/bench/${bib}`);
  await page.waitForFunction(() => {
    const films = [...document.querySelectorAll('figure canvas')];
    return (
      films.length > 0 &&
      films.every((c) => (c as HTMLCanvasElement).dataset.frame) &&
      document.querySelector('[data-testid=saved]')?.getAttribute('data-waiting') === '0'
    );
  });
  return { browser, page };
}

export const percentile = (values: readonly number[], p: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(p * values.length))]!;

export function report(name: string, milliseconds: readonly number[]): void {
  const f = (p: number): string => percentile(milliseconds, p).toFixed(1).padStart(7);
  process.stdout.write(`${name.padEnd(52)} ${String(milliseconds.length).padStart(5)} ${f(0.5)} ${f(0.95)} ${f(0.999)}\n`);
}

export const heading = (): boolean =>
  process.stdout.write(
    `${'milliseconds'.padEnd(52)} ${'n'.padStart(5)} ${'median'.padStart(7)} ${'p95'.padStart(7)} ${'max'.padStart(7)}\n`,
  );

export function urlFromArguments(): string {
  const url = process.argv[2];
  if (!url) throw new Error('Name the running product: npm run stepping -w bench -- http://127.0.0.1:4830');
  return url.replace(/\/$/, '');
}
