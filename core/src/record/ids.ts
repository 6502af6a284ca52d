import { z } from 'zod';

/**
 * An id of one kind of thing: a UUID that the compiler takes for no other kind's. The device or the server makes it, nobody reads it.
 *
 * @example const camper = '019…' as CamperId; // where it is made; everywhere else a schema or the database says what it is of
 */
export type Id<Noun extends string> = string & z.$brand<Noun>;
export type OrganisationId = Id<'organisation'>;
export type CampId = Id<'camp'>;
export type StaffId = Id<'staff'>;
export type ChildId = Id<'child'>;
export type CamperId = Id<'camper'>;
export type DeliveryId = Id<'delivery'>;
export type ClipId = Id<'clip'>;
export type FilmId = Id<'film'>;
export type CameraId = Id<'camera'>;
/** A file that came in a folder. */
export type DroppedFileId = Id<'droppedFile'>;
export type SheetId = Id<'sheet'>;
export type EvaluationId = Id<'evaluation'>;
export type PracticeClipId = Id<'practiceClip'>;
/** A coach with one practice clip before him; at the bench it stands in the place of a delivery. */
export type SittingId = Id<'sitting'>;

/** Where only the form of an id matters: of an entry, of a message. */
export const idSchema = z.uuid();
export const campIdSchema = z.uuid().brand<'camp'>();
export const staffIdSchema = z.uuid().brand<'staff'>();
export const camperIdSchema = z.uuid().brand<'camper'>();
export const deliveryIdSchema = z.uuid().brand<'delivery'>();
export const clipIdSchema = z.uuid().brand<'clip'>();
export const cameraIdSchema = z.uuid().brand<'camera'>();
export const droppedFileIdSchema = z.uuid().brand<'droppedFile'>();
export const sheetIdSchema = z.uuid().brand<'sheet'>();
export const evaluationIdSchema = z.uuid().brand<'evaluation'>();
export const practiceClipIdSchema = z.uuid().brand<'practiceClip'>();
export const sittingIdSchema = z.uuid().brand<'sitting'>();
