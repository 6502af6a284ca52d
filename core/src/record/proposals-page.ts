import { z } from 'zod';
import { FOLLOWED } from '../pose/index.ts';
import { eventSchema, list } from './codes.ts';
import { clipIdSchema } from './ids.ts';

const frame = z.number().int().nonnegative();

/** 'none': nobody could be followed in the clip. 'failed': for a reason that is none of the film's. */
export const LOOK_STATES = ['waiting', 'looking', 'found', 'none', 'failed'] as const;
export type LookState = (typeof LOOK_STATES)[number];

const proposedMarkSchema = z.object({
  event: eventSchema,
  frame,
  /** The frames between which it lies with 90 %. */
  from: frame,
  to: frame,
  /** 0 to 1. */
  sure: z.number().min(0).max(1),
});

/** A joint in every frame, pixels of the clip. */
const proposedJointSchema = z.object({
  joint: z.enum(FOLLOWED),
  x: list(z.number()),
  y: list(z.number()),
  /** One standard deviation per axis, pixels. */
  sd: list(z.number().nonnegative()),
});

const clipLookSchema = z.object({
  clipId: clipIdSchema,
  state: z.enum(LOOK_STATES),
  /** Height of the body, pixels of the clip; null where nobody was found. */
  bodyPixels: z.number().positive().nullable(),
  marks: list(proposedMarkSchema),
  joints: list(proposedJointSchema),
});
export type ClipLook = z.infer<typeof clipLookSchema>;

/** What the computer proposes for the films of a camper. Nobody has seen it. */
export const proposalsSchema = z.object({
  /** False where what finds joints could not be made ready: everything is done by hand. */
  looksHere: z.boolean(),
  looks: list(clipLookSchema),
});
export type Proposals = z.infer<typeof proposalsSchema>;
