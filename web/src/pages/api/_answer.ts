import { open } from 'node:fs/promises';
import { Readable } from 'node:stream';
import type { APIContext } from 'astro';
import rangeParser from 'range-parser';
import { z, ZodError } from 'zod';
import { dayWithin, enteredInstant, SENT_HEADER } from '@stride-chalk/core';
import { notFound, Refusal } from '../../server/refusal.ts';
import { clockOn, todayAt, type Camp } from '../../server/camps.ts';
import { camperById } from '../../server/campers.ts';
import { requireConsent } from '../../server/consents.ts';
import { requireNotBlind } from '../../server/differences.ts';
import { camperOf, requireInCamp, type CampNoun } from '../../server/in-camp.ts';
import type { StaffMember } from '../../server/staff.ts';

/** Problem details (RFC 9457) with a stable code. */
export function problem(refusal: Refusal): Response {
  return new Response(
    JSON.stringify({ type: 'about:blank', title: refusal.message, status: refusal.status, code: refusal.code }),
    {
      status: refusal.status,
      headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store' },
    },
  );
}

export const json = (body: unknown, status = 200): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json', 'cache-control': 'no-store' } });

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
export async function ofCamp(context: Pick<APIContext, 'locals'>, noun: CampNoun, id: string | undefined): Promise<string> {
  const known = noun === 'picture' ? parsed(z.string().regex(/^[0-9a-f]{64}$/), id) : parsed(z.uuid(), id);
  await requireInCamp(noun, known, atWork(context).camp.id);
  return known;
}

/**
 * An id of the camp at work whose child may be shown: films, frames and pictures of a child without a consent in force stay closed, also to those
 * who work at the camp.
 */
export async function ofShownCamper(
  context: Pick<APIContext, 'locals'>,
  noun: CampNoun,
  id: string | undefined,
): Promise<string> {
  const known = await ofCamp(context, noun, id);
  requireConsent((await camperById(await camperOf(noun, known, atWork(context).camp.id))).camper, 'show');
  return known;
}

/** An evaluation of the camp at work, or a camper of it, that the one at work may write up: a blind second scorer scores first. */
export async function ofSeeingScorer(
  context: Pick<APIContext, 'locals'>,
  noun: 'camper' | 'evaluation',
  id: string | undefined,
): Promise<string> {
  const known = await ofCamp(context, noun, id);
  const { camp, ...staff } = atWork(context);
  await requireNotBlind(camp, (await camperById(await camperOf(noun, known, camp.id))).camper, staff);
  return known;
}

/** Bytes that never change, asked for by an ETag: a browser keeps them and asks each time whether it may still show them. */
export async function keptBytes(
  context: Pick<APIContext, 'request'>,
  etag: string,
  type: string,
  bytes: () => Promise<Uint8Array>,
): Promise<Response> {
  const headers = { etag: `"${etag}"`, 'cache-control': 'private, no-cache' };
  if (context.request.headers.get('if-none-match') === headers.etag) return new Response(null, { status: 304, headers });
  return new Response(new Uint8Array(await bytes()), { headers: { ...headers, 'content-type': type } });
}

/** A file that never changes, streamed from the disk as it is read at the other end: whole, or the part that was asked for (RFC 9110, section 14). */
export async function keptFile(
  context: Pick<APIContext, 'request'>,
  etag: string,
  type: string,
  path: string,
): Promise<Response> {
  const headers: Record<string, string> = { etag: `"${etag}"`, 'cache-control': 'private, no-cache', 'accept-ranges': 'bytes' };
  if (context.request.headers.get('if-none-match') === headers.etag) return new Response(null, { status: 304, headers });
  const file = await open(path).catch((error: NodeJS.ErrnoException) => {
    throw error.code === 'ENOENT' ? notFound('The film') : error;
  });
  const { size } = await file.stat();
  const asked = context.request.headers.get('range');
  const parts = asked === null ? null : rangeParser(size, asked);
  if (parts === -1) {
    await file.close();
    return new Response(null, { status: 416, headers: { ...headers, 'content-range': `bytes */${size}` } });
  }
  // Several parts at once, or what is no range: the whole file, as the standard allows.
  const part = Array.isArray(parts) && parts.length === 1 ? parts[0]! : null;
  const { start, end } = part ?? { start: 0, end: size - 1 };
  if (part) headers['content-range'] = `bytes ${start}-${end}/${size}`;
  const body = Readable.toWeb(file.createReadStream({ start, end })) as ReadableStream;
  return new Response(body, {
    status: part ? 206 : 200,
    headers: { ...headers, 'content-type': type, 'content-length': String(end - start + 1) },
  });
}

/** Answers a form with a page; the cookies go along. */
export function seeOther(location: string, cookies: readonly string[] = []): Response {
  const headers = new Headers({ location });
  for (const cookie of cookies) headers.append('set-cookie', cookie);
  return new Response(null, { status: 303, headers });
}

/** A path of this site, or the start when it is none: read as a browser reads it, so that no spelling leads elsewhere. */
export function localPath(path: string): string {
  const here = 'http://here.invalid';
  if (!path.startsWith('/') || !URL.canParse(path, here)) return '/';
  const url = new URL(path, here);
  return url.origin === here ? `${url.pathname}${url.search}`.replace(/^\/+/, '/') : '/';
}

/** When something was entered, by the clock of this server: from its id and the header in which the device says what its own clock shows. */
export function enteredAt(context: Pick<APIContext, 'request'>, id: string): number {
  const sent = Number(context.request.headers.get(SENT_HEADER) ?? Number.NaN);
  return enteredInstant({ id, sentAt: Number.isFinite(sent) ? sent : null, now: Date.now() });
}

/** PostgreSQL keeps no NUL: refused by name rather than by a failure. */
const refuseNul = (_key: string, value: unknown): unknown => {
  if (typeof value === 'string' && value.includes('\0'))
    throw new Refusal('nul', 'A text in the request has a NUL character in it.', 400);
  return value;
};

/** The JSON body of a request in the form expected; a Refusal names the first thing that is wrong with it. */
export async function bodyAs<S extends z.ZodType>(context: APIContext, schema: S): Promise<z.output<S>> {
  // Read and found to be text before it came here (see `front/bodies`).
  const text = await context.request.text();
  let body: unknown;
  try {
    body = JSON.parse(text, refuseNul);
  } catch (error) {
    throw error instanceof Refusal ? error : new Refusal('not-json', 'The body of the request is not JSON.', 400);
  }
  return parsed(schema, body);
}

/** The fields of a form in the form expected. */
export async function formAs<S extends z.ZodType>(context: APIContext, schema: S): Promise<z.output<S>> {
  if (!/^application\/x-www-form-urlencoded\b/.test(context.request.headers.get('content-type') ?? ''))
    throw new Refusal('not-a-form', 'The body of the request is no form.', 400);
  const fields = Object.fromEntries(new URLSearchParams(await context.request.text()));
  for (const value of Object.values(fields)) refuseNul('', value);
  return parsed(schema, fields);
}

export function parsed<S extends z.ZodType>(schema: S, value: unknown): z.output<S> {
  try {
    return schema.parse(value);
  } catch (error) {
    if (!(error instanceof ZodError)) throw error;
    const first = error.issues[0]!;
    throw new Refusal('not-as-expected', `${first.path.join('.') || 'the request'}: ${first.message}`, 400);
  }
}

/** A file to be saved; the name is ours and has plain letters only. */
export const download = (body: BodyInit, type: string, fileName: string): Response =>
  new Response(body, {
    headers: { 'content-type': type, 'content-disposition': `attachment; filename="${fileName}"`, 'cache-control': 'no-store' },
  });
