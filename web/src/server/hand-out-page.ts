import { evaluationVersion, latestEvaluation, type EvaluationRow } from './evaluations.ts';
import type { FreezeFrame } from '@stride-chalk/core';
import { handOutFrame } from './hand-out-frame.ts';
import type { Camper } from './campers.ts';

const source = (freeze: FreezeFrame): string =>
  freeze.picture ? `/api/pictures/${freeze.picture}` : `/api/clips/${freeze.clipId}/frames/${freeze.frame}`;

/** One version of a camper's evaluation, or the newest one, with everything that its page shows; null when none is written. */
export async function handOutOf(camper: Camper, version: number | null = null) {
  const row: EvaluationRow | null =
    version === null ? await latestEvaluation(camper.id) : await evaluationVersion(camper.id, version);
  if (!row) return null;
  const frame = await handOutFrame(row);
  return {
    row,
    page: {
      document: row.document.said,
      camper: frame.camper,
      camp: frame.camp,
      sheet: frame.sheet,
      coaches: frame.coaches,
      thrownOn: frame.thrownOn,
      freezes: frame.freezes.map(
        (f) => f && { src: source(f), width: f.width, height: f.height, line: f.line, strokes: f.strokes, centre: f.centre },
      ),
      version: row.version,
      released: row.releasedAt !== null,
    },
  };
}
