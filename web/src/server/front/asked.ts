import type { APIContext } from 'astro';
import { z } from 'zod';
import { clipIdSchema, dayWithin, enteredInstant, AHEAD_HEADER, SENT_HEADER, type ClipId } from '@stride-chalk/core';
import { may } from '../access.ts';
import { camperById } from '../campers.ts';
import { clipById } from '../clips.ts';
import { clockOn, todayAt, type Camp } from '../camps.ts';
import { requireConsent, requireTrainingConsent } from '../consents.ts';
import { filmOfEarlierCamp, requireBothConsents } from '../earlier-camps.ts';
import { practiceFilmOf } from '../practice-clips.ts';
import { requireNotBlind } from '../blind-scorer.ts';
import { camperOf, requireInCamp, type CampNoun, type IdOf, type OfNoCamper } from '../in-camp.ts';
import { Refusal } from '../refusal.ts';
import type { StaffMember } from '../staff.ts';
import { parsed } from './parsed.ts';

/** Who is at work, and where; the middleware has let nobody else through. */
export function atWork(context: Pick<APIContext, 'locals'>): StaffMember & { readonly camp: Camp } {
  const { staff, camp } = context.locals;
  if (!staff || !camp) throw new Refusal('not-signed-in', 'Sign in first.', 401);
  return { ...staff, camp };
}

/** The day that an address names; without one the day of the camp that is nearest to today. */
export function dayAsked(context: Pick<APIContext, 'locals' | 'url'>): string {
  const { camp } = atWork(context);
  return parsed(z.iso.date().default(dayWithin(camp, todayAt(camp))), context.url.searchParams.get('day') ?? undefined);
}

/** The day in the address, to be planned from the camp's own now on, whatever clock the device shows. */
export function dayToPlan(context: Pick<APIContext, 'locals' | 'params'>) {
  const { camp, id } = atWork(context);
  const day = parsed(z.iso.date(), context.params.day);
  const { now, over } = clockOn(camp, day);
  if (over) throw new Refusal('day-over', 'This day is over: nothing of it is planned any more.', 409);
  return { camp, day, now, by: id };
}

/** An id that belongs to the camp at work; anything of another camp is not found. */
export async function ofCamp<Noun extends CampNoun>(
  context: Pick<APIContext, 'locals'>,
  noun: Noun,
  id: string | undefined,
): Promise<IdOf<Noun>> {
  const known = noun === 'picture' ? parsed(z.string().regex(/^[0-9a-f]{64}$/), id) : parsed(z.uuid(), id);
  // From here on it is an id of that noun.
  const its = known as IdOf<Noun>;
  await requireInCamp(noun, its, atWork(context).camp.id);
  return its;
}

/**
 * An id of the camp at work whose child may be shown: films, frames and pictures of a child without a consent in force stay closed, also to those
 * who work at the camp.
 */
export async function ofShownCamper<Noun extends Exclude<CampNoun, OfNoCamper>>(
  context: Pick<APIContext, 'locals'>,
  noun: Noun,
  id: string | undefined,
): Promise<IdOf<Noun>> {
  const known = await ofCamp(context, noun, id);
  requireConsent((await camperById(await camperOf(noun, known, atWork(context).camp.id))).camper, 'show');
  return known;
}

/**
 * A film that may be shown to whoever asks: of the camp at work; for those who score, a practice clip of its organisation whose family has consented to
 * the training of the staff, and a film of one of its children from an earlier camp, with both consents.
 */
export async function ofShownFilm(context: Pick<APIContext, 'locals'>, id: string | undefined): Promise<ClipId> {
  const { camp, role } = atWork(context);
  if (may(role, 'practise on the clips of the set')) {
    const known = parsed(clipIdSchema, id);
    const child = await practiceFilmOf(known, camp);
    if (child && child.campId !== camp.id) {
      requireTrainingConsent(child);
      return known;
    }
  }
  if (may(role, 'break down and score')) {
    const known = parsed(clipIdSchema, id);
    const both = await filmOfEarlierCamp(known, camp);
    if (both) {
      requireBothConsents(both);
      await requireNotBlind(both.there.camp, both.there.camper, { id: atWork(context).id });
      return known;
    }
  }
  return ofOwnFilm(context, id);
}

/** A film of the camp at work that may be shown, whole as it came: others may be in it beside the child of the clip. */
export async function ofOwnFilm(context: Pick<APIContext, 'locals'>, id: string | undefined): Promise<ClipId> {
  // Of whom a clip is that is still to be sorted is found out by looking at it.
  const clip = await ofCamp(context, 'trayClip', id);
  return (await clipById(clip)).deliveryId === null ? clip : ofShownCamper(context, 'clip', id);
}

/** A camper whose figures and joints may be taken along: he may be shown, and who asks is not a second scorer who has not finished. */
export async function ofShownToScorer(context: Pick<APIContext, 'locals'>, id: string | undefined): Promise<IdOf<'camper'>> {
  await ofShownCamper(context, 'camper', id);
  return ofSeeingScorer(context, 'camper', id);
}

/** A film that may be taken along with what is drawn on it: of a child who may be shown, and no second scorer asks who has not finished. */
export async function ofSeenFilm(context: Pick<APIContext, 'locals'>, id: string | undefined): Promise<ClipId> {
  await ofShownCamper(context, 'clip', id);
  return ofSeeingScorer(context, 'clip', id);
}

/** The number of a frame in an address. */
export const frameAsked = (context: Pick<APIContext, 'params'>): number =>
  parsed(z.coerce.number().int().nonnegative(), context.params.frame);

/** An evaluation of the camp at work, or a camper or clip of it, that the one at work may write up: a blind second scorer scores first. */
export async function ofSeeingScorer<Noun extends 'camper' | 'clip' | 'evaluation'>(
  context: Pick<APIContext, 'locals'>,
  noun: Noun,
  id: string | undefined,
): Promise<IdOf<Noun>> {
  const known = await ofCamp(context, noun, id);
  const { camp, ...staff } = atWork(context);
  await requireNotBlind(camp, (await camperById(await camperOf(noun, known, camp.id))).camper, staff);
  return known;
}

/** When something was entered, by the clock of this server: from its id and the headers in which the device says what its own clock shows. */
export function enteredAt(context: Pick<APIContext, 'request'>, id: string): number {
  const said = (header: string): number | null => {
    const value = Number(context.request.headers.get(header) ?? Number.NaN);
    return Number.isFinite(value) ? value : null;
  };
  return enteredInstant({ id, sentAt: said(SENT_HEADER), ahead: said(AHEAD_HEADER), now: Date.now() });
}
