import type {
  AgeGroup,
  BenchFilm,
  BenchMark,
  BenchPoint,
  BenchScore,
  FrameTimebase,
  Proposals,
  SchoolChoices,
  ScorersBench,
  Stroke,
  Sheet,
  CamperId,
  SittingId,
  StaffId,
} from '@stride-chalk/core';

/** One thing to score, as the queue shows it. */
export interface QueueItem {
  readonly bib: number;
  readonly kind: 'first' | 'second';
  /** 'waits': no film is ready yet. */
  readonly state: 'waits' | 'open' | 'begun' | 'done';
  readonly levels: { readonly done: number; readonly of: number };
}

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
    /** As the settings of the camp have it for his age; null where they do not say. */
    readonly rubberToPlateFeet: number | null;
    readonly sore: boolean;
  };
  readonly sheet: Sheet;
  readonly schools: SchoolChoices;
  /** He scores second and has not finished, or it is a practice clip: no name, nothing of anybody else, no write-up. */
  readonly blind: boolean;
  /** A practice clip that is sat before openly: only what has a reference is asked, and then it is compared. */
  readonly practice: { readonly sitting: SittingId; readonly only: readonly string[] } | null;
  /** His newest evaluation is released. */
  readonly handedOut: boolean;
  /** What the computer proposes for the films; joints may follow later. */
  readonly proposals: Proposals;
  /** What the one at work has to score. */
  readonly queue: readonly QueueItem[];
  readonly previous: string | null;
  readonly next: { readonly bib: number; readonly href: string } | null;
}

export type Film = BenchFilm;
/** A film that can be shown, with the times of its frames. */
export interface Known {
  readonly film: Film;
  readonly time: FrameTimebase;
}
export type Mark = BenchMark;
export type PlacedAt = BenchPoint;
export type Drawn = Stroke;
export type Scored = BenchScore;

/** The four ways of working at the bench. */
export type Task = 'keyFrames' | 'levels' | 'across' | 'figures';
