import type { ViewId } from '@stride-chalk/core';

export interface SortClip {
  readonly id: string;
  readonly deliveryId: string;
  readonly view: ViewId;
  readonly fileName: string;
  readonly state: 'checking' | 'copying' | 'ready' | 'failed';
  /** Why it has failed; it is kept, and can be tried again. */
  readonly problem: string | null;
  readonly progress: number;
  readonly captureScale: number;
  /** 'open': it may be slow motion, and nobody has said yet. */
  readonly captureKnown: 'tag' | 'sure' | 'answered' | 'open';
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
  /** What the simulated camera is at. */
  readonly filming: ReadonlyArray<{
    readonly deliveryId: string;
    readonly view: ViewId;
    readonly share: number;
    readonly problem: string | null;
  }>;
  /** Films that were removed with work on them: they can be put back for a day. */
  readonly removed: ReadonlyArray<{
    readonly id: string;
    readonly deliveryId: string;
    readonly view: ViewId;
    readonly fileName: string;
    /** Key frames and points on it. */
    readonly work: number;
  }>;
  readonly refusals: ReadonlyArray<{
    readonly id: string;
    readonly deliveryId: string;
    readonly view: string;
    readonly fileName: string;
    readonly reason: string;
  }>;
}

/** Where a film belongs, as the staff say it. */
export interface FilmPlace {
  readonly bib: number;
  readonly delivery: number;
  readonly view: ViewId;
}

/** A film on its way to the server, or one that the simulated camera makes. */
export interface Upload {
  readonly share: number;
  readonly text: string;
}
