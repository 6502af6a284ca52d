import { z } from 'zod';
import { idSchema, staffIdSchema } from './ids.ts';

/** What endpoints answer with, where it is no page of its own. */
export const madeSchema = z.object({ id: idSchema });
/** Whether a child's films may be shown still. */
export const shownSchema = z.object({ film: z.boolean() });
/** The link with which somebody who was invited chooses his password. */
export const invitedSchema = z.object({ id: staffIdSchema, link: z.string() });
/** The link to hand over; null where it went to the account's own address. */
export const resetSchema = z.object({ link: z.string().nullable() });
export const importedSchema = z.object({
  added: z.number().int(),
  updated: z.number().int(),
  unchanged: z.number().int(),
});
/** What became of a file of joints: how many points were taken as proposals, how many stayed as somebody has placed them, and what was left out and why. */
export const jointsReadSchema = z.object({ taken: z.number().int(), kept: z.number().int(), left: z.array(z.string()) });
export type JointsRead = z.infer<typeof jointsReadSchema>;
export type Imported = z.infer<typeof importedSchema>;
/** Campers who stand outside the ages of the camp after its days were changed. */
export const outsideAgesSchema = z.object({
  outside: z.array(z.object({ bib: z.number().int(), name: z.string(), age: z.number().int() })),
});
export type OutsideAges = z.infer<typeof outsideAgesSchema>['outside'];
/** The mail service as the lead sees it: its password is not sent back. */
export const mailShownSchema = z.object({
  active: z.boolean(),
  host: z.string(),
  port: z.number().int(),
  secure: z.boolean(),
  userName: z.string().nullable(),
  fromAddress: z.string(),
  hasPassword: z.boolean(),
});
export type MailShown = z.infer<typeof mailShownSchema>;
export const mailSentSchema = z.object({ to: z.string() });
/** Where an answer says no more than that it was done. */
export const doneSchema = z.unknown();
