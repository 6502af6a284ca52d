import { checkpointOfCode } from '../sheet/codes.ts';
import type { Sheet } from '../sheet/shape.ts';

/** True when a fault seen is meant by a name of the cause list: the code itself, or any fault of a checkpoint. */
const meant = (name: string, code: string): boolean => name === code || name === checkpointOfCode(code);

/**
 * Which of the faults seen explain which: `cause -> effect` pairs of the sheet, followed through other faults that were
 * seen. Two faults that cause each other explain neither: the order on the film decides, and the sheet's order stands in.
 *
 * @returns for each fault code, the codes that it explains, direct or through others that were seen
 */
export function explainedBy(codes: readonly string[], sheet: Sheet): Map<string, Set<string>> {
  const order = new Map(sheet.checkpoints.map((c, i) => [c.id, i]));
  const at = (code: string): number => order.get(checkpointOfCode(code)) ?? Number.MAX_SAFE_INTEGER;
  const leads = (a: string, b: string): boolean =>
    checkpointOfCode(a) !== checkpointOfCode(b) && sheet.causes.some((c) => meant(c.cause, a) && meant(c.effect, b));
  const direct = new Map(codes.map((a) => [a, codes.filter((b) => leads(a, b) && (!leads(b, a) || at(a) < at(b)))]));
  return new Map(
    codes.map((start) => {
      const reached = new Set<string>();
      const visit = (code: string): void => {
        for (const next of direct.get(code) ?? [])
          if (next !== start && !reached.has(next)) {
            reached.add(next);
            visit(next);
          }
      };
      visit(start);
      return [start, reached] as const;
    }),
  );
}
