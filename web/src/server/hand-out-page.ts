import { handOutFrame, latestEvaluation, type EvaluationRow, type FreezeFrame } from './evaluations.ts';
import type { Camper } from './campers.ts';

const source = (freeze: FreezeFrame): string =>
  freeze.picture ? `/api/pictures/${freeze.picture}` : `/api/clips/${freeze.clipId}/frames/${freeze.frame}`;

/** The newest evaluation of a camper with everything that its page shows; null when none is written. */
export async function handOutOf(camper: Camper) {
  const row: EvaluationRow | null = await latestEvaluation(camper.id);
  if (!row) return null;
  const frame = await handOutFrame(row);
  return {
    row,
    page: {
      document: row.document,
      camper: frame.camper,
      camp: frame.camp,
      sheet: frame.sheet,
      coaches: frame.coaches,
      thrownOn: frame.thrownOn,
      freezes: frame.freezes.map(
        (f) => f && { src: source(f), width: f.width, height: f.height, line: f.line, centre: f.centre ?? null },
      ),
      version: row.version,
      released: row.releasedAt !== null,
    },
  };
}
