import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { open, readdir, rm, stat, statfs } from 'node:fs/promises';
import { join } from 'node:path';
import { FileConfigstore, FileStore } from '@tus/file-store';
import { Server } from '@tus/server';
import { inArray } from 'drizzle-orm';
import { z } from 'zod';
import { camperIdSchema, type CampId, type CamperId, type ClipId, type DroppedFileId } from '@stride-chalk/core';
import { db } from './db/connect.ts';
import { clips, droppedFiles } from './db/schema.ts';
import { LIMITS } from './intake/inspect.ts';
import { mediaFolders, uploadFolder } from './media.ts';
import { Refusal } from './refusal.ts';

/** Room that stays free on the disk of the server, in bytes: the database has to go on. */
const KEPT_FREE = 512 * 1024 * 1024;
/** How long parts of a film wait for the rest of it, in milliseconds: a camp of a week, and a phone that lay in a bag over the weekend. */
const WAITS = 14 * 24 * 3600 * 1000;

export const diskFull = (): Refusal =>
  new Refusal(
    'disk-full',
    'The disk of the server is full: this film was not taken. It is still on your device; make room, then send it again.',
    507,
  );

export const tooLarge = (): Refusal =>
  new Refusal('too-large', `The file is larger than ${LIMITS.bytes / 1024 / 1024} MB. Cut it to one delivery.`, 413);

/** Without a camper it is a file of a folder: whom it shows is said later. */
const metadataSchema = z.object({ id: z.uuid({ version: 'v7' }), camper: camperIdSchema.optional() });

/** How much room the disk has for films, in bytes. */
export async function roomForFilms(): Promise<number> {
  const { bavail, bsize } = await statfs(mediaFolders().uploads);
  return bavail * bsize - KEPT_FREE;
}

const stores = new Map<CampId, FileStore>();
function storeOf(campId: CampId): FileStore {
  const made =
    stores.get(campId) ??
    new FileStore({ directory: uploadFolder(campId), configstore: new FileConfigstore(uploadFolder(campId)) });
  stores.set(campId, made);
  return made;
}

const servers = new Map<CampId, Server>();
/**
 * Takes films in parts (tus 1.0): what has arrived stays, and the rest follows whenever the phone is back. A film has the id that the phone gave it; each camp has a place of its own, so that nobody finds
 * another one's.
 *
 * @param mayBring refuses what is not to be filmed, before anything of it is sent
 */
export function uploadsOf(campId: CampId, mayBring: (camperId: CamperId) => Promise<void>): Server {
  const known = servers.get(campId);
  if (known) return known;
  const datastore = storeOf(campId);
  const made = new Server({
    path: '/api/uploads',
    relativeLocation: true,
    datastore,
    maxSize: LIMITS.fileBytes,
    namingFunction: (_, metadata) => {
      const read = metadataSchema.safeParse(metadata);
      if (!read.success) throw refused(new Refusal('not-as-expected', 'A film needs the id of its device.', 400));
      return read.data.id;
    },
    onUploadCreate: async (_, upload) => {
      if (await datastore.getUpload(upload.id).catch(() => null))
        throw refused(new Refusal('upload-there', 'Parts of this film are there already.', 409));
      const { camper } = metadataSchema.parse(upload.metadata);
      if (camper && (upload.size ?? 0) > LIMITS.bytes) throw refused(tooLarge());
      if (camper)
        await mayBring(camper).catch((error: unknown) => {
          throw error instanceof Refusal ? refused(error) : error;
        });
      if ((await roomForFilms()) < (upload.size ?? 0)) throw refused(diskFull());
      return {};
    },
    onResponseError: async (_, error) => {
      if (error instanceof Said) return { status_code: error.status_code, body: error.body };
      // A part that could not be written: the tool does not say why.
      return (await roomForFilms()) < 0 ? { status_code: 507, body: refused(diskFull()).body } : undefined;
    },
  });
  servers.set(campId, made);
  return made;
}

/** What the protocol says no to, in the words that everything else has too. */
class Said extends Error {
  readonly status_code: number;
  readonly body: string;
  constructor({ message, status, code }: Refusal) {
    super(message);
    this.status_code = status;
    this.body = JSON.stringify({ type: 'about:blank', title: message, status, code });
  }
}
const refused = (refusal: Refusal): Said => new Said(refusal);

/** How much of a film has arrived, in bytes, and how much it is; null where nothing of it is there. */
export async function arrivedOf(
  campId: CampId,
  id: ClipId | DroppedFileId,
): Promise<{ readonly offset: number; readonly length: number } | null> {
  const upload = await storeOf(campId)
    .getUpload(id)
    .catch(() => null);
  return upload?.size === undefined ? null : { offset: upload.offset, length: upload.size };
}

/**
 * A film whose bytes are all there: where they lie, on the disk for good.
 *
 * @param told what the phone says that they are
 * @throws Refusal with the code 'film-not-here' where some are missing, or others have arrived: then nothing of it is left, and the phone sends it anew
 */
export async function wholeUpload(
  campId: CampId,
  id: ClipId,
  told: { readonly sha256: string; readonly bytes: number },
): Promise<string> {
  const arrived = await arrivedOf(campId, id);
  if (arrived?.length !== told.bytes || arrived.offset !== told.bytes) {
    if (arrived && arrived.length !== told.bytes) await dropUpload(campId, id);
    throw new Refusal('film-not-here', 'The film has not arrived whole yet.', 409);
  }
  const path = join(uploadFolder(campId), id);
  const file = await open(path, 'r+');
  await file.sync().finally(() => file.close());
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  if (hash.digest('hex') === told.sha256) return path;
  await dropUpload(campId, id);
  throw new Refusal('film-not-here', 'The film has changed on its way: it is sent once more.', 409);
}

/** Forgets what has arrived of a film. */
export async function dropUpload(campId: CampId, id: string): Promise<void> {
  await rm(join(uploadFolder(campId), id), { force: true });
  await rm(join(uploadFolder(campId), `${id}.json`), { force: true });
}

const namesIn = (folder: string): Promise<string[]> => readdir(folder).catch(() => []);

/** Forgets what has arrived of the films of a camper who was erased. */
export async function forgetUploads(campId: CampId, camperId: CamperId): Promise<void> {
  for (const name of await namesIn(uploadFolder(campId))) {
    if (name.endsWith('.json')) continue;
    const upload = await storeOf(campId)
      .getUpload(name)
      .catch(() => null);
    if (!upload || upload.metadata?.camper === camperId) await dropUpload(campId, name);
  }
}

/** Uploads that are films by now, or were turned away: a kill may have come before they were forgotten. */
async function idsOver(atStart: boolean): Promise<Set<string>> {
  const states = atStart ? (['taken', 'double', 'refused'] as const) : (['taken', 'double'] as const);
  const files = await db()
    .select({ id: droppedFiles.id })
    .from(droppedFiles)
    .where(inArray(droppedFiles.state, [...states]));
  const films = await db().select({ id: clips.id }).from(clips);
  return new Set<string>([...files, ...films].map(({ id }) => id));
}

/**
 * Forgets parts whose rest has not come for two weeks, and what a kill has left of uploads that are over; answers how many files went.
 *
 * @param atStart true before anybody is served: then nothing is on its way
 */
export async function sweepUploads(atStart: boolean, now = Date.now()): Promise<number> {
  let gone = 0;
  const over = await idsOver(atStart);
  for (const camp of await namesIn(mediaFolders().uploads)) {
    const folder = join(mediaFolders().uploads, camp);
    const names = new Set(await namesIn(folder));
    for (const name of names) {
      const id = name.replace(/\.json$/, '');
      const alone = atStart && !names.has(id);
      const age = now - ((await stat(join(folder, name)).catch(() => null))?.mtimeMs ?? now);
      if (!over.has(id) && !alone && age <= WAITS) continue;
      await rm(join(folder, name), { force: true });
      gone += 1;
    }
  }
  return gone;
}
