import { z } from 'zod';
import { THROW_KINDS } from '../armcare/rules.ts';
import { list, viewSchema } from './codes.ts';
import { camperIdSchema } from './ids.ts';

const day = z.iso.date();
const throwsSchema = z.object({ day, count: z.number().int(), kind: z.enum(THROW_KINDS) });

/** What the phone at the gate shows of one camper. */
const gateLineSchema = z.object({
  id: camperIdSchema,
  bib: z.number().int(),
  name: z.string(),
  age: z.number().int(),
  heightCentimetres: z.number(),
  hand: z.enum(['R', 'L']),
  consent: z.boolean(),
  sore: z.boolean(),
  /** null: not at the gate yet. */
  present: z.boolean().nullable(),
  /** What arm care says, in words, and how many throws it leaves. */
  says: z.string(),
  left: z.number(),
  /** The lead has allowed more today. */
  allowed: z.boolean(),
  born: day,
  thrown: list(throwsSchema.extend({ saidToday: z.boolean() })),
  goals: z.string().nullable(),
  drillsDone: z.enum(['none', 'some', 'all']).nullable(),
  mobility: list(z.string()),
  /** What the family has reported today about the last days; null: nobody has asked. */
  throwsReported: list(throwsSchema).nullable(),
  /** Minutes since midnight. */
  session: z.object({ mound: z.string(), warmUpFrom: z.number(), from: z.number() }).nullable(),
  /** From where he is to be filmed once more, and why. */
  again: list(z.object({ view: viewSchema, why: z.string() })),
});
export type GateLine = z.infer<typeof gateLineSchema>;

/** Everybody who is expected on a day, as the server knew it at a moment: without a network it is an old one. */
export const gateListSchema = z.object({ day, asOf: z.iso.datetime(), lines: list(gateLineSchema) });
export type GateList = z.infer<typeof gateListSchema>;
