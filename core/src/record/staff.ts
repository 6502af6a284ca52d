import { z } from 'zod';
import { roleSchema } from './codes.ts';
import { campIdSchema } from './ids.ts';

export const newStaffSchema = z.object({
  name: z.string().trim().min(1).max(80),
  email: z.email().max(200),
  role: roleSchema,
});
export const staffChangeSchema = z.object({ role: roleSchema.optional(), active: z.boolean().optional() });
export const makesCampsSchema = z.object({ may: z.boolean() });

/** The form of the sign-in page; `go` is the page that was wanted. */
export const signInSchema = z.object({
  email: z.string().max(200),
  password: z.string().max(200),
  go: z.string().default('/'),
});

/** The form behind an invitation or a reset. */
export const joinSchema = z.object({
  token: z.string().min(1).max(100),
  /** 'me': whoever is signed in comes in with his own account. */
  as: z.literal('me').optional(),
  password: z.string().max(200).default(''),
  name: z.string().trim().min(1).max(80).optional(),
  email: z.email().max(200).toLowerCase().optional(),
});

/** The camp that somebody works at from now on, on this device. */
export const campAtWorkSchema = z.object({ camp: campIdSchema });
