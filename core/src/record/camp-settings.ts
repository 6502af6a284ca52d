import { z } from 'zod';
import { armCareRulesSchema } from '../armcare/rules.ts';
import { AGE_GROUPS } from '../roster/age-group.ts';
import { sheetIdSchema } from './ids.ts';

const zones = new Set(Intl.supportedValuesOf('timeZone'));

/** A camp as it is made: what it is called, where, when, and how it measures. */
export const newCampSchema = z
  .object({
    name: z.string().trim().min(1).max(120),
    place: z.string().trim().min(1).max(120),
    firstDay: z.iso.date(),
    lastDay: z.iso.date(),
    timeZone: z.string().refine((zone) => zones.has(zone) || zone === 'UTC', { message: 'no time zone that we know' }),
    units: z.enum(['metric', 'imperial']),
  })
  .refine((c) => c.lastDay >= c.firstDay, { message: 'the last day lies before the first', path: ['lastDay'] });
export type NewCamp = z.output<typeof newCampSchema>;

const apart = z.number().min(0.2).max(10);
/** How the marks of the ground lie, in metres: see `GroundLayout`. null where it stands: four cones. */
const groundMarksSchema = z.object({ atRubber: apart, ahead: apart, length: z.number().min(0.5).max(25) });

/** Everything that the settings page keeps of a camp. */
export const campSettingsSchema = newCampSchema.and(
  z.object({
    /** Pitching distance of an age group, in feet. */
    distances: z.partialRecord(z.enum(AGE_GROUPS), z.number().min(20).max(70)),
    groundMarks: groundMarksSchema.nullable(),
    retentionDays: z.number().int().min(1).max(3650),
    sheetId: sheetIdSchema,
    schools: z.record(z.string().max(40), z.string().max(80)),
    schoolReasons: z.record(z.string().max(40), z.string().trim().max(400)),
    /** null: the published limits. */
    armCare: armCareRulesSchema.nullable(),
  }),
);
export type CampSettings = z.output<typeof campSettingsSchema>;

export const organisationSchema = z.object({ name: z.string().trim().min(1).max(120) });
/** Takes back that films are hidden since their retention is over, or says that the clock of the machine is right. */
export const footageSchema = z.object({ is: z.enum(['kept on', 'clock right']) });

/** The camp's mail service as it is entered. */
export const mailSettingsSchema = z.object({
  active: z.boolean(),
  host: z.string().trim().min(1).max(200),
  port: z.number().int().min(1).max(65_535),
  secure: z.boolean(),
  userName: z.string().trim().max(200).nullable(),
  /** null: the one that is kept stays. */
  password: z.string().max(400).nullable(),
  fromAddress: z.email().max(200),
});
export type MailInput = z.output<typeof mailSettingsSchema>;

/** What has become of a message. */
export const messageFateSchema = z.object({ is: z.enum(['printed', 'handed over', 'not handed over']) });
