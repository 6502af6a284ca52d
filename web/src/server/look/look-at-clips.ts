import { and, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import type { ClipId, ClipProposal } from '@stride-chalk/core';
import { camperById } from '../campers.ts';
import { isBound, presentClip, type Bound, type ClipRow } from '../clips.ts';
import { db, type Executor } from '../db/connect.ts';
import { clipLooks, clips, deliveries, proposedJoints, proposedMarks } from '../db/schema.ts';
import { enqueueLook } from '../jobs.ts';
import { log } from '../log.ts';
import { benchPath } from '../media.ts';
import type { BodyFinder } from './body-finder.ts';
import { isFresh, looksHere } from './proposals.ts';

/** With which rules and weights it looks: kept beside what it finds. */
export const FINDER = 'movenet 3.0.4, rules 12';
/** Height of the pictures in which joints are looked for: what the errors were measured at. */
const READ_HEIGHT = 540;
/** How often a look under way asks whether its clip is still wanted, in milliseconds. */
const LOOK_EVERY = 2000;
const NOT_WANTED = new Error('the clip is not wanted any more');

/** Nobody has marked or placed anything in a clip: what a person has begun with stays as he saw it. */
const NOT_BEGUN = sql`(not exists (select 1 from marks where marks.clip_id = clips.id) and not exists (select 1 from points where points.clip_id = clips.id))`;
/** Looked at by other rules than today's, by nobody anew yet, and by no person begun with. */
const BY_OTHER_RULES = sql`(clip_looks.state in ('found', 'none') and clip_looks.finder is distinct from ${FINDER} and clip_looks.anew_at is null and ${NOT_BEGUN})`;
/** Clips that can be looked at: ready, of somebody, at a known rate, and not looked at yet by the rules of today with what is known of them now. */
const TO_LOOK_AT = sql`from clips join deliveries d on d.id = clips.delivery_id join campers c on c.id = d.camper_id
  left join clip_looks on clip_looks.clip_id = clips.id
  where clips.state = 'ready' and clips.capture_known <> 'open' and clips.removed_at is null and clips.hidden_at is null and c.withdrawn_on is null
    and (clip_looks.clip_id is null or clip_looks.state = 'waiting' or not ${isFresh} or ${BY_OTHER_RULES})`;
/**
 * The order in which the evening needs them: whose bench is open, then the newest day, those who are to be scored, the bibs and deliveries in their order, and of each the view that shows most.
 * What other rules have found already is there meanwhile, and comes last.
 */
const IN_ORDER = sql`order by coalesce(${isFresh} and ${BY_OTHER_RULES}, false), clip_looks.wanted_at desc nulls last, d.thrown_on desc,
  exists (select 1 from scoring_tasks t where t.camper_id = c.id and t.day = d.thrown_on and t.state = 'open') desc,
  c.bib, d.number, array_position(array['openSide', 'closedSide', 'front', 'rear'], clips.view), clips.id`;

/** What a stopped server left half-way, or could not do, is begun anew. */
export async function takeUpLooks(): Promise<void> {
  await db().update(clipLooks).set({ anewAt: null }).where(isNotNull(clipLooks.anewAt));
  await db()
    .update(clipLooks)
    .set({ state: 'waiting' })
    .where(inArray(clipLooks.state, ['looking', 'failed']));
  await askForLooks();
}

/** Asks for a look at every clip that can be looked at. */
export async function askForLooks(): Promise<void> {
  if (!looksHere()) return;
  const { rows } = await db().execute<{ id: ClipId }>(sql`select clips.id ${TO_LOOK_AT}`);
  for (const { id } of rows) await enqueueLook(id);
}

/** Asks for a look at a clip, where this server looks at all. */
export async function askForLook(clipId: ClipId): Promise<void> {
  if (looksHere()) await enqueueLook(clipId);
}

/** A clip that is looked at, since when, and whether something is found in it already. */
interface Taken {
  readonly clip: Bound<ClipRow>;
  readonly since: Date;
  readonly anew: boolean;
}

/** Takes the clip that is needed first, so that no other takes it; null for none. */
async function takeNext(): Promise<Taken | null> {
  const { rows } = await db().execute<{ id: ClipId }>(sql`select clips.id ${TO_LOOK_AT} ${IN_ORDER}`);
  for (const { id } of rows) {
    const taken = await take(id);
    if (taken) return taken;
  }
  return null;
}

/** Takes one clip; null where another has it meanwhile, or nobody may look at it. */
async function take(id: ClipId): Promise<Taken | null> {
  return db().transaction(async (tx) => {
    // No key update: a bench that is being opened writes its wish for the same clip, and each would wait for the other.
    const { rows } = await tx.execute<{ anew: boolean | null }>(
      sql`select ${isFresh} and ${BY_OTHER_RULES} as anew ${TO_LOOK_AT} and clips.id = ${id} for no key update of clips skip locked`,
    );
    const clip = rows.length === 0 ? undefined : await presentClip(id, tx);
    if (!clip || !isBound(clip)) return null;
    const camper = await camperOf(clip);
    // Without a consent in force nobody looks at a child's film, a computer neither.
    if (!camper.consent.film) return null;
    const since = new Date();
    if (rows[0]!.anew) {
      // What other rules have found is shown until today's have found theirs.
      await tx.update(clipLooks).set({ anewAt: since }).where(eq(clipLooks.clipId, id));
      return { clip, since, anew: true };
    }
    const known = { hand: camper.hand, towardsTarget: clip.towardsTarget, captureScale: clip.captureScale };
    const nothing = { endedAt: null, finder: FINDER, bodyPixels: null, anewAt: null };
    const begun = { state: 'looking' as const, startedAt: since, ...nothing, ...known };
    await tx
      .insert(clipLooks)
      .values({ clipId: id, ...begun })
      .onConflictDoUpdate({ target: clipLooks.clipId, set: begun });
    return { clip, since, anew: false };
  });
}

async function camperOf(clip: Bound<ClipRow>) {
  const [row] = await db().select({ camperId: deliveries.camperId }).from(deliveries).where(eq(deliveries.id, clip.deliveryId));
  return (await camperById(row!.camperId)).camper;
}

/** Looks at the clip that is needed first, and keeps what is proposed. A clip that is removed meanwhile, or of which something else is said, keeps nothing. */
export async function lookAtNext(finder: BodyFinder): Promise<void> {
  const taken = await takeNext();
  if (!taken) return;
  const { clip } = taken;
  const gone = new AbortController();
  const watch = setInterval(
    () =>
      void db()
        .select({ state: clipLooks.state })
        .from(clipLooks)
        .innerJoin(clips, eq(clips.id, clipLooks.clipId))
        .where(and(eq(clips.id, clip.id), sql`${clips.removedAt} is null and ${clips.hiddenAt} is null`))
        .then(
          ([row]) => row ?? gone.abort(NOT_WANTED),
          () => undefined,
        ),
    LOOK_EVERY,
  );
  try {
    const proposal = await finder.find(await asked(clip), gone.signal);
    await keep(taken, proposal);
  } catch (error) {
    if (error === NOT_WANTED) return await lookAgain(taken);
    log.warn({ err: error, clip: clip.id }, 'film not looked at');
    // What was found before stays; the next start tries again.
    if (!taken.anew) await db().update(clipLooks).set({ state: 'failed', endedAt: new Date() }).where(isUnderWay(taken));
  } finally {
    clearInterval(watch);
  }
}

/** The bench copy is looked at: it has every frame of the clip, and is of our own making. */
async function asked(clip: Bound<ClipRow>) {
  const { hand } = await camperOf(clip);
  const [first = 0] = clip.frameTimes!;
  return {
    film: {
      path: benchPath(clip.id),
      width: clip.width,
      height: clip.height,
      readHeight: Math.min(READ_HEIGHT, clip.benchHeight ?? READ_HEIGHT),
    },
    times: clip.frameTimes!.map((t) => (t - first) / clip.captureScale),
    known: { hand, towardsTarget: clip.towardsTarget as 1 | -1 | null },
  };
}

/** The look that was begun then is the one under way. */
const isUnderWay = ({ clip, since, anew }: Taken) =>
  and(
    eq(clipLooks.clipId, clip.id),
    anew ? eq(clipLooks.anewAt, since) : sql`${clipLooks.state} = 'looking' and ${eq(clipLooks.startedAt, since)}`,
  );

/** What was seen does not hold: put back, or as it is said now, the clip is looked at anew. */
async function lookAgain(taken: Taken, via: Executor = db()): Promise<void> {
  await via
    .update(clipLooks)
    .set(taken.anew ? { anewAt: null } : { state: 'waiting' })
    .where(isUnderWay(taken));
}

async function keep(taken: Taken, proposal: ClipProposal | null): Promise<void> {
  const { clip, anew } = taken;
  await db().transaction(async (tx) => {
    // The row is held while its proposals take their place: removed, said otherwise or begun with meanwhile, they never do.
    const [still] = await tx
      .select({ id: clips.id })
      .from(clips)
      .innerJoin(clipLooks, eq(clipLooks.clipId, clips.id))
      .where(
        and(
          isUnderWay(taken),
          sql`${clips.removedAt} is null and ${clips.towardsTarget} is not distinct from ${clip.towardsTarget} and ${clips.deliveryId} = ${clip.deliveryId}`,
          anew ? NOT_BEGUN : undefined,
        ),
      )
      .for('no key update');
    if (!still) return lookAgain(taken, tx);
    await tx.delete(proposedMarks).where(eq(proposedMarks.clipId, clip.id));
    await tx.delete(proposedJoints).where(eq(proposedJoints.clipId, clip.id));
    await tx
      .update(clipLooks)
      .set({
        state: proposal ? 'found' : 'none',
        startedAt: taken.since,
        endedAt: new Date(),
        bodyPixels: proposal?.bodyPixels ?? null,
        finder: FINDER,
        anewAt: null,
      })
      .where(eq(clipLooks.clipId, clip.id));
    if (!proposal) return;
    const clipId = clip.id;
    if (proposal.marks.length > 0)
      await tx
        .insert(proposedMarks)
        .values(proposal.marks.map(({ from, to, ...mark }) => ({ clipId, ...mark, fromFrame: from, toFrame: to })));
    await tx
      .insert(proposedJoints)
      .values(proposal.joints.map(({ joint, x, y, sd }) => ({ clipId, joint, x: [...x], y: [...y], sd: [...sd] })));
  });
}
