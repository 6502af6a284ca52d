import { request, type APIRequestContext, type APIResponse } from '@playwright/test';
import { v7 } from 'uuid';
import { CAMP_HEADER, defaultSheet, readAnswer } from '@stride-chalk/core';
import { ROUTES } from '../web/src/server/access.ts';
import { atWorkAs, expect, rows, test } from './support/at-work.ts';

const url = (): string => process.env.E2E_URL!;
const NAME = 'Only Here';
const BIB = 27;

/** What a route is asked with: something of the camp of the demo, by the lead of another camp. */
interface Case {
  readonly path: string;
  readonly data?: unknown;
  /** The bytes of a film. */
  readonly film?: boolean;
  /** By the protocol of films that come in parts. */
  readonly tus?: Record<string, string>;
  readonly form?: Record<string, string>;
}
interface OfCamp {
  readonly camp: string;
  readonly camper: string;
  readonly delivery: string;
  readonly clip: string;
  readonly upload: string;
  readonly removed: string;
  /** A clip that nobody has sorted, its camera, and the file that it came in. */
  readonly unsorted: string;
  readonly camera: string;
  readonly dropped: string;
  /** That one of his is to be filmed again. */
  readonly refilm: string;
  readonly evaluation: string;
  readonly draft: string;
  readonly document: unknown;
  readonly picture: string;
  readonly refusal: string;
  readonly proposal: string;
  readonly practice: string;
  readonly round: string;
  readonly sheet: string;
  readonly sitting: string;
  readonly message: string;
  readonly staff: string;
  readonly day: string;
}

const inBase64 = (text: string): string => Buffer.from(text).toString('base64');

/**
 * For every route that names something by an id, in its address or its body: the request about what belongs to the other camp. A route that is new
 * and takes an id fails here until it has one.
 */
const ABOUT: Readonly<Record<string, (x: OfCamp) => readonly Case[]>> = {
  'GET /api/live': (x) => [{ path: `/api/live?camp=${x.camp}` }],
  'GET /api/campers/[id]/films': (x) => [{ path: `/api/campers/${x.camper}/films` }],
  'GET /api/campers/[id]/proposals': (x) => [{ path: `/api/campers/${x.camper}/proposals` }],
  'GET /api/campers/[id]/figures.csv': (x) => [{ path: `/api/campers/${x.camper}/figures.csv` }],
  'GET /api/campers/[id]/figures.json': (x) => [{ path: `/api/campers/${x.camper}/figures.json` }],
  'GET /api/campers/[id]/joints.json': (x) => [{ path: `/api/campers/${x.camper}/joints.json` }],
  'PUT /api/campers/[id]/joints.json': (x) => [
    { path: `/api/campers/${x.camper}/joints.json`, data: { images: [], annotations: [], categories: [] } },
  ],
  'GET /api/clips/[id]/chapters.vtt': (x) => [{ path: `/api/clips/${x.clip}/chapters.vtt` }],
  'GET /api/clips/[id]/chalk/[frame].svg': (x) => [{ path: `/api/clips/${x.clip}/chalk/1.svg` }],
  'GET /api/clips/[id]/chalk/[frame].png': (x) => [{ path: `/api/clips/${x.clip}/chalk/1.png` }],
  'GET /api/clips/[id]/chalk-line.mp4': (x) => [{ path: `/api/clips/${x.clip}/chalk-line.mp4` }],
  'GET /api/campers/[id]/shown': (x) => [{ path: `/api/campers/${x.camper}/shown` }],
  'POST /api/deliveries': (x) => [
    { path: '/api/deliveries', data: { id: v7(), camperId: x.camper, kind: 'stretch', thrownOn: x.day } },
  ],
  'DELETE /api/deliveries/[id]': (x) => [{ path: `/api/deliveries/${x.delivery}` }],
  'POST /api/clips': (x) => [{ path: `/api/clips?deliveryId=${x.delivery}&view=rear&fileName=a.mp4`, film: true }],
  'POST /api/uploads': (x) => [
    {
      path: '/api/uploads',
      tus: { 'upload-length': '9', 'upload-metadata': `id ${inBase64(v7())},camper ${inBase64(x.camper)}` },
    },
  ],
  'GET /api/uploads/[id]': (x) => [{ path: `/api/uploads/${x.upload}` }],
  'PATCH /api/uploads/[id]': (x) => [
    {
      path: `/api/uploads/${x.upload}`,
      film: true,
      tus: { 'upload-offset': '0', 'content-type': 'application/offset+octet-stream' },
    },
  ],
  'PUT /api/films/[id]': (x) => [
    {
      path: `/api/films/${x.upload}`,
      data: { ...{ camperId: x.camper, throwsId: v7(), view: 'rear', fileName: 'a.mp4' }, sha256: 'a'.repeat(64), bytes: 9 },
    },
  ],
  'GET /api/clips/[id]': (x) => [{ path: `/api/clips/${x.clip}` }],
  'PATCH /api/clips/[id]': (x) => [{ path: `/api/clips/${x.clip}`, data: { captureScale: 2, confirmed: true } }],
  'DELETE /api/clips/[id]': (x) => [{ path: `/api/clips/${x.clip}` }],
  'POST /api/clips/[id]/move': (x) => [{ path: `/api/clips/${x.clip}/move`, data: { bib: BIB, delivery: 1, view: 'rear' } }],
  'PUT /api/removed-clips/[id]': (x) => [{ path: `/api/removed-clips/${x.removed}` }],
  'DELETE /api/removed-clips/[id]': (x) => [{ path: `/api/removed-clips/${x.removed}` }],
  'POST /api/clips/[id]/again': (x) => [{ path: `/api/clips/${x.clip}/again` }],
  'GET /api/clips/[id]/film': (x) => [{ path: `/api/clips/${x.clip}/film` }],
  'GET /api/clips/[id]/frames/[frame]': (x) => [{ path: `/api/clips/${x.clip}/frames/3` }],
  'GET /api/clips/[id]/strip': (x) => [{ path: `/api/clips/${x.clip}/strip` }, { path: `/api/clips/${x.unsorted}/strip` }],
  'PUT /api/dropped-files/[id]': (x) => [
    {
      path: `/api/dropped-files/${x.dropped}`,
      data: { fileName: 'a.mp4', folder: '', bytes: 1, modifiedAt: '2026-07-13T12:00:00.000Z' },
    },
  ],
  'DELETE /api/dropped-files/[id]': (x) => [{ path: `/api/dropped-files/${x.dropped}` }],
  'POST /api/dropped-files/[id]/again': (x) => [{ path: `/api/dropped-files/${x.dropped}/again` }],
  'PUT /api/cameras/[id]': (x) => [{ path: `/api/cameras/${x.camera}`, data: { view: 'rear' } }],
  'POST /api/tray/place': (x) =>
    [x.clip, x.unsorted].map((id) => ({
      path: '/api/tray/place',
      data: { clips: [{ id, bib: BIB, throwId: null, key: null, at: null, view: 'rear' }] },
    })),
  'POST /api/tray/take-out': (x) => [x.clip, x.unsorted].map((id) => ({ path: '/api/tray/take-out', data: { clips: [id] } })),
  'POST /api/tray/come-from': (x) =>
    [x.clip, x.unsorted].map((id) => ({ path: '/api/tray/come-from', data: { clips: [id], origin: null } })),
  'PUT /api/refilms/[id]': (x) => [
    { path: `/api/refilms/${x.refilm}`, data: { bib: BIB, view: 'front', why: 'of the other camp' } },
  ],
  'DELETE /api/refilms/[id]': (x) => [{ path: `/api/refilms/${x.refilm}` }],
  'PUT /api/clips/[id]/aside': (x) => [{ path: `/api/clips/${x.unsorted}/aside`, data: { why: 'not of this camp' } }],
  'POST /api/clips/[id]/split': (x) => [{ path: `/api/clips/${x.unsorted}/split`, data: { frame: 3 } }],
  'POST /api/clips/[id]/cut-out': (x) => [{ path: `/api/clips/${x.unsorted}/cut-out`, data: { from: 0, to: 1 } }],
  'GET /api/clips/[id]/overview': (x) => [x.clip, x.unsorted].map((id) => ({ path: `/api/clips/${id}/overview` })),
  'POST /api/clips/[id]/join': (x) => [{ path: `/api/clips/${x.unsorted}/join`, data: { with: x.clip } }],
  'DELETE /api/refusals/[id]': (x) => [{ path: `/api/refusals/${x.refusal}` }],
  'POST /api/simulated-films': (x) => [{ path: '/api/simulated-films', data: { deliveryId: x.delivery, view: 'front' } }],
  'PUT /api/entries/[id]': (x) =>
    [
      { kind: 'mark', clipId: x.clip, event: 'contact', frame: 1, frameTo: null },
      { kind: 'unmark', clipId: x.clip, event: 'contact' },
      { kind: 'score', deliveryId: x.delivery, checkpoint: defaultSheet.checkpoints[0]!.id, level: '0', faults: [], note: null },
      { kind: 'unscore', deliveryId: x.delivery, checkpoint: defaultSheet.checkpoints[0]!.id },
    ].map((data) => ({ path: `/api/entries/${v7()}`, data })),
  'PUT /api/agreed-levels/[id]': (x) => [
    {
      path: `/api/agreed-levels/${v7()}`,
      data: { deliveryId: x.delivery, checkpoint: 'A1', level: '1', faults: [], reason: 'not of this camp' },
    },
  ],
  'POST /api/agreed-levels/[id]/agreement': (x) => [{ path: `/api/agreed-levels/${x.proposal}/agreement` }],
  'PUT /api/evening-rounds/[id]/level': (x) => [
    {
      path: `/api/evening-rounds/${x.round}/level`,
      data: { deliveryId: x.delivery, checkpoint: 'A1', coachId: x.staff, level: '1' },
    },
  ],
  // A version of another organisation; one of the same is every camp's to use.
  'PUT /api/camp-sheet': (x) => [{ path: '/api/camp-sheet', data: { sheetId: x.sheet, reason: 'not of this organisation' } }],
  'POST /api/practice-clips': (x) => [
    {
      path: '/api/practice-clips',
      data: { deliveryId: x.delivery, references: [{ checkpoint: 'A1', level: '1', faults: [], reason: 'not of this camp' }] },
    },
  ],
  // The organisation learns on the same clips: only where one was made it is taken out, and another organisation has its own.
  'DELETE /api/practice-clips/[id]': (x) => [{ path: `/api/practice-clips/${x.practice}` }],
  'POST /api/practice-clips/[id]/sittings': (x) => [{ path: `/api/practice-clips/${x.practice}/sittings` }],
  'POST /api/sittings/[id]/finish': (x) => [{ path: `/api/sittings/${x.sitting}/finish` }],
  'PUT /api/staff/[id]/qualification': (x) => [
    { path: `/api/staff/${x.staff}/qualification`, data: { qualified: true, reason: 'not of this camp' } },
  ],
  'POST /api/evaluations': (x) => [{ path: '/api/evaluations', data: { camperId: x.camper, instead: null, from: 'levels' } }],
  'PUT /api/evaluations/[id]': (x) => [{ path: `/api/evaluations/${x.draft}`, data: { said: x.document, revision: 1 } }],
  'POST /api/evaluations/[id]/release': (x) => [{ path: `/api/evaluations/${x.draft}/release` }],
  'GET /api/pictures/[sha256]': (x) => [{ path: `/api/pictures/${x.picture}` }],
  'PUT /api/check-ins/[id]': (x) => [
    {
      path: `/api/check-ins/${v7()}`,
      data: {
        ...{ camperId: x.camper, day: x.day, notedAt: '2026-07-14T13:00:00.000Z', present: true, heightCentimetres: 120 },
        ...{
          sore: { place: 'elbow', since: x.day },
          drillsDone: null,
          goals: null,
          mobility: null,
          throwsReported: null,
          form: 2,
        },
      },
    },
  ],
  'PUT /api/campers/[id]/late': (x) => [{ path: `/api/campers/${x.camper}/late`, data: { day: x.day, fromMinute: 600 } }],
  'PUT /api/care/[id]': (x) =>
    [
      { kind: 'throws', camperId: x.camper, day: x.day, throwKind: 'drill', count: 4 },
      { kind: 'sore', camperId: x.camper, place: 'elbow', since: x.day },
      { kind: 'liftSore', camperId: x.camper, reason: 'cleared by nobody' },
      { kind: 'allow', camperId: x.camper, day: x.day, throws: 9, reason: 'because of this' },
    ].map((data) => ({ path: `/api/care/${v7()}`, data })),
  'POST /api/day-plan/[day]/move': (x) => [
    { path: `/api/day-plan/${x.day}/move`, data: { camperId: x.camper, mound: 'A', from: 600, revision: 1 } },
  ],
  'PUT /api/campers/[id]': (x) => [
    {
      path: `/api/campers/${x.camper}`,
      data: {
        ...{
          bib: BIB,
          name: 'Taken',
          born: '2014-01-01',
          hand: 'R',
          throwsBoth: false,
          heightCentimetres: 150,
          guardian: 'Nobody',
        },
        ...{ guardianEmail: null, guardianPhone: null, togetherWith: null },
      },
    },
  ],
  'POST /api/roster/import': (x) => [
    { path: '/api/roster/import', data: { rows: [{ said: { name: 'Taken' }, decision: { update: x.camper }, consent: null }] } },
  ],
  'POST /api/campers/[id]/consents': (x) => [
    {
      path: `/api/campers/${x.camper}/consents`,
      data: { film: true, share: true, until: null, givenBy: 'Nobody', how: 'by phone' },
    },
  ],
  'PUT /api/campers/[id]/withdrawal': (x) => [{ path: `/api/campers/${x.camper}/withdrawal`, data: { withdrawn: true } }],
  'POST /api/campers/[id]/same-child': (x) => [{ path: `/api/campers/${x.camper}/same-child`, data: { ask: true } }],
  'GET /api/campers/[id]/everything.zip': (x) => [{ path: `/api/campers/${x.camper}/everything.zip` }],
  'POST /api/campers/[id]/erasure': (x) => [
    { path: `/api/campers/${x.camper}/erasure`, data: { reason: 'asked by the family', bib: BIB } },
  ],
  'PATCH /api/staff/[id]': (x) => [{ path: `/api/staff/${x.staff}`, data: { active: false } }],
  'POST /api/staff/[id]/reset': (x) => [{ path: `/api/staff/${x.staff}/reset` }],
  'PUT /api/staff/[id]/makes-camps': (x) => [{ path: `/api/staff/${x.staff}/makes-camps`, data: { may: true } }],
  'PATCH /api/messages/[id]': (x) => [{ path: `/api/messages/${x.message}`, data: { is: 'handed over' } }],
  'POST /api/camp-at-work': (x) => [{ path: '/api/camp-at-work', form: { camp: x.camp } }],
};

/** Routes that change the camp at work only and name nothing by an id. */
const OWN_CAMP_ONLY = [
  'POST /api/evening-rounds',
  'POST /api/sheet-draft',
  'PUT /api/sheet-draft',
  'DELETE /api/sheet-draft',
  'POST /api/sheet-draft/release',
  'POST /api/sign-out',
  'POST /api/sign-in',
  'POST /api/join',
  'POST /api/day-plan/[day]/solve',
  'POST /api/day-plan/[day]/later',
  'POST /api/campers',
  'PUT /api/settings',
  'POST /api/camps',
  'PUT /api/organisation',
  'PUT /api/footage',
  'POST /api/staff',
  'PUT /api/mail',
  'PUT /api/mounds/[device]',
  'POST /api/mail/test',
];

/** A camp of the same organisation with a lead of its own and one camper, who wears a bib that the demo wears too. */
async function otherLead(page: Parameters<typeof atWorkAs>[0]): Promise<APIRequestContext> {
  await atWorkAs(page, 'Marit');
  const post = async (path: string, data: unknown): Promise<APIResponse> => {
    const answer = await page.request.post(`${url()}${path}`, { data });
    expect(answer.status(), `${path}: ${await answer.text()}`).toBeLessThan(300);
    return answer;
  };
  const facts = { name: 'Camp of its own', place: 'Far field', firstDay: '2031-01-06', lastDay: '2031-01-10' };
  const made = await post('/api/camps', { ...facts, timeZone: 'UTC', units: 'metric' });
  const { id } = readAnswer('POST /api/camps', await made.json());
  const form = { camp: id };
  await page.request.post(`${url()}/api/camp-at-work`, { form });
  const email = `lead-${Date.now()}@far-field.example`;
  const { link } = readAnswer(
    'POST /api/staff',
    await (await post('/api/staff', { name: 'Far Lead', email, role: 'lead' })).json(),
  );
  await post('/api/campers', {
    ...{
      bib: BIB,
      name: NAME,
      born: '2020-01-01',
      hand: 'R',
      throwsBoth: false,
      heightCentimetres: 150,
      guardian: 'Far Guardian',
    },
    ...{ guardianEmail: null, guardianPhone: null, togetherWith: null },
    ...{ consentToFilm: true, consentToShare: false, consentUntil: null },
  });
  const context = await request.newContext();
  const token = link.split('/').at(-1)!;
  const joined = await context.post(`${url()}/api/join`, { form: { token, password: 'four far fields away' }, maxRedirects: 0 });
  expect(joined.headers().location).toBe('/');
  return context;
}

/** One thing of each kind that belongs to the demo's week. */
async function somethingOfEach(page: Parameters<typeof atWorkAs>[0]): Promise<OfCamp> {
  const [x] = await rows<Record<string, string>>(`
    with camp as (select h.camp_id as id from campers_here h limit 1)
    select (select id from camp) as camp, c.id as camper, d.id as delivery, k.id as clip, e.id as evaluation, e.document->'said' as document,
      (select p.value from evaluations r join campers rc on rc.id = r.camper_id, jsonb_each_text(r.pictures) p where rc.camp_id = (select id from camp) limit 1) as picture,
      (select staff_id from camp_staff where camp_id = (select id from camp) and role = 'coach' limit 1) as staff,
      (select id from sittings where camp_id = (select id from camp) limit 1) as sitting,
      (select id from messages where camp_id = (select id from camp) limit 1) as message,
      (select to_char(day, 'YYYY-MM-DD') from day_plans where camp_id = (select id from camp) limit 1) as day
    from campers_here c join deliveries d on d.camper_id = c.id join clips k on k.delivery_id = d.id and k.removed_at is null left join evaluations e on e.camper_id = c.id
    where c.bib = ${BIB} order by k.id limit 1`);
  const [removed, refusal, draft, proposal, practice, elsewhere, round, sheet] = Array.from({ length: 8 }, () => v7());
  const [unsorted, camera, dropped, refilm] = Array.from({ length: 4 }, () => v7());
  await rows(`insert into refilms (id, camper_id, view, why) values ($1, $2, 'front', 'for the test')`, [refilm, x!.camper]);
  await rows(`insert into cameras (id, camp_id, key, name) values ($1, $2, 'of the test', 'Camera')`, [camera, x!.camp]);
  await rows(
    `insert into clips (id, film_id, file_name, state, problem) select $1, film_id, file_name, 'failed', 'none' from clips where id = $2`,
    [unsorted, x!.clip],
  );
  await rows(
    `insert into dropped_files (id, camp_id, file_name, folder, bytes, modified_at, state, reason) values ($1, $2, 'a.mp4', '', 1, now(), 'failed', 'none')`,
    [dropped, x!.camp],
  );
  await rows(
    `insert into clips (id, film_id, delivery_id, view, file_name, state, problem, removed_at, removed_by) select $1, film_id, delivery_id, view, file_name, 'failed', 'none', now(), $3 from clips where id = $2`,
    [removed, x!.clip, x!.staff],
  );
  await rows(
    `insert into refusals (id, delivery_id, view, file_name, code, reason) values ($1, $2, 'rear', 'a.mp4', 'no-video', 'for the test')`,
    [refusal, x!.delivery],
  );
  await rows(`insert into organisations (id, name) values ($1, 'Elsewhere')`, [elsewhere]);
  await rows(
    `insert into practice_clips (id, organisation_id, delivery_id, number, sheet_id) select $1, $2, $3, 1, sheet_id from camps where id = $4`,
    [practice, elsewhere, x!.delivery, x!.camp],
  );
  await rows(
    `insert into sheets (id, key, version, document, organisation_id, reason) select $1, key, version + 1, document, $2, 'of theirs' from sheets where id = (select sheet_id from camps where id = $3)`,
    [sheet, elsewhere, x!.camp],
  );
  await rows(`insert into evening_rounds (id, camp_id, day) values ($1, $2, '2026-07-13')`, [round, x!.camp]);
  // Nobody has agreed to it: it changes nothing, and stays.
  await rows(
    `insert into agreed_levels (id, delivery_id, checkpoint, sheet_id, level, reason, decided, entered_by) select $1, $2, 'A1', sheet_id, '2', 'for the test', false, $3 from camps where id = $4`,
    [proposal, x!.delivery, x!.staff, x!.camp],
  );
  const upload = v7();
  const begun = await page.request.post(`${url()}/api/uploads`, {
    headers: {
      ...{ [CAMP_HEADER]: x!.camp!, 'tus-resumable': '1.0.0', origin: url() },
      ...{ 'upload-length': '9', 'upload-metadata': `id ${inBase64(upload)},camper ${inBase64(x!.camper!)}` },
    },
  });
  expect(begun.status(), await begun.text()).toBe(201);
  const [known] = await rows<{ id: string }>(`select id from evaluations where camper_id = $1 and released_at is null limit 1`, [
    x!.camper,
  ]);
  return {
    ...x,
    ...{ removed, upload, unsorted, camera, dropped, refilm },
    refusal,
    proposal,
    practice,
    round,
    sheet,
    draft: known?.id ?? x!.evaluation ?? draft,
  } as unknown as OfCamp;
}

/** Everything that the demo's week has, as one number; what is of the camp made for this test is left out. */
async function fingerprint(): Promise<string> {
  const tables = [
    ...[
      'campers',
      'consents',
      'check_ins',
      'deliveries',
      'clips',
      'cameras',
      'dropped_files',
      'refilms',
      'clip_origins',
      'refusals',
      'marks',
      'points',
      'clip_looks',
      'proposed_marks',
      'proposed_joints',
      'scores',
      'entries',
    ],
    ...[
      'agreed_levels',
      'evaluations',
      'former_drafts',
      'throws',
      'sore_arms',
      'limit_overrides',
      'messages',
      'camp_staff',
      'camp_makers',
    ],
    'mound_taps',
    ...['day_plans', 'plan_sessions', 'late_arrivals', 'erasures', 'same_child_questions', 'credentials', 'verifications'],
  ];
  const all = await Promise.all(
    tables.map(
      async (t) =>
        `${t} ${(await rows<{ sum: string }>(`select count(*) || md5(coalesce(string_agg(t::text, '|' order by t::text), '')) as sum from ${t} t`))[0]!.sum}`,
    ),
  );
  return all.join('\n');
}

test('two camps, two leads: on every route, what belongs to the other camp is not found, is not shown, and does not change', async ({
  page,
}) => {
  const lead = await otherLead(page);
  const x = await somethingOfEach(page);
  for (const [key, value] of Object.entries(x)) expect(value, `something of the demo: ${key}`).toBeTruthy();
  // The demo's copies for the bench are made while the test runs: their rows would change by themselves.
  await expect.poll(async () => rows(`select id from clips where state in ('checking', 'copying')`)).toEqual([]);
  try {
    const before = await fingerprint();
    const unasked: string[] = [];
    for (const route of Object.keys(ROUTES)) {
      const [method, pattern] = route.split(' ') as [string, string];
      const about = ABOUT[route];
      if (about) {
        for (const { path, data, film, form, tus } of about(x)) {
          const answer = await lead.fetch(url() + path, {
            method,
            maxRedirects: 0,
            ...(tus ? { headers: { 'tus-resumable': '1.0.0', ...tus } } : {}),
            ...(form ? { form } : film ? { data: Buffer.from('no film') } : data === undefined ? {} : { data }),
          });
          expect(answer.status(), `${route} ${path}: ${await answer.text()}`).toBe(404);
        }
      } else if (method !== 'GET' && !OWN_CAMP_ONLY.includes(route)) unasked.push(route);
      else if (method === 'GET' && /\[(id|sha256)\]/.test(pattern)) unasked.push(route);
    }
    expect(unasked, 'routes of which nobody has said what they are asked with').toEqual([]);
    expect(await fingerprint()).toBe(before);

    // Pages and lists show the own camp, and nothing of the other: no name, no address, no id.
    const foreign = await rows<{ word: string }>(`
      select h.name as word from campers_here h where h.name <> '${NAME}' union select h.guardian from campers_here h union select h.id::text from campers_here h
      union select d.id::text from deliveries d join campers_here c on c.id = d.camper_id union select m.id::text from messages m where m.camp_id = '${x.camp}'
      union select s.address from staff s join camp_staff m on m.staff_id = s.id where m.camp_id = '${x.camp}' and s.name not like 'Marit%'`);
    expect(foreign.length).toBeGreaterThan(100);
    const seen: string[] = [];
    for (const route of Object.keys(ROUTES).filter(
      (r) => ROUTES[r] !== 'anyone' && r.startsWith('GET ') && !/\[(id|sha256|token)\]/.test(r),
    )) {
      const path = route.slice(4).replace('[bib]', String(BIB)).replace('[day]', x.day);
      const answer = await lead.get(url() + path);
      const text = await answer.text();
      expect(
        foreign.filter(({ word }) => text.includes(word)),
        path,
      ).toEqual([]);
      if (text.includes(NAME)) seen.push(path);
    }
    // The own camper is there: an empty page would show nothing foreign either.
    expect(seen).toEqual(
      expect.arrayContaining(['/roster', '/api/roster.csv', `/campers/${BIB}`, `/campers/${BIB}/card`, '/api/gate']),
    );
    // A bib of the other camp that nobody wears here.
    expect((await lead.get(`${url()}/campers/9`)).url()).toContain('/missing');
  } finally {
    await rows('delete from clips where id in ($1, $2)', [x.removed, x.unsorted]);
    await rows('delete from dropped_files where id = $1', [x.dropped]);
    await rows('delete from refilms where id = $1', [x.refilm]);
    await rows('delete from cameras where id = $1', [x.camera]);
    await rows('delete from refusals where id = $1', [x.refusal]);
    await rows('delete from practice_clips where id = $1', [x.practice]);
    await rows('delete from evening_rounds where id = $1', [x.round]);
  }
});
