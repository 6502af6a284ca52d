import { test as base, expect, type Page } from '@playwright/test';
import { PASSWORD, STAFF } from '@stride-chalk/demo';
import { query } from './product.ts';

/** Counts the keys that are pressed on a page. */
export interface Keys {
  readonly count: number;
  press(...keys: string[]): Promise<void>;
}

/** The staff member by his first name takes up work, as the form of the page signs him in; no page is shown yet. */
export async function atWorkAs(page: Page, name: string, url = process.env.E2E_URL!): Promise<void> {
  const { email } = STAFF.find((s) => s.name.startsWith(`${name} `))!;
  const answer = await page.request.post(`${url}/api/sign-in`, {
    form: { email, password: PASSWORD, go: '/' },
    headers: { origin: url },
    maxRedirects: 0,
  });
  expect([answer.status(), answer.headers().location]).toEqual([303, '/']);
}

/** In an empty product, the first lead follows the printed link and chooses name, address and password. */
export async function firstLead(page: Page, printed: string): Promise<void> {
  await page.goto(printed);
  await page.getByLabel('Your name').fill('First Lead');
  await page.getByLabel('Your mail address').fill('first@lead.example');
  await page.getByLabel(/A password/).fill('a long pass word');
  await page.getByRole('button', { name: 'Set it and sign in' }).click();
  await expect(page).toHaveURL(new URL('/', printed).href);
}

export const test = base.extend<{ coach: Page; keys: Keys }>({
  /** A page on which the coach Dario is at work. Of a test that fails it is told what it showed. */
  coach: async ({ page }, use, testInfo) => {
    const broken: string[] = [];
    page.on('pageerror', (error) => broken.push(error.message));
    await atWorkAs(page, 'Dario');
    await use(page);
    if (testInfo.status !== testInfo.expectedStatus) {
      const shown = await page.locator('body').ariaSnapshot();
      process.stdout.write(
        `${testInfo.title}: ${page.url()}, errors of the page: ${broken.join('; ') || 'none'}
${shown.slice(0, 1500)}
`,
      );
    }
    expect(broken, 'errors on the page').toEqual([]);
  },
  keys: async ({ page }, use) => {
    let count = 0;
    await use({
      get count() {
        return count;
      },
      async press(...keys) {
        for (const key of keys) {
          await page.keyboard.press(key);
          count += 1;
        }
      },
    });
  },
});

export { expect };

/** The campers of the demo's week of now: some of them were there last year too, under the same bib. */
const HERE = `(select * from campers where camp_id = (select id from camps where name = 'Heron Bend Pitching Week' order by first_day desc limit 1))`;

/** Asks the database; `campers_here` stands for the campers of the demo's week of now. */
export const rows = <T extends Record<string, unknown>>(text: string, values: unknown[] = []): Promise<T[]> =>
  query<T>(process.env.E2E_DATABASE!, text.replaceAll('campers_here', HERE), values);

/** Waits until everything entered has been confirmed by the server. */
export const allSaved = (page: Page): Promise<void> => expect(page.getByTestId('saved')).toHaveAttribute('data-waiting', '0');

/** Waits until every part of the page hears keys and clicks. */
export async function pageAwake(page: Page): Promise<void> {
  await expect(page.locator('[data-awake=true]').first()).toBeAttached();
  await expect(page.locator('[data-awake=false]')).toHaveCount(0);
}

/** Waits until every film on the bench shows a frame. */
export async function filmsShown(page: Page): Promise<void> {
  await allSaved(page);
  await expect(page.locator('figure canvas[data-frame]')).toHaveCount(await page.locator('figure canvas').count());
}
