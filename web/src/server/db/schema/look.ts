import { LOOK_STATES, type ClipId, type EventId, type FollowedJoint } from '@stride-chalk/core';
import { sql } from 'drizzle-orm';
import { check, integer, pgTable, real, smallint, text, unique, uuid } from 'drizzle-orm/pg-core';
import { at } from './columns.ts';
import { clips } from './film.ts';

/** What became of the computer's look at a clip, and what it knew of it then: where any of that is said otherwise later, it looks again. */
export const clipLooks = pgTable(
  'clip_looks',
  {
    clipId: uuid('clip_id')
      .$type<ClipId>()
      .primaryKey()
      .references(() => clips.id, { onDelete: 'cascade' }),
    /** 'none': nobody could be followed in it. 'failed': for a reason that is none of the film's. */
    state: text('state', { enum: LOOK_STATES }).notNull(),
    /** When somebody opened the bench of its camper before it was looked at: it comes first then. */
    wantedAt: at('wanted_at'),
    startedAt: at('started_at'),
    endedAt: at('ended_at'),
    /** Since when the rules of today look at it, while what others have found is shown. */
    anewAt: at('anew_at'),
    /** With which rules and weights it was looked at. */
    finder: text('finder'),
    hand: text('hand', { enum: ['R', 'L'] }),
    towardsTarget: smallint('towards_target'),
    captureScale: real('capture_scale'),
    /** Height of the body in pixels of the clip. */
    bodyPixels: real('body_pixels'),
  },
  (t) => [check('clip_looks_found_knows_the_body', sql`(${t.state} = 'found') = (${t.bodyPixels} is not null)`)],
);

/** A key frame that the computer proposes. Nobody has seen it: what a person marks stands in `marks`. */
export const proposedMarks = pgTable(
  'proposed_marks',
  {
    clipId: uuid('clip_id')
      .$type<ClipId>()
      .notNull()
      .references(() => clipLooks.clipId, { onDelete: 'cascade' }),
    event: text('event').$type<EventId>().notNull(),
    frame: integer('frame').notNull(),
    /** The frames between which it lies with 90 %. */
    fromFrame: integer('from_frame').notNull(),
    toFrame: integer('to_frame').notNull(),
    /** 0 to 1. */
    sure: real('sure').notNull(),
  },
  (t) => [
    unique('proposed_marks_one_per_event').on(t.clipId, t.event),
    check('proposed_marks_interval', sql`${t.fromFrame} >= 0 and ${t.fromFrame} <= ${t.frame} and ${t.frame} <= ${t.toFrame}`),
  ],
);

/** A joint in every frame of a clip, in pixels of the clip, as the computer proposes it. What a person places or confirms stands in `points`. */
export const proposedJoints = pgTable(
  'proposed_joints',
  {
    clipId: uuid('clip_id')
      .$type<ClipId>()
      .notNull()
      .references(() => clipLooks.clipId, { onDelete: 'cascade' }),
    joint: text('joint').$type<FollowedJoint>().notNull(),
    x: real('x').array().notNull(),
    y: real('y').array().notNull(),
    /** One standard deviation per axis, a number a frame. */
    sd: real('sd').array().notNull(),
  },
  (t) => [
    unique('proposed_joints_one_per_joint').on(t.clipId, t.joint),
    check(
      'proposed_joints_same_frames',
      sql`cardinality(${t.x}) = cardinality(${t.y}) and cardinality(${t.x}) = cardinality(${t.sd})`,
    ),
  ],
);
