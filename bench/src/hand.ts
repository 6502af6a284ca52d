/**
 * What a camper costs a coach's hand: three deliveries in two views, from opening to released, by the keyboard alone, with what the computer has found.
 * `npm run hand -w bench -- http://127.0.0.1:4830` on a fresh demo. The script reads only what is on the screen and presses a key only once the film shows what the page
 * asks about; it takes what is proposed, and gives a 3 where nothing is offered. It changes the demo: the camper's evaluation is released.
 */
import { openBench, urlFromArguments } from './at-bench.ts';

const BIB = 9;
/** Of a practised hand. */
const SECONDS_A_PRESS = 0.4;
const DELIVERIES = 3;

const url = urlFromArguments();
const { browser, page } = await openBench(url, BIB);
page.setDefaultTimeout(1_800_000);
let presses = 0;
const press = async (key: string): Promise<void> => {
  await page.keyboard.press(key);
  presses += 1;
};
const awake = (): Promise<unknown> => page.waitForFunction(() => !document.querySelector('[data-awake=false]'));
/** Every film shows the frame that is asked for. */
const drawn = (): Promise<unknown> =>
  page.waitForFunction(() =>
    [...document.querySelectorAll('[data-asked]')].every((c) => c.getAttribute('data-asked') === c.getAttribute('data-drawn')),
  );
const pressed = (name: RegExp): Promise<number> => page.getByRole('button', { name, pressed: true }).count();

// The computer looks before the coach comes: that is waited for, and not counted.
await awake();
for (let delivery = 1; delivery <= DELIVERIES; delivery++) {
  await page.getByRole('button', { name: new RegExp(`^Delivery ${delivery}`) }).click();
  await page.getByRole('button', { name: /See all \d+ at a look/ }).waitFor();
  await page.waitForFunction(() => !document.querySelector('[data-testid=look-state]'));
}
await page.goto(url);
await awake();
const begun = Date.now();
await press(String(BIB));
await press('Enter');
await page.waitForURL(`${url}/bench/${BIB}`);
await awake();

// Key frames: those that are sure at one look a delivery, the others one by one.
for (let delivery = 0; delivery < DELIVERIES; delivery++) {
  await drawn();
  await press('a');
  const strip = page.getByTestId('strip');
  await strip
    .getByRole('button', { name: /^Confirm \d+/ })
    .and(page.locator(':enabled'))
    .waitFor();
  await press('Enter');
  await strip.waitFor({ state: 'detached' });
  const left = Number(/(\d+) to look at/.exec((await page.getByTestId('said').textContent()) ?? '')?.[1] ?? 0);
  for (let i = 0; i < left; i++) {
    await drawn();
    await press('Enter');
  }
}
const keyFrames = presses;

// The joints of one delivery: one measured delivery of a set is enough.
const inHand = page.getByRole('button', { name: /^Delivery/ }).and(page.locator('[aria-current=true]'));
while (!(await inHand.textContent())?.startsWith('Delivery 1')) await press('Shift+d');
await press('c');
const joints = page.getByTestId('joints-asked');
await joints.waitFor();
while ((await joints.count()) > 0) {
  await drawn();
  await press('Enter');
}
const figures = presses;

await press('s');
const current = page.locator('[data-testid^=checkpoint-][aria-current=step]');
let taken = 0;
for (let guard = 0; guard < 200; guard++) {
  await drawn();
  if ((await pressed(/^Levels/)) === 0) break;
  const note = (await page.locator('h2 + p').first().textContent()) ?? '';
  if (note.includes('is scored')) {
    const number = Number(/Delivery (\d)/.exec(note)?.[1]);
    if (number >= DELIVERIES) break;
    await press('Enter');
    await page.waitForFunction(
      (n) => !document.querySelector('h2 + p')?.textContent?.includes(`Delivery ${n} is scored`),
      number,
    );
    continue;
  }
  const phase = page.getByRole('button', { name: /^Take the \d+ offered levels/ });
  if ((await phase.count()) > 0) {
    taken += Number(/\d+/.exec((await phase.textContent()) ?? '')?.[0] ?? 0);
    await press('Shift+Enter');
  } else if ((await current.getByText('takes it').count()) > 0) {
    taken += 1;
    await press('Enter');
  } else {
    const before = await current.getAttribute('data-testid');
    await press('3');
    await page.waitForFunction(
      (id) =>
        document.querySelector('[data-testid^=checkpoint-][aria-current=step]')?.getAttribute('data-testid') !== id ||
        document.querySelector('h2 + p')?.textContent?.includes('is scored'),
      before,
    );
  }
}
await page.waitForFunction(() => document.querySelector('[data-testid=saved]')?.getAttribute('data-waiting') === '0');
const levels = presses;

await press('w');
await page.waitForURL(/handouts/);
await awake();
await press('w');
await page.getByTestId('draft-saved').getByText('All saved').waitFor();
await awake();
await press('Control+Enter');
await page.getByText('Released.').waitFor();
const seconds = (Date.now() - begun) / 1000;
await browser.close();

const parts = {
  'key frames': keyFrames,
  'one measured delivery': figures - keyFrames,
  levels: levels - figures,
  'write-up': presses - levels,
};
process.stdout.write(
  `${presses} key presses for one camper with ${DELIVERIES} deliveries in two views: ${Object.entries(parts)
    .map(([name, n]) => `${name} ${n}`)
    .join(
      ', ',
    )}. ${taken} levels were taken as offered. At ${SECONDS_A_PRESS} s a press ${((SECONDS_A_PRESS * presses) / 60).toFixed(1)} minutes; the script took ${(seconds / 60).toFixed(1)} minutes, with all that it waited for.\n`,
);
