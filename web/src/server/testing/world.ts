import { spawnSync } from 'node:child_process';
import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { v7 } from 'uuid';
import {
  defaultSheet,
  type ViewId,
  type CampId,
  type DeliveryId,
  type OrganisationId,
  type SheetId,
  type CamperId,
  type ChildId,
  type StaffId,
  type ClipId,
} from '@stride-chalk/core';
import { deliveryWithCamper } from '../deliveries.ts';
import { filmWith } from '../films.ts';
import { newId } from '../new-id.ts';
import { prepareClip } from '../prepare-clip.ts';
import { takeInClip } from '../take-in-clip.ts';
import { recordConsents } from '../consents.ts';
import { closeDatabase, db, migrateDatabase } from '../db/connect.ts';
import {
  campers,
  campMakers,
  camps,
  campStaff,
  children,
  clips,
  deliveries,
  organisations,
  sheets,
  soreArms,
  staff,
} from '../db/schema.ts';
import { startJobs, stopJobs } from '../jobs.ts';
import { makeMediaFolders } from '../media.ts';

/** A database and a media folder of its own for one test file, with one camp, two coaches and four campers. */
export interface World {
  readonly folder: string;
  readonly organisationId: OrganisationId;
  readonly campId: CampId;
  readonly sheetId: SheetId;
  readonly lead: StaffId;
  readonly coach: StaffId;
  readonly otherCoach: StaffId;
  readonly helper: StaffId;
  /** 12 years, consent, two deliveries. */
  readonly camper: CamperId;
  readonly delivery: DeliveryId;
  readonly secondDelivery: DeliveryId;
  /** No consent to film; one delivery. */
  readonly withoutConsent: { readonly camper: CamperId; readonly delivery: DeliveryId };
  readonly sore: { readonly camper: CamperId; readonly delivery: DeliveryId };
  /** Another camper of the camp, born on 1 October 2013 unless `more` says otherwise. */
  addCamper(
    bib: number,
    more: { consentToFilm?: boolean; sore?: boolean; born?: string; name?: string; hand?: 'R' | 'L' },
    deliveries: number,
  ): Promise<{ camper: CamperId; child: ChildId; deliveries: DeliveryId[] }>;
  readonly child: ChildId;
  end(): Promise<void>;
}

/** The database server that ./test has started. */
function adminUrl(): string {
  const url = process.env.STRIDE_TEST_POSTGRES;
  if (!url) throw new Error('STRIDE_TEST_POSTGRES is not set: run the tests with ./test, or name a PostgreSQL there');
  return url;
}

async function asAdmin(statement: string): Promise<void> {
  const client = new pg.Client({ connectionString: adminUrl() });
  await client.connect();
  try {
    await client.query(statement);
  } finally {
    await client.end();
  }
}

export async function newWorld(): Promise<World> {
  const name = `chalk_test_${v7().replaceAll('-', '')}`;
  await asAdmin(`create database ${name}`);
  const folder = await mkdtemp(join(tmpdir(), 'stride-chalk-test-'));
  const url = new URL(adminUrl());
  url.pathname = `/${name}`;
  process.env.DATABASE_URL = url.href;
  process.env.STRIDE_MEDIA = join(folder, 'media');
  process.env.STRIDE_SECRET_FILE = join(folder, 'secret');
  await makeMediaFolders();
  await migrateDatabase();
  // The queue is there, its worker leaves the clips to the test.
  await startJobs({ prepareClip: async () => undefined, takeFile: async () => undefined, look: [] });
  const ids = {
    organisationId: newId<OrganisationId>(),
    campId: newId<CampId>(),
    sheetId: newId<SheetId>(),
    lead: newId<StaffId>(),
    coach: newId<StaffId>(),
    otherCoach: newId<StaffId>(),
    helper: newId<StaffId>(),
  };
  await db()
    .insert(sheets)
    .values({ id: ids.sheetId, key: defaultSheet.id, version: defaultSheet.version, document: defaultSheet });
  await db().insert(organisations).values({ id: ids.organisationId, name: 'Test organisation' });
  await db().insert(camps).values({
    id: ids.campId,
    organisationId: ids.organisationId,
    name: 'Test camp',
    place: 'Field',
    firstDay: '2026-07-13',
    lastDay: '2026-07-17',
    timeZone: 'America/Chicago',
    units: 'metric',
    sheetId: ids.sheetId,
  });
  const people = [
    ['lead', 'Lead', 'lead'],
    ['coach', 'Coach', 'coach'],
    ['otherCoach', 'Other coach', 'coach'],
    ['helper', 'Helper', 'helper'],
  ] as const;
  await db()
    .insert(staff)
    .values(
      people.map(([key, name]) => {
        const address = `${key.toLowerCase()}@test.example`;
        return { id: ids[key], name, address, email: address };
      }),
    );
  await db().insert(campMakers).values({ organisationId: ids.organisationId, staffId: ids.lead });
  await db()
    .insert(campStaff)
    .values(people.map(([key, , role]) => ({ campId: ids.campId, staffId: ids[key], role })));
  const addCamper = async (
    bib: number,
    more: { consentToFilm?: boolean; sore?: boolean; born?: string; name?: string; hand?: 'R' | 'L' },
    count: number,
  ) => {
    const { sore = false, consentToFilm = true, ...row } = more;
    const [id, childId] = [newId<CamperId>(), newId<ChildId>()];
    await db().insert(children).values({ id: childId });
    await db()
      .insert(campers)
      .values({
        id,
        childId,
        campId: ids.campId,
        bib,
        name: `Camper ${bib}`,
        born: '2013-10-01',
        hand: 'R',
        heightCentimetres: 150,
        guardian: 'Guardian',
        enteredBy: ids.lead,
        ...row,
      });
    if (consentToFilm)
      await recordConsents(
        [{ camperId: id, film: true, share: false, until: null, givenBy: 'Guardian', how: 'signed form' }],
        ids.lead,
      );
    if (sore)
      await db()
        .insert(soreArms)
        .values({ id: v7(), childId, campId: ids.campId, place: 'elbow', since: '2026-07-13', enteredBy: ids.lead });
    const thrown = Array.from({ length: count }, (_, i) => ({
      id: newId<DeliveryId>(),
      camperId: id,
      number: i + 1,
      thrownOn: '2026-07-13',
      enteredBy: ids.coach,
    }));
    if (count > 0) await db().insert(deliveries).values(thrown);
    return { camper: id, child: childId, deliveries: thrown.map((d) => d.id) };
  };
  const main = await addCamper(7, {}, 2);
  const barred = await addCamper(8, { consentToFilm: false }, 1);
  const sore = await addCamper(9, { sore: true }, 1);
  return {
    folder,
    ...ids,
    camper: main.camper,
    delivery: main.deliveries[0]!,
    secondDelivery: main.deliveries[1]!,
    withoutConsent: { camper: barred.camper, delivery: barred.deliveries[0]! },
    addCamper,
    child: main.child,
    sore: { camper: sore.camper, delivery: sore.deliveries[0]! },
    async end() {
      await stopJobs();
      await closeDatabase();
      // PostgreSQL waits for connections that are closing just now; only one that stays is cut off.
      await asAdmin(`drop database ${name}`).catch(() => asAdmin(`drop database ${name} with (force)`));
      await rm(folder, { recursive: true, force: true });
    },
  };
}

/** Makes a video with the real ffmpeg; `args` stand between the program and the file. */
export function makeVideo(world: World, fileName: string, args: readonly string[]): string {
  const path = join(world.folder, fileName);
  const run = spawnSync('ffmpeg', ['-v', 'error', '-y', ...args, path], { encoding: 'utf8' });
  if (run.status !== 0) throw new Error(`ffmpeg could not make ${fileName}: ${run.stderr}`);
  return path;
}

/** A moving test picture of some seconds. */
export const testPicture = (seconds: number, rate = 30, size = '320x180'): string[] => [
  '-f',
  'lavfi',
  '-i',
  `testsrc=duration=${seconds}:size=${size}:rate=${rate}`,
];

/** Sends bytes through intake the way the endpoint does. */
export async function takeIn(
  world: World,
  bytes: Uint8Array,
  more: { deliveryId?: DeliveryId; view?: ViewId; fileName?: string } = {},
) {
  return takeInClip({
    deliveryId: more.deliveryId ?? world.delivery,
    view: more.view ?? 'openSide',
    fileName: more.fileName ?? 'clip.mp4',
    staffId: world.coach,
    body: new Blob([bytes as Uint8Array<ArrayBuffer>]).stream() as never,
  });
}

/** A clip with its film as rows, without a file. */
export async function putClip(
  values: Omit<typeof clips.$inferInsert, 'id' | 'filmId' | 'fileName' | 'deliveryId'> & {
    id?: string;
    deliveryId: DeliveryId;
    sha256?: string;
    fileName?: string;
    device?: string | null;
  },
): Promise<ClipId> {
  const { id = newId<ClipId>(), sha256, fileName = 'a.mp4', device = null, ...clip } = values;
  const { camp } = await deliveryWithCamper(clip.deliveryId);
  const filmId = await filmWith(db(), {
    ...{ campId: camp.id, sha256: sha256 ?? id.replaceAll('-', '').padEnd(64, '0'), device },
    ...{ bytes: 1, codec: 'h264', width: 640, height: 360 },
  });
  await db()
    .insert(clips)
    .values({ ...clip, id: id as ClipId, filmId, fileName });
  return id as ClipId;
}

/** The row of a film that is on its way to the bench, without a file: its id. */
export async function filmOnItsWay(world: World, deliveryId: DeliveryId, view: ViewId = 'openSide'): Promise<ClipId> {
  return putClip({ deliveryId, view, fileName: 'on-its-way.mp4', state: 'checking', enteredBy: world.coach });
}

/** A clip that has gone all the way to the bench. */
export async function readyClip(
  world: World,
  more: { deliveryId?: DeliveryId; view?: ViewId; seconds?: number; rate?: number } = {},
) {
  const path = makeVideo(world, `${v7()}.mp4`, [
    ...testPicture(more.seconds ?? 1, more.rate ?? 30),
    '-pix_fmt',
    'yuv420p',
    '-c:v',
    'libx264',
  ]);
  const clip = await takeIn(world, await readFile(path), more);
  await prepareClip(clip.id);
  return clip;
}

/** Names of every file in the media folder. */
export async function mediaFiles(): Promise<string[]> {
  const found = await readdir(process.env.STRIDE_MEDIA!, { recursive: true, withFileTypes: true });
  return found
    .filter((f) => f.isFile())
    .map((f) => f.name)
    .sort();
}
