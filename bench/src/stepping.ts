/**
 * From a key press to the frame drawn, in the page itself: steps within the cache, and jumps to frames anywhere in the film.
 * `npm run stepping -w bench -- http://127.0.0.1:4830` while the demo runs.
 */
import { heading, openBench, report, urlFromArguments } from './at-bench.ts';
import { sized } from './tiny.ts';

const STEPS = sized(200, 5);
const JUMPS = sized(200, 2);

const { browser, page } = await openBench(urlFromArguments(), 31);
const times = await page.evaluate(
  async ({ steps, jumps }) => {
    const side = document.querySelector<HTMLElement>('[data-testid=frame-openSide]')!;
    const canvas = document.querySelector<HTMLCanvasElement>('figure[data-view=openSide] canvas')!;
    const drawn = (): string => canvas.dataset.frame ?? '';
    const press = (key: string, target: EventTarget = window): boolean =>
      target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    /** Milliseconds until the canvas carries a frame: the drawing itself writes its name. */
    const until = (frame: string, from: number): Promise<number> =>
      new Promise((resolve) => {
        const look = (): void => {
          if (drawn() === frame) {
            watch.disconnect();
            resolve(performance.now() - from);
          }
        };
        const watch = new MutationObserver(look);
        watch.observe(canvas, { attributes: true, attributeFilter: ['data-frame'] });
        look();
      });
    const rest = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
    const frames = 240;
    const jump = async (frame: number): Promise<number> => {
      press('r');
      const input = document.querySelector<HTMLInputElement>('#jump-frame')!;
      input.value = String(frame);
      const from = performance.now();
      input.form!.requestSubmit();
      return until(String(frame), from);
    };
    await jump(100);
    await rest(1500);
    const stepping: number[] = [];
    for (let i = 0; i < steps; i++) {
      const forward = Math.floor(i / 20) % 2 === 0;
      const next = String(Number(drawn()) + (forward ? 1 : -1));
      const from = performance.now();
      press(forward ? 'ArrowRight' : 'ArrowLeft');
      stepping.push(await until(next, from));
      await rest(20);
    }
    const jumping: number[] = [];
    let seed = 7;
    for (let i = 0; i < jumps; i++) {
      seed = (seed * 1103515245 + 12345) % 2147483648;
      let frame = Math.floor((seed / 2147483648) * frames);
      if (Math.abs(frame - Number(drawn())) < 90) frame = (frame + 120) % frames;
      jumping.push(await jump(frame));
      await rest(500);
    }
    return { stepping, jumping, last: side.dataset.drawn };
  },
  { steps: STEPS, jumps: JUMPS },
);
heading();
report('step, frame in the cache: key press to frame drawn', times.stepping);
report('jump anywhere: key press to frame drawn', times.jumping);
await browser.close();
