import { z } from 'zod';
import type { Estimate } from '../estimate/estimate.ts';
import { FIGURE_IDS, type FigureId } from '../figures/figure-ids.ts';
import { FIGURES } from '../figures/registry.ts';
import { inBandUnits } from '../levels/in-band-units.ts';

const UNITS = ['percent', 'degrees', 'milliseconds', 'centimetres', 'milesPerHour'] as const;

const recordSchema = z.object({
  bib: z.number().int().describe('Number on the shirt.'),
  delivery: z.number().int().positive().describe('Number of the delivery of this camper.'),
  thrownOn: z.iso.date().describe('Day on which it was thrown.'),
  kind: z.string().describe('stretch, windUp, quick or drill.'),
  figure: z.enum(FIGURE_IDS).describe('Id of the figure; its definition stands under `figures`.'),
  value: z.number().describe('What was measured, in `unit`.'),
  sd: z.number().nonnegative().describe('One standard deviation, in `unit`: placing of points and key frames.'),
  unit: z.enum(UNITS).describe('percent is of body height or of what the definition says.'),
});
export type FigureRecord = z.infer<typeof recordSchema>;

export const figureFileSchema = z.object({
  figures: z.array(z.object({ id: z.enum(FIGURE_IDS), name: z.string(), definition: z.string(), source: z.string() })),
  records: z.array(recordSchema),
});
export type FigureFile = z.infer<typeof figureFileSchema>;

/** A measured figure of one delivery as a record, in the units in which the sheet states bands. */
export const figureRecord = (
  of: Pick<FigureRecord, 'bib' | 'delivery' | 'thrownOn' | 'kind'>,
  figure: FigureId,
  estimate: Estimate,
): FigureRecord => {
  const { value, sd } = inBandUnits(estimate);
  return { ...of, figure, value, sd, unit: FIGURES[figure].bands.unit };
};

/**
 * Figures as a file: what each of them is, and one record for each figure of each delivery (long form).
 *
 * @example figureFile([]).records // []
 */
export const figureFile = (records: readonly FigureRecord[]): FigureFile => ({
  figures: FIGURE_IDS.filter((id) => records.some((r) => r.figure === id)).map((id) => {
    const { name, definition, source } = FIGURES[id];
    return { id, name, definition, source };
  }),
  records: [...records],
});

/** The columns of the same as a table, one row a record. */
export const FIGURE_COLUMNS = Object.keys(recordSchema.shape) as ReadonlyArray<keyof FigureRecord>;

/** The form of the file as a JSON Schema (2020-12). */
export const figureJsonSchema = (): Readonly<Record<string, unknown>> => ({
  ...z.toJSONSchema(figureFileSchema, { target: 'draft-2020-12' }),
  title: 'Measured figures',
  description: 'Figures of deliveries with their errors. Only what a person has placed or confirmed is in it.',
});
