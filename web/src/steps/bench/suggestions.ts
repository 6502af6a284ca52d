import {
  FIGURES,
  formatEstimate,
  suggestForFigure,
  type Estimate,
  type FigureId,
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
