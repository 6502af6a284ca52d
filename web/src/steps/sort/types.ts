import type { CamperFilms, ListedFilm, ViewId, CamperId } from '@stride-chalk/core';

export type SortClip = ListedFilm;
export interface SortProps extends CamperFilms {
  readonly camper: {
    readonly id: CamperId;
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
  readonly timeZone: string;
  /** What arm care says of today. */
  readonly arm: { readonly left: number; readonly says: string };
  /** True in the demo, where a simulated camera stands at the field. */
  readonly simulated: boolean;
  /** False for a helper: the bench is not his. */
  readonly mayScore: boolean;
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
