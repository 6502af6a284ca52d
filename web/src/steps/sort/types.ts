import type { ViewId } from '@stride-chalk/core';

export interface SortClip {
  readonly id: string;
  readonly deliveryId: string;
  readonly view: ViewId;
  readonly fileName: string;
  readonly state: 'checking' | 'copying' | 'ready';
  readonly progress: number;
  readonly captureScale: number;
  readonly frames: number | null;
  readonly rate: number | null;
}
export interface SortProps {
  readonly camper: {
    readonly id: string;
    readonly bib: number;
    readonly name: string;
    readonly age: number;
    readonly hand: 'R' | 'L';
    readonly sore: boolean;
    /** What the family's answers allow today. */
    readonly consent: { readonly film: boolean; readonly says: string };
    readonly guardian: string;
  };
  readonly today: string;
  /** What arm care says of today. */
  readonly arm: { readonly left: number; readonly says: string };
  /** True in the demo, where a simulated camera stands at the field. */
  readonly simulated: boolean;
  /** False for a helper: the bench is not his. */
  readonly mayScore: boolean;
  readonly deliveries: ReadonlyArray<{ readonly id: string; readonly number: number; readonly kind: string }>;
  readonly clips: readonly SortClip[];
  readonly refusals: ReadonlyArray<{
    readonly id: string;
    readonly deliveryId: string;
    readonly view: string;
    readonly fileName: string;
    readonly reason: string;
  }>;
}

/** A film on its way to the server, or one that the simulated camera makes. */
export interface Upload {
  readonly share: number;
  readonly text: string;
}
