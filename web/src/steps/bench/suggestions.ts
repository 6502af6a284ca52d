import {
  FIGURES,
  formatEstimate,
  suggestForFigure,
  type Estimate,
  type FigureId,
  type Level,
  type LevelSuggestion,
  type ResolvedCheckpoint,
} from '@stride-chalk/core';

export interface FigureText {
  readonly figure: FigureId;
  readonly text: string;
}

export interface Suggested extends LevelSuggestion {
  /** The fault that the figure points to; null when it lies in the wanted band. */
  readonly fault: string | null;
}

export const figureName = (id: FigureId): string => FIGURES[id].name;

/** The measured figures of a checkpoint in words. */
export const figureTexts = (checkpoint: ResolvedCheckpoint, figures: ReadonlyMap<FigureId, Estimate>): FigureText[] =>
  checkpoint.figures.flatMap((figure) => {
    const estimate = figures.get(figure);
    return estimate ? [{ figure, text: `${figureName(figure)} ${formatEstimate(estimate)}` }] : [];
  });

/** The level that the measured figures suggest: the lowest of several, since all of them have to hold. The coach decides. */
export function suggestionFor(checkpoint: ResolvedCheckpoint, figures: ReadonlyMap<FigureId, Estimate>): Suggested | null {
  const all = checkpoint.bands.flatMap((band): Suggested[] => {
    const estimate = figures.get(band.figure);
    const suggestion = estimate ? suggestForFigure(estimate, band) : null;
    if (!suggestion) return [];
    return [
      {
        ...suggestion,
        fault: suggestion.side === 'below' ? band.faultBelow : suggestion.side === 'above' ? band.faultAbove : null,
      },
    ];
  });
  return all.sort((a, b) => a.level - b.level)[0] ?? null;
}

/** From here on a level is offered to be taken with one key. */
const OFFERED_FROM = 0.9;

/**
 * The level that all figures of a checkpoint that have a band put it at together with 90 % or more, each of them measured: the least of what each says.
 * null where one of them is not measured, where they leave it open, and where a level below 3 has no fault to say what was seen.
 */
export function offeredFor(
  checkpoint: ResolvedCheckpoint,
  figures: ReadonlyMap<FigureId, Estimate>,
): { readonly level: Level; readonly fault: string | null; readonly probability: number } | null {
  const all = checkpoint.bands.map((band) => {
    const estimate = figures.get(band.figure);
    return estimate ? suggestForFigure(estimate, band) : null;
  });
  if (all.length === 0 || all.some((s) => s === null)) return null;
  /** How likely every figure says this level or a better one. */
  const atLeast = (level: number): number =>
    all.reduce((product, s) => product * s!.probabilities.slice(level).reduce((sum, p) => sum + p, 0), 1);
  const of = ([0, 1, 2, 3] as const).map((level) => ({
    level,
    probability: atLeast(level) - (level < 3 ? atLeast(level + 1) : 0),
  }));
  const best = of.reduce((a, b) => (b.probability > a.probability ? b : a));
  const fault = best.level === 3 ? null : (suggestionFor(checkpoint, figures)?.fault ?? null);
  return best.probability < OFFERED_FROM || (best.level < 3 && fault === null) ? null : { ...best, fault };
}
