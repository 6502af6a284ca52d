import { z } from 'zod';
import { clipIdSchema } from '../record/ids.ts';
import { list } from '../record/codes.ts';
import type { Position } from '../figures/position.ts';

/** What is drawn by hand on a freeze frame. */
export const SHAPES = ['line', 'arrow', 'ring', 'angle', 'label', 'freehand'] as const;
export type Shape = (typeof SHAPES)[number];

/**
 * How many points a shape has, at least and at most: a line and an arrow from end to end, a ring its middle and a point on it, an angle one end, its corner
 * and the other end, a label its place, freehand the way of the hand.
 */
export const POINTS_OF: Readonly<Record<Shape, readonly [number, number]>> = {
  line: [2, 2],
  arrow: [2, 2],
  ring: [2, 2],
  angle: [3, 3],
  label: [1, 1],
  freehand: [2, 400],
};
/** Letters of a label. */
export const LONGEST_LABEL = 60;
/** Drawings on one frame: beyond that nothing is seen of the child. */
export const MOST_STROKES = 40;

/** In upright pixels of the film, whatever the size it is shown at. */
export const drawnPointsSchema = list(z.object({ x: z.number(), y: z.number() }));

const strokeShape = {
  /** Made where it was drawn. */
  stroke: z.uuid(),
  clipId: clipIdSchema,
  frame: z.number().int().nonnegative(),
  shape: z.enum(SHAPES),
  points: drawnPointsSchema,
  /** Of a label; null for all else. */
  text: z.string().max(LONGEST_LABEL).nullable(),
};
const plainSchema = z.object(strokeShape);

/** One thing drawn on one frame of one film. */
export type Stroke = z.infer<typeof plainSchema>;

/**
 * What is wrong with a drawing, in words; null when nothing is.
 *
 * @example strokeProblem({ shape: 'line', points: [{ x: 1, y: 1 }, { x: 1, y: 1 }], text: null }) // 'Two points of it lie in one place.'
 */
export function strokeProblem({ shape, points, text }: Pick<Stroke, 'shape' | 'points' | 'text'>): string | null {
  const [least, most] = POINTS_OF[shape];
  if (points.length < least || points.length > most)
    return least === most
      ? `It has ${points.length} points, not ${least}.`
      : `It has ${points.length} points, not ${least} to ${most}.`;
  if (shape !== 'freehand' && points.some((p, i) => i > 0 && same(p, points[i - 1]!)))
    return 'Two points of it lie in one place.';
  if ((shape === 'label') !== (text !== null && text.trim() !== ''))
    return shape === 'label' ? 'A label says something.' : 'Only a label has words.';
  return null;
}

const same = (a: Position, b: Position): boolean => a.x === b.x && a.y === b.y;

const whole = (stroke: Stroke, context: z.RefinementCtx): void => {
  const problem = strokeProblem(stroke);
  if (problem) context.addIssue({ code: 'custom', path: ['points'], message: problem });
};

/** A drawing that is whole. */
export const strokeSchema = plainSchema.superRefine(whole);
/** The same as it is entered. */
export const strokeEntrySchema = z.object({ kind: z.literal('stroke'), ...strokeShape }).superRefine(whole);
