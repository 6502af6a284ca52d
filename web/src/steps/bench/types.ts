import type {
  AgeGroup,
  BenchFilm,
  BenchMark,
  BenchPoint,
  BenchScore,
  SchoolChoices,
  ScorersBench,
  Sheet,
  CamperId,
  StaffId,
} from '@stride-chalk/core';

/** What the page hands to the bench. */
export interface BenchProps extends ScorersBench {
  readonly staff: { readonly id: StaffId; readonly name: string };
  readonly camper: {
    readonly id: CamperId;
    readonly bib: number;
    readonly name: string;
    readonly age: number;
    readonly ageGroup: AgeGroup;
    readonly hand: 'R' | 'L';
    readonly heightCentimetres: number;
    readonly sore: boolean;
  };
  readonly sheet: Sheet;
  readonly schools: SchoolChoices;
  readonly previous: string | null;
  readonly next: { readonly bib: number; readonly href: string } | null;
}

export type Film = BenchFilm;
export type Mark = BenchMark;
export type PlacedAt = BenchPoint;
export type Scored = BenchScore;

/** The four ways of working at the bench. */
export type Task = 'keyFrames' | 'levels' | 'across' | 'figures';
