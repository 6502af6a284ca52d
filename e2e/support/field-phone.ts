import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium, type BrowserContext, type Page } from '@playwright/test';
import { BROWSER } from './browser.ts';
import { v7 } from 'uuid';
import { firstLead } from './at-work.ts';
import { query, startProduct, type Product } from './product.ts';

const CLIPS = fileURLToPath(new URL('../../demo/clips/', import.meta.url));

/** What the fake camera of a browser shows: a delivery of the simulated camera, again and again, as motion JPEG. */
export function cameraFilm(folder: string, clip = '27-1-open-side.mp4', change = 'null'): string {
  const path = `${folder}/${clip}.${change.replace(/\W/g, '')}.mjpeg`;
  const how = ['-vf', `fps=30,scale=640:360,${change}`, '-q:v', '4', '-f', 'mjpeg', path];
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-i', CLIPS + clip, ...how]);
  return path;
}

/** Campers in the camp that an empty product begins with, by their bibs; their ids. */
export async function campersWith(
  run: (text: string, values?: unknown[]) => Promise<unknown>,
  bibs: readonly number[],
): Promise<ReadonlyMap<number, string>> {
  const ids = new Map<number, string>();
  for (const bib of bibs) {
    const id = v7();
    ids.set(bib, id);
    await run('insert into children (id) values ($1)', [id]);
    await run(
      `insert into campers (id, child_id, camp_id, bib, name, born, hand, height_centimetres, guardian)
       select $1, $1, id, $2::int, 'Camper ' || $2::text, first_day - 5800, 'R', 170, 'G' from camps`,
      [id, bib],
    );
    await run(`insert into consents (id, camper_id, film, share, given_by, how) values ($1, $1, true, false, 'G', 'by word')`, [
      id,
    ]);
  }
  return ids;
}

/** Asks the server over the interface, as whoever is signed in in the browser. */
type Signed = Pick<BrowserContext, 'request'>;

/** A helper with an account of his own, made by the lead; his address and password. */
export async function newHelper(lead: Signed, url: string, name: string): Promise<{ email: string; password: string }> {
  const email = `${name.toLowerCase()}@field.example`;
  const made = await lead.request.post(`${url}/api/staff`, { data: { name, email, role: 'helper' }, headers: { origin: url } });
  if (!made.ok()) throw new Error(`no helper: ${await made.text()}`);
  const { link } = (await made.json()) as { link: string };
  const password = `four far fields of ${name}`;
  const form = { token: link.split('/').at(-1)!, password };
  const fresh = await chromium.launch(BROWSER);
  const joined = await (await fresh.newContext()).request.post(`${url}/api/join`, {
    form,
    headers: { origin: url },
    maxRedirects: 0,
  });
  await fresh.close();
  if (joined.status() !== 303) throw new Error(`no account: ${joined.status()}`);
  return { email, password };
}

/** A phone at the field: a browser with a profile and a camera of its own. */
export class FieldPhone {
  readonly url: string;
  readonly profile: string;
  readonly #film: string;
  context!: BrowserContext;
  page!: Page;

  /** @param film what its camera shows */
  constructor(url: string, profile: string, film: string) {
    this.url = url;
    this.profile = profile;
    this.#film = film;
  }

  /** Switches it on, as it was left. */
  async open(offline = false): Promise<void> {
    this.context = await chromium.launchPersistentContext(this.profile, {
      ...BROWSER,
      args: [
        ...BROWSER.args,
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
        `--use-file-for-fake-video-capture=${this.#film}`,
      ],
      viewport: { width: 390, height: 844 },
    });
    // A library alone gives up after half a minute; the tests wait for what is broken only.
    this.context.setDefaultNavigationTimeout(300_000);
    this.context.setDefaultTimeout(300_000);
    if (offline) await this.context.setOffline(true);
    this.page = this.context.pages()[0] ?? (await this.context.newPage());
  }

  async signIn({ email, password }: { readonly email: string; readonly password: string }): Promise<void> {
    const form = { email, password, go: '/' };
    const answer = await this.context.request.post(`${this.url}/api/sign-in`, {
      form,
      headers: { origin: this.url },
      maxRedirects: 0,
    });
    if (answer.status() !== 303) throw new Error(`not signed in: ${answer.status()}`);
  }

  /** At the mound, with this camper on the rubber. */
  async toMound(bib: number): Promise<void> {
    await this.page.goto(`${this.url}/mound`);
    await this.page.locator('[data-awake=true]').waitFor();
    await this.page.locator('[data-testid=waiting][data-open=true]').waitFor();
    await this.toCamper(bib);
  }

  async toCamper(bib: number): Promise<void> {
    await this.page.getByRole('button', { name: 'Somebody else' }).click();
    for (const digit of String(bib)) await this.page.getByRole('button', { name: digit, exact: true }).click();
    await this.page.locator('button.main-action').click();
  }

  /** The worker that keeps the pages of the field has taken over, and has kept this one. */
  async isKept(): Promise<void> {
    await this.page.evaluate(async () => {
      await navigator.serviceWorker.ready;
      while (!navigator.serviceWorker.controller || !(await caches.match('/mound'))) await new Promise((r) => setTimeout(r, 50));
    });
  }

  /** What was tapped lies on the device: the page calls nothing safe before that. */
  allLaidDown(): Promise<void> {
    return this.page.locator('[data-testid=waiting][data-open=true][data-writing="0"]').waitFor({ state: 'attached' });
  }

  /** Opens the camera, to film from a side. */
  async openCamera(view: string): Promise<void> {
    await this.page.getByRole('button', { name: 'Film here' }).click();
    await this.page.getByLabel('This phone films from').selectOption(view);
    await this.page.locator('[data-filming=false]').waitFor();
  }

  /** Waits until a tap would go through, and does not tap. */
  canTap(): Promise<void> {
    return this.page.locator('[data-filming]').click({ trial: true });
  }

  tap(): Promise<void> {
    return this.page.locator('[data-filming]').click();
  }

  /** Taps, without looking once more whether it would go through (`canTap`): on a busy machine that takes seconds, and differs from phone to phone. */
  tapNow(): Promise<void> {
    return this.page.locator('[data-filming]').evaluate((button: HTMLButtonElement) => button.click());
  }

  /** Waits until the film has run for two seconds. */
  async runs(): Promise<void> {
    await this.page.getByText(/Filming [2-9]\.\d s/).waitFor();
  }

  /** Waits until the film that was made last lies on the phone and was looked at; one with a fault is kept. */
  async isLookedAt(): Promise<void> {
    const keep = this.page.getByRole('button', { name: 'Keep it' });
    const said = this.page.getByTestId('film-said').filter({ hasText: /Good film|could not be looked at/ });
    await keep.or(said).first().waitFor();
    if (await keep.isVisible()) await keep.click();
  }

  /** The SHA-256 of the films that lie on the phone, as the phone reckons them. */
  filmsHere(): Promise<string[]> {
    return this.page.evaluate(async () => {
      const open = indexedDB.open('stride-chalk');
      await new Promise((resolve) => open.addEventListener('success', resolve));
      const all = open.result.transaction('things').objectStore('things').getAll();
      await new Promise((resolve) => all.addEventListener('success', resolve));
      const found: string[] = [];
      for (const kept of all.result as Array<{ shelf: string; item: { bytes: Blob } }>)
        if (kept.shelf === 'film') {
          const sum = await crypto.subtle.digest('SHA-256', await kept.item.bytes.arrayBuffer());
          found.push([...new Uint8Array(sum)].map((b) => b.toString(16).padStart(2, '0')).join(''));
        }
      open.result.close();
      return found.sort();
    });
  }

  /** Megabytes of memory of all its processes, shared pages counted by their share (PSS of the kernel). */
  memory(): number {
    let kilobytes = 0;
    for (const pid of processesOf(this.profile)) {
      const rollup = readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8');
      kilobytes += Number(/^Pss:\s+(\d+)/m.exec(rollup)?.[1] ?? 0);
    }
    return kilobytes / 1024;
  }

  /** Ends the browser as an empty battery would: every process of it. */
  async kill(): Promise<void> {
    for (const pid of processesOf(this.profile)) {
      try {
        process.kill(pid, 'SIGKILL');
      } catch {
        // It has gone by itself.
      }
    }
    while (processesOf(this.profile).length > 0) await new Promise((resolve) => setTimeout(resolve, 20));
    await this.context.close().catch(() => undefined);
  }
}

/** The processes that were started with a profile. */
function processesOf(profile: string): number[] {
  return readdirSync('/proc').flatMap((name) => {
    if (!/^\d+$/.test(name)) return [];
    try {
      // What has ended and is not yet collected has no command line any more.
      return readFileSync(`/proc/${name}/cmdline`, 'utf8').includes(`--user-data-dir=${profile}`) ? [Number(name)] : [];
    } catch {
      return [];
    }
  });
}

/** A product of its own with some campers and its first lead on `lead`, and a folder for phones; both are gone afterwards. */
export async function atField(
  lead: Page,
  bibs: readonly number[],
  work: (at: {
    readonly product: Product;
    readonly folder: string;
    readonly sql: <T extends Record<string, unknown>>(text: string) => Promise<T[]>;
    /** A phone of the field; it is closed at the end, too. */
    readonly phone: (film: string) => FieldPhone;
  }) => Promise<void>,
): Promise<void> {
  const product = await startProduct({ demo: false });
  const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-field-'));
  const phones: FieldPhone[] = [];
  try {
    await campersWith((text, values) => query(product.databaseUrl, text, values), bibs);
    await firstLead(lead, product.printed);
    await work({
      product,
      folder,
      sql: (text) => query(product.databaseUrl, text),
      phone: (film) => {
        phones.push(new FieldPhone(product.url, join(folder, `phone-${phones.length}`), film));
        return phones.at(-1)!;
      },
    });
  } finally {
    for (const { context } of phones) await context?.close().catch(() => undefined);
    await product.end();
    rmSync(folder, { recursive: true, force: true });
  }
}
