/**
 * From a level entered to the mark "All saved", at the bench of the running demo.
 * `npm run saving -w bench -- http://127.0.0.1:4830`
 */
import { heading, openBench, report, urlFromArguments } from './at-bench.ts';
import { sized } from './tiny.ts';

const { browser, page } = await openBench(urlFromArguments(), 31);
const times = await page.evaluate(
  async (levels) => {
    const press = (key: string): boolean =>
      window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    const mark = document.querySelector<HTMLElement>('[data-testid=saved]')!;
    const saved = (from: number): Promise<number> =>
      new Promise((resolve) => {
        const look = (): void => {
          if (mark.dataset.waiting === '0') {
            watch.disconnect();
            resolve(performance.now() - from);
          }
        };
        const watch = new MutationObserver(look);
        watch.observe(mark, { attributes: true });
        // One turn later the entry is on its way and the mark says so.
        setTimeout(look, 0);
      });
    press('s');
    const all: number[] = [];
    for (let i = 0; i < levels; i++) {
      const from = performance.now();
      press('3');
      all.push(await saved(from));
      press('u');
      await saved(performance.now());
    }
    return all;
  },
  sized(200, 3),
);
heading();
report('level entered to "All saved"', times);
await browser.close();
