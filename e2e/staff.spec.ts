import { PASSWORD, STAFF } from '@stride-chalk/demo';
import { atWorkAs, expect, pageAwake, rows, test } from './support/at-work.ts';

/** Somebody new at every run, also on a product that has seen the test before. */
const NUMBER = String(Date.now()).slice(-6);
const NAME = `Una Ferrow ${NUMBER}`;
const url = (): string => process.env.E2E_URL!;

test('the lead invites; the invited one chooses a password; a new link ends the old one; deactivated, he is out at once', async ({
  page,
  browser,
}) => {
  await atWorkAs(page, 'Marit');
  await page.goto(`${url()}/staff`);
  await pageAwake(page);
  await page.getByLabel('Name').fill(NAME);
  await page.getByLabel('Mail address').fill(`Una${NUMBER}@Ferrow.example`);
  await page.getByRole('form', { name: 'Invite somebody' }).getByRole('combobox').selectOption('helper');
  await page.getByRole('button', { name: 'Invite' }).click();
  const first = (await page.getByTestId('link').textContent())!;
  await page.getByRole('button', { name: `New link for ${NAME}` }).click();
  await expect(page.getByTestId('link')).not.toHaveText(first);
  const second = (await page.getByTestId('link').textContent())!;
  // The link was read once: the outbox has it no more.
  await page.goto(`${url()}/outbox`);
  await expect(page.getByText(`Hello ${NAME}`).first()).toBeVisible();
  await expect(page.getByText('/join/')).toHaveCount(0);
  // Only hashes of links and passwords are kept.
  const kept = await rows<{ all: string }>(
    `select concat(v.identifier, v.value) as all from verifications v union all select coalesce(c.password, '') from credentials c`,
  );
  for (const { all } of kept) expect(all).not.toContain(second.split('/').at(-1)!);
  expect(kept.some((k) => k.all.startsWith('$argon2id$v=19$m=19456,t=2,p=1$'))).toBe(true);

  const una = await browser.newPage();
  await una.goto(first.replace(/^https?:\/\/[^/]+/, url()));
  await expect(una.getByRole('heading')).toHaveText('This link has ended');
  await una.goto(second.replace(/^https?:\/\/[^/]+/, url()));
  await una.getByLabel(/A password of/).fill('a river of words');
  await una.getByRole('button', { name: 'Set it and sign in' }).click();
  await expect(una).toHaveURL(`${url()}/`);
  // A helper sees the pages of the field and none of the lead.
  await expect(una.getByRole('link', { name: 'Check-in', exact: true })).toBeVisible();
  await expect(una.getByRole('link', { name: 'Roster' })).toHaveCount(0);
  await una.goto(second.replace(/^https?:\/\/[^/]+/, url()));
  await expect(una.getByRole('heading')).toHaveText('This link has ended');

  await page.goto(`${url()}/staff`);
  await pageAwake(page);
  await page.getByRole('button', { name: `Deactivate ${NAME}` }).click();
  await expect(page.getByRole('button', { name: `Activate ${NAME}`, exact: true })).toBeVisible();
  await una.goto(`${url()}/check-in`);
  await expect(una).toHaveURL(/\/sign-in/);
  await una.getByLabel('Mail address').fill(`una${NUMBER}@ferrow.example`);
  await una.getByLabel('Password').fill('a river of words');
  await una.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(una.getByRole('alert')).toContainText('not active at any camp');
  await una.close();
});

test('the last lead stays, and a role that changes holds at the next page', async ({ page, browser }) => {
  await atWorkAs(page, 'Marit');
  const [ids] = await rows<{ marit: string; petra: string }>(
    `select (select id from staff where name like 'Marit%') as marit, (select id from staff where name like 'Petra%') as petra`,
  );
  for (const change of [{ role: 'coach' }, { active: false }]) {
    const answer = await page.request.patch(`${url()}/api/staff/${ids!.marit}`, { data: change });
    expect(answer.status()).toBe(409);
    expect(await answer.json()).toMatchObject({ code: 'last-lead' });
  }
  const petra = await browser.newPage();
  await atWorkAs(petra, 'Petra');
  await petra.goto(`${url()}/bench/27`);
  await expect(petra).toHaveURL(/missing/);
  await page.request.patch(`${url()}/api/staff/${ids!.petra}`, { data: { role: 'coach' } });
  await petra.goto(`${url()}/bench/27`);
  await expect(petra).toHaveURL(/bench/);
  await page.request.patch(`${url()}/api/staff/${ids!.petra}`, { data: { role: 'helper' } });
  await petra.close();
});

test('five failed attempts close an account for a while, the right password too; another account stays open', async ({
  page,
}) => {
  const wren = STAFF.find((s) => s.name.startsWith('Wren'))!;
  const attempt = async (email: string, password: string): Promise<string> => {
    const answer = await page.request.post(`${url()}/api/sign-in`, { form: { email, password, go: '/' }, maxRedirects: 0 });
    return new URL(answer.headers().location!, url()).searchParams.get('why') ?? 'in';
  };
  try {
    for (let i = 0; i < 5; i++) expect(await attempt(wren.email.toUpperCase(), `wrong ${i}`)).toBe('wrong-password');
    expect(await attempt(wren.email, PASSWORD)).toBe('too-many-attempts');
    expect(await attempt(STAFF[1].email, PASSWORD)).toBe('in');
    // Whether an address has an account is not told.
    expect(await attempt('nobody@heronbend.example', PASSWORD)).toBe('wrong-password');
  } finally {
    await rows('delete from sign_in_limits');
  }
  expect(await attempt(wren.email, PASSWORD)).toBe('in');
});

test('signing out ends the session on the server', async ({ page }) => {
  await atWorkAs(page, 'Ioan');
  const cookies = await page.context().cookies();
  expect(cookies.find((c) => c.name.includes('session_token'))).toMatchObject({ httpOnly: true, sameSite: 'Lax' });
  await page.goto(`${url()}/`);
  await page.getByRole('button', { name: /sign out/ }).click();
  await expect(page).toHaveURL(/sign-in/);
  await page.context().addCookies(cookies);
  await page.goto(`${url()}/check-in`);
  await expect(page).toHaveURL(/sign-in/);
});
