import { z } from 'zod';
import { POINT_IDS, type PointId } from '../figures/point-ids.ts';
import { EVENT_IDS, type EventId } from '../keyframes/events.ts';
import { VIEW_IDS } from '../sheet/shape.ts';

/** A key frame, a point of the body, a view, a kind of delivery, a level, by their codes in the contract. */
export const eventSchema = z.enum(EVENT_IDS as readonly [EventId, ...EventId[]]);
export const pointSchema = z.enum(POINT_IDS as readonly [PointId, ...PointId[]]);
export const viewSchema = z.enum(VIEW_IDS);
export const deliveryKindSchema = z.enum(['stretch', 'windUp', 'quick', 'drill']);
export const seenSchema = z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3), z.literal('NV')]);
/** How far a film has come on its way to the bench. 'failed': it is kept, and can be tried again. */
export const filmStateSchema = z.enum(['checking', 'copying', 'ready', 'failed']);
/** How the rate at which a film was taken is known. 'open': it may be slow motion, and nobody has said yet; its times are not measured. */
export const captureKnownSchema = z.enum(['tag', 'sure', 'answered', 'open']);

/** A list that nobody changes. */
export const list = <T extends z.ZodType>(of: T) => z.array(of).readonly();

/** What a member of the staff is at a camp. */
export const ROLES = ['lead', 'coach', 'helper'] as const;
export const roleSchema = z.enum(ROLES);
export type Role = (typeof ROLES)[number];
