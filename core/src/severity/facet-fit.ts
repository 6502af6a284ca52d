/** One element of a facet as it was fitted. */
export interface FacetMeasure {
  /** Logits; null for an element that was set aside. Campers: higher is better. Coaches and checkpoints: higher is stricter, harder. */
  readonly measure: number | null;
  readonly standardError: number | null;
  /** Mean squares of what the model leaves over, weighted by information and not; about 1 where the model holds. Null where nothing was left to judge by. */
  readonly infit: number | null;
  readonly outfit: number | null;
  /** Every level of it was the lowest, or the highest: the joint fit has no measure for it. */
  readonly extreme: 'low' | 'high' | null;
}

export type Facet = Readonly<Record<string, FacetMeasure>>;

export interface FacetFit {
  readonly estimator: 'joint' | 'marginal';
  readonly campers: Facet;
  readonly coaches: Facet;
  readonly checkpoints: Facet;
  /** The levels that occurred, in order, and the step from each to the next in logits: they sum to 0. */
  readonly levels: readonly number[];
  readonly steps: readonly number[];
  /** Mean and standard deviation of the campers in logits; of the marginal fit the estimated ones. */
  readonly ability: { readonly mean: number; readonly sd: number };
  readonly logLikelihood: number;
  readonly iterations: number;
  /** Judgements that each coach shares with another: the same camper and checkpoint. */
  readonly shared: Readonly<Record<string, number>>;
}
