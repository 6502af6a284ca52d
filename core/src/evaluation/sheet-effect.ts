import { suggestForFigure } from '../levels/suggest-for-figure.ts';
import { bandsFor } from '../sheet/resolve-sheet.ts';
import type { DeliveryKind, Sheet } from '../sheet/shape.ts';
import { findEvaluation, type EvaluationInput } from './facts.ts';

/** What is known of one camper, as `findEvaluation` takes it, with the kind of each delivery. */
export interface ScoredCamper extends Omit<EvaluationInput, 'sheet'> {
  readonly id: string;
  readonly kinds: Readonly<Record<string, DeliveryKind>>;
}

/** How many of something there are, and how many would be otherwise. */
interface Share {
  readonly of: number;
  readonly changed: number;
}

export interface SheetEffect {
  /** Levels that figures suggest. */
  readonly suggestions: Share;
  /** Levels that were given for what the new sheet does not ask any more, or with a fault that it does not have. */
  readonly scores: Share;
  /** Campers whose focus would be another one. */
  readonly focus: Share & { readonly campers: readonly string[] };
}

/**
 * What another version of the sheet would have changed in what was measured and scored: nothing is changed by asking.
 *
 * @example sheetEffect(released, draft, campers).suggestions // { of: 340, changed: 12 }
 */
export function sheetEffect(before: Sheet, after: Sheet, campers: readonly ScoredCamper[]): SheetEffect {
  const suggested = { of: 0, changed: 0 };
  const scores = { of: 0, changed: 0 };
  const scored = campers.filter((c) => c.scores.length > 0);
  for (const c of campers) {
    for (const f of c.figures) {
      const kind = c.kinds[f.delivery] ?? 'stretch';
      const levels = [before, after].map((sheet) => suggestions(sheet, c, f, kind));
      for (const checkpoint of new Set(levels.flatMap((l) => [...l.keys()]))) {
        suggested.of += 1;
        if (levels[0]!.get(checkpoint) !== levels[1]!.get(checkpoint)) suggested.changed += 1;
      }
    }
    for (const s of c.scores) {
      scores.of += 1;
      const asked = after.checkpoints.find((x) => x.id === s.checkpoint);
      const known = asked && s.faults.every((code) => asked.faults.some((f) => f.code === code));
      if (!known) scores.changed += 1;
    }
  }
  const changed = scored.filter((c) => focusOf(before, c) !== focusOf(after, c));
  return {
    suggestions: suggested,
    scores,
    focus: { of: scored.length, changed: changed.length, campers: changed.map((c) => c.id) },
  };
}

/** What one figure suggests for each checkpoint that has a band of it. */
function suggestions(
  sheet: Sheet,
  c: ScoredCamper,
  f: ScoredCamper['figures'][number],
  kind: DeliveryKind,
): ReadonlyMap<string, string> {
  const own = sheet.bands.filter((b) => b.figure === f.figure).map((b) => b.checkpoint);
  return new Map(
    [...new Set(own)].flatMap((checkpoint) => {
      const band = bandsFor(sheet, checkpoint, c.ageGroup, kind, c.schools).find((b) => b.figure === f.figure);
      const found = band ? suggestForFigure(f.estimate, band) : null;
      return found ? [[checkpoint, `${found.level} ${found.sure} ${found.side}`] as const] : [];
    }),
  );
}

const focusOf = (sheet: Sheet, { id: _, kinds: __, ...c }: ScoredCamper): string => {
  const ids = new Set(sheet.checkpoints.map((x) => x.id));
  return findEvaluation({ ...c, sheet, scores: c.scores.filter((s) => ids.has(s.checkpoint)) })
    .chosen.map((x) => `${x.checkpoint} ${x.faults[0]?.code ?? ''}`)
    .join('|');
};
