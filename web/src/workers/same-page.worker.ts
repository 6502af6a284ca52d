import { fitFacets, severityInLevels, UnlinkedDesign, type FacetRecord } from '@stride-chalk/core';

/** To the worker: every level that could be seen. */
export interface SeverityOrder {
  readonly records: readonly FacetRecord[];
}

/** One coach, in levels: how much less he gives than the mean of the staff, with 95 % limits; null where all of his levels are extreme. */
export interface CoachSeverity {
  readonly coach: string;
  readonly levels: { readonly value: number; readonly lower: number; readonly upper: number } | null;
  readonly logits: number | null;
  readonly shared: number;
}

/** From the worker. */
export type SeverityNews =
  | { readonly kind: 'found'; readonly coaches: readonly CoachSeverity[]; readonly campers: number }
  /** The scores fall into parts: which, and the double scores that would join them. */
  | {
      readonly kind: 'unlinked';
      readonly parts: ReadonlyArray<readonly string[]>;
      readonly wouldLink: ReadonlyArray<{ readonly coach: string; readonly campers: readonly string[] }>;
    }
  | { readonly kind: 'none'; readonly why: string };

function severityOf({ records }: SeverityOrder): SeverityNews {
  try {
    const fit = fitFacets(records, { estimator: 'marginal' });
    const coaches = Object.entries(fit.coaches).map(([coach, { measure }]) => ({
      coach,
      levels: severityInLevels(fit, coach),
      logits: measure,
      shared: fit.shared[coach] ?? 0,
    }));
    return { kind: 'found', coaches, campers: Object.keys(fit.campers).length };
  } catch (error) {
    if (error instanceof UnlinkedDesign && error.of === 'coaches')
      return { kind: 'unlinked', parts: error.parts, wouldLink: error.wouldLink };
    return { kind: 'none', why: error instanceof Error ? error.message : String(error) };
  }
}

self.addEventListener('message', ({ data }: MessageEvent<SeverityOrder>) =>
  self.postMessage(severityOf(data) satisfies SeverityNews),
);
