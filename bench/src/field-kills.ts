/**
 * Kills a phone's browser or the server, at random but seeded, while throws are counted, filmed and sent; after each kill everything that the phone had shown as safe has to be there, once. Writes each
 * round into a journal, and goes on where it stopped.
 * `npm run field-kills -w bench -- /tmp/field-kills 100 1`
 */
import { appendFileSync, mkdirSync, rmSync } from 'node:fs';
import { setTimeout as pause } from 'node:timers/promises';
import { chromium } from '@playwright/test';
import { BROWSER } from '../../e2e/support/browser.ts';
import { firstLead } from '../../e2e/support/at-work.ts';
import { cameraFilm, campersWith, FieldPhone, newHelper } from '../../e2e/support/field-phone.ts';
import { query, startProduct } from '../../e2e/support/product.ts';
import { say } from './at-work.ts';
import { readJournal } from './journal.ts';
import { postgresIn } from './postgres-in.ts';

const [folder = '/tmp/stride-chalk-field-kills', rounds = '100', seed = '1'] = process.argv.slice(2);
mkdirSync(folder, { recursive: true, mode: 0o755 });
const journal = `${folder}/journal.jsonl`;

interface Round {
  readonly of: 'browser' | 'server';
  readonly during: 'counting' | 'filming' | 'sending';
  /** What the phone had shown as safe: throws, films. */
  readonly shown: { readonly throws: number; readonly films: number };
  readonly lost: number;
  readonly doubled: number;
}
const done = readJournal<Round>(journal);

/** Numbers from 0 to 1 that are the same for the same seed (mulberry32, common practice). */
function seeded(state: number): () => number {
  let a = state;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const postgres = await postgresIn(folder);
const product = await startProduct({ demo: false });
const total = Number(rounds);
const bibs = Array.from({ length: total - done.length }, (_, i) => 100 + done.length + i);
await campersWith((text, values) => query(product.databaseUrl, text, values), bibs);
const browser = await chromium.launch(BROWSER);
const lead = await browser.newPage();
await firstLead(lead, product.printed);
const account = await newHelper(lead.context(), product.url, 'Killed');
const phone = new FieldPhone(product.url, `${folder}/phone`, cameraFilm(folder));
rmSync(phone.profile, { recursive: true, force: true });
await phone.open();
await phone.signIn(account);

/** One round, with a camper of its own. */
async function killOnce(bib: number): Promise<void> {
  const random = seeded(Number(seed) * 1000 + bib);
  const of = random() < 0.5 ? ('browser' as const) : ('server' as const);
  const during = (['counting', 'filming', 'sending'] as const)[Math.floor(random() * 3)]!;
  await phone.toMound(bib);
  await phone.isKept();
  const shown = { throws: 0, films: 0 };
  const tried = { throws: 0, films: 0 };
  let killed = false;
  /** What is tapped while the kill may come at any moment: what fails because of it has not been shown. */
  const work = async (): Promise<void> => {
    const count = phone.page.getByRole('button', { name: 'Thrown', exact: true });
    for (let i = 0; i < 3; i++) {
      tried.throws += 1;
      await count.click();
      await phone.page
        .getByTestId('thrown')
        .filter({ hasText: `${tried.throws} thrown` })
        .waitFor();
      await phone.allLaidDown();
      if (!killed) shown.throws = tried.throws;
    }
    if (during === 'counting') return;
    await phone.openCamera('openSide');
    await phone.tap();
    await phone.page.getByText(/Filming \d/).waitFor();
    tried.throws += 1;
    tried.films += 1;
    await phone.tap();
    await phone.page
      .getByTestId('film-said')
      .filter({ hasText: /Kept|Good/ })
      .or(phone.page.getByRole('button', { name: 'Keep it' }))
      .first()
      .waitFor();
    await phone.allLaidDown();
    if (killed) return;
    [shown.throws, shown.films] = [tried.throws, tried.films];
    if (during === 'sending') await phone.isLookedAt();
  };
  /** Longest for what is done meanwhile, in milliseconds. */
  const within = { counting: 700, filming: 3500, sending: 6000 }[during];
  const working = work().catch(() => undefined);
  await pause(random() * within);
  killed = true;
  if (of === 'browser') await phone.kill();
  else await product.kill();
  if (of === 'server') {
    await working;
    await product.again();
  } else {
    await working;
    await phone.open();
    await phone.signIn(account);
  }
  await phone.toMound(bib);
  await phone.page.locator('[data-testid=waiting][data-open=true][data-waiting="0"]').waitFor({ timeout: 120_000 });
  const [there] = await query<{ throws: number; films: number; doubled: number }>(
    product.databaseUrl,
    `select (select count(*)::int from throws t where t.child_id = c.child_id and t.taken_back_at is null) as throws,
            (select count(*)::int from clips k join deliveries d on d.id = k.delivery_id where d.camper_id = c.id) as films,
            (select count(*)::int from (select 1 from clips k join deliveries d on d.id = k.delivery_id where d.camper_id = c.id group by k.film_id having count(*) > 1) x) as doubled
     from campers c where c.bib = $1`,
    [bib],
  );
  const round: Round = {
    ...{ of, during, shown },
    lost: Math.max(0, shown.throws - there!.throws) + Math.max(0, shown.films - there!.films),
    doubled: Math.max(0, there!.throws - tried.throws) + Math.max(0, there!.films - tried.films) + there!.doubled,
  };
  done.push(round);
  appendFileSync(journal, `${JSON.stringify(round)}\n`);
}

try {
  for (const bib of bibs) await killOnce(bib);
  say('| killed | while | times | shown as safe: throws, films | lost | doubled |');
  say('|---|---|---|---|---|---|');
  for (const of of ['browser', 'server'] as const)
    for (const during of ['counting', 'filming', 'sending'] as const) {
      const own = done.filter((r) => r.of === of && r.during === during);
      const sum = (n: (r: Round) => number): number => own.reduce((s, r) => s + n(r), 0);
      say(
        `| ${of} | ${during} | ${own.length} | ${sum((r) => r.shown.throws)}, ${sum((r) => r.shown.films)} | ${sum((r) => r.lost)} | ${sum((r) => r.doubled)} |`,
      );
    }
} finally {
  // A round that fails leaves no server behind, whatever became of the browsers.
  await Promise.allSettled([phone.context.close(), browser.close()]);
  await product.end().finally(() => postgres.end());
}
if (done.some((r) => r.lost + r.doubled > 0)) process.exitCode = 1;
