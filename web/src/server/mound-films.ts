import type { Camp } from './camps.ts';
import type { CamperId, ClipId, StaffId, ViewId } from '@stride-chalk/core';
import { camperById } from './campers.ts';
import { anyClip, requireFree, type ClipRow } from './clips.ts';
import { db } from './db/connect.ts';
import { deliveryOfThrow, deliveryWithCamper, requireMayFilm } from './deliveries.ts';
import { isDiskFull } from './intake/run-tool.ts';
import { standingTap } from './mound-taps.ts';
import { idTaken, Refusal } from './refusal.ts';
import { takeInFile } from './take-in-clip.ts';
import { diskFull, dropUpload, wholeUpload } from './uploads.ts';

/** A film that a phone has made at a mound. */
export interface MoundFilm {
  /** The id that the phone gave it. */
  readonly id: ClipId;
  readonly camperId: CamperId;
  /** Under which id the phone has told the throw. */
  readonly throwsId: string;
  readonly view: ViewId;
  readonly fileName: string;
  readonly sha256: string;
  readonly bytes: number;
}

/** Codes that say that something is still on its way. */
const COMES_LATER: readonly string[] = ['film-not-here', 'throw-not-here'];

/**
 * Takes in a film whose bytes have arrived: under its camper, with the films that other devices have made of the same throw. Sent again, it is the same one.
 *
 * @throws Refusal 'film-not-here' while bytes are missing, 'throw-not-here' while the throw is; every other one is a reason for which it is not taken, and what has arrived of it is forgotten
 */
export async function takeMoundFilm(camp: Camp, film: MoundFilm, staffId: StaffId): Promise<Pick<ClipRow, 'id' | 'state'>> {
  const there = await anyClip(film.id);
  if (there) {
    // Made by somebody else, or of somebody else: an id that was made twice.
    const its = there.deliveryId && (await deliveryWithCamper(there.deliveryId)).camper.id;
    if (there.sha256 !== film.sha256 || its !== film.camperId) throw idTaken();
    await dropUpload(camp.id, film.id);
    return there;
  }
  try {
    const { camper } = await camperById(film.camperId);
    requireMayFilm(camper);
    const tap = await standingTap(db(), film.throwsId, camp.id);
    if (!tap) throw new Refusal('throw-not-here', 'The throw of this film has not arrived yet.', 409);
    if (tap.takenBack) throw new Refusal('throw-taken-back', 'The throw of this film was taken back.', 409);
    const arriving = await wholeUpload(camp.id, film.id, film);
    const deliveryId = await deliveryOfThrow(camper, tap.throwId, staffId);
    await requireFree(deliveryId, film.view);
    const made = await takeInFile({ ...film, ...{ deliveryId, staffId, arriving, realTime: true } });
    await dropUpload(camp.id, film.id);
    return made;
  } catch (error) {
    if (isDiskFull(error)) throw diskFull();
    // What is not taken does not lie here either: a child without a consent is among the reasons.
    if (error instanceof Refusal && error.status < 500 && !COMES_LATER.includes(error.code)) await dropUpload(camp.id, film.id);
    throw error;
  }
}
