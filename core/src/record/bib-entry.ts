import { z } from 'zod';

/** A camper as the search by bib or name finds him: `href` is the page where his work goes on, `waits` what it waits for, in words. */
export const bibEntrySchema = z.object({
  bib: z.number().int().positive(),
  name: z.string(),
  href: z.string(),
  waits: z.string(),
});
export type BibEntry = z.infer<typeof bibEntrySchema>;
