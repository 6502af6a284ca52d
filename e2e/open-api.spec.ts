import { createHash } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { APIResponse, Page } from '@playwright/test';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { v7 } from 'uuid';
import { defaultSheet, NOTHING_ASKED, readAnswer } from '@stride-chalk/core';
import { atWorkAs, expect, rows, test } from './support/at-work.ts';
import { barCodeFilm } from './support/bar-code-film.ts';

interface Operation {
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema: object }>> };
  readonly responses: Readonly<Record<string, { readonly content?: Readonly<Record<string, { readonly schema: object }>> }>>;
}
interface Served {
  readonly openapi: string;
  readonly paths: Readonly<Record<string, Readonly<Record<string, Operation>>>>;
}

const url = (): string => process.env.E2E_URL!;
const pointer = (...parts: string[]): string => parts.map((p) => `/${p.replaceAll('~', '~0').replaceAll('/', '~1')}`).join('');

/** A made picture, as a file that a phone could send. */
function filmOf(picture: string): Buffer {
  const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-short-'));
  const path = join(folder, 'film.mp4');
  const source = ['-f', 'lavfi', '-i', picture];
  const run = spawnSync('ffmpeg', ['-v', 'error', ...source, '-c:v', 'libx264', '-pix_fmt', 'yuv420p', path]);
  if (run.status !== 0) throw new Error(run.stderr.toString());
  const bytes = readFileSync(path);
  rmSync(folder, { recursive: true });
  return bytes;
}

/**
 * Asks endpoints and holds what they take and answer against the document that the product serves, as a reader who knows nothing else would: ajv, a
 * general-purpose validator of JSON Schema.
 */
async function reader(page: Page) {
  const served = (await (await page.request.get(`${url()}/api/openapi.json`)).json()) as Served;
  const ajv = new Ajv2020({ strict: false, allErrors: true });
  addFormats.default(ajv);
  ajv.addSchema(served, 'served');
  const asked = new Set<string>();
  const fits = (path: string, value: unknown, name: string): void => {
    const check = ajv.compile({ $ref: `served#${path}` });
    check(value);
    expect(check.errors ?? [], name).toEqual([]);
  };
  return {
    served,
    asked,
    /** Asks once; the path has its ids, the name has not. */
    async ask(
      name: string,
      path: string,
      sent: { data?: unknown; form?: Record<string, string>; film?: Buffer; tus?: Record<string, string>; part?: Buffer } = {},
    ): Promise<APIResponse> {
      const [method, pattern] = name.split(' ') as [string, string];
      const operation = served.paths[pattern]?.[method.toLowerCase()];
      expect(operation, `${name} stands in the document`).toBeTruthy();
      const at = pointer('paths', pattern, method.toLowerCase());
      const body = sent.data ?? sent.form;
      const kind = sent.form ? 'application/x-www-form-urlencoded' : 'application/json';
      if (body !== undefined) fits(`${at}${pointer('requestBody', 'content', kind, 'schema')}`, body, `what ${name} is sent`);
      expect(Boolean(operation!.requestBody), `${name} takes a body`).toBe(
        body !== undefined || sent.film !== undefined || sent.part !== undefined,
      );
      const answer = await page.request.fetch(url() + path, {
        method,
        maxRedirects: 0,
        ...(sent.film ? { data: sent.film, headers: { 'content-type': 'video/mp4', origin: url() } } : {}),
        ...(sent.tus ? { data: sent.part, headers: { 'tus-resumable': '1.0.0', origin: url(), ...sent.tus } } : {}),
        ...(sent.form ? { form: sent.form, headers: { origin: url() } } : {}),
        ...(sent.data === undefined ? {} : { data: sent.data }),
      });
      const status = String(answer.status());
      const type = answer.headers()['content-type']?.split(';')[0];
      const promised = operation!.responses[status];
      expect(promised, `${name} answered ${status}: ${await answer.text().catch(() => '')}`).toBeTruthy();
      if (!promised!.content) expect((await answer.body()).length, name).toBe(0);
      else expect(Object.keys(promised!.content), name).toEqual([type]);
      if (type === 'application/json')
        fits(`${at}${pointer('responses', status, 'content', type, 'schema')}`, await answer.json(), name);
      asked.add(name);
      return answer;
    },
  };
}

test('every endpoint takes and answers what the served document says of it', async ({ page }) => {
  await atWorkAs(page, 'Marit');
  const before = (await rows<{ id: string }>('select camp_id as id from campers_here h limit 1'))[0]!.id;
  const { served, asked, ask } = await reader(page);
  expect(served.openapi).toBe('3.1.0');
  await ask('GET /api/openapi.json', '/api/openapi.json');
  await ask('GET /api/health', '/api/health');
  const made = async (answer: APIResponse): Promise<string> => ((await answer.json()) as { id: string }).id;

  const day = '2031-02-03';
  const facts = { place: 'By the document', firstDay: day, lastDay: '2031-02-07', timeZone: 'UTC', units: 'metric' };
  const camp = await made(await ask('POST /api/camps', '/api/camps', { data: { name: 'Read by others', ...facts } }));
  await ask('POST /api/camp-at-work', '/api/camp-at-work', { form: { camp } });
  try {
    const [org] = await rows<{ name: string }>(
      'select o.name from organisations o join camps c on c.organisation_id = o.id where c.id = $1',
      [camp],
    );
    await ask('PUT /api/organisation', '/api/organisation', { data: { name: org!.name } });
    const [sheet] = await rows<{ id: string }>('select sheet_id as id from camps where id = $1', [camp]);
    await ask('PUT /api/settings', '/api/settings', {
      data: {
        ...{ name: 'Read by others', ...facts, distances: {}, retentionDays: 30, sheetId: sheet!.id },
        ...{ schools: {}, schoolReasons: {}, armCare: null, groundMarks: null },
      },
    });
    await ask('PUT /api/footage', '/api/footage', { data: { is: 'clock right' } });
    const mail = { active: false, host: 'mail.example', port: 25, secure: false, userName: null, password: null };
    await ask('PUT /api/mail', '/api/mail', { data: { ...mail, fromAddress: 'camp@mail.example' } });
    // Nothing listens there: the answer is a problem, which has one form for all endpoints.
    const unsent = await page.request.post(`${url()}/api/mail/test`);
    expect([unsent.status() >= 400, unsent.headers()['content-type']]).toEqual([true, 'application/problem+json']);
    expect(await unsent.json()).toMatchObject({ title: expect.any(String), code: expect.any(String), status: unsent.status() });
    asked.add('POST /api/mail/test');
    // A stream has no end: its head is read, then it is left.
    const leave = new AbortController();
    const cookie = (await page.context().cookies()).map((c) => `${c.name}=${c.value}`).join('; ');
    const stream = await fetch(`${url()}/api/live?camp=${camp}`, {
      headers: { cookie, accept: 'text/event-stream' },
      signal: leave.signal,
    });
    expect([stream.status, stream.headers.get('content-type')]).toEqual([200, 'text/event-stream']);
    // A page that opens it is told to ask once: something may have changed since it was drawn.
    const { value } = await stream.body!.getReader().read();
    expect(new TextDecoder().decode(value)).toContain('event: missed');
    leave.abort();
    asked.add('GET /api/live');

    const person = { name: 'Read By', email: `read-${Date.now()}@mail.example`, role: 'coach' };
    const staff = await made(await ask('POST /api/staff', '/api/staff', { data: person }));
    await ask('PATCH /api/staff/{id}', `/api/staff/${staff}`, { data: { role: 'helper' } });
    await ask('POST /api/staff/{id}/reset', `/api/staff/${staff}/reset`);
    await ask('PUT /api/staff/{id}/makes-camps', `/api/staff/${staff}/makes-camps`, { data: { may: true } });
    const messages = await rows<{ id: string }>('select id from messages where camp_id = $1', [camp]);
    await ask('PATCH /api/messages/{id}', `/api/messages/${messages[0]!.id}`, { data: { is: 'handed over' } });

    const child = { born: '2019-01-01', hand: 'R', throwsBoth: false, heightCentimetres: 150, guardian: 'G' };
    const more = { guardianEmail: null, guardianPhone: null, togetherWith: null };
    const consent = { consentToFilm: true, consentToShare: false, consentUntil: null };
    const row = { bib: 3, name: 'Three', ...child, ...more };
    const camper = await made(await ask('POST /api/campers', '/api/campers', { data: { ...row, ...consent } }));
    const of = `/api/campers/${camper}`;
    await ask('PUT /api/campers/{id}', of, { data: row });
    await ask('GET /api/campers', '/api/campers');
    const said = { film: true, share: true, until: null, givenBy: 'G', how: 'by phone' };
    await ask('POST /api/campers/{id}/consents', `${of}/consents`, { data: said });
    await ask('POST /api/campers/{id}/same-child', `${of}/same-child`, { data: { ask: true } });
    await ask('PUT /api/campers/{id}/late', `${of}/late`, { data: { day, fromMinute: null } });
    await ask('PUT /api/campers/{id}/withdrawal', `${of}/withdrawal`, { data: { withdrawn: false } });
    await ask('GET /api/campers/{id}/shown', `${of}/shown`);
    await ask('GET /api/roster.csv', '/api/roster.csv');
    await ask('GET /api/same-page.csv', '/api/same-page.csv');
    await ask('GET /api/sheet.json', '/api/sheet.json');
    await ask('GET /api/sheet.schema.json', '/api/sheet.schema.json');
    const rowOf = { said: { ...row, bib: 4, name: 'Four', ...consent }, decision: 'new', consent: null };
    await ask('POST /api/roster/import', '/api/roster/import', { data: { rows: [rowOf] } });

    await ask('GET /api/gate', `/api/gate?day=${day}`);
    const checkIn = { ...NOTHING_ASKED, camperId: camper, day, notedAt: `${day}T10:00:00.000Z`, present: true };
    await ask('PUT /api/check-ins/{id}', `/api/check-ins/${v7()}`, { data: checkIn });
    const thrown = { kind: 'throws', camperId: camper, day, throwKind: 'drill', count: 4 };
    await ask('PUT /api/care/{id}', `/api/care/${v7()}`, { data: thrown });

    const plan = `/api/day-plan/${day}`;
    const first = (await (await ask('GET /api/day-plan/{day}', plan)).json()) as { settings: unknown; revision: number };
    const { settings, revision } = first;
    const solved = await ask('POST /api/day-plan/{day}/solve', `${plan}/solve`, { data: { settings, revision, anew: true } });
    const next = ((await solved.json()) as { page: { revision: number } }).page.revision;
    const later = await ask('POST /api/day-plan/{day}/later', `${plan}/later`, { data: { minutes: 5, revision: next } });
    const after = ((await later.json()) as { page: { revision: number; settings: { mounds: { name: string }[] } } }).page;
    const move = { camperId: camper, mound: after.settings.mounds[0]!.name, from: 700, revision: after.revision };
    await ask('POST /api/day-plan/{day}/move', `${plan}/move`, { data: move });
    await ask('GET /api/day-plan/{day}/plan.csv', `${plan}/plan.csv`);
    await ask('GET /api/day-plan/{day}/plan.ics', `${plan}/plan.ics`);

    const [delivery, empty] = [v7(), v7()];
    for (const id of [delivery, empty])
      await ask('POST /api/deliveries', '/api/deliveries', { data: { id, camperId: camper, kind: 'stretch', thrownOn: day } });
    await ask('DELETE /api/deliveries/{id}', `/api/deliveries/${empty}`);
    const film = filmOf('testsrc2=duration=0.5:size=640x360:rate=60');
    const send = async (view: string): Promise<string> =>
      made(await ask('POST /api/clips', `/api/clips?deliveryId=${delivery}&view=${view}&fileName=film.mp4`, { film }));
    const clip = await send('openSide');
    await expect
      .poll(async () => ((await (await ask('GET /api/clips/{id}', `/api/clips/${clip}`)).json()) as { state: string }).state)
      .toBe('ready');
    await ask('GET /api/campers/{id}/films', `${of}/films`);
    await rows(
      `insert into clip_looks (clip_id, state, body_pixels, hand, towards_target, capture_scale)
      select id, 'found', 200, 'R', towards_target, capture_scale from clips where id = $1`,
      [clip],
    );
    await rows(`insert into proposed_marks values ($1, 'contact', 3, 2, 4, 0.9)`, [clip]);
    await rows(`insert into proposed_joints values ($1, 'frontKnee', '{1.5,2}', '{3,4}', '{2,2}')`, [clip]);
    await ask('GET /api/campers/{id}/proposals', `${of}/proposals`);
    for (const file of ['figures.csv', 'figures.json', 'joints.json'])
      await ask(`GET /api/campers/{id}/${file}`, `${of}/${file}`);
    const joints = { images: [], annotations: [], categories: [] };
    await ask('PUT /api/campers/{id}/joints.json', `${of}/joints.json`, { data: joints });
    await ask('GET /api/figures.schema.json', '/api/figures.schema.json');
    await ask('GET /api/clips/{id}/chapters.vtt', `/api/clips/${clip}/chapters.vtt`);
    for (const kind of ['svg', 'png'])
      await ask(`GET /api/clips/{id}/chalk/{frame}.${kind}`, `/api/clips/${clip}/chalk/3.${kind}`);
    await ask('GET /api/clips/{id}/chalk-line.mp4', `/api/clips/${clip}/chalk-line.mp4`);
    await ask('PATCH /api/clips/{id}', `/api/clips/${clip}`, { data: { captureScale: 1, confirmed: true } });
    await ask('GET /api/clips/{id}/film', `/api/clips/${clip}/film`);
    await ask('GET /api/clips/{id}/frames/{frame}', `/api/clips/${clip}/frames/3`);
    await ask('POST /api/clips/{id}/move', `/api/clips/${clip}/move`, { data: { bib: 3, delivery: 1, view: 'openSide' } });
    await ask('POST /api/simulated-films', '/api/simulated-films', { data: { deliveryId: delivery, view: 'front' } });

    await ask('GET /api/stand-in-film', '/api/stand-in-film');
    const [device, tap, filmed] = [v7(), v7(), v7()];
    await ask('PUT /api/mounds/{device}', `/api/mounds/${v7()}`, { data: { mound: 'A', view: null } });
    await ask('PUT /api/mounds/{device}', `/api/mounds/${device}`, { data: { mound: 'A', view: 'rear' } });
    const tapped = { ...thrown, throwKind: 'filming', count: 1, mound: 'A', device, view: 'rear' };
    await ask('PUT /api/care/{id}', `/api/care/${tap}`, { data: tapped });
    const bytes = filmOf('testsrc2=duration=0.5:size=640x360:rate=60');
    const about = `id ${Buffer.from(filmed).toString('base64')},camper ${Buffer.from(camper).toString('base64')}`;
    await ask('POST /api/uploads', '/api/uploads', { tus: { 'upload-length': String(bytes.length), 'upload-metadata': about } });
    const type = { 'content-type': 'application/offset+octet-stream' };
    const to = `/api/uploads/${filmed}`;
    await ask('PATCH /api/uploads/{id}', to, { part: bytes.subarray(0, 900), tus: { ...type, 'upload-offset': '0' } });
    await ask('GET /api/uploads/{id}', to);
    await ask('PATCH /api/uploads/{id}', to, { part: bytes.subarray(900), tus: { ...type, 'upload-offset': '900' } });
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    const it = { camperId: camper, throwsId: tap, view: 'rear', fileName: 'a.mp4', sha256, bytes: bytes.length };
    await ask('PUT /api/films/{id}', `/api/films/${filmed}`, { data: it });

    // The tray: a file comes, its clip is put somewhere, taken out, cut, joined, set aside; another one is turned away.
    const [came, none] = [v7(), v7()];
    const drop = async (id: string, film: Buffer): Promise<void> => {
      const metadata = { 'upload-length': String(film.length), 'upload-metadata': `id ${Buffer.from(id).toString('base64')}` };
      await ask('POST /api/uploads', '/api/uploads', { tus: metadata });
      await ask('PATCH /api/uploads/{id}', `/api/uploads/${id}`, { part: film, tus: { ...type, 'upload-offset': '0' } });
      const said = { fileName: 'a.mp4', folder: 'card', bytes: film.length, modifiedAt: '2026-07-13T15:00:00.000Z' };
      await ask('PUT /api/dropped-files/{id}', `/api/dropped-files/${id}`, { data: said });
    };
    await drop(came, (await barCodeFilm('constant rate, H.264', 60)).buffer);
    await drop(none, Buffer.from('no film'));
    const tray = async () => readAnswer('GET /api/tray', await (await ask('GET /api/tray', '/api/tray')).json());
    await expect.poll(async () => (await tray()).clips.map((c) => c.state)).toEqual(['ready']);
    const [sorted] = (await tray()).clips;
    await ask('PUT /api/cameras/{id}', `/api/cameras/${sorted!.camera}`, { data: { view: 'rear' } });
    await ask('GET /api/clips/{id}/strip', `/api/clips/${sorted!.id}/strip`);
    const shown = { id: sorted!.id, bib: 3, throwId: null, key: null, at: sorted!.at, view: 'rear' };
    const runsOn = v7();
    await drop(runsOn, filmOf('color=gray:size=320x180:rate=10:duration=70'));
    const whole = async () => (await tray()).clips.find((c) => c.overview !== null);
    await expect.poll(async () => (await whole())?.useless).toBe('no delivery was found in it');
    const { id: longOne } = (await whole())!;
    await ask('GET /api/clips/{id}/overview', `/api/clips/${longOne}/overview`);
    await ask('POST /api/clips/{id}/cut-out', `/api/clips/${longOne}/cut-out`, { data: { from: 10, to: 12 } });
    await rows('delete from clips where film_id in (select film_id from dropped_files where id = $1)', [runsOn]);
    const home = { occasion: 'home', filmedOn: '2026-06-20', sentBy: null, pitch: null, result: null, height: null, side: null };
    for (const origin of [{ ...home, speed: null, speedUnit: null }, null])
      await ask('POST /api/tray/come-from', '/api/tray/come-from', { data: { clips: [sorted!.id], origin } });
    const again = v7();
    await ask('PUT /api/refilms/{id}', `/api/refilms/${again}`, { data: { bib: 3, view: 'rear', why: 'broken off' } });
    await ask('DELETE /api/refilms/{id}', `/api/refilms/${again}`);
    await ask('POST /api/tray/place', '/api/tray/place', { data: { clips: [shown] } });
    await ask('POST /api/tray/take-out', '/api/tray/take-out', { data: { clips: [sorted!.id] } });
    const cut = await ask('POST /api/clips/{id}/split', `/api/clips/${sorted!.id}/split`, { data: { frame: 30 } });
    const parts = readAnswer('POST /api/clips/[id]/split', await cut.json()).clips;
    await ask('POST /api/clips/{id}/join', `/api/clips/${parts[0]}/join`, { data: { with: parts[1] } });
    await expect.poll(async () => (await tray()).clips.map((c) => c.state)).toEqual(['ready']);
    const [joined] = (await tray()).clips;
    await ask('PUT /api/clips/{id}/aside', `/api/clips/${joined!.id}/aside`, { data: { why: 'filmed twice' } });
    await expect.poll(async () => (await tray()).files.map((f) => f.state)).toEqual(['refused']);
    await rows(`update dropped_files set state = 'failed' where id = $1`, [none]);
    await ask('POST /api/dropped-files/{id}/again', `/api/dropped-files/${none}/again`);
    await expect.poll(async () => (await tray()).files.map((f) => f.state)).toEqual(['refused']);
    await ask('DELETE /api/dropped-files/{id}', `/api/dropped-files/${none}`);

    const mark = { kind: 'mark', clipId: clip, event: 'contact', frame: 5, frameTo: null };
    await ask('PUT /api/entries/{id}', `/api/entries/${v7()}`, { data: mark });
    const level = { kind: 'score', deliveryId: delivery, checkpoint: defaultSheet.checkpoints[0]!.id, faults: [], note: null };
    await ask('PUT /api/entries/{id}', `/api/entries/${v7()}`, { data: { ...level, level: '3' } });
    await rows('delete from sheet_drafts');
    // The sheet desk: a draft is begun, kept, asked for its effect, released, used; another one is thrown away.
    const draftOf = async (answer: APIResponse): Promise<number> => ((await answer.json()) as { revision: number }).revision;
    const begunAt = await draftOf(
      await ask('POST /api/sheet-draft', '/api/sheet-draft', { data: { document: null, instead: null } }),
    );
    const renamed = { ...defaultSheet, name: 'Read by others' };
    const keptAt = await draftOf(
      await ask('PUT /api/sheet-draft', '/api/sheet-draft', { data: { document: renamed, revision: begunAt } }),
    );
    await ask('GET /api/sheet-draft/effect', '/api/sheet-draft/effect');
    const why = 'for who reads the document';
    const releasedSheet = await ask('POST /api/sheet-draft/release', '/api/sheet-draft/release', {
      data: { revision: keptAt, reason: why },
    });
    const version = await made(releasedSheet);
    await ask('POST /api/sheet-draft', '/api/sheet-draft', { data: { document: renamed, instead: null } });
    await ask('DELETE /api/sheet-draft', '/api/sheet-draft');
    await ask('PUT /api/camp-sheet', '/api/camp-sheet', { data: { sheetId: version, reason: why } });
    await ask('PUT /api/camp-sheet', '/api/camp-sheet', { data: { sheetId: sheet!.id, reason: why } });
    // A practice clip of the delivery: the family consents to that by itself.
    await ask('POST /api/campers/{id}/consents', `${of}/consents`, { data: { ...said, training: true } });
    const reference = { checkpoint: level.checkpoint, level: '3', faults: [], reason: 'both feet stand wide' };
    const practice = await made(
      await ask('POST /api/practice-clips', '/api/practice-clips', { data: { deliveryId: delivery, references: [reference] } }),
    );
    const sitting = await made(await ask('POST /api/practice-clips/{id}/sittings', `/api/practice-clips/${practice}/sittings`));
    await ask('PUT /api/entries/{id}', `/api/entries/${v7()}`, { data: { ...level, deliveryId: sitting, level: '2' } });
    await ask('POST /api/sittings/{id}/finish', `/api/sittings/${sitting}/finish`);
    await ask('DELETE /api/practice-clips/{id}', `/api/practice-clips/${practice}`);
    const decision = { qualified: true, reason: 'has scored for years' };
    await ask('PUT /api/staff/{id}/qualification', `/api/staff/${staff}/qualification`, { data: decision });
    // Another coach has seen something else, and proposes a level; the lead agrees, then decides.
    const proposal = v7();
    const unit = `select $1::uuid, '${level.checkpoint}', (select id from staff where name like 'Wren%'), sheet_id`;
    await rows(
      `insert into scores (delivery_id, checkpoint, coach_id, sheet_id, level, entry_id, entered_by) ${unit}, '1', $2::uuid, (select id from staff where name like 'Wren%') from camps where id = $3`,
      [delivery, v7(), camp],
    );
    await rows(
      `insert into agreed_levels (delivery_id, checkpoint, entered_by, sheet_id, level, reason, decided, id) ${unit}, '2', 'seen together', false, $2::uuid from camps where id = $3`,
      [delivery, proposal, camp],
    );
    await ask('POST /api/agreed-levels/{id}/agreement', `/api/agreed-levels/${proposal}/agreement`);
    const round = await made(await ask('POST /api/evening-rounds', '/api/evening-rounds'));
    const here = await rows<{ id: string }>(`select id from staff where name like 'Wren%'`);
    const told = { deliveryId: delivery, checkpoint: level.checkpoint, coachId: here[0]!.id, level: '2' };
    await ask('PUT /api/evening-rounds/{id}/level', `/api/evening-rounds/${round}/level`, { data: told });
    const decided = { deliveryId: delivery, checkpoint: level.checkpoint, level: '2', faults: [], reason: 'seen together' };
    await ask('PUT /api/agreed-levels/{id}', `/api/agreed-levels/${v7()}`, { data: decided });
    const begun = await ask('POST /api/evaluations', '/api/evaluations', {
      data: { camperId: camper, instead: null, from: 'levels' },
    });
    const draft = (await begun.json()) as { id: string; said: object };
    const revised = { said: draft.said, revision: 1, over: true };
    await ask('PUT /api/evaluations/{id}', `/api/evaluations/${draft.id}`, { data: revised });
    // Refused: hardly anything is scored. The good answer is asked of an evaluation that stands released.
    const [released] = await rows<{ id: string; picture: string }>(
      `select e.id, p.value as picture from evaluations e join campers_here c on c.id = e.camper_id, jsonb_each_text(e.pictures) p where e.released_at is not null limit 1`,
    );
    const marked = await page.request.delete(`${url()}/api/clips/${clip}`, { headers: { origin: url() } });
    expect(await marked.json()).toEqual({ removed: 'kept' });
    asked.add('DELETE /api/clips/{id}');
    await ask('PUT /api/removed-clips/{id}', `/api/removed-clips/${clip}`);
    await ask('DELETE /api/clips/{id}', `/api/clips/${clip}`);
    await ask('DELETE /api/removed-clips/{id}', `/api/removed-clips/${clip}`);
    const refusal = v7();
    await rows(
      `insert into refusals (id, delivery_id, view, file_name, code, reason) values ($1, $2, 'rear', 'a.mp4', 'no-video', 'for the test')`,
      [refusal, delivery],
    );
    await ask('DELETE /api/refusals/{id}', `/api/refusals/${refusal}`);
    const [failed] = [v7()];
    await rows(
      `insert into clips (id, film_id, delivery_id, view, file_name, state, problem) select $1, k.film_id, $2, 'rear', 'a.mp4', 'failed', 'none' from clips k join films f on f.id = k.film_id where f.camp_id = $3 limit 1`,
      [failed, delivery, camp],
    );
    await ask('POST /api/clips/{id}/again', `/api/clips/${failed}/again`);
    await expect
      .poll(
        async () =>
          (await rows(`select id from clips where delivery_id = $1 and state in ('checking', 'copying')`, [delivery])).length,
      )
      .toBe(0);
    await ask('GET /api/campers/{id}/everything.zip', `${of}/everything.zip`);
    const erase = { reason: 'entered by mistake', bib: 3 };
    await ask('POST /api/campers/{id}/erasure', `${of}/erasure`, { data: erase });

    await ask('POST /api/camp-at-work', '/api/camp-at-work', { form: { camp: before } });
    await ask('POST /api/evaluations/{id}/release', `/api/evaluations/${released!.id}/release`);
    await ask('GET /api/pictures/{sha256}', `/api/pictures/${released!.picture}`);
  } finally {
    await page.request.post(`${url()}/api/camp-at-work`, { form: { camp: before } });
  }
  await ask('POST /api/sign-out', '/api/sign-out');
  await ask('POST /api/sign-in', '/api/sign-in', { form: { email: 'nobody@mail.example', password: 'x', go: '/' } });
  await ask('POST /api/join', '/api/join', { form: { token: 'none', password: 'long enough words' } });
  const unasked = Object.entries(served.paths)
    .flatMap(([path, of]) => Object.keys(of).map((method) => `${method.toUpperCase()} ${path}`))
    .filter((name) => !asked.has(name));
  expect(unasked, 'endpoints that nobody has asked').toEqual([]);
});
